'use client';

import { queryOptions, useQueries, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { readProjection, wantProjections } from '../../contract/projections';
import type { Projections } from '../../core/view/drawing';
import { projectionsOf } from '../../core/view/placing';
import type { Projection, ProjectionState } from '../../core/view/projected';
import type { ViewsToDraw } from '../../core/view/to-draw';
import { ask } from '../data/request';

/** How often is looked whether projections have come, ms. */
const AGAIN_MS = 700;

const projectionQuery = (id: string) =>
  queryOptions({
    queryKey: ['projection', id],
    queryFn: () => ask(readProjection, { params: { id } }),
    staleTime: Infinity,
  });

export interface AtHandProjections {
  projections: Projections;
  /** How many are wanted, and how many of them have come to nothing or to something. */
  wanted: number;
  come: number;
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
    refetchInterval: ({ state }) => (state.data?.some((one) => one.state === 'waiting') ? AGAIN_MS : false),
  });
  const own = keys.map((key) => states?.find(({ id }) => id === key));
  const done = own.flatMap((state) => (state?.state === 'done' ? [state.id] : []));
  const contents = useQueries({ queries: done.map(projectionQuery), combine: contentsOf });
  const told = own.map((state) => `${state?.id} ${state?.state}`).join(',');
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
  const come = [...projections.values()].filter((state) => state !== 'waiting').length;
  return { projections, wanted: keys.length, come, problem: error?.message };
}

const contentsOf = <T>(results: readonly { data?: T }[]): (T | undefined)[] => results.map(({ data }) => data);
