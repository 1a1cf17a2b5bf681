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
export const useFormats = (ids: readonly string[]): FormatView[] | undefined =>
  useQueries({ queries: ids.map(formatQuery), combine: whenAllAreThere });

/** Why formats cannot be read, in words; undefined when they can. */
export const useFormatsProblem = (ids: readonly string[]): string | undefined =>
  useQueries({ queries: ids.map(formatQuery), combine: firstProblem });

const firstProblem = (results: readonly { error: Error | null }[]): string | undefined =>
  results.find(({ error }) => error)?.error?.message;

function whenAllAreThere(results: readonly { data: FormatView | undefined }[]): FormatView[] | undefined {
  const all = results.flatMap(({ data }) => data ?? []);
  return all.length === results.length ? all : undefined;
}
