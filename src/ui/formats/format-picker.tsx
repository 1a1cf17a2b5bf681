'use client';

import { useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';
import type { ShelfEntry } from '../../contract/formats';
import { type PickerItem, SearchPicker } from '../controls/search-picker';
import { shelfQuery } from '../data/queries';

export const formatWords = ({ name, edition }: Pick<ShelfEntry, 'name' | 'edition'>): string =>
  `${name}, edition ${edition.number}`;

/** A choice of one of the formats on the shelf, searched as one types. */
export function FormatPicker(props: {
  label: string;
  shown: string;
  first?: PickerItem;
  disabled?: boolean;
  /** Formats that are no choice. */
  without?: (entry: ShelfEntry) => boolean;
  onChoose: (entry: ShelfEntry | undefined) => void;
}) {
  const { label, shown, first, disabled, without, onChoose } = props;
  const [search, setSearch] = useState('');
  const { data } = useInfiniteQuery({
    ...shelfQuery(useDeferredValue(search), 'shelf'),
    placeholderData: (before) => before,
  });
  const entries = useMemo(
    () => (data?.pages.flatMap((page) => page.entries) ?? []).filter((entry) => !without?.(entry)),
    [data, without],
  );
  const items = [
    ...(first ? [first] : []),
    ...entries.map((entry) => ({ value: entry.id, label: formatWords(entry) })),
  ];
  const more = (data?.pages[0]?.total ?? 0) - (data?.pages.reduce((sum, page) => sum + page.entries.length, 0) ?? 0);
  return (
    <SearchPicker
      label={label}
      shown={shown}
      items={items}
      more={more}
      disabled={disabled}
      onSearch={setSearch}
      onChoose={(value) => onChoose(entries.find(({ id }) => id === value))}
    />
  );
}
