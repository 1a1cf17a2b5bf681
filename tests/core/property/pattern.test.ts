import fc from 'fast-check';
import { hasForm, patternTrouble } from '@/core/property/pattern';

test.each([
  ['[A-Z]{2}-[0-9]{4}', 'KW-2201', true],
  ['[A-Z]{2}-[0-9]{4}', 'KW-22011', false],
  ['(?:KW|KD)-\\d{5}(?:/[A-Z])?', 'KD-00001/B', true],
  ['(?<year>\\d{4})-\\d\\d', '2026-06', true],
  ['[^\\]]+', 'a[b', true],
  ['.*winch.*', 'the recovery winch, left', true],
  ['(?:\\d{3} ?){3}', '123 456 789', true],
  ['\\p{Lu}\\p{Ll}+(?: \\p{Lu}\\p{Ll}+)?', 'Ines Sundqvist', true],
])('%s and “%s”', (pattern, text, has) => {
  expect(patternTrouble(pattern)).toBeUndefined();
  expect(hasForm(text, pattern)).toBe(has);
});

test.each([
  '(a+)+',
  '(a|aa)+',
  '(a|a){30}',
  '(.*)*x',
  '(a?){40}a{40}',
  'a*a*a*a*b',
  `${'a?'.repeat(40)}b`,
  '((a{1,30}){1,30})',
])('%s can be read in too many ways: it is not to be set, and where it stands it keeps nobody waiting', (pattern) => {
  expect(patternTrouble(pattern)).toMatch(/more ways than can be tried/);
  expect(hasForm(`${'a'.repeat(60)}!`, pattern)).toBe(true);
});

test('what is no pattern is said', () => {
  expect(patternTrouble('[')).toMatch(/not a regular expression/);
});

test('whatever pattern may be used, no text takes long', () => {
  const piece = fc.constantFrom('a', '[ab]', '.', '\\\\w', '(a)', '(a|b)', '(ab?)', '(a+)', 'b');
  const repeat = fc.constantFrom('', '*', '+', '?', '{2}', '{1,3}', '{2,}', '*?');
  const pattern = fc
    .array(fc.tuple(piece, repeat), { minLength: 1, maxLength: 6 })
    .map((parts) => parts.flat().join(''));
  fc.assert(
    fc.property(pattern, fc.integer({ min: 1, max: 120 }), (given, length) => {
      if (patternTrouble(given) !== undefined) return;
      hasForm(`${'a'.repeat(length)}!`, given);
    }),
    { numRuns: 300, interruptAfterTimeLimit: 60_000, markInterruptAsFailure: true },
  );
});
