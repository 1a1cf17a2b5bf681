import type { Content, FormatDocument } from '../format/document';
import type { Facts } from '../property/facts';
import type { Outcome } from '../refusal';
import { type Composed, compose, composeLaid } from './compose';
import { type LaidSheet, goingOn, layOut, rowsSoFar, withPlace } from './laying';
import type { ViewsToDraw } from '../view/to-draw';
import { ComposeMemo } from './memo';
import type { Resources, SheetPlace, SheetRequest } from './resources';

/** One sheet of a set, before its place in it is known. */
export interface SheetToPlan {
  document: FormatDocument;
  sizeId: string;
  scale?: string;
  facts: Facts;
  views?: ViewsToDraw;
}

export type PlannedSheet<S extends SheetToPlan> = S & {
  place: SheetPlace;
  /** Nobody put it in: it follows by itself, because a table goes on. */
  follows?: true;
  /** Where tables grow: the sheet as planning has laid it out. */
  laid?: LaidSheet;
};

/** More sheets than this do not follow by themselves. */
const MOST_SHEETS = 200;

/**
 * Plans a set of sheets: their numbers and total, with which row each table goes on, how many rows find a place at all, and the sheets
 * that follow by themselves. Where a
 * table has rows left that the next sheet does not go on with, sheets like the last one follow until every row has its place. With the
 * same `memo` from one plan to the next rows are measured once.
 */
export function planSheets<S extends SheetToPlan>(
  given: readonly S[],
  resources: Resources,
  looks: Pick<SheetRequest, 'show' | 'rows'> = { show: 'values' },
  memo = new ComposeMemo(),
): PlannedSheet<S>[] {
  const planned: PlannedSheet<S>[] = [];
  let before: Record<string, number> = {};
  const placeOf = ({ scale }: S): SheetPlace => ({
    number: planned.length + 1,
    total: given.length,
    ...(scale !== undefined && { scale }),
    ...(Object.keys(before).length > 0 && { before }),
  });
  const laidOut = (sheet: S): LaidSheet | undefined => {
    if (!sheet.document.blocks.some((block) => block.grow)) return undefined;
    const request = { sizeId: sheet.sizeId, sheet: placeOf(sheet), ...looks, ...viewsOf(sheet) };
    const laid = layOut(sheet.document, request, sheet.facts, resources, memo);
    return laid.ok ? laid : undefined;
  };
  const put = (given: S, laidFrom: LaidSheet | undefined, follows: boolean) => {
    // A sheet that follows by itself goes on with tables; the views are on the one that it follows.
    const sheet = follows ? withoutViews(given) : given;
    const laid = follows && laidFrom ? { ...laidFrom, request: withoutViews(laidFrom.request) } : laidFrom;
    planned.push({
      ...sheet,
      place: placeOf(sheet),
      ...(follows && { follows: true as const }),
      ...(laid && { laid }),
    });
    if (laid) before = rowsSoFar(laid, before);
  };
  given.forEach((sheet, i) => {
    let laid = laidOut(sheet);
    put(sheet, laid, false);
    const next = given[i + 1];
    while (laid && goingOn(laid).length > 0 && planned.length < MOST_SHEETS) {
      const left = goingOn(laid);
      const then = next && laidOut(next);
      if (then && [...then.tables.values()].some(({ key }) => left.includes(key))) return;
      laid = laidOut(sheet);
      const far = laid && rowsSoFar(laid, before);
      // A sheet that takes none of the rows would be followed by others without end.
      if (!far || !left.some((key) => far[key]! > (before[key] ?? 0))) return;
      put(sheet, laid, true);
    }
  });
  const counted = { total: planned.length, ...(Object.keys(before).length > 0 && { placed: before }) };
  return planned.map((sheet) => {
    const place = { ...sheet.place, ...counted };
    return { ...sheet, place, ...(sheet.laid && { laid: withPlace(sheet.laid, place) }) };
  });
}

const viewsOf = ({ views }: SheetToPlan) => (views ? { views } : {});

function withoutViews<S extends { views?: ViewsToDraw }>({ views: _, ...sheet }: S): S {
  return sheet as S;
}

/** Composes one sheet of a plan, from the layout that planning has made of it where there is one. */
export function composePlanned<S extends SheetToPlan>(
  { document, sizeId, place, facts, laid, views }: PlannedSheet<S>,
  resources: Resources,
  looks: Pick<SheetRequest, 'show' | 'rows'> = { show: 'values' },
  memo = new ComposeMemo(),
): Outcome<Composed> {
  return laid
    ? { ok: true, ...composeLaid(laid, memo) }
    : compose(document, { sizeId, sheet: place, ...looks, ...viewsOf({ views } as S) }, facts, resources, memo);
}

/** Whether a format has anything that tells the first sheet from those that follow. */
export const tellsSheetsApart = (document: FormatDocument): boolean =>
  document.blocks.some(
    (block) =>
      block.condition.sheets !== undefined ||
      block.cells.some((cell) => cell.contents.some((content: Content) => content.when?.sheets !== undefined)),
  );

/** The sheets that a format is proved on, filled from one model: one, and those that follow it when there is anything on them. */
export function proofSheets<S extends SheetToPlan>(
  sheet: S,
  resources: Resources,
  looks?: Pick<SheetRequest, 'show' | 'rows'>,
): PlannedSheet<S>[] {
  return planSheets(tellsSheetsApart(sheet.document) ? [sheet, sheet] : [sheet], resources, looks);
}
