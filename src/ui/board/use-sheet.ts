'use client';

import { createContext, useContext, useMemo, useState } from 'react';
import type { Occasion } from '../../core/format/occasion';
import type { Facts } from '../../core/property/facts';
import { type Composed, compose } from '../../core/scene/compose';
import type { SheetRequest } from '../../core/scene/resources';
import { ComposeMemo } from '../../core/scene/memo';
import type { Outcome } from '../../core/refusal';
import { factsFor } from '../data/office';
import { useBoard } from './board-store';

/** What the sheet on the desk is filled from: the chosen model, taken for another kind when it is shown as for one. */
export function useDeskFacts(): Facts {
  const filled = useBoard((board) => board.filled);
  const format = useBoard((board) => board.format);
  const specimens = useBoard((board) => board.office.specimens);
  const kind = useBoard((board) => board.asFor.kind);
  return useMemo(() => {
    const facts = factsFor(format, specimens, filled);
    return facts.model && kind ? { ...facts, model: { ...facts.model, kind } } : facts;
  }, [format, specimens, filled, kind]);
}

/** Which sheet of how many the desk shows. */
export function useDeskSheet(): SheetRequest['sheet'] {
  const scale = useBoard((board) => board.format.scale);
  const following = useBoard((board) => board.asFor.sheet === 'following');
  return useMemo(
    () => (following ? { number: 2, total: 2, scale } : { number: 1, total: 1, scale }),
    [scale, following],
  );
}

/** Composes the sheet on the desk, on the main thread: it is a matter of a few milliseconds. */
export function useComposedSheet(): Outcome<Composed> {
  const document = useBoard((board) => board.document);
  const sizeId = useBoard((board) => board.sizeId);
  const show = useBoard((board) => board.show);
  const resources = useBoard((board) => board.resources);
  const facts = useDeskFacts();
  const sheet = useDeskSheet();
  const [memo] = useState(() => new ComposeMemo());
  return useMemo(
    () => compose(document, { sizeId, sheet, show }, facts, resources, memo),
    [document, sizeId, sheet, show, facts, resources, memo],
  );
}

/** What the conditions of the sheet on the desk are held against. */
export function useOccasion(): Occasion {
  const sizeId = useBoard((board) => board.sizeId);
  const { number } = useDeskSheet();
  const kind = useDeskFacts().model?.kind;
  return { sizeId, first: number === 1, ...(kind && { kind }) };
}

export const SheetContext = createContext<Outcome<Composed>>({ ok: false, reason: 'No sheet is open.' });

/** The composed sheet on the desk, or why there is none. */
export const useSheet = () => useContext(SheetContext);
