import { z } from 'zod';
import { type Decimal, decimal } from './decimal';

/** What a number measures. A value can be converted only within its quantity. */
export const Quantity = z.enum(['mass', 'length', 'area', 'volume', 'angle', 'force']);
export type Quantity = z.infer<typeof Quantity>;

/**
 * Units with their exact factor to the quantity's base unit (kg, mm, mm², mm³, degree, newton).
 * 1 lb = 0.45359237 kg and 1 inch = 25.4 mm by definition; 1 lbf = 1 lb × 9.80665 m/s².
 */
const UNITS: Record<Quantity, Record<string, string>> = {
  mass: { kg: '1', g: '0.001', t: '1000', lb: '0.45359237', oz: '0.028349523125' },
  length: { mm: '1', cm: '10', m: '1000', in: '25.4', ft: '304.8' },
  area: { 'mm²': '1', 'cm²': '100', 'm²': '1000000', 'in²': '645.16' },
  volume: { 'mm³': '1', 'cm³': '1000', 'm³': '1000000000', l: '1000000', 'in³': '16387.064' },
  angle: { '°': '1', rad: '57.29577951308232087679815481410517' },
  force: { N: '1', kN: '1000', lbf: '4.4482216152605' },
};

/** Other spellings met in files. */
const SPELLINGS: Record<string, string> = {
  lbs: 'lb',
  kgs: 'kg',
  inch: 'in',
  '"': 'in',
  deg: '°',
  mm2: 'mm²',
  mm3: 'mm³',
  m2: 'm²',
  m3: 'm³',
  cm2: 'cm²',
  cm3: 'cm³',
};

export const unitsOf = (quantity: Quantity): string[] => Object.keys(UNITS[quantity]);

/** A unit as it is usually written, when it is written in other case: KG, Lbs. One that means another then is left as it is. */
function inUsualCase(unit: string): string {
  const all = [...Quantity.options.flatMap(unitsOf), ...Object.keys(SPELLINGS)];
  if (all.includes(unit)) return unit;
  const same = all.filter((one) => one.toLowerCase() === unit.toLowerCase());
  return same.length === 1 ? (SPELLINGS[same[0]!] ?? same[0]!) : unit;
}

/** The usual spelling of a unit, and what it measures; undefined for a unit the product does not know. */
export function knownUnit(unit: string): { unit: string; quantity: Quantity } | undefined {
  const spelled = SPELLINGS[unit] ?? inUsualCase(unit);
  const quantity = Quantity.options.find((candidate) => spelled in UNITS[candidate]);
  return quantity && { unit: spelled, quantity };
}

/**
 * Converts a number between two units of one quantity.
 * @returns undefined when either unit is unknown or they measure different things.
 */
export function convert(value: number, from: string, to: string): number | undefined {
  const exact = decimal(value);
  const converted = exact && convertExactly(exact, from, to);
  return converted && Number(converted.toString());
}

/** {@link convert} for a decimal number, without an error of its own. */
export function convertExactly(value: Decimal, from: string, to: string): Decimal | undefined {
  const [a, b] = [knownUnit(from), knownUnit(to)];
  if (!a || !b || a.quantity !== b.quantity) return undefined;
  if (a.unit === b.unit) return value;
  return value.times(UNITS[a.quantity][a.unit]!).div(UNITS[b.quantity][b.unit]!);
}
