import { counted } from '../counted';
import type { Block, FormatDocument } from '../format/document';
import { lengthAt, lengthValueAt, withLength, withValue, valueAt } from '../format/length-value';
import { isOnSize, onSizes } from '../format/occasion';
import { partOf, puttingPart } from '../format/part';
import { addingSize } from '../format/sizing';
import { applyStep } from '../format/steps/step';
import { resolveTracks } from '../format/tracks';
import { type Outcome, refuse } from '../refusal';

/** How a sheet that was read goes into the family of a format that exists. */
export interface Joined {
  document: FormatDocument;
  /** What of the sheet is as it is in the format already, what is otherwise, what is new, and what the sheet does not have. */
  told: string[];
}

/** Two tracks or margins are the same within this, mm. */
const SAME = 0.05;

/**
 * Joins the sheet of a format that was read in as a further size of another format. Blocks that are the same serve the new size too; what
 * is otherwise comes as a block of its own for that size; blocks that the sheet does not have are not on it. Refused for a size that the family
 * has already.
 */
export function joinedTo(document: FormatDocument, read: FormatDocument, newId: () => string): Outcome<Joined> {
  const size = read.sizes[0]!;
  if (document.sizes.some(({ id, name }) => id === size.id || name.toLowerCase() === size.name.toLowerCase()))
    return refuse(
      `“${document.name}” has a size ${size.name} already. Read the drawing as another size, or put it in the place of the format.`,
    );
  const added = applyStep(document, addingSize(document, size));
  if (!added.ok) return added;
  let current = withBorder(added.document, read, size.id);
  const told: string[] = [];
  const kept = new Set<string>();
  for (const block of read.blocks) {
    const same = document.blocks.find((one) => !kept.has(one.id) && isSame(one, document, block, read));
    if (same) {
      kept.add(same.id);
      told.push(`${same.name}: as it is`);
      current = withCondition(current, same.id, size.id, true);
      continue;
    }
    const like = document.blocks.find(
      (one) => one.name === block.name || (one.role === block.role && one.role !== 'other'),
    );
    told.push(
      like
        ? `${block.name}: ${differenceWords(like, document, block, read)}; it comes for ${size.name} alone`
        : `${block.name}: new, for ${size.name} alone`,
    );
    const put = applyStep(current, puttingPart(current, partOf(read, [block], block.name), newId));
    if (!put.ok) return put;
    const fresh = put.document.blocks.find(({ id }) => !current.blocks.some((one) => one.id === id))!;
    // It stands where it stood on the sheet that was read: in its corner, not on what has that corner on other sizes.
    const settled = applyStep(put.document, {
      op: 'set block',
      block: fresh.id,
      change: { condition: { sizes: [size.id] }, dock: { ...block.dock, to: [] } },
    });
    if (!settled.ok) return settled;
    current = settled.document;
  }
  for (const { id, name, condition } of document.blocks) {
    if (kept.has(id) || !isOnSize(condition, size.id)) continue;
    told.push(`${name}: not on ${size.name}`);
    current = withCondition(current, id, size.id, false);
  }
  return { ok: true, document: current, told };
}

/** The document with the margins, zones and marks of the sheet that was read on its size. */
function withBorder(document: FormatDocument, read: FormatDocument, sizeId: string): FormatDocument {
  const side = (name: keyof FormatDocument['margins']) =>
    Math.abs(lengthAt(document.margins[name], sizeId) - lengthAt(read.margins[name], sizeId)) < SAME
      ? document.margins[name]
      : withLength(document.margins[name], lengthValueAt(read.margins[name], sizeId), sizeId);
  const { zones } = document;
  const rule = valueAt(read.zones.rule, sizeId);
  return {
    ...document,
    margins: { left: side('left'), right: side('right'), top: side('top'), bottom: side('bottom') },
    zones: read.zones.shown
      ? {
          ...zones,
          rule: withValue(zones.rule, rule, sizeId),
          edges: withValue(zones.edges, valueAt(read.zones.edges, sizeId), sizeId),
        }
      : zones,
  };
}

function withCondition(document: FormatDocument, id: string, sizeId: string, on: boolean): FormatDocument {
  return {
    ...document,
    blocks: document.blocks.map((block) => {
      if (block.id !== id || isOnSize(block.condition, sizeId) === on) return block;
      const ids = document.sizes
        .map((size) => size.id)
        .filter((one) => (one === sizeId ? on : isOnSize(block.condition, one)));
      return {
        ...block,
        condition: onSizes(block.condition, ids, document.sizes, block.condition.sizes === undefined),
      };
    }),
  };
}

/** The track sizes of a block on the first size on which its format has it, mm. */
function tracksOf(block: Block, document: FormatDocument, axis: 'columns' | 'rows'): number[] {
  const sizeId = document.sizes.find(({ id }) => isOnSize(block.condition, id))?.id ?? document.mainSize;
  const size = document.sizes.find(({ id }) => id === sizeId)!;
  const { left, right, top, bottom } = document.margins;
  const at = (length: Parameters<typeof lengthAt>[0]) => lengthAt(length, sizeId);
  const room = axis === 'columns' ? at(size.width) - at(left) - at(right) : at(size.height) - at(top) - at(bottom);
  const { edges } = resolveTracks(
    block[axis],
    axis === 'columns' ? block.width : block.height,
    room,
    sizeId,
    axis === 'columns' ? 'column' : 'row',
  );
  return edges.slice(1).map((edge, i) => edge - edges[i]!);
}

const alike = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((size, i) => Math.abs(size - b[i]!) < SAME);

const place = ({ column, row, columnSpan, rowSpan }: Block['cells'][number]) =>
  `${column} ${row} ${columnSpan} ${rowSpan}`;
const captionOf = ({ caption }: Block['cells'][number]) => caption?.text.trim().toLowerCase() ?? '';

/** Places of cells with their captions. */
const cellsOf = (block: Block): Map<string, string> =>
  new Map(block.cells.map((cell) => [place(cell), captionOf(cell)]));

function isSame(one: Block, document: FormatDocument, other: Block, read: FormatDocument): boolean {
  if (
    one.turn !== other.turn ||
    one.cells.length !== other.cells.length ||
    (one.grow?.rows ?? '') !== (other.grow?.rows ?? '')
  )
    return false;
  const [a, b] = [cellsOf(one), cellsOf(other)];
  return (
    alike(tracksOf(one, document, 'columns'), tracksOf(other, read, 'columns')) &&
    alike(tracksOf(one, document, 'rows'), tracksOf(other, read, 'rows')) &&
    [...a].every(([at, caption]) => b.get(at) === caption)
  );
}

/** In what a block of the sheet that was read differs from the one that the format has in its place. */
function differenceWords(one: Block, document: FormatDocument, other: Block, read: FormatDocument): string {
  const words = (['columns', 'rows'] as const).flatMap((axis) => {
    const [a, b] = [tracksOf(one, document, axis), tracksOf(other, read, axis)];
    if (a.length !== b.length) return [`${counted(b.length, axis.slice(0, -1))} instead of ${a.length}`];
    const moved = b.filter((size, i) => Math.abs(size - a[i]!) >= SAME).length;
    return moved > 0 ? [`${counted(moved, axis.slice(0, -1))} of another size`] : [];
  });
  const [a, b] = [cellsOf(one), cellsOf(other)];
  const captions = [...b].filter(([at, caption]) => a.has(at) && a.get(at) !== caption).length;
  const cells = [...b.keys()].filter((at) => !a.has(at)).length;
  return (
    [
      ...words,
      ...(cells > 0 ? [`${counted(cells, 'cell')} that it has otherwise`] : []),
      ...(captions > 0 ? [`${counted(captions, 'caption')} in other words`] : []),
    ].join(', ') || 'turned or grown otherwise'
  );
}
