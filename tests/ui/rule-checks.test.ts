import type { HouseCheck } from '@/core/rules/document';
import { type StoredBook, flattened } from '@/core/rules/effective';
import { emptyBook, standardBook } from '@/core/rules/standard-book';
import { listedChecks } from '@/ui/rules/checks';

const check = (id: string, property: string, demand: HouseCheck['demand']): HouseCheck => ({
  id,
  name: id,
  weight: 'warning',
  property,
  of: 'parts',
  demand,
  why: '',
});
const works: StoredBook = {
  id: 'works',
  name: 'Works',
  document: { ...emptyBook('iso'), house: [check('inherited', 'material', { kind: 'is there' })] },
};
const yard: StoredBook = {
  id: 'yard',
  name: 'Yard',
  document: {
    ...emptyBook('works'),
    changes: {
      'small letters': { weight: 'note', why: 'So it is' },
      'house inherited': { weight: 'off', why: 'Not here' },
    },
    house: [
      check('own', 'finish', { kind: 'is one of', texts: ['None', 'Galvanised'] }),
      check('lost', 'gone', { kind: 'is there' }),
      check('half', 'finish', { kind: 'differs from', property: 'gone' }),
    ],
  },
};
const books = new Map([works, yard].map((book) => [book.id, book]));
const names: Record<string, string> = { material: 'Material', finish: 'Finish' };
const listed = listedChecks(
  { whole: flattened('yard', books)!, inherited: flattened('works', books)!, document: yard.document },
  (property) => names[property],
).flatMap(({ checks }) => checks);
const of = (key: string) => listed.find((one) => one.key === key)!;

test('a check says what it weighs here and in the book underneath, and what this book says otherwise', () => {
  expect(of('small letters')).toMatchObject({ weight: 'note', inheritedWeight: 'off', change: { why: 'So it is' } });
  expect(of('title too long')).toMatchObject({ weight: 'note', inheritedWeight: 'note', limits: { most: 25 } });
  expect(of('title too long').change).toBeUndefined();
});

test('checks of the house follow, inherited ones before the book’s own, with what they demand in words', () => {
  expect(of('house inherited')).toMatchObject({
    weight: 'off',
    inheritedWeight: 'warning',
    house: { own: false },
    words: { demands: '“Material” should have a value, of parts.' },
  });
  expect(of('house own')).toMatchObject({
    house: { own: true },
    words: { demands: '“Finish” should be “None” or “Galvanised”, of parts.' },
  });
  expect(listed.at(-4)!.key).toBe('house inherited');
});

test('a check whose property, or the one that it is held against, is gone says so', () => {
  for (const key of ['house lost', 'house half'])
    expect(of(key).house!.trouble).toContain('The property “gone” is no longer in the dictionary');
  expect(of('house own').house!.trouble).toBeUndefined();
});

test('a shipped book lists its checks, and the house’s group to begin one', () => {
  const iso = standardBook('ISO');
  const groups = listedChecks({ whole: iso, inherited: iso, document: iso.document }, () => undefined);
  expect(groups.at(-1)).toEqual({ group: 'Checks of the house', checks: [] });
  expect(groups.flatMap(({ checks }) => checks).every(({ change }) => change === undefined)).toBe(true);
});
