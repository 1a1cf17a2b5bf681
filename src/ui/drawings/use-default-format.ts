import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import type { ShelfEntry } from '../../contract/formats';
import { type Occasion, defaultFor } from '../../core/office/format-defaults';
import { shelfQuery } from '../data/queries';
import { defaultsQuery } from '../editions/queries';

/**
 * The format of the office's narrowest default for a drawing or a sheet, whether it is one for that very size, and `settled` once it is
 * known whether there is one.
 */
export function useDefaultFormat(occasion: Occasion | undefined): {
  entry: ShelfEntry | undefined;
  ofSize: boolean;
  settled: boolean;
} {
  const { data: defaults } = useQuery(defaultsQuery);
  const found = occasion && defaults && defaultFor(defaults, occasion);
  const only = found?.formatId;
  const { data } = useInfiniteQuery({ ...shelfQuery('', 'shelf', { only: only ?? '' }), enabled: only !== undefined });
  return {
    entry: only === undefined ? undefined : data?.pages[0]?.entries[0],
    ofSize: found !== undefined && found.sizeName !== '',
    settled: defaults !== undefined && (only === undefined || data !== undefined),
  };
}
