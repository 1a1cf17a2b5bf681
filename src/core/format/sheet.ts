import type { Box } from '../geometry/box';
import { TOLERANCE, trimNumber } from '../geometry/length';
import { type Outcome, refuse } from '../refusal';
import { type ZoneRule, type Zones, zonesOf } from '../sheet/zones';
import { BOUNDS } from './bounds';
import type { FormatDocument } from './document';
import { lengthAt, valueAt } from './length-value';

export interface SheetGeometry {
  name: string;
  trimmed: { width: number; height: number };
  /** The drawing space: the area inside the frame. */
  space: Box;
  zones: Zones;
}

/** Least side of a drawing space that anything can be drawn in, mm. */
const LEAST_SPACE = 10;

/**
 * The geometry of one size of a format: trimmed size, drawing space, zones.
 * Refused for a size the family does not hold and for margins that leave no drawing space.
 */
export function sheetGeometry(document: FormatDocument, sizeId: string): Outcome<{ sheet: SheetGeometry }> {
  const size = document.sizes.find((candidate) => candidate.id === sizeId);
  if (!size) {
    const family = document.sizes.map((candidate) => `${candidate.name} (${candidate.id})`).join(', ');
    return refuse(`“${document.name}” has no size ${sizeId}. It serves ${family}.`);
  }
  const trimmed = { width: lengthAt(size.width, sizeId), height: lengthAt(size.height, sizeId) };
  const at = (side: keyof FormatDocument['margins']) => lengthAt(document.margins[side], sizeId);
  const space = {
    x: at('left'),
    y: at('bottom'),
    width: trimmed.width - at('left') - at('right'),
    height: trimmed.height - at('bottom') - at('top'),
  };
  if (space.width < LEAST_SPACE - TOLERANCE || space.height < LEAST_SPACE - TOLERANCE) {
    const [sides, left] =
      space.width < space.height ? ['left and right', space.width] : ['top and bottom', space.height];
    return refuse(
      `On ${size.name} the ${sides} margins leave ${trimNumber(Math.max(0, left), 2)} mm of drawing space; it needs at least ${LEAST_SPACE} mm.`,
    );
  }
  const rule = ruleAt(document, sizeId);
  const [leastZone] = BOUNDS.zonePitch;
  if (rule.kind === 'pitch' && !(rule.pitch >= leastZone - TOLERANCE)) {
    return refuse(
      `On ${size.name} a zone would be ${trimNumber(rule.pitch, 3)} mm long. A zone is at least ${leastZone} mm long.`,
    );
  }
  const zones = zonesOf(trimmed, space, rule, document.zones);
  return { ok: true, sheet: { name: size.name, trimmed, space, zones } };
}

function ruleAt(document: FormatDocument, sizeId: string): ZoneRule {
  const rule = valueAt(document.zones.rule, sizeId);
  return rule.kind === 'count'
    ? rule
    : { kind: 'pitch', pitch: lengthAt(rule.pitch, sizeId), corner: lengthAt(rule.corner, sizeId) };
}

/** The id of a size given by its id or, where the family has just one of that name, by its name (`A3`). */
export function findSize(document: FormatDocument, idOrName: string): Outcome<{ sizeId: string }> {
  if (document.sizes.some((size) => size.id === idOrName)) return { ok: true, sizeId: idOrName };
  const named = document.sizes.filter((size) => size.name.toLowerCase() === idOrName.toLowerCase());
  if (named.length === 1) return { ok: true, sizeId: named[0]!.id };
  const family = document.sizes.map((size) => (named.length > 1 ? size.id : size.name)).join(', ');
  return named.length > 1
    ? refuse(`“${document.name}” has ${named.length} sizes named ${idOrName}. Say which: ${family}.`)
    : refuse(`“${document.name}” has no size ${idOrName}. It serves ${family}.`);
}
