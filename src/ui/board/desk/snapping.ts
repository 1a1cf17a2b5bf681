import { type Point, right, top } from '../../../core/geometry/box';
import { toSheet, turnedSize } from '../../../core/geometry/placing';
import type { Report } from '../../../core/scene/report';
import type { Guide } from './guides';

/** Where upright (x) and level (y) lines lie that others are brought in line with, mm on the sheet. */
export interface Levels {
  x: number[];
  y: number[];
}

/** The levels of the drawing space, of every block's edges but one block's, and of the guides. */
export function levelsOn(
  report: Pick<Report, 'blocks' | 'sheet' | 'drawingSpace'>,
  guides: readonly Guide[],
  exceptBlock?: string,
): Levels {
  const { drawingSpace: space, sheet } = report;
  const levels: Levels = {
    x: [space.x, right(space), sheet.width / 2],
    y: [space.y, top(space), sheet.height / 2],
  };
  for (const { axis, at } of guides) levels[axis].push(at);
  for (const block of report.blocks) {
    if (block.id === exceptBlock) continue;
    const turn = block.turn as 0 | 90 | 180 | 270;
    const own = turnedSize(block.box.width, block.box.height, turn);
    const place = (point: Point) => toSheet({ at: block.box, turn, ...own }, point);
    const level = turn % 180 === 0;
    for (const edge of block.columnEdges) {
      const { x, y } = place({ x: edge, y: 0 });
      levels[level ? 'x' : 'y'].push(level ? x : y);
    }
    for (const edge of block.rowEdges) {
      const { x, y } = place({ x: 0, y: own.height - edge });
      levels[level ? 'y' : 'x'].push(level ? y : x);
    }
  }
  return levels;
}

/** The level nearest to a position, if it is within reach. */
export function nearestLevel(levels: readonly number[], at: number, reach: number): number | undefined {
  let best: number | undefined;
  for (const level of levels) {
    const distance = Math.abs(level - at);
    if (distance <= reach && (best === undefined || distance < Math.abs(best - at))) best = level;
  }
  return best;
}

/** Every place of a sheet that measuring can start from: corners of cells, blocks and the frame. */
export function cornersOn(report: Report): Point[] {
  const boxes = [
    report.drawingSpace,
    { x: 0, y: 0, width: report.sheet.width, height: report.sheet.height },
    ...report.blocks.map((block) => block.box),
    ...report.cells.map((cell) => cell.box),
  ];
  return boxes.flatMap((box) => [
    { x: box.x, y: box.y },
    { x: right(box), y: box.y },
    { x: box.x, y: top(box) },
    { x: right(box), y: top(box) },
  ]);
}
