import { type Point, top as topOf } from '../geometry/box';
import { generalTolerance, printedValues } from '../profile/printed';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import { projectionSymbol } from '../scene/projection-symbol';
import type { Primitive } from '../scene/scene';
import { type Drafting, symbolLine, text, textWidth, widthOf } from './drafting';

/** Where the strip stands at the lower edge, mm. */
export const STRIP = { bottom: 8, height: 12, top: 20 };

/** What title blocks print of the profile, in a strip at the lower edge. */
export function titleStrip(drafting: Drafting, paperWidth: number): Primitive[] {
  const { profile } = drafting;
  const printed = printedValues(profile);
  const words = [SUPPLIED.unitsNote, SUPPLIED.generalTolerance, SUPPLIED.edgesNote].flatMap((id) =>
    printed[id] === undefined ? [] : [{ id, words: valueText(printed[id]) }],
  );
  const look = profile.lettering.notes;
  const { height, bottom: y } = STRIP;
  const symbol = 34;
  const cells = words.map(({ id, words: said }) => ({ id, said, width: textWidth(drafting, said, look) + 8 }));
  const all = symbol + cells.reduce((sum, { width }) => sum + width, 0);
  const left = paperWidth - 8 - all;
  const source = 'layers.blocks.width';
  const rule = (from: Point, to: Point): Primitive =>
    ({
      ...symbolLine(drafting, from, to, source),
      width: widthOf(drafting, profile.layers.blocks.width),
      ink: profile.layers.blocks.colour,
      layer: 'blocks',
    }) as Primitive;
  let x = left + symbol;
  const SOURCES: Record<string, string> = {
    [SUPPLIED.unitsNote]: 'units.note',
    [SUPPLIED.generalTolerance]: generalTolerance(profile).startsWith('ISO')
      ? 'tolerances.class'
      : 'tolerances.general',
    [SUPPLIED.edgesNote]: 'edges.note',
  };
  const room = { x: left, y, width: symbol, height };
  const drawn: Primitive[] = [
    rule({ x: left, y }, { x: left + all, y }),
    rule({ x: left, y: topOf(room) }, { x: left + all, y: topOf(room) }),
    rule({ x: left, y }, { x: left, y: topOf(room) }),
    ...projectionSymbol(profile.views.projection, { width: symbol, height }, look.height).map(
      (shape): Primitive =>
        ({
          ...moved(shape, room),
          layer: 'symbols',
          ink: profile.layers.symbols.colour,
          source: 'views.projection',
        }) as Primitive,
    ),
  ];
  for (const { id, said, width } of cells) {
    drawn.push(
      rule({ x, y }, { x, y: topOf(room) }),
      ...text(drafting, 'notes', said, { x: x + 4, y: y + (height - look.height) / 2 }, { source: SOURCES[id]! }),
    );
    x += width;
  }
  drawn.push(rule({ x, y }, { x, y: topOf(room) }));
  return drawn;
}

type Shape = ReturnType<typeof projectionSymbol>[number];

function moved(shape: Shape, { x, y }: Point): Shape {
  const by = (point: Point) => ({ x: point.x + x, y: point.y + y });
  if (shape.kind === 'line') return { ...shape, from: by(shape.from), to: by(shape.to) };
  if (shape.kind === 'arc') return { ...shape, centre: by(shape.centre) };
  return { ...shape, points: shape.points.map(by) };
}
