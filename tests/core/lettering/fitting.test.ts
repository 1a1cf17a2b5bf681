import fc from 'fast-check';
import { fitText } from '@/core/lettering/fitting';
import type { TextRoom } from '@/core/lettering/standing';
import type { FitStep, Lettering } from '@/core/lettering/style';
import { lowerHeights } from '@/core/lettering/style';
import { evenLines, fillLines } from '@/core/lettering/wrapping';

const lettering: Lettering = {
  font: 'any',
  height: 5,
  letterWidth: 1,
  weight: 'regular',
  slantDeg: 0,
  case: 'as written',
  ink: 'black',
  lineDistance: 1.5,
};
/** Every character is as wide as 0.6 of the height. */
const measure = (text: string, height: number) => text.length * 0.6 * height;
const roomOf = (width: number, height: number): TextRoom => {
  const [across, up] = [
    { from: 0, to: width },
    { from: 0, to: height },
  ];
  return { across, up, ink: { across, up }, middle: height / 2 };
};
/** Ink that is as wide as its advances and as high as a capital. */
const ink = (_: string, height: number) => ({ before: 0, after: 0, above: height, below: 0 });
const fit = (text: string, width: number, plan: FitStep[], height = 30) =>
  fitText({
    paragraphs: text.split('\n'),
    room: roomOf(width, height),
    standing: { across: 'left', up: 'base' },
    lettering,
    plan,
    descent: 0.3,
    measure,
    ink,
  });
const squeeze = (least: number): FitStep => ({ kind: 'squeeze', least });
const wrap = (lines: number): FitStep => ({ kind: 'wrap', lines });
const stepDown = (least: number): FitStep => ({ kind: 'step down', least });

test('a text that fits is left alone, with its reserve', () => {
  expect(fit('ABCDE', 20, [squeeze(0.5)])).toMatchObject({
    verdict: 'fits',
    letterWidth: 1,
    height: 5,
    steps: [],
    reserve: 5,
  });
});

test('squeeze takes what is needed, not its least', () => {
  const fitted = fit('ABCDEFGHIJ', 24, [squeeze(0.5)]);
  expect(fitted).toMatchObject({ verdict: 'squeezed', letterWidth: 0.8, steps: [{ kind: 'squeezed', to: 0.8 }] });
  expect(fitted.reserve).toBeCloseTo(0, 9);
});

test('without a plan the excess is reported in mm', () => {
  expect(fit('ABCDEFGHIJ', 24, [])).toMatchObject({ verdict: 'overflows', letterWidth: 1, reserve: -6 });
});

test('at the end of the plan the text is laid out squeezed, with what is still too much', () => {
  const fitted = fit('ABCDEFGHIJ', 12, [squeeze(0.5)]);
  expect(fitted).toMatchObject({ verdict: 'overflows', letterWidth: 0.5 });
  expect(fitted.reserve).toBeCloseTo(-3, 9);
});

test('wrap keeps the squeeze that came before it', () => {
  const fitted = fit('ABCDEFGH JKLMNOPQ', 20, [squeeze(0.8), wrap(2)]);
  expect(fitted).toMatchObject({
    verdict: 'wrapped',
    steps: [
      { kind: 'wrapped', lines: 2 },
      { kind: 'squeezed', to: 0.833 },
    ],
  });
  expect(fitted.lines.map(({ from, to }) => [from, to])).toEqual([
    [0, 8],
    [9, 17],
  ]);
});

test('step down starts again from full letter width', () => {
  const fitted = fit('ABCDEFGHIJ', 21, [squeeze(0.9), stepDown(2.5)]);
  expect(fitted).toMatchObject({
    verdict: 'stepped down',
    height: 3.5,
    letterWidth: 1,
    steps: [{ kind: 'stepped down', height: 3.5 }],
  });
});

test('lines that are too high for the cell overflow across', () => {
  const fitted = fit('ABCD\nEFGH', 20, [], 10);
  expect(fitted).toMatchObject({ verdict: 'overflows', reserveAcross: -2.5 });
});

test('the heights below one are those of the series, from high to low', () => {
  expect(lowerHeights(7, 2.5)).toEqual([5, 3.5, 2.5]);
  expect(lowerHeights(1.8, 1)).toEqual([]);
});

test('lines break at spaces, after hyphens and slashes', () => {
  const width = (text: string) => text.length;
  const texts = (text: string, stretches: { from: number; to: number }[]) =>
    stretches.map(({ from, to }) => text.slice(from, to));
  const text = 'X2CrNiMo17-12-2 EN 10088-3/4';
  expect(texts(text, fillLines(text, 12, width))).toEqual(['X2CrNiMo17-', '12-2 EN', '10088-3/4']);
  expect(texts('one two three four', evenLines('one two three four', 2, width))).toEqual(['one two', 'three four']);
});

test('whatever the text and plan: a text that is said to fit does, and no character is lost but spaces at breaks', () => {
  const word = fc.string({ unit: fc.constantFrom(...'ABCab-/'), minLength: 1, maxLength: 12 });
  const plan = fc.array(
    fc.oneof(
      fc.double({ min: 0.4, max: 1, noNaN: true }).map(squeeze),
      fc.integer({ min: 2, max: 4 }).map(wrap),
      fc.constantFrom(1.8, 2.5, 3.5).map(stepDown),
    ),
    { maxLength: 3 },
  );
  fc.assert(
    fc.property(
      fc.array(word, { minLength: 1, maxLength: 8 }),
      plan,
      fc.integer({ min: 5, max: 80 }),
      (list, steps, width) => {
        const text = list.join(' ');
        const fitted = fit(text, width, steps, 18);
        const lines = fitted.lines.map(({ from, to }) => text.slice(from, to));
        if (fitted.verdict !== 'overflows') {
          for (const line of lines)
            expect(measure(line, fitted.height) * fitted.letterWidth).toBeLessThanOrEqual(width + 1e-6);
          expect(fitted.reserve).toBeGreaterThanOrEqual(-1e-6);
        } else expect(Math.min(fitted.reserve, fitted.reserveAcross)).toBeLessThan(0);
        expect(lines.join('').replaceAll(' ', '')).toBe(text.replaceAll(' ', ''));
      },
    ),
    { numRuns: 300 },
  );
});
