import { z } from 'zod';
import { MOST } from '../bounds';
import { EdgeLine, Line } from '../document';
import { type Operation, blockOf, editedBlock, given } from './operation';

const Edge = EdgeLine.omit({ line: true });
export type Edge = z.infer<typeof Edge>;

export const SetLines = z.object({
  op: z.literal('set lines'),
  block: z.string(),
  /** The outline, all inside lines, the whole block, or single edges. */
  where: z.union([z.enum(['outline', 'inside', 'whole']), z.array(Edge).min(1).max(MOST.ownLines)]),
  change: Line.partial(),
});
export type SetLines = z.infer<typeof SetLines>;

/** Sets width, ink, type or hiding of lines. Lines of their own in the place of the outline or the inside go with it. */
export const setLines: Operation<SetLines> = {
  apply: (document, { block: id, where, change: entries }) =>
    editedBlock(document, id, (block) => {
      const change = given(entries);
      const { lines } = block;
      const isOuter = (edge: Edge) =>
        edge.after === null || edge.after === (edge.axis === 'column' ? block.columns : block.rows).at(-1)!.id;
      if (typeof where === 'string') {
        if (where !== 'inside') Object.assign(lines.outline, change);
        if (where !== 'outline') Object.assign(lines.inside, change);
        lines.edges = lines.edges.filter((edge) =>
          where === 'outline' ? !isOuter(edge) : where === 'inside' ? isOuter(edge) : false,
        );
        return;
      }
      for (const edge of where) {
        const same = lines.edges.find(
          (other) => other.axis === edge.axis && other.after === edge.after && other.at === edge.at,
        );
        if (same) Object.assign(same.line, change);
        else lines.edges.push({ ...edge, line: { ...(isOuter(edge) ? lines.outline : lines.inside), ...change } });
      }
    }),
  words: (before, { block, change }) =>
    `${change.hidden ? 'Hide' : 'Change'} lines of ${blockOf(before, block)?.name ?? 'a block'}`,
};

/** The edges on one side of a rectangle of fields, as {@link SetLines} names them. */
export function edgesOf(
  block: { columns: { id: string }[]; rows: { id: string }[] },
  cell: { column: number; row: number; columnSpan: number; rowSpan: number },
  side: 'left' | 'right' | 'top' | 'bottom',
): Edge[] {
  if (side === 'left' || side === 'right') {
    const boundary = side === 'left' ? cell.column : cell.column + cell.columnSpan;
    const after = block.columns[boundary - 1]?.id ?? null;
    return block.rows.slice(cell.row, cell.row + cell.rowSpan).map(({ id }) => ({ axis: 'column', after, at: id }));
  }
  const boundary = side === 'top' ? cell.row : cell.row + cell.rowSpan;
  const after = block.rows[boundary - 1]?.id ?? null;
  return block.columns
    .slice(cell.column, cell.column + cell.columnSpan)
    .map(({ id }) => ({ axis: 'row', after, at: id }));
}
