import { shallowEqual } from 'fast-equals';
import type { Occasion } from '../../core/format/occasion';
import type { Facts } from '../../core/property/facts';
import { type Composed, compose } from '../../core/scene/compose';
import type { SheetRequest } from '../../core/scene/resources';
import { ComposeMemo } from '../../core/scene/memo';
import type { Outcome } from '../../core/refusal';
import { factsFor } from '../data/office';
import { type BoardState, useBoard } from './board-store';

/** Keeps the last results of a function of the board, so that equal parts of it give the same result. */
function remembered<T>(
  partsOf: (board: BoardState) => unknown[],
  make: (board: BoardState) => T,
  keep: number,
): (board: BoardState) => T {
  const results: { parts: unknown[]; result: T }[] = [];
  return (board) => {
    const parts = partsOf(board);
    const known = results.find((entry) => shallowEqual(entry.parts, parts));
    if (known) return known.result;
    const result = make(board);
    results.unshift({ parts, result });
    results.length = Math.min(results.length, keep);
    return result;
  };
}

/** What the sheet on the desk is filled from: the chosen model, taken for another kind when it is shown as for one. */
export const deskFacts = remembered<Facts>(
  ({ format, office, filled, asFor }) => [
    format,
    office.specimens,
    office.properties,
    office.materials,
    filled,
    asFor.kind,
  ],
  ({ format, office, filled, asFor }) => {
    const facts = factsFor(format, office, filled);
    return facts.model && asFor.kind ? { ...facts, model: { ...facts.model, kind: asFor.kind } } : facts;
  },
  2,
);

/** Which sheet of how many the desk shows. */
export const deskSheet = remembered<SheetRequest['sheet']>(
  ({ format, asFor }) => [format.scale, asFor.sheet],
  ({ format: { scale }, asFor }) =>
    asFor.sheet === 'following' ? { number: 2, total: 2, scale } : { number: 1, total: 1, scale },
  2,
);

const memo = new ComposeMemo();

/**
 * The sheet on the desk, composed on the main thread when the board has changed: it is a matter of a few milliseconds.
 * Two are kept: the one of the board as it is, and the one that panes still show that follow a moment later.
 */
const sheetOf = remembered<Outcome<Composed>>(
  (board) => [board.document, board.sizeId, board.show, board.resources, deskFacts(board), deskSheet(board)],
  (board) => {
    const { document, sizeId, show, resources } = board;
    return compose(document, { sizeId, sheet: deskSheet(board), show }, deskFacts(board), resources, memo);
  },
  2,
);

export const useDeskFacts = () => useBoard(deskFacts);
export const useDeskSheet = () => useBoard(deskSheet);

/** The composed sheet on the desk, or why there is none. */
export const useSheet = () => useBoard(sheetOf);

/** What the conditions of the sheet on the desk are held against. */
export function useOccasion(): Occasion {
  const sizeId = useBoard((board) => board.sizeId);
  const { number } = useDeskSheet();
  const kind = useDeskFacts().model?.kind;
  return { sizeId, first: number === 1, ...(kind && { kind }) };
}
