import { z } from 'zod';
import { type Block, Cell, type FormatDocument } from '../../../core/format/document';
import { cellAtField, rangeAround } from '../../../core/format/ranges';
import type { Step } from '../../../core/format/steps/step';

/** Kept in the browser, so that cells can be pasted into another format. */
const KEY = 'zonograph-cells';

const Copied = z.array(z.object({ column: z.int(), row: z.int(), cell: Cell }));

/** Copies cells with all they carry, and where they stand to one another. */
export function copyCells(cells: Cell[]): void {
  const { column, row } = rangeAround(cells);
  const copied = cells.map((cell) => ({ column: cell.column - column, row: cell.row - row, cell }));
  localStorage.setItem(KEY, JSON.stringify(copied));
}

/**
 * The step that pastes the copied cells from a cell on: each onto the cell that lies at its place. Lettering styles that
 * the format does not have become the target's own.
 */
export function pastedSteps(
  document: FormatDocument,
  block: Block,
  at: Cell,
  what: 'all' | 'content' | 'look',
): Step | { reason: string } {
  const stored = Copied.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
  if (!stored.success) return { reason: 'Nothing is copied yet. Copy cells first.' };
  const styles = new Set(document.letterings.map((style) => style.id));
  const seen = new Set<string>();
  const steps = stored.data.flatMap(({ column, row, cell }) => {
    const target = cellAtField(block, at.column + column, at.row + row);
    if (!target || seen.has(target.id)) return [];
    seen.add(target.id);
    const lettering = styles.has(cell.lettering) ? cell.lettering : target.lettering;
    const caption = cell.caption && {
      ...cell.caption,
      lettering: styles.has(cell.caption.lettering) ? cell.caption.lettering : lettering,
    };
    const content = { caption: caption ?? null, contents: cell.contents, name: cell.name ?? null };
    const look = { lettering, override: cell.override ?? null, place: cell.place, turn: cell.turn, fit: cell.fit };
    const change = what === 'all' ? { ...content, ...look } : what === 'content' ? content : look;
    return [{ op: 'set cell' as const, block: block.id, cell: target.id, change }];
  });
  if (steps.length === 0) return { reason: 'There is no cell here to paste onto.' };
  return { op: 'together', name: steps.length > 1 ? `Paste onto ${steps.length} cells` : 'Paste onto a cell', steps };
}
