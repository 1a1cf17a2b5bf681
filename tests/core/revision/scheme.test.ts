import {
  OMITTED,
  type RevisionScheme,
  checkRevision,
  nextRevision,
  revisionName,
  revisionStep,
  schemePreview,
} from '@/core/revision/scheme';
import fc from 'fast-check';

const iso: RevisionScheme = { sequence: { kind: 'letters', omit: OMITTED.iso } };
const asme: RevisionScheme = { firstIssue: '-', sequence: { kind: 'letters', omit: OMITTED.asme } };
const numerals: RevisionScheme = { sequence: { kind: 'numerals', digits: 1, from: 1 } };
const padded: RevisionScheme = { sequence: { kind: 'numerals', digits: 2, from: 0 } };
const changing: RevisionScheme = {
  sequence: { kind: 'numerals', digits: 2, from: 1 },
  released: { kind: 'letters', omit: OMITTED.iso },
};

/** The first 60 steps of each scheme, written out. */
const WRITTEN: [string, RevisionScheme, string][] = [
  [
    'letters without I and O',
    iso,
    `A B C D E F G H J K L M N P Q R S T U V W X Y Z AA AB AC AD AE AF AG AH AJ AK AL AM AN AP AQ AR AS AT AU AV AW AX AY AZ
     BA BB BC BD BE BF BG BH BJ BK BL BM`,
  ],
  [
    'letters without I, O, Q, S, X and Z after a dash',
    asme,
    `- A B C D E F G H J K L M N P R T U V W Y AA AB AC AD AE AF AG AH AJ AK AL AM AN AP AR AT AU AV AW AY
     BA BB BC BD BE BF BG BH BJ BK BL BM BN BP BR BT BU BV BW`,
  ],
  [
    'numerals',
    numerals,
    `1 2 3 4 5 6 7 8 9 10 11 12 13 14 15 16 17 18 19 20 21 22 23 24 25 26 27 28 29 30 31 32 33 34 35 36 37 38 39 40
     41 42 43 44 45 46 47 48 49 50 51 52 53 54 55 56 57 58 59 60`,
  ],
  [
    'numerals of two digits from 00',
    padded,
    `00 01 02 03 04 05 06 07 08 09 10 11 12 13 14 15 16 17 18 19 20 21 22 23 24 25 26 27 28 29 30 31 32 33 34 35 36 37 38
     39 40 41 42 43 44 45 46 47 48 49 50 51 52 53 54 55 56 57 58 59`,
  ],
];

test.each(WRITTEN)('60 steps of %s', (_, scheme, written) => {
  const steps = written.trim().split(/\s+/);
  expect(steps).toHaveLength(60);
  expect(schemePreview(scheme, 60)).toEqual(steps);
});

test('numerals before the release, letters from it on', () => {
  expect(schemePreview(changing, 8, 5)).toEqual(['01', '02', '03', '04', '05', 'A', 'B', 'C']);
  expect(nextRevision(changing, ['01', 'A', 'B'], true)).toBe('C');
});

test('a drawing that is released at once begins with the released sequence, not with the dash', () => {
  expect(nextRevision({ ...changing, firstIssue: '-' }, [], true)).toBe('A');
  expect(nextRevision({ ...asme }, [], true)).toBe('-');
});

test('the step of a name is found again, however far', () => {
  const sequences = [iso, asme, numerals, padded].map(({ sequence }) => sequence);
  fc.assert(
    fc.property(fc.constantFrom(...sequences), fc.nat(100_000), (sequence, n) => {
      expect(revisionStep(sequence, revisionName(sequence, n))).toBe(n);
    }),
  );
});

test.each<[RevisionScheme, string[], string, RegExp]>([
  [iso, ['A', 'B'], 'B', /^B is the newest revision already; the next is C\.$/],
  [iso, ['A', 'B', 'C'], 'A', /^A was given before; the next is D\.$/],
  [iso, ['A'], 'D', /^D would skip B\.$/],
  [iso, ['H'], 'I', /^“I” is no name of this scheme; the next is J\. I is left out\.$/],
  [asme, ['-', 'A'], '3', /^“3” is no name of this scheme; the next is B\.$/],
  [asme, [], 'A', /^A would skip -\.$/],
  [numerals, ['4'], '2', /^2 comes before 5; revisions do not go back\.$/],
  [padded, ['04'], '5', /^“5” is no name of this scheme; the next is 05\.$/],
  [iso, [], '', /^Nothing is no name/],
])('after %#: %j, %s', (scheme, before, name, reason) => {
  const outcome = checkRevision(scheme, before, name, false);
  expect(outcome.ok ? '' : outcome.reason).toMatch(reason);
});

test.each<[RevisionScheme, string[], string]>([
  [iso, ['Z'], 'AA'],
  [asme, ['-'], 'A'],
  [numerals, ['9'], '10'],
])('what follows is accepted', (scheme, before, name) => {
  expect(checkRevision(scheme, before, name, false).ok).toBe(true);
});
