import type { Cell } from '../format/document';
import type { Shown } from '../format/growth';
import type { Grown, LaidBlock } from '../format/layout';
import type { Occasion } from '../format/occasion';
import type { ComposedCell } from './cell-room';
import { composeCell } from './cell-scene';
import type { Filling } from './content-text';
import type { LaidTable } from './laying';
import type { ComposeMemo } from './memo';
import type { Finding } from '../findings/finding';
import type { Report } from './report';
import { rowFilling } from './row-filling';

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

function onPattern(
  { primitives, report, findings, inked }: ComposedCell,
  pattern: Cell,
  silent: boolean,
): ComposedCell {
  return {
    primitives,
    inked: silent ? [] : inked,
    report: report.id === pattern.id ? report : { ...report, repeats: pattern.id },
    findings: silent
      ? []
      : findings
          // A row grows with its text: that it wraps is nothing to look at.
          .filter(({ code }) => code !== 'text wrapped')
          .map((finding) => aboutPattern(finding, pattern.id)),
  };
}

function aboutPattern(finding: Finding, cell: string): Finding {
  const { repair } = finding;
  const steps = repair?.steps.map((step) => (step.op === 'set cell' ? { ...step, cell } : step));
  return {
    ...finding,
    place: { ...finding.place, cell },
    ...(repair && { repair: { ...repair, steps } }),
  } as Finding;
}

/** The findings of a table's cells: of those that rows repeat the first, with how many rows more it is about. */
export function rowFindings(composed: readonly ComposedCell[]): Finding[] {
  const groups = new Map<string, { finding: Finding; moreRows: number }>();
  for (const { findings } of composed) {
    for (const finding of findings) {
      const key = `${finding.code}|${finding.place.cell}`;
      const known = groups.get(key);
      if (known) known.moreRows += 1;
      else groups.set(key, { finding, moreRows: 0 });
    }
  }
  return [...groups.values()].map(({ finding, moreRows }) =>
    moreRows === 0 ? finding : { ...finding, place: { ...finding.place, moreRows } },
  );
}

/** How a growing block grew, for the report. */
export const grownReport = (
  { columnsOf, rowsOf, rows, left }: Grown,
  { rows: all, before }: LaidTable,
): NonNullable<Report['blocks'][number]['grown']> => ({ columnsOf, rowsOf, rows, left, before, all: all.length });
