'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { z } from 'zod';
import { type BookChange, type BookCounts, type CountScope, startCount, stopCount } from '../../contract/rule-books';
import { RequestFailed, ask } from '../data/request';
import { countsQuery } from './queries';

type Change = z.infer<typeof BookChange>;

/** How often a look ahead is asked for again while the one before is ending, and how long between, ms. */
const TRIES = 10;
const BETWEEN_MS = 300;

/** Up to so many formats and drawings, counts begin by themselves. */
export const FEW = 200;

/** What a book finds, and what a change of it would add and settle. */
export function useCounts(id: string) {
  const client = useQueryClient();
  const { data, error } = useQuery(countsQuery(id));
  const { queryKey } = countsQuery(id);
  const { mutate: count, error: countError } = useMutation({
    mutationFn: (scope: CountScope) => ask(startCount, { params: { id }, body: { scope } }),
    onSuccess: (now) =>
      client.setQueryData(queryKey, (before: BookCounts | undefined) => before && { ...before, count: now }),
  });
  /** The change that the newest look ahead is at. */
  const [ahead, setAhead] = useState<string>();
  const lookAhead = useMutation({
    mutationFn: async ({ change, scope }: { change: Change; scope: CountScope }) => {
      for (let left = TRIES; ; left -= 1) {
        try {
          return await ask(startCount, { params: { id }, body: { scope, change } });
        } catch (failure) {
          if (!(failure instanceof RequestFailed) || failure.status !== 409 || left === 0) throw failure;
          await new Promise((resolve) => setTimeout(resolve, BETWEEN_MS));
        }
      }
    },
    onSuccess: (now, { change }) => {
      setAhead(JSON.stringify(change));
      client.setQueryData(queryKey, (before: BookCounts | undefined) => before && { ...before, ahead: now });
    },
  });
  const stop = useMutation({
    mutationFn: (of: 'count' | 'ahead') => ask(stopCount, { params: { id }, query: { of } }),
    onSettled: () => client.invalidateQueries({ queryKey }),
  });
  const { mutate: look } = lookAhead;
  const startLooking = useCallback((change: Change, scope: CountScope) => look({ change, scope }), [look]);
  return {
    count: data?.count,
    /** How many formats and drawings a scope has; undefined until that is known. */
    thingsIn: (scope: CountScope) => data?.things[scope],
    /** What a change would do, when the newest look ahead is at it. */
    aheadOf: (change: Change) => (ahead === JSON.stringify(change) ? (data?.ahead ?? undefined) : undefined),
    problem: (error ?? countError)?.message,
    aheadProblem: lookAhead.error?.message,
    startCount: count,
    lookAhead: startLooking,
    stop: (of: 'count' | 'ahead') => stop.mutate(of),
  };
}

export type Counts = ReturnType<typeof useCounts>;
