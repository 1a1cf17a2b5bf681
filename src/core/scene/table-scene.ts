import type { Cell } from '../format/document';
import type { Shown } from '../format/growth';
import type { Grown, LaidBlock } from '../format/layout';
import type { Occasion } from '../format/occasion';
import type { Step } from '../format/steps/step';
import type { ComposedCell } from './cell-room';
import { composeCell } from './cell-scene';
import type { Filling } from './content-text';
import type { LaidTable } from './laying';
import type { ComposeMemo } from './memo';
import type { Finding, Report } from './report';
import type { SheetRequest } from './resources';
import { isContinued, rowFilling } from './tables';

/**
 * Composes the cells of a growing table, each row filled from its own data. Findings and their repairs are about the cells of
 * the format: a repeated cell cannot be changed by itself.
 */
export function composeTable(
  laid: LaidBlock,
  { toShow }: LaidTable,
  filling: Filling,
  occasion: Occasion,
  memo: ComposeMemo,
): ComposedCell[] {
  const { block, grown } = laid;
  const { shown, patterns } = grown!;
  const marks = markCells(laid);
  return laid.cells.map(({ cell, box }) => {
    const pattern = patterns.get(cell.id)!;
    const shows = shown.get(cell.id);
    const row = typeof shows === 'object' && 'row' in shows ? toShow[shows.row] : undefined;
    const key = row ?? (typeof shows === 'object' && 'more' in shows ? shows.more : shows);
    return memo.repetition(pattern, cell, key, box, block.turn, () => {
      const filled = row ? rowFilling(filling, row) : filling;
      const composed = composeCell({ cell: shownCell(cell, shows, marks), box }, block, filled, occasion);
      return onPattern(composed, pattern, shows !== undefined && !row);
    });
  });
}

/** In each row that says that there are more, the widest cell, which says it. */
function markCells({ cells, grown }: LaidBlock): ReadonlySet<string> {
  const rows = new Map<number, { id: string; width: number }>();
  for (const { cell, box } of cells) {
    const shows = grown!.shown.get(cell.id);
    if (typeof shows !== 'object' || !('more' in shows)) continue;
    const known = rows.get(cell.row);
    if (!known || box.width > known.width) rows.set(cell.row, { id: cell.id, width: box.width });
  }
  return new Set([...rows.values()].map(({ id }) => id));
}

function shownCell(cell: Cell, shows: Shown | undefined, marks: ReadonlySet<string>): Cell {
  if (shows === 'blank') return { ...cell, contents: [] };
  if (typeof shows !== 'object' || !('more' in shows)) return cell;
  const text = `… (${shows.more})`;
  return { ...cell, contents: marks.has(cell.id) ? [{ parts: [{ kind: 'fixed', text }] }] : [] };
}

/** A row grows with its text: that it wraps is nothing to look at. */
const WRAPPED = 'text wrapped';

function onPattern({ primitives, report, findings }: ComposedCell, pattern: Cell, silent: boolean): ComposedCell {
  return {
    primitives,
    report: report.id === pattern.id ? report : { ...report, repeats: pattern.id },
    findings: silent
      ? []
      : findings
          .filter(({ code }) => code !== WRAPPED)
          .map((finding) => ({
            ...finding,
            cell: pattern.id,
            ...(finding.repair && { repair: { ...finding.repair, step: stepOn(finding.repair.step, pattern.id) } }),
          })),
  };
}

const stepOn = (step: Step, cell: string): Step => (step.op === 'set cell' ? { ...step, cell } : step);

/** The findings of a table's cells: of those that rows repeat the first, with how many rows more it is about. */
export function rowFindings(composed: readonly ComposedCell[]): Finding[] {
  const groups = new Map<string, { finding: Finding; more: number }>();
  for (const finding of composed.flatMap(({ findings }) => findings)) {
    const key = `${finding.code}|${finding.cell}`;
    const known = groups.get(key);
    if (known) known.more += 1;
    else groups.set(key, { finding, more: 0 });
  }
  return [...groups.values()].map(({ finding, more }) =>
    more === 0
      ? finding
      : { ...finding, words: `${finding.words} ${more} ${more > 1 ? 'rows' : 'row'} more likewise.` },
  );
}

/** Rows of a table that have no place on the sheet, and on none after it. */
export function leftOver({ block, grown }: LaidBlock, { sheet, rows }: SheetRequest): Finding[] {
  const left = grown?.left ?? 0;
  const about = (code: string, weight: Finding['weight'], words: string): Finding => ({
    code,
    weight,
    block: block.id,
    words: `${block.name}: ${words}`,
  });
  if (left === 0 || !block.grow || rows === 'full') return [];
  const count = `${left} ${left > 1 ? 'rows' : 'row'}`;
  if (block.grow.whenFull === 'newest only')
    return [about('older rows not shown', 'note', `${count} older than the newest are not shown.`)];
  if (isContinued(block.grow) && sheet.number < sheet.total) return [];
  return [
    about(
      'rows without a place',
      'blocks release',
      `${count} have no place: the table is full, and no sheet after this one goes on with it.`,
    ),
  ];
}

/** How a growing block grew, for the report. */
export const grownReport = (
  { columnsOf, rowsOf, rows, left }: Grown,
  { rows: all, before }: LaidTable,
): NonNullable<Report['blocks'][number]['grown']> => ({ columnsOf, rowsOf, rows, left, before, all: all.length });
