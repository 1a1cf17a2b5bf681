import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { deepEqual } from 'fast-equals';
import { useEffect, useMemo, useState } from 'react';
import { type MoveForesight, foreseeMove } from '../../../contract/drawings';
import { type Foresight, type Standing, foresee } from '../../../core/drawing/foreseeing';
import type { Resources } from '../../../core/scene/resources';
import { ask } from '../../data/request';
import { type Moving, type OpenDrawing, withOffice } from '../drawing-store';
import { documentsOf, sourcesOf, usePlan } from '../use-sheets';

/** What a move would make of a drawing, and the drawing before and after it. */
export interface Foreseen {
  view: MoveForesight;
  before: OpenDrawing;
  after: OpenDrawing | undefined;
}

const foreseenQuery = (id: string, version: number, moving: Omit<Moving, 'reopens'>) =>
  queryOptions({
    queryKey: ['move foreseen', id, version, moving],
    queryFn: async (): Promise<Foreseen> => {
      const view = await ask(foreseeMove, { params: { id }, body: moving });
      const [before, after] = await Promise.all([withOffice(view.before), view.after && withOffice(view.after)]);
      return { view, before, after };
    },
    staleTime: 0,
    gcTime: 0,
    retry: false,
    placeholderData: keepPreviousData,
  });

/** How long nothing is typed or chosen before it is foreseen anew, ms. */
const PAUSE_MS = 300;

/** A value once it has not changed for a while. */
function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  const text = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(JSON.parse(text) as T), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}

/** Foresees a move: the server says what it would make of the drawing, and the sheets are composed here before and after it. */
export function useForesight(open: OpenDrawing, moving: Omit<Moving, 'reopens'>) {
  const { id, version } = open.drawing;
  const settled = useSettled(moving);
  const { data, error, isFetching } = useQuery(foreseenQuery(id, version, settled));
  /** What is shown is not yet of what was typed last. */
  const isBehind = isFetching || !deepEqual(JSON.parse(JSON.stringify(moving)), settled);
  const [before, after] = [usePlan(data?.before, undefined), usePlan(data?.after, undefined)];
  const [then, now] = [before.resources, after.resources];
  const foresight = useMemo((): Foresight | undefined => {
    if (!data?.after || !data.view.kept || !then || !now) return undefined;
    const { kept, unsigned = [] } = data.view;
    return foresee(standing(data.before, then), standing(data.after, now), { kept, unsigned });
  }, [data, then, now]);
  return { foreseen: data, foresight, problem: error?.message, isBehind };
}

const standing = (open: OpenDrawing, resources: Resources): Standing => ({
  drawing: open.drawing,
  documents: documentsOf(open),
  sources: { ...sourcesOf(open), scale: open.drawing.scale },
  resources,
});
