import { MOST_ON_SHEET } from '../format/bounds';
import type { Block, FormatDocument } from '../format/document';
import { isContinued } from '../format/growth';
import { type LaidBlock, layBlocks } from '../format/layout';
import { type Occasion, applies } from '../format/occasion';
import type { RowsToLay } from '../format/rows-shown';
import { type SheetGeometry, sheetGeometry } from '../format/sheet';
import { composable } from '../format/soundness';
import type { Facts, TableRow } from '../property/facts';
import type { Values } from '../property/value';
import { SUPPLIED } from '../property/supplied';
import { type Outcome, refuse } from '../refusal';
import type { Filling } from './content-text';
import { ComposeMemo } from './memo';
import { type Resources, type SheetPlace, type SheetRequest, resourcesFor } from './resources';
import { rowFilling, withNewestRevision } from './row-filling';
import { rowMeasure } from './row-measure';
import { type Table, tableKey, tableOf } from './tables';

/** A growing table on a sheet. */
export interface LaidTable extends Table {
  block: Block;
  key: string;
  /** How many of its rows stand on sheets before this one. */
  before: number;
  /** The rows that are to be shown from here on. */
  toShow: readonly TableRow[];
}

/** A sheet with everything in its place, before any cell is composed. */
export interface LaidSheet {
  request: SheetRequest;
  sheet: SheetGeometry;
  occasion: Occasion;
  filling: Filling;
  laid: LaidBlock[];
  tables: ReadonlyMap<string, LaidTable>;
}

/** Lays out one sheet of a format: its geometry, the rows of its tables, the places of its blocks. */
export function layOut(
  document: FormatDocument,
  request: SheetRequest,
  given: Facts,
  resources: Resources,
  memo = new ComposeMemo(),
): Outcome<LaidSheet> {
  const whole = composable(document);
  if (!whole.ok) return whole;
  const geometry = sheetGeometry(document, request.sizeId);
  if (!geometry.ok) return geometry;
  const { sheet } = geometry;
  const facts = withNewestRevision(given);
  const occasion: Occasion = {
    sizeId: request.sizeId,
    first: request.sheet.number === 1,
    ...(facts.model && { kind: facts.model.kind }),
  };
  const filling: Filling = {
    document,
    facts,
    sheetValues: sheetValues(sheet.name, request.sheet),
    resources: resourcesFor(facts, resources),
    show: request.show,
  };
  memo.begin(filling, request.sizeId);
  const tables = new Map<string, LaidTable>();
  const rows = new Map<string, RowsToLay>();
  for (const block of document.blocks) {
    if (!block.grow || !applies(block.condition, occasion)) continue;
    const table = tableOf(block, filling, request.sizeId, request.rows);
    const key = tableKey(block.grow, facts);
    const before = isContinued(block.grow) ? Math.min(request.sheet.before?.[key] ?? 0, table.rows.length) : 0;
    const toShow = before === 0 ? table.rows : table.rows.slice(before);
    // What has been shown to its end on sheets before is not begun again with blank rows.
    if (before > 0 && toShow.length === 0) continue;
    tables.set(block.id, { ...table, block, key, before, toShow });
    const needs = rowMeasure(block, occasion, sheet.space);
    const height = (i: number) => memo.height(block, toShow[i]!, () => needs(rowFilling(filling, toShow[i]!)));
    rows.set(block.id, { count: toShow.length, height });
  }
  const onSheet = document.blocks.every((block) => !block.grow || rows.has(block.id))
    ? document
    : { ...document, blocks: document.blocks.filter((block) => !block.grow || rows.has(block.id)) };
  const laid = layBlocks(onSheet, sheet.space, occasion, rows);
  const cells = laid.reduce((sum, block) => sum + block.cells.length, 0);
  if (cells > MOST_ON_SHEET)
    return refuse(
      `The sheet would have ${cells} cells; it takes ${MOST_ON_SHEET} at most. Let its tables show fewer rows.`,
    );
  return { ok: true, request, sheet, occasion, filling, tables, laid };
}

/** What a sheet says of itself, by property id. */
export const sheetValues = (size: string, { number, total, scale }: SheetPlace): Values => ({
  [SUPPLIED.sheetSize]: size,
  [SUPPLIED.sheetNumber]: number,
  [SUPPLIED.sheetCount]: total,
  ...(scale !== undefined && { [SUPPLIED.scale]: scale }),
});

/** A laid sheet of a set, with what has been counted of the set since. */
export function withPlace(laid: LaidSheet, place: SheetPlace): LaidSheet {
  const { request, filling, sheet } = laid;
  return {
    ...laid,
    request: { ...request, sheet: place },
    filling: { ...filling, sheetValues: sheetValues(sheet.name, place) },
  };
}

/** The rows of each table that stand on a sheet or on those before it, by the table's key: what the next sheet begins from. */
export function rowsSoFar(
  { laid, tables }: LaidSheet,
  before: Readonly<Record<string, number>> = {},
): Record<string, number> {
  const far: Record<string, number> = { ...before };
  for (const { block, grown } of laid) {
    const table = tables.get(block.id);
    if (table && grown && block.grow && isContinued(block.grow))
      far[table.key] = Math.max(far[table.key] ?? 0, table.before + grown.rows);
  }
  return far;
}

/** The keys of the sheet's tables that have rows left, which sheets after it are to show. */
export const goingOn = ({ laid, tables }: LaidSheet): string[] =>
  laid.flatMap(({ block, grown }) => {
    const table = tables.get(block.id);
    return table && grown && grown.left > 0 && isContinued(block.grow!) ? [table.key] : [];
  });
