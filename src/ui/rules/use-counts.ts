'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { z } from 'zod';
import { type BookChange, type BookCounts, type CountScope, startCount, stopCount } from '../../contract/rule-books';
import { ask } from '../data/request';
import { countsQuery } from './queries';

type Change = z.infer<typeof BookChange>;

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
  /** The newest look ahead of this screen, and the change that it is at. */
  const [own, setOwn] = useState<{ id: string; change: string }>();
  const lookAhead = useMutation({
    mutationFn: ({ change, scope }: { change: Change; scope: CountScope }) =>
      ask(startCount, { params: { id }, body: { scope, change } }),
    onSuccess: (now, { change }) => {
      setOwn({ id: now.id, change: JSON.stringify(change) });
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
    /** What a change would do, when the newest look ahead is at it; *replaced* when another screen has looked ahead since. */
    aheadOf: (change: Change) => {
      if (own?.change !== JSON.stringify(change)) return undefined;
      return data?.ahead?.id === own.id ? data.ahead : 'replaced';
    },
    problem: (error ?? countError)?.message,
    aheadProblem: lookAhead.error?.message,
    startCount: count,
    lookAhead: startLooking,
    stop: (of: 'count' | 'ahead') => stop.mutate(of),
  };
}

export type Counts = ReturnType<typeof useCounts>;
