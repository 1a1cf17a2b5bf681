'use client';

import { useQueries, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { FormatView } from '../../contract/formats';
import { type AtHand, loadAtHand } from './office';
import { formatQuery } from './queries';

/** What sheets of some formats are composed from when they are filled from some models. */
export function useAtHand(
  formats: readonly FormatView[] | undefined,
  models: readonly string[] | 'showpieces',
): { atHand: AtHand | undefined; problem: string | undefined; reload: () => void } {
  const { data, error, refetch } = useQuery({
    queryKey: ['at hand', formats?.map(({ edition }) => [edition.id, edition.hash]), models],
    queryFn: () => loadAtHand(formats!, models),
    enabled: formats !== undefined,
    // Fonts and resources are no plain JSON: a new answer is a new thing.
    structuralSharing: false,
  });
  return { atHand: data, problem: error?.message, reload: () => void refetch() };
}

/** Formats with their newest editions, by their ids, in that order; undefined until all are there. */
export function useFormats(ids: readonly string[]): FormatView[] | undefined {
  const results = useQueries({ queries: ids.map(formatQuery) });
  const all = results.map(({ data }) => data);
  // The array is the same one as long as its entries are.
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the entries are what it depends on
  return useMemo(() => (all.every((one) => one !== undefined) ? all : undefined), all);
}
