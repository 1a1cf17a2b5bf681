import type { Point } from '../geometry/box';
import type { Terminator } from '../profile/document';
import type { Primitive } from '../scene/scene';
import { type Drafting, along, roleLook, widthOf } from './drafting';

/**
 * The terminator of a dimension line or leader (ISO 129-1, 6.3), its tip at a point: closed and filled, closed, open arrows, an oblique
 * stroke of 45° as long as an arrow, or a dot. A closed arrow is as wide as its length over the profile's ratio.
 *
 * @param deg where its line goes from the tip: an arrow at 0° points left and opens to the right
 */
export function terminator(drafting: Drafting, of: 'dimensions' | 'leaders', tip: Point, deg: number): Primitive[] {
  const { terminators } = drafting.profile;
  const form: Terminator = terminators[of];
  const { length } = terminators;
  const look = { ...roleLook(drafting, of === 'dimensions' ? 'dimension' : 'leader'), type: 'continuous' as const };
  const source = `terminators.${of}`;
  const { ink, layer } = look;
  const line = (from: Point, to: Point): Primitive => ({ kind: 'line', from, to, ...look, source });
  const open = (halfDeg: number): Primitive[] => {
    const leg = length / Math.cos((halfDeg * Math.PI) / 180);
    return [line(along(tip, deg + halfDeg, leg), tip), line(tip, along(tip, deg - halfDeg, leg))];
  };
  switch (form) {
    case 'closed and filled':
    case 'closed': {
      const points = arrowPoints(drafting, tip, deg);
      return form === 'closed'
        ? [{ kind: 'outline', points, ...look, source }]
        : [{ kind: 'fill', points, ink, layer, source }];
    }
    case 'open 30°':
      return open(15);
    case 'open 90°':
      return open(45);
    case 'oblique stroke':
      return [
        {
          ...line(along(tip, deg + 45, length / 2), along(tip, deg + 225, length / 2)),
          width: widthOf(drafting, 'lettering'),
        } as Primitive,
      ];
    case 'dot':
      return [disc(tip, length / 4, { ink, layer, source })];
  }
}

/** The corners of a closed arrow of the profile's length and ratio, its tip first. */
export function arrowPoints({ profile }: Drafting, tip: Point, deg: number): Point[] {
  const { length, ratio } = profile.terminators;
  const half = (Math.atan(1 / (2 * ratio)) * 180) / Math.PI;
  const leg = Math.hypot(length, length / (2 * ratio));
  return [tip, along(tip, deg + half, leg), along(tip, deg - half, leg)];
}

/** The circle where running dimensions begin (ISO 129-1, 6.3.3). */
export function originCircle(drafting: Drafting, centre: Point): Primitive {
  const radius = drafting.profile.terminators.origin / 2;
  const look = { ...roleLook(drafting, 'dimension'), type: 'continuous' as const };
  return { kind: 'arc', centre, radius, fromDeg: 0, toDeg: 360, ...look, source: 'terminators.origin' };
}

const SIDES = 24;

const disc = (centre: Point, radius: number, look: Pick<Primitive, 'ink' | 'layer' | 'source'>): Primitive => ({
  kind: 'fill',
  points: Array.from({ length: SIDES }, (_, i) => along(centre, (360 * i) / SIDES, radius)),
  ...look,
});
