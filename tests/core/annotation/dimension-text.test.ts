import { type DimensionSpec, dimensionText, dimensionWords } from '@/core/annotation/dimension-text';
import { dualLook, lengthLook } from '@/core/annotation/numbers';
import { threadWords, roughnessWords } from '@/core/annotation/notes';
import type { ProfileDocument } from '@/core/profile/document';
import type { SettingValue } from '@/core/profile/settings';
import { asmeProfile, isoProfile } from '@/core/profile/starts';
import { fonts } from '../fonts';
import { setProfile as set } from './set-profile';

/** In one line: the stack as upper/lower. */
function words(profile: ProfileDocument, spec: DimensionSpec): string {
  const { before, value, stack, after } = dimensionWords(profile, spec, lengthLook(profile));
  return `${before}${value}${stack ? `{${stack.upper}/${stack.lower}}` : ''}${after}`;
}
const deviations = (upper: number, lower: number) => ({ kind: 'deviations', upper, lower }) as const;

test.each<[DimensionSpec, string]>([
  [{ size: 40 }, '40'],
  [{ size: 12.5, of: 'diameter' }, '⌀12,5'],
  [{ size: 0.5, of: 'radius' }, 'R0,5'],
  [{ size: 6, of: 'diameter', count: 4 }, '4× ⌀6'],
  [{ size: 12, of: 'diameter', depth: 15 }, '⌀12 ↧15'],
  [{ size: 11, of: 'countersink', after: '× 90°' }, '⌵ ⌀11 × 90°'],
  [{ size: 20, tolerance: { kind: 'symmetric', mm: 0.1 } }, '20 ±0,1'],
  [{ size: 20, tolerance: deviations(0.2, -0.1) }, '20{+0,2/−0,1}'],
  [{ size: 20, tolerance: deviations(0.02, 0.005) }, '20{+0,020/+0,005}'],
  [{ size: 26, tolerance: deviations(0, -0.2) }, '26{0/−0,2}'],
  [{ size: 12.345, tolerance: { kind: 'symmetric', mm: 0.005 } }, '12,345 ±0,005'],
  [{ size: 12.345, tolerance: deviations(0.01, -0.1) }, '12,345{+0,01/−0,10}'],
  [{ size: 12.345, tolerance: { kind: 'fit', class: 'h6' } }, '12,345 h6'],
  [{ size: 12.345, tolerance: { kind: 'single', limit: 'max.' } }, '12,345 max.'],
  [{ size: 20, tolerance: { kind: 'fit', class: 'H7' } }, '20 H7'],
  [{ size: 30, tolerance: { kind: 'single', limit: 'min.' } }, '30 min.'],
  [{ size: 52.5, angle: true }, '52° 30′'],
])('ISO writes %j as %s', (spec, text) => expect(words(isoProfile(), spec)).toBe(text));

test.each<[Record<string, SettingValue>, DimensionSpec, string]>([
  [{ 'tolerances.written': 'limits' }, { size: 20, tolerance: deviations(0.2, -0.2) }, '{20,2/19,8}'],
  [{ 'tolerances.written': 'limits' }, { size: 20, tolerance: deviations(0.2, -0.15) }, '{20,20/19,85}'],
  [{ 'tolerances.written': 'limits' }, { size: 12.345, tolerance: deviations(0.1, -0.1) }, '{12,445/12,245}'],
  [{ 'tolerances.equalPlaces': false }, { size: 20, tolerance: deviations(0.02, 0.005) }, '20{+0,02/+0,005}'],
  [{ 'tolerances.plainZero': false }, { size: 26, tolerance: deviations(0, -0.25) }, '26{0,00/−0,25}'],
  [{ 'signs.diameter': 'DIA', 'signs.repeated': 'OFF' }, { size: 6, of: 'diameter', count: 2 }, '2 OFF DIA 6'],
  [{ 'signs.depth': 'DEEP' }, { size: 12, of: 'diameter', depth: 15 }, '⌀12 DEEP 15'],
])('with %j ISO writes %j as %s', (changes, spec, text) => expect(words(set(isoProfile(), changes), spec)).toBe(text));

test.each<[DimensionSpec, string]>([
  [{ size: 12.7 }, '.500'],
  [{ size: 50.8, tolerance: { kind: 'symmetric', mm: 0.127 } }, '2.000 ±.005'],
  [{ size: 25.4, tolerance: deviations(0.0254, -0.0508) }, '1.000{+.001/−.002}'],
  [{ size: 25.4, tolerance: deviations(0, -0.0508) }, '1.000{+.000/−.002}'],
  [{ size: 25.4, tolerance: deviations(0.127, 0) }, '1.000{+.005/−.000}'],
  [{ size: 25.4, tolerance: deviations(0.01016, -0.0508) }, '1.0000{+.0004/−.0020}'],
])('ASME inch writes %j as %s: as many places as its tolerance', (spec, text) =>
  expect(words(asmeProfile(), spec)).toBe(text),
);

test('millimetres beside inches have a bare zero, and the decimals that their tolerance needs', () => {
  const profile = asmeProfile();
  const { value, stack } = dimensionWords(profile, { size: 25.4, tolerance: deviations(0, -0.127) }, dualLook(profile));
  expect([value, stack]).toEqual(['25.4', { upper: '0', lower: '−0.127' }]);
});

describe('the other unit', () => {
  const drafting = (changes: Record<string, SettingValue>) => ({ profile: set(asmeProfile(), changes), fonts });
  const drawn = (changes: Record<string, SettingValue>) => {
    const { row, below } = dimensionText(drafting(changes), { size: 50, of: 'diameter' });
    const said = (laid: typeof row) =>
      laid
        .draw({ x: 0, y: 0 }, 0)
        .map((one) => (one.kind === 'text' ? one.text : ''))
        .join('');
    return [said(row), below && said(below)];
  };
  test('stands beside in brackets, or below', () => {
    expect(drawn({ 'units.dual': 'beside' })).toEqual(['⌀1.969[⌀50]', undefined]);
    expect(drawn({ 'units.dual': 'beside', 'units.dualBrackets': 'round' })).toEqual(['⌀1.969(⌀50)', undefined]);
    expect(drawn({ 'units.dual': 'below' })).toEqual(['⌀1.969', '[⌀50]']);
    expect(drawn({})).toEqual(['⌀1.969', undefined]);
  });
  test('has the decimals and zeros that are set for it', () => {
    const profile = set(asmeProfile(), {
      'units.dual': 'beside',
      'units.dualDecimals': 1,
      'units.dualTrailingZeros': true,
    });
    expect(dimensionWords(profile, { size: 50 }, dualLook(profile)).value).toBe('50.0');
  });
});

test('deviations are as high as the value, or by √2 lower', () => {
  const heights = (deviationHeight: string) => {
    const drafting = { profile: set(isoProfile(), { 'tolerances.deviationHeight': deviationHeight }), fonts };
    const { row } = dimensionText(drafting, { size: 20, tolerance: deviations(0.2, -0.1) });
    const heights = row
      .draw({ x: 0, y: 0 }, 0)
      .map((one) => (one.kind === 'text' ? Math.round(one.height * 1000) / 1000 : 0));
    return [...new Set(heights)];
  };
  expect(heights('as the value')).toEqual([3.5]);
  expect(heights('one size smaller')).toEqual([3.5, 2.475]);
});

test.each([
  [8, 1.25, true, 'M8', 'M8 × 1,25'],
  [30, 2, false, 'M30 × 2', 'M30 × 2'],
])('thread M%d with pitch %d', (diameter, pitch, coarse, short, always) => {
  expect(threadWords(isoProfile(), diameter, pitch, coarse)).toBe(short);
  expect(threadWords(set(isoProfile(), { 'signs.threadPitch': 'always' }), diameter, pitch, coarse)).toBe(always);
});

test('roughness has the profile’s decimal mark', () => {
  expect(roughnessWords(isoProfile())).toBe('Ra 3,2');
  expect(roughnessWords(set(asmeProfile(), { 'texture.parameter': 'Rz', 'texture.roughness': 12.5 }))).toBe('Rz 12.5');
});
