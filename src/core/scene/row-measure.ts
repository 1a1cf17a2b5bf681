import type { Block } from '../format/document';
import { patternRow } from '../format/growth';
import { type Occasion, applies } from '../format/occasion';
import { resolveTracks } from '../format/tracks';
import { turnedSize } from '../geometry/placing';
import { neededHeight } from './cell-text';
import type { Filling } from './content-text';

/**
 * Says what height a row of a block needs, mm: that of the tallest of its cells whose text may wrap.
 *
 * @param space the drawing space, for columns that share what is left of it
 */
export function rowMeasure(
  block: Block,
  occasion: Occasion,
  space: { width: number; height: number },
): (filling: Filling) => number {
  const { sizeId } = occasion;
  const pattern = patternRow(block, block.grow!);
  const { width: available } = turnedSize(space.width, space.height, block.turn);
  const { edges } = resolveTracks(block.columns, block.width, available, sizeId, 'column');
  const wrapping = block.cells.flatMap((cell) => {
    if (cell.row !== pattern || cell.turn !== 0 || !cell.fit.some((step) => step.kind === 'wrap')) return [];
    const content = cell.contents.find((candidate) => applies(candidate.when, occasion));
    if (!content || !('parts' in content)) return [];
    const width = edges[cell.column + cell.columnSpan]! - edges[cell.column]!;
    const placing = { at: { x: 0, y: 0 }, turn: 0 as const, width, height: 0 };
    return [{ cell, parts: content.parts, room: { placing, width, height: 0, sizeId } }];
  });
  return (filling) =>
    wrapping.reduce(
      (tallest, { cell, parts, room }) =>
        Math.max(tallest, neededHeight(parts, { cell, block: block.id, room, filling })),
      0,
    );
}
