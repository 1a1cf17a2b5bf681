import { z } from 'zod';
import { type Block, Cell, type FormatDocument } from '../../../core/format/document';
import { cellAtField, rangeAround } from '../../../core/format/ranges';
import { type Step, together } from '../../../core/format/steps/step';

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
 * The step that pastes the copied cells: a single one onto every selected cell, several from the first selected cell on, each onto the
 * cell that lies at its place. Lettering styles that the format does not have become the target's own.
 */
export function pastedSteps(
  document: FormatDocument,
  selected: readonly { block: Block; cell: Cell }[],
  what: 'all' | 'content' | 'look',
): Step | { reason: string } {
  const stored = Copied.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
  if (!stored.success || stored.data.length === 0) return { reason: 'Nothing is copied yet. Copy cells first.' };
  const [first] = selected;
  if (!first) return { reason: 'There is no cell here to paste onto.' };
  const styles = new Set(document.letterings.map((style) => style.id));
  const onto = (target: Cell, block: Block, cell: Cell) => {
    const lettering = styles.has(cell.lettering) ? cell.lettering : target.lettering;
    const caption = cell.caption && {
      ...cell.caption,
      lettering: styles.has(cell.caption.lettering) ? cell.caption.lettering : lettering,
    };
    const content = { caption: caption ?? null, contents: cell.contents, name: cell.name ?? null };
    const look = { lettering, override: cell.override ?? null, place: cell.place, turn: cell.turn, fit: cell.fit };
    const change = what === 'all' ? { ...content, ...look } : what === 'content' ? content : look;
    return { op: 'set cell' as const, block: block.id, cell: target.id, change };
  };
  const [single, ...more] = stored.data;
  if (more.length > 0 && selected.some(({ block }) => block !== first.block))
    return { reason: 'Several copied cells are pasted into one block. Select cells of one block.' };
  const seen = new Set<string>();
  const steps =
    more.length === 0
      ? selected.map(({ block, cell }) => onto(cell, block, single!.cell))
      : stored.data.flatMap(({ column, row, cell }) => {
          const target = cellAtField(first.block, first.cell.column + column, first.cell.row + row);
          if (!target || seen.has(target.id)) return [];
          seen.add(target.id);
          return [onto(target, first.block, cell)];
        });
  return together(steps.length > 1 ? `Paste onto ${steps.length} cells` : 'Paste onto a cell', steps);
}
