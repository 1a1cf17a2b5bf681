import { MM_PER_INCH } from '../geometry/length';
import { type ProfileDocument } from '../profile/document';
import { decimal, writeDecimal } from '../property/decimal';

/** How numbers of one unit are written. */
export interface NumberLook {
  unit: 'mm' | 'in';
  decimals: number;
  mark: ',' | '.';
  leadingZero: boolean;
  trailingZeros: boolean;
}

/** How a profile writes lengths. */
export const lengthLook = ({ units, numbers }: ProfileDocument): NumberLook => ({
  unit: units.unit,
  decimals: numbers.decimals,
  mark: numbers.mark,
  leadingZero: numbers.leadingZero,
  trailingZeros: numbers.trailingZeros,
});

/** How a profile writes lengths in the other unit. */
export const dualLook = ({ units, numbers }: ProfileDocument): NumberLook => ({
  unit: units.unit === 'mm' ? 'in' : 'mm',
  decimals: units.dualDecimals,
  mark: numbers.mark,
  leadingZero: units.dualLeadingZero,
  trailingZeros: units.dualTrailingZeros,
});

/**
 * Writes a length: halves away from zero (ISO 80000-1, annex B); without the leading zero *.5*, with trailing zeros *12.50*; zero is
 * 0, whatever the decimals.
 *
 * @param mm the length in mm, whatever unit it is written in
 */
export function lengthText(mm: number, { unit, decimals, mark, leadingZero, trailingZeros }: NumberLook): string {
  const value = unit === 'in' ? decimal(mm)!.div(MM_PER_INCH) : decimal(mm)!;
  const written = writeDecimal(value, decimals, trailingZeros);
  if (Number(written) === 0) return '0';
  return (leadingZero ? written : written.replace(/^(-?)0(?=\.)/, '$1')).replace('.', mark).replace('-', '−');
}

/** Zero with so many decimals: *0,00*, *.000*. */
export const zeroText = (decimals: number, { mark, leadingZero }: NumberLook): string =>
  decimals === 0 ? '0' : `${leadingZero ? '0' : ''}${mark}${'0'.repeat(decimals)}`;

/** The most decimals that a tolerance is written with. */
const FINEST = 4;

/**
 * How many decimals a tolerance is written with: as many as say it in full, where four do; else, when it is of the other unit, two more
 * than it has in mm (as ISO 370 rounds).
 */
export function decimalsNeeded(mm: number, unit: 'mm' | 'in'): number {
  const places = (value: string) => value.split('.')[1]?.length ?? 0;
  const value = unit === 'in' ? decimal(mm)!.div(MM_PER_INCH) : decimal(mm)!;
  const exact = places(writeDecimal(value, 8, false));
  if (exact <= FINEST || unit === 'mm') return Math.min(exact, FINEST);
  return Math.min(FINEST, places(writeDecimal(decimal(mm)!, FINEST, false)) + 2);
}

/**
 * Writes an angle as the profile has it: *12,5°*, *12° 30′* or *12° 30′ 15″*. Degrees stand before minutes even when they are 0; minutes
 * and seconds that are zero are left out at the end (ISO 129-1, 5.6.2).
 *
 * @param deg the angle in degrees
 */
export function angleText(deg: number, { numbers }: ProfileDocument): string {
  const { angleForm, angleDecimals, mark, leadingZero, trailingZeros } = numbers;
  const digits = (value: number) => {
    const written = writeDecimal(decimal(value)!, angleDecimals, trailingZeros);
    return (leadingZero || Number(written) === 0 ? written : written.replace(/^0(?=\.)/, '')).replace('.', mark);
  };
  const minus = (words: string, isZero: boolean) => (deg < 0 && !isZero ? `−${words}` : words);
  if (angleForm === 'degrees') {
    const words = digits(Math.abs(deg));
    return `${minus(words, /^[0.,]*$/.test(words))}°`;
  }
  const perDegree = angleForm === 'degrees and minutes' ? 60 : 3600;
  // Counted in the smallest unit that is written, so that 60′ never stand where a degree is meant.
  const grain = 10 ** angleDecimals;
  const all = Math.round(Math.abs(deg) * perDegree * grain);
  const small = (all % (60 * grain)) / grain;
  const whole = Math.floor(all / (60 * grain));
  if (angleForm === 'degrees and minutes')
    return minus(`${whole}°${small === 0 ? '' : ` ${digits(small)}′`}`, all === 0);
  const minutes = whole % 60;
  const rest = small === 0 ? (minutes === 0 ? '' : ` ${minutes}′`) : ` ${minutes}′ ${digits(small)}″`;
  return minus(`${Math.floor(whole / 60)}°${rest}`, all === 0);
}
