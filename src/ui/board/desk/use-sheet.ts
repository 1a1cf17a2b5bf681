import { shallowEqual } from 'fast-equals';
import type { Occasion } from '../../../core/format/occasion';
import type { Facts } from '../../../core/property/facts';
import { type Composed, compose } from '../../../core/scene/compose';
import { planSheets } from '../../../core/scene/planning';
import type { SheetPlace } from '../../../core/scene/resources';
import { partsRules } from '../../../core/specimen/parts-tables';
import { ComposeMemo } from '../../../core/scene/memo';
import type { Outcome } from '../../../core/refusal';
import { factsFor } from '../../data/office';
import { type BoardState, useBoard } from '../board-store';

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
  ({ format, office, filled, asFor, document }) => [
    format,
    office.specimens,
    office.properties,
    office.materials,
    filled,
    asFor.kind,
    [...partsRules(document).keys()].join(),
  ],
  ({ format, office, filled, asFor, document }) => {
    const facts = factsFor(format, office, filled, document);
    return facts.model && asFor.kind ? { ...facts, model: { ...facts.model, kind: asFor.kind } } : facts;
  },
  3,
);

const planMemo = new ComposeMemo();

/** Which sheet of how many the desk shows. */
export const deskSheet = remembered<SheetPlace>(
  (board) => {
    const { document, format, asFor, sizeId, show, rows, resources } = board;
    // Where no table grows, no sheet goes on from another.
    const grows = document.blocks.some((block) => block.grow);
    return [format.scale, asFor.sheet, ...(grows ? [document, sizeId, show, rows, resources, deskFacts(board)] : [])];
  },
  (board) => {
    const { document, sizeId, show, rows, resources, format, asFor } = board;
    const sheet = { document, sizeId, scale: format.scale, facts: deskFacts(board) };
    const following = asFor.sheet === 'following';
    const looks = { show, ...(rows !== undefined && { rows }) };
    const sheets = planSheets(following ? [sheet, sheet] : [sheet], resources, looks, planMemo);
    return sheets[following ? 1 : 0]!.place;
  },
  3,
);

const memo = new ComposeMemo();

/**
 * The sheet on the desk, composed on the main thread when the board has changed: it is a matter of a few milliseconds.
 * Three are kept: the one of the board as it is, the one that panes still show that follow a moment later, and what a repair would
 * come to.
 */
export const sheetOf = remembered<Outcome<Composed>>(
  (board) => [
    board.document,
    board.sizeId,
    board.show,
    board.rows,
    board.resources,
    deskFacts(board),
    deskSheet(board),
  ],
  (board) => {
    const { document, sizeId, show, rows, resources } = board;
    const request = { sizeId, sheet: deskSheet(board), show, ...(rows !== undefined && { rows }) };
    return compose(document, request, deskFacts(board), resources, memo);
  },
  3,
);

/** The board as the desk shows it: with what a repair would come to, when that is looked at. */
const asShown = (board: BoardState): BoardState =>
  board.preview ? { ...board, document: board.preview.document } : board;

export const useDeskFacts = () => useBoard(deskFacts);
export const useDeskSheet = () => useBoard(deskSheet);

/** The composed sheet on the desk, or why there is none. */
export const useSheet = () => useBoard(sheetOf);

/** The sheet as it stands on the desk: what a repair would come to while that is looked at. */
export const useShownSheet = () => useBoard((board) => sheetOf(asShown(board)));

/** What the conditions of the sheet on the desk are held against. */
export function useOccasion(): Occasion {
  const sizeId = useBoard((board) => board.sizeId);
  const { number } = useDeskSheet();
  const kind = useDeskFacts().model?.kind;
  return { sizeId, first: number === 1, ...(kind && { kind }) };
}
