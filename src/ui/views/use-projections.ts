'use client';

import { queryOptions, useQueries, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { readProjection, wantProjections } from '../../contract/projections';
import type { Projections } from '../../core/view/projected';
import { projectionsOf } from '../../core/view/placing';
import type { Projection, ProjectionState } from '../../core/view/projected';
import type { ViewsToDraw } from '../../core/view/to-draw';
import { ask } from '../data/request';

/** How often is looked whether projections have come, and whether previews and failures have been replaced, ms. */
const AGAIN_MS = 700;
const LATER_MS = 10_000;

const projectionQuery = (id: string, coarse: boolean) =>
  queryOptions({
    queryKey: ['projection', id, coarse],
    queryFn: () => ask(readProjection, { params: { id } }),
    staleTime: Infinity,
  });

export interface AtHandProjections {
  projections: Projections;
  /** How many are wanted, and how many of them have come to nothing or to something. */
  wanted: number;
  come: number;
  /** How many are previews, which the exact ones follow; the ids of those that could not be made. */
  coarse: number;
  failed: string[];
  /** What those that wait wait for, unless one of them is being made. */
  waitsFor: string | undefined;
  problem: string | undefined;
}

/** The projections that the views of some sheets are drawn from, as they come; those that nobody has made yet are begun. */
export function useProjections(sheets: readonly { views?: ViewsToDraw | undefined }[]): AtHandProjections {
  const wanted = useMemo(() => {
    const all = new Map<string, Projection>();
    for (const { views } of sheets) if (views) for (const [key, one] of projectionsOf(views)) all.set(key, one);
    return all;
  }, [sheets]);
  const keys = [...wanted.keys()];
  const { data: states, error } = useQuery({
    queryKey: ['projections wanted', keys],
    queryFn: () => ask(wantProjections, { body: { wanted: [...wanted.values()] } }),
    enabled: keys.length > 0,
    placeholderData: (previous) => previous,
    refetchInterval: ({ state: { data = [] } }) =>
      data.some((one) => one.state === 'waiting')
        ? AGAIN_MS
        : data.some((one) => one.coarse || one.state === 'failed') && LATER_MS,
  });
  const own = keys.map((key) => states?.find(({ id }) => id === key));
  const ready = own.flatMap((state) => (state?.state === 'done' ? [state] : []));
  const done = ready.map(({ id }) => id);
  const contents = useQueries({
    queries: ready.map(({ id, coarse }) => projectionQuery(id, coarse)),
    combine: contentsOf,
  });
  const told = own.map((state) => `${state?.id} ${state?.state} ${state?.coarse}`).join(',');
  const projections = useMemo(() => {
    const known = new Map<string, ProjectionState>();
    own.forEach((state, i) => {
      const key = keys[i]!;
      const projected = contents[done.indexOf(key)];
      if (state?.state === 'failed') known.set(key, { trouble: state.trouble ?? 'It broke off.' });
      else if (projected && done.includes(key)) known.set(key, { projected, ...(state?.coarse && { coarse: true }) });
      else known.set(key, 'waiting');
    });
    return known;
    // Whatever has come is told by the states and the contents.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [told, contents]);
  const waiting = own.filter((state) => state?.state === 'waiting');
  const come = [...projections.values()].filter((state) => state !== 'waiting').length;
  return {
    projections,
    wanted: keys.length,
    come,
    coarse: ready.filter(({ coarse }) => coarse).length,
    failed: own.flatMap((state) => (state?.state === 'failed' ? [state.id] : [])),
    waitsFor: waiting.every((state) => state?.waitsFor !== undefined) ? waiting[0]?.waitsFor : undefined,
    problem: error?.message,
  };
}

const contentsOf = <T>(results: readonly { data?: T }[]): (T | undefined)[] => results.map(({ data }) => data);
