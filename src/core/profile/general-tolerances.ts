import { z } from 'zod';
import { MM_PER_INCH, trimNumber } from '../geometry/length';

/** The tolerance classes of ISO 2768-1: fine, medium, coarse, very coarse. */
export const ToleranceClass = z.enum(['f', 'm', 'c', 'v']);
export type ToleranceClass = z.infer<typeof ToleranceClass>;

/** What an office's inch drawings state: a tolerance by the decimal places of a dimension, and one for angles. */
export const PlacesRule = z.object({
  /** By the number of decimal places: a dimension written .X, .XX, .XXX …; inch or mm, as the drawing is. */
  places: z.array(z.object({ places: z.int().min(0).max(5), tolerance: z.number().positive() })).max(6),
  angleDeg: z.number().positive().optional(),
});
export type PlacesRule = z.infer<typeof PlacesRule>;

/**
 * Reads what a profile says of general tolerances: a class of ISO 2768-1 (“ISO 2768-m”, or the letter alone), or tolerances by
 * decimal places (“.X ±.1  .XX ±.03  angles ±1°”). Undefined when it is neither.
 */
export function readGeneralTolerance(text: string): { class: ToleranceClass } | PlacesRule | undefined {
  const named = /(?:^|2768(?:-1)?\s*-?\s*)([fmcv])(?:[HKL])?\s*$/.exec(text.trim());
  if (named) return { class: named[1] as ToleranceClass };
  const number = (digits: string) => Number(digits.replace(',', '.'));
  const places = [...text.matchAll(/[.,](X+)\s*±\s*(\d*[.,]?\d+)/g)].map(([, marks, digits]) => ({
    places: marks!.length,
    tolerance: number(digits!),
  }));
  const angle = /angles?\s*±\s*(\d*[.,]?\d+)\s*°/i.exec(text);
  if (places.length === 0 && !angle) return undefined;
  return { places, ...(angle && { angleDeg: number(angle[1]!) }) };
}

/** One row of a table of general tolerances, as it is printed. */
export interface ToleranceRow {
  kind: 'linear' | 'edge' | 'angle' | 'places';
  /** Over and up to, mm; `to` is absent in the last row. Not of rows by decimal places. */
  over?: number;
  to?: number;
  range: string;
  tolerance: string;
}

/** ISO 2768-1, table 1: over, to, and the limit for f, m, c, v, mm; null where the class gives none. */
const LINEAR: [over: number, to: number, ...limits: (number | null)[]][] = [
  [0.5, 3, 0.05, 0.1, 0.2, null],
  [3, 6, 0.05, 0.1, 0.3, 0.5],
  [6, 30, 0.1, 0.2, 0.5, 1],
  [30, 120, 0.15, 0.3, 0.8, 1.5],
  [120, 400, 0.2, 0.5, 1.2, 2.5],
  [400, 1000, 0.3, 0.8, 2, 4],
  [1000, 2000, 0.5, 1.2, 3, 6],
  [2000, 4000, null, 2, 4, 8],
];

/** Table 2: broken edges (external radii and chamfer heights), mm. */
const EDGES: [over: number, to: number | undefined, ...limits: number[]][] = [
  [0.5, 3, 0.2, 0.2, 0.4, 0.4],
  [3, 6, 0.5, 0.5, 1, 1],
  [6, undefined, 1, 1, 2, 2],
];

/** Table 3: angles by the shorter leg in mm; limits in minutes of arc. */
const ANGLES: [over: number, to: number | undefined, ...limits: number[]][] = [
  [0, 10, 60, 60, 90, 180],
  [10, 50, 30, 30, 60, 120],
  [50, 120, 20, 20, 30, 60],
  [120, 400, 10, 10, 15, 30],
  [400, undefined, 5, 5, 10, 20],
];

/**
 * The rows of a table of general tolerances for a class of ISO 2768-1: lengths, broken edges, angles. A size for which the
 * class gives no limit has no row. On inch sheets they are printed in inch, to a ten-thousandth; `over` and `to` stay in mm.
 */
export function toleranceRows(of: ToleranceClass, mark: ',' | '.', unit: 'mm' | 'in' = 'mm'): ToleranceRow[] {
  const at = ToleranceClass.options.indexOf(of);
  const number = (mm: number) => {
    const written = unit === 'in' ? withoutZero(trimNumber(mm / MM_PER_INCH, 4)) : trimNumber(mm, 3);
    return written.replace('.', mark);
  };
  const range = (over: number, to: number | undefined) =>
    to === undefined ? `> ${number(over)}` : over === 0 ? `≤ ${number(to)}` : `> ${number(over)} – ${number(to)}`;
  const row = (kind: ToleranceRow['kind'], over: number, to: number | undefined, tolerance: string): ToleranceRow => ({
    kind,
    over,
    ...(to !== undefined && { to }),
    // The first size of lengths and edges is included in it: 0,5 – 3.
    range: over === 0.5 && to !== undefined ? `${number(over)} – ${number(to)}` : range(over, to),
    tolerance,
  });
  return [
    ...LINEAR.flatMap(([over, to, ...limits]) => {
      const limit = limits[at] ?? null;
      return limit === null ? [] : [row('linear', over, to, `± ${number(limit)}`)];
    }),
    ...EDGES.map(([over, to, ...limits]) => row('edge', over, to, `± ${number(limits[at]!)}`)),
    ...ANGLES.map(([over, to, ...limits]) => row('angle', over, to, `± ${degrees(limits[at]!)}`)),
  ];
}

/** The rows of a table of general tolerances by decimal places: `.XX ± .03`, and the one for angles. */
export function placesRows({ places, angleDeg }: PlacesRule, unit: 'mm' | 'in', mark: ',' | '.'): ToleranceRow[] {
  const rows = places
    .toSorted((a, b) => a.places - b.places)
    .map((one): ToleranceRow => {
      const whole = unit === 'in' ? '' : 'X';
      const range = one.places === 0 ? 'X' : `${whole}${mark}${'X'.repeat(one.places)}`;
      const digits = Math.max(one.places, (String(one.tolerance).split('.')[1] ?? '').length);
      const written = one.tolerance.toFixed(digits).replace('.', mark);
      return { kind: 'places', range, tolerance: `± ${unit === 'in' ? withoutZero(written) : written}` };
    });
  if (angleDeg === undefined) return rows;
  return [...rows, { kind: 'places', range: 'angles', tolerance: `± ${degrees(angleDeg * 60)}` }];
}

/** Inch practice drops the leading zero (ASME Y14.5). */
const withoutZero = (written: string) => written.replace(/^0(?=.)/, '');

/** Minutes of arc as degrees and minutes: 1°, 0°30′, 0°5′. */
function degrees(minutes: number): string {
  const rest = Math.round(minutes) % 60;
  return `${Math.floor(Math.round(minutes) / 60)}°${rest > 0 ? `${rest}′` : ''}`;
}
