import type { CellSymbol, FigureShape, Picture, Place } from '../format/document';
import { type Length, lengthAt } from '../format/length-value';
import { CHECKS, look } from '../findings/registry';
import { toSheet } from '../geometry/placing';
import { resolveProperty } from '../property/resolving';
import { statedProjection } from '../profile/projection';
import { type CellContext, type ComposedCell, inkOf, roomFor } from './cell-room';
import { picturePrimitives } from './picture-scene';
import { projectionSymbol } from './projection-symbol';
import type { Primitive } from './scene';
import { generalToleranceSymbol, surfaceTextureSymbol } from './trade-symbols';

export function composePicture(picture: Picture, context: CellContext, composed: ComposedCell): void {
  const { cell, block, room, filling } = context;
  const hash = 'hash' in picture.from ? picture.from.hash : pictureOf(picture.from.property, context, composed);
  if (hash === undefined || filling.show === 'blank') return;
  const data = filling.resources.pictures.get(hash);
  const made =
    data &&
    picturePrimitives({ hash, picture: data }, picture.scale, roomFor(context), placeShares(cell.place), room.placing, {
      source: cell.id,
      block,
    });
  if (made) composed.primitives.push(...made.primitives);
  const at = { context, name: composed.report.name, hash, known: data !== undefined, dpi: made?.dpi };
  composed.findings.push(...look(CHECKS.picture, at));
}

/** The picture that a property names by its hash, noted in the trace. */
function pictureOf(id: string, { filling }: CellContext, composed: ComposedCell): string | undefined {
  const property = filling.resources.properties.get(id);
  if (!property) return undefined;
  const trace = resolveProperty(property, filling.facts, filling.sheetValues);
  composed.report.trace.push(trace);
  return typeof trace.value === 'string' ? trace.value : undefined;
}

/** Where a thing stands in its room: 0 left or at the bottom, 1 right or at the top. */
function placeShares({ across, up }: Place): { across: number; up: number } {
  return {
    across: across === 'left' ? 0 : across === 'right' ? 1 : 0.5,
    up: up === 'top' ? 1 : up === 'middle' ? 0.5 : 0,
  };
}

/** A figure's lines, arcs and rectangles, placed by number from the cell's lower left corner. */
export function figureIn(shapes: readonly FigureShape[], { cell, block, room, filling }: CellContext): Primitive[] {
  const mm = (length: Length) => lengthAt(length, room.sizeId);
  const at = (x: number, y: number) => toSheet(room.placing, { x, y });
  return shapes
    .filter((shape) => !shape.line.hidden)
    .map((shape): Primitive => {
      const { width, type, ink } = shape.line;
      const common = { source: cell.id, block, layer: 'symbols' as const, ink: inkOf(ink, filling), width, type };
      if (shape.kind === 'line') {
        return {
          kind: 'line',
          from: at(mm(shape.from.x), mm(shape.from.y)),
          to: at(mm(shape.to.x), mm(shape.to.y)),
          ...common,
        };
      }
      if (shape.kind === 'arc') {
        const { turn } = room.placing;
        const centre = at(mm(shape.centre.x), mm(shape.centre.y));
        return {
          kind: 'arc',
          centre,
          radius: mm(shape.radius),
          fromDeg: shape.fromDeg + turn,
          toDeg: shape.toDeg + turn,
          ...common,
        };
      }
      const [x, y, w, h] = [mm(shape.at.x), mm(shape.at.y), mm(shape.width), mm(shape.height)];
      return { kind: 'outline', points: [at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h)], ...common };
    });
}

/** A symbol of the trade, drawn from lines to its standard's proportions. */
export function symbolIn({ name, height }: CellSymbol, context: CellContext): Primitive[] {
  const { cell, block, room, filling } = context;
  const box = roomFor(context);
  const common = { source: cell.id, block, layer: 'symbols' as const, ink: filling.document.inks[0]!.colour };
  const h = height === undefined ? undefined : lengthAt(height, room.sizeId);
  const angle = statedProjection(filling.facts);
  // Which arrangement it is must be said; the check of the cell tells when it is not.
  if (name === 'projection' && angle === undefined) return [];
  const shapes =
    name === 'projection'
      ? projectionSymbol(angle!, box, h)
      : name === 'surface texture'
        ? surfaceTextureSymbol(box, h)
        : generalToleranceSymbol(box, h);
  return shapes.map((shape): Primitive => {
    const at = (p: { x: number; y: number }) => toSheet(room.placing, { x: box.x + p.x, y: box.y + p.y });
    return shape.kind === 'line'
      ? { ...shape, from: at(shape.from), to: at(shape.to), ...common }
      : shape.kind === 'arc'
        ? {
            ...shape,
            centre: at(shape.centre),
            fromDeg: shape.fromDeg + room.placing.turn,
            toDeg: shape.toDeg + room.placing.turn,
            ...common,
          }
        : { ...shape, points: shape.points.map(at), ...common };
  });
}
