import type { ModelKind } from '../property/facts';
import { AS_MODELLED, type Extent, type Standing } from './direction';

/** How a part is told to be turned or flat by the box about its shape. */
export interface Telling {
  /** Two sizes of a turned part are equal within this share. */
  turnedWithin: number;
  /** The least size of a flat part is at most this share of the next. */
  flatShare: number;
}

export const USUAL_TELLING: Telling = { turnedWithin: 0.01, flatShare: 0.125 };

export const PART_FORMS = ['turned', 'flat', 'folded', 'other'] as const;
export type PartForm = (typeof PART_FORMS)[number];

/** The form of a part: folded when it comes with a flat shape; else flat or turned by the sizes of the box about it. */
export function partForm({ x, y, z }: Extent, hasFlatShape: boolean, telling = USUAL_TELLING): PartForm {
  if (hasFlatShape) return 'folded';
  const [least, next] = [x, y, z].sort((a, b) => a - b) as [number, number, number];
  if (least <= next * telling.flatShare) return 'flat';
  return turnedAxis({ x, y, z }, telling) ? 'turned' : 'other';
}

/** The axis about which a part seems to be turned: the one whose size stands alone beside two equal ones. */
export function turnedAxis(
  { x, y, z }: Extent,
  { turnedWithin }: Telling = USUAL_TELLING,
): 'x' | 'y' | 'z' | undefined {
  const equal = (a: number, b: number) => Math.abs(a - b) <= turnedWithin * Math.max(a, b);
  if (equal(x, y)) return 'z';
  if (equal(x, z)) return 'y';
  return equal(y, z) ? 'x' : undefined;
}

/**
 * How a model stands on drawings where nobody says otherwise: an assembly as it is modelled, a turned part with its axis level, a
 * folded one as it is modelled, which shows its bends; any other part with its largest side to the front.
 */
export function usualStanding(kind: ModelKind, size: Extent, hasFlatShape = false, telling = USUAL_TELLING): Standing {
  if (kind === 'assembly') return AS_MODELLED;
  const { x, y, z } = size;
  const form = partForm(size, hasFlatShape, telling);
  if (form === 'folded') return AS_MODELLED;
  const axis = form === 'turned' && turnedAxis(size, telling);
  if (axis === 'z') return { front: '-y', up: '-x' };
  if (axis === 'y') return { front: 'z', up: '-x' };
  if (axis === 'x') return AS_MODELLED;
  const [acrossX, acrossY, acrossZ] = [y * z, x * z, x * y];
  if (acrossZ > Math.max(acrossX, acrossY)) return { front: 'z', up: 'y' };
  return acrossX > acrossY ? { front: 'x', up: 'z' } : AS_MODELLED;
}
