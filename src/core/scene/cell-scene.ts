import type { Content } from '../format/document';
import type { LaidCell } from '../format/layout';
import { cellName } from '../format/names';
import { type Occasion, applies } from '../format/occasion';
import { CHECKS, look } from '../findings/registry';
import { addTurns } from '../geometry/placing';
import { composePicture, figureIn, symbolIn } from './cell-drawings';
import { type CellContext, type ComposedCell, cellContext } from './cell-room';
import { composeCaption, composeText } from './cell-text';
import type { Filling } from './content-text';
import type { CellReport } from './report';

/** Composes one cell: its caption and the first content that applies. */
export function composeCell(
  { cell, box }: LaidCell,
  block: { id: string; turn: 0 | 90 | 180 | 270 },
  filling: Filling,
  occasion: Occasion,
): ComposedCell {
  const turn = addTurns(block.turn, cell.turn);
  const turned = turn === 90 || turn === 270;
  const size = turned ? { width: box.height, height: box.width } : { width: box.width, height: box.height };
  const room = { placing: { at: { x: box.x, y: box.y }, turn, ...size }, ...size, sizeId: occasion.sizeId };
  const context = cellContext({ cell, block: block.id, room, filling });
  const name = cellName(cell, (id) => filling.resources.properties.get(id)?.name);
  const report: CellReport = {
    id: cell.id,
    block: block.id,
    name,
    box,
    caption: cell.caption?.text ?? '',
    text: '',
    runs: [],
    trace: [],
  };
  const composed: ComposedCell = { primitives: [], report, findings: look(CHECKS.cell, { context, name }), inked: [] };
  if (context.caption) composeCaption(context, composed);
  const content = cell.contents.find((candidate) => applies(candidate.when, occasion));
  if (content) composeContent(content, context, composed);
  return composed;
}

function composeContent(content: Content, context: CellContext, composed: ComposedCell): void {
  if ('parts' in content) composeText(content.parts, context, composed);
  else if ('picture' in content) composePicture(content.picture, context, composed);
  else if ('figure' in content) composed.primitives.push(...figureIn(content.figure, context));
  else composed.primitives.push(...symbolIn(content.symbol, context));
}
