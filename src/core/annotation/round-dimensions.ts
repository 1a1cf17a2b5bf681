import type { Point } from '../geometry/box';
import type { Primitive } from '../scene/scene';
import { extensionLine, readingDeg } from './dimension-line';
import { type DimensionSpec, dimensionText } from './dimension-text';
import { type Drafting, along, arc, line } from './drafting';
import { terminator } from './terminators';

/**
 * A radius: an arrow against the arc from outside, its line bent level and the size on it (ISO 129-1, 8.2).
 *
 * @param deg where the arrow meets the arc, seen from its centre
 * @param out how far the line goes on from the arc before it is bent, mm
 */
export function radiusDimension(
  drafting: Drafting,
  centre: Point,
  radius: number,
  deg: number,
  out: number,
  spec: DimensionSpec,
): Primitive[] {
  const tip = along(centre, deg, radius);
  const { row, below } = dimensionText(drafting, { ...spec, of: 'radius' });
  const knee = along(tip, deg, out);
  return [
    ...terminator(drafting, 'dimensions', tip, deg),
    line(drafting, 'dimension', tip, knee),
    ...onShelf(
      drafting,
      knee,
      Math.cos((deg * Math.PI) / 180) >= 0 ? 1 : -1,
      [row, ...(below ? [below] : [])],
      'dimension',
    ),
  ];
}

/** A level line from a knee, with texts on it and under it. */
export function onShelf(
  drafting: Drafting,
  knee: Point,
  side: 1 | -1,
  rows: readonly { width: number; above: number; below: number; draw: (at: Point, turnDeg: number) => Primitive[] }[],
  role: 'dimension' | 'leader',
): Primitive[] {
  const { textGap } = drafting.profile.dimensionLines;
  const width = Math.max(...rows.map((row) => row.width)) + 1;
  const left = side === 1 ? knee.x : knee.x - width;
  let y = knee.y + textGap + rows[0]!.below;
  return [
    line(drafting, role, knee, { x: knee.x + side * width, y: knee.y }),
    ...rows.flatMap((row, i) => {
      if (i > 0) y = (i === 1 ? knee.y : y) - textGap - row.above;
      const drawn = row.draw({ x: left + 0.5, y }, 0);
      if (i > 0) y -= row.below;
      return drawn;
    }),
  ];
}

/**
 * An angle between two directions from an apex: an arc with arrows, extension lines to it, the size over it or in it (ISO 129-1, 5.6).
 *
 * @param radius of the dimension's arc, mm
 * @param sides how far each leg of the feature reaches from the apex, mm
 */
export function angularDimension(
  drafting: Drafting,
  apex: Point,
  fromDeg: number,
  toDeg: number,
  radius: number,
  sides: readonly [number, number],
  spec: Omit<DimensionSpec, 'size' | 'angle'> = {},
): Primitive[] {
  const { text, direction, textGap } = drafting.profile.dimensionLines;
  const { length } = drafting.profile.terminators;
  const { row } = dimensionText(drafting, { ...spec, size: toDeg - fromDeg, angle: true });
  const middleDeg = (fromDeg + toDeg) / 2;
  // The direction of an arrow's axis: the chord of the arc that the arrow covers.
  const chord = ((length / radius) * 90) / Math.PI;
  const inside = ((toDeg - fromDeg) * Math.PI * radius) / 180 > 2.5 * length;
  const turn = inside ? 1 : -1;
  const drawn: Primitive[] = [
    ...extensionLine(drafting, along(apex, fromDeg, sides[0]), along(apex, fromDeg, radius)),
    ...extensionLine(drafting, along(apex, toDeg, sides[1]), along(apex, toDeg, radius)),
    ...terminator(drafting, 'dimensions', along(apex, fromDeg, radius), fromDeg + turn * (90 + chord)),
    ...terminator(drafting, 'dimensions', along(apex, toDeg, radius), toDeg - turn * (90 + chord)),
  ];
  const turnDeg = direction === 'horizontal' ? 0 : readingDeg(middleDeg + 90);
  const dimension = (a: number, b: number) => arc(drafting, 'dimension', apex, radius, a, b);
  if (text === 'in the line') {
    // How much of the arc's direction the text takes up.
    const tangentDeg = middleDeg + 90 - turnDeg;
    const extent =
      Math.abs((row.width / 2) * Math.cos((tangentDeg * Math.PI) / 180)) +
      Math.abs((row.above / 2) * Math.sin((tangentDeg * Math.PI) / 180));
    const cut = ((extent + textGap) / radius) * (180 / Math.PI);
    const middle = along(apex, middleDeg, radius);
    const start = along(along(middle, turnDeg, -row.width / 2), turnDeg + 90, -row.above / 2);
    if (2 * cut < toDeg - fromDeg)
      return [
        ...drawn,
        dimension(fromDeg, middleDeg - cut),
        dimension(middleDeg + cut, toDeg),
        ...row.draw(start, turnDeg),
      ];
    const beside = along(apex, toDeg + 2 * chord + cut + 4, radius);
    return [
      ...drawn,
      dimension(fromDeg - 3 * chord, toDeg + 3 * chord),
      ...row.draw(along(along(beside, turnDeg, -row.width / 2), turnDeg + 90, -row.above / 2), turnDeg),
    ];
  }
  const upward = Math.cos(((turnDeg + 90 - middleDeg) * Math.PI) / 180) >= 0;
  const out =
    turnDeg === 0 && direction === 'horizontal' ? row.width / 2 + textGap : upward ? textGap : textGap + row.above;
  const foot = along(apex, middleDeg, radius + out);
  const base =
    direction === 'horizontal'
      ? { x: foot.x - row.width / 2, y: foot.y - row.above / 2 }
      : along(foot, turnDeg, -row.width / 2);
  return [
    ...drawn,
    dimension(fromDeg - (inside ? 0 : 3 * chord), toDeg + (inside ? 0 : 3 * chord)),
    ...row.draw(base, turnDeg),
  ];
}
