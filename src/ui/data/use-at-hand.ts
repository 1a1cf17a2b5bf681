'use client';

import { useQueries, useQuery } from '@tanstack/react-query';
import type { FormatView } from '../../contract/formats';
import { type AtHand, loadAtHand } from './office';
import { formatQuery } from './queries';

/** What sheets of some formats are composed from when they are filled from some models. */
export function useAtHand(
  formats: readonly FormatView[] | undefined,
  models: readonly string[] | 'showpieces',
): { atHand: AtHand | undefined; problem: string | undefined; reload: () => void } {
  const editions = formats?.map(({ edition }) => edition.id).join(' ');
  const { data, error, refetch } = useQuery({
    queryKey: ['at hand', editions, models, formats?.map(({ edition }) => edition.hash)],
    queryFn: () => loadAtHand(formats!, models),
    enabled: formats !== undefined,
    // A save of the same editions leaves what is there in place until its successor has come.
    placeholderData: (previous: AtHand | undefined, query) => (query?.queryKey[1] === editions ? previous : undefined),
    // Fonts and resources are no plain JSON: a new answer is a new thing.
    structuralSharing: false,
  });
  return { atHand: data, problem: error?.message, reload: () => void refetch() };
}

/** Formats with their newest editions, by their ids, in that order; undefined until all are there. */
export const useFormats = (ids: readonly string[]): FormatView[] | undefined =>
  useQueries({ queries: ids.map(formatQuery), combine: whenAllAreThere });

/** The answers of several queries, once all are there. */
export function whenAllAreThere(results: readonly { data: FormatView | undefined }[]): FormatView[] | undefined {
  const all = results.flatMap(({ data }) => data ?? []);
  return all.length === results.length ? all : undefined;
}
