'use client';

import { createContext, useContext, useMemo, useState } from 'react';
import { type Composed, compose } from '../../core/scene/compose';
import { ComposeMemo } from '../../core/scene/memo';
import type { Outcome } from '../../core/refusal';
import { factsFor } from '../data/office';
import { useBoard } from './board-store';

/** Composes the sheet on the desk, on the main thread: it is a matter of a few milliseconds. */
export function useComposedSheet(): Outcome<Composed> {
  const document = useBoard((board) => board.document);
  const sizeId = useBoard((board) => board.sizeId);
  const show = useBoard((board) => board.show);
  const filled = useBoard((board) => board.filled);
  const format = useBoard((board) => board.format);
  const specimens = useBoard((board) => board.office.specimens);
  const resources = useBoard((board) => board.resources);
  const facts = useMemo(() => factsFor(format, specimens, filled), [format, specimens, filled]);
  const [memo] = useState(() => new ComposeMemo());
  return useMemo(
    () =>
      compose(document, { sizeId, sheet: { number: 1, total: 1, scale: format.scale }, show }, facts, resources, memo),
    [document, sizeId, show, facts, format, resources, memo],
  );
}

export const SheetContext = createContext<Outcome<Composed>>({ ok: false, reason: 'No sheet is open.' });

/** The composed sheet on the desk, or why there is none. */
export const useSheet = () => useContext(SheetContext);
