import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import {
  angleText,
  decimalsNeeded,
  dualLook,
  lengthLook,
  lengthText,
  type NumberLook,
} from '@/core/annotation/numbers';
import { withSetting } from '@/core/profile/settings';
import { asmeProfile, isoProfile } from '@/core/profile/starts';

const look = (change: Partial<NumberLook> = {}): NumberLook => ({ ...lengthLook(isoProfile()), ...change });

/** Written by hand: mm, decimals, then with both zeros, without leading, without trailing, without either. */
const WRITTEN: [mm: number, decimals: number, both: string, noLeading: string, noTrailing: string, neither: string][] =
  [
    [0, 2, '0', '0', '0', '0'],
    [0.5, 2, '0.50', '.50', '0.5', '.5'],
    [0.05, 2, '0.05', '.05', '0.05', '.05'],
    [0.005, 2, '0.01', '.01', '0.01', '.01'],
    [0.004, 2, '0', '0', '0', '0'],
    [1, 2, '1.00', '1.00', '1', '1'],
    [12.5, 2, '12.50', '12.50', '12.5', '12.5'],
    [12.345, 2, '12.35', '12.35', '12.35', '12.35'],
    [12.344, 2, '12.34', '12.34', '12.34', '12.34'],
    [1.005, 2, '1.01', '1.01', '1.01', '1.01'],
    [99.995, 2, '100.00', '100.00', '100', '100'],
    [0.125, 3, '0.125', '.125', '0.125', '.125'],
    [0.1, 3, '0.100', '.100', '0.1', '.1'],
    [74.125, 3, '74.125', '74.125', '74.125', '74.125'],
    [74.125, 2, '74.13', '74.13', '74.13', '74.13'],
    [74.125, 1, '74.1', '74.1', '74.1', '74.1'],
    [74.125, 0, '74', '74', '74', '74'],
    [0.45, 0, '0', '0', '0', '0'],
    [0.5, 0, '1', '1', '1', '1'],
    [1000.5, 1, '1000.5', '1000.5', '1000.5', '1000.5'],
    [3, 0, '3', '3', '3', '3'],
    [0.0625, 4, '0.0625', '.0625', '0.0625', '.0625'],
    [0.0625, 3, '0.063', '.063', '0.063', '.063'],
    [-0.5, 2, '−0.50', '−.50', '−0.5', '−.5'],
    [10, 3, '10.000', '10.000', '10', '10'],
  ];

describe.each([',', '.'] as const)('with the decimal mark “%s”', (mark) => {
  const marked = (text: string) => text.replace('.', mark);
  test.each(WRITTEN)('%d mm with %d decimals', (mm, decimals, both, noLeading, noTrailing, neither) => {
    const written = (leadingZero: boolean, trailingZeros: boolean) =>
      lengthText(mm, look({ decimals, mark, leadingZero, trailingZeros }));
    expect([written(true, true), written(false, true), written(true, false), written(false, false)]).toEqual(
      [both, noLeading, noTrailing, neither].map(marked),
    );
  });
});

/** 200 lengths, each with its decimals, in both units: with both zeros, without leading, without trailing, without either. */
const LENGTHS = JSON.parse(readFileSync('tests/data/written-lengths.json', 'utf8')) as {
  mm: number;
  decimals: number;
  inMm: string[];
  inInch: string[];
}[];

test.each([',', '.'] as const)('200 lengths in both units, with every rule of zeros and the mark “%s”', (mark) => {
  const ZEROS = [
    [true, true],
    [false, true],
    [true, false],
    [false, false],
  ] as const;
  for (const { mm, decimals, inMm, inInch } of LENGTHS) {
    const written = (unit: 'mm' | 'in') =>
      ZEROS.map(([leadingZero, trailingZeros]) =>
        lengthText(mm, look({ unit, decimals, mark, leadingZero, trailingZeros })),
      );
    expect([mm, decimals, ...written('mm')]).toEqual([mm, decimals, ...inMm.map((text) => text.replace('.', mark))]);
    expect([mm, decimals, ...written('in')]).toEqual([mm, decimals, ...inInch.map((text) => text.replace('.', mark))]);
  }
  expect(LENGTHS).toHaveLength(200);
});

test.each([
  [25.4, 2, '1.00'],
  [12.7, 3, '.500'],
  [30, 3, '1.181'],
  [8, 3, '.315'],
  [0.4, 3, '.016'],
  [0.127, 4, '.0050'],
  [1.5875, 4, '.0625'],
])('%d mm in inches as ASME writes them, %d decimals: %s', (mm, decimals, text) => {
  expect(lengthText(mm, { ...lengthLook(asmeProfile()), decimals })).toBe(text);
});

test('the other unit has zeros of its own', () => {
  expect(lengthText(12.7, dualLook(isoProfile()))).toBe('0,50');
  expect(lengthText(12.7, { ...dualLook(asmeProfile()), decimals: 1 })).toBe('12.7');
});

test('what is written is never further from the length than half of its last decimal', () => {
  const mm = fc.integer({ min: -5_000_000, max: 5_000_000 }).map((value) => value / 1e4);
  fc.assert(
    fc.property(
      mm,
      fc.integer({ min: 0, max: 5 }),
      fc.boolean(),
      fc.boolean(),
      (length, decimals, leadingZero, trailingZeros) => {
        const text = lengthText(length, look({ decimals, leadingZero, trailingZeros, mark: '.' }));
        expect(Math.abs(Number(text.replace('−', '-')) - length)).toBeLessThanOrEqual(0.5 * 10 ** -decimals + 1e-9);
      },
    ),
  );
});

describe('angles', () => {
  const written = (form: string, decimals: number, deg: number, zeros = false) => {
    const set = [
      ['numbers.angleForm', form],
      ['numbers.angleDecimals', decimals],
      ['numbers.trailingZeros', zeros],
    ] as const;
    const profile = set.reduce((made, [path, value]) => {
      const outcome = withSetting(made, path, value);
      if (!outcome.ok) throw new Error(outcome.reason);
      return outcome.profile;
    }, isoProfile());
    return angleText(deg, profile);
  };
  test.each([
    ['degrees', 0, 45, '45°'],
    ['degrees', 1, 52.5, '52,5°'],
    ['degrees', 2, 0.25, '0,25°'],
    ['degrees and minutes', 0, 12.5, '12° 30′'],
    ['degrees and minutes', 0, 12, '12°'],
    ['degrees and minutes', 0, 0.5, '0° 30′'],
    ['degrees and minutes', 1, 7.125, '7° 7,5′'],
    ['degrees and minutes', 0, 7.125, '7° 8′'],
    ['degrees and minutes', 0, 11.9999, '12°'],
    ['degrees, minutes and seconds', 0, 82.875, '82° 52′ 30″'],
    ['degrees, minutes and seconds', 0, 82.5, '82° 30′'],
    ['degrees, minutes and seconds', 0, 82 + 15 / 3600, '82° 0′ 15″'],
    ['degrees, minutes and seconds', 0, 29.99999, '30°'],
    ['degrees', 1, -0.01, '0°'],
    ['degrees', 1, -0.1, '−0,1°'],
    ['degrees and minutes', 0, -0.001, '0°'],
    ['degrees and minutes', 0, -0.5, '−0° 30′'],
  ])('%s with %d decimals: %d is %s', (form, decimals, deg, text) => {
    expect(written(form, decimals, deg)).toBe(text);
  });
  test('keep trailing zeros where the profile does', () => expect(written('degrees', 1, 45, true)).toBe('45,0°'));
});

test.each([
  [0.1, 'mm', 1],
  [0.018, 'mm', 3],
  [0.127, 'in', 3],
  [0.1, 'in', 3],
  [0.02, 'in', 4],
] as const)('a tolerance of %d mm is written in %s with %d decimals', (mm, unit, decimals) => {
  expect(decimalsNeeded(mm, unit)).toBe(decimals);
});
