import { KINDS } from '@/core/findings/finding';
import { isMet } from '@/core/findings/checks/house-checks';
import { withBookChange } from '@/core/rules/changing';
import type { Demand, RuleBookDocument } from '@/core/rules/document';
import { type StoredBook, chainOf, flattened, limitsOf, rulesOf, rulesOfBook } from '@/core/rules/effective';
import { LIMITS, limitTrouble } from '@/core/rules/limits';
import { RULE_GROUPS, RULE_WORDS } from '@/core/rules/register';
import { SHIPPED_BOOKS } from '@/core/rules/standards';
import { emptyBook, standardBook } from '@/core/rules/standard-book';
import { tallied } from '@/core/rules/tally';
import { weighed } from '@/core/rules/weighing';
import { type Finding, noticed } from '@/core/findings/finding';

const book = (id: string, from: string, part: Partial<RuleBookDocument> = {}): StoredBook => ({
  id,
  name: id,
  document: { ...emptyBook(from), ...part },
});
const shelf = (...books: StoredBook[]) => new Map(books.map((one) => [one.id, one]));
const check = (id: string, weight: 'off' | 'note' | 'warning' = 'note') => ({
  id,
  name: id,
  weight,
  property: 'material',
  of: 'both' as const,
  demand: { kind: 'is there' as const },
  why: '',
});

describe('the register', () => {
  test('has words for every kind of finding, in a group', () => {
    expect(Object.keys(RULE_WORDS).sort()).toEqual(Object.keys(KINDS).sort());
    for (const { group, name, demands, clause } of Object.values(RULE_WORDS)) {
      expect(RULE_GROUPS).toContain(group);
      expect([name, demands, clause].every((text) => text.trim() !== '')).toBe(true);
    }
    expect(new Set(Object.values(RULE_WORDS).map(({ name }) => name)).size).toBe(Object.keys(KINDS).length);
  });

  test('every shipped book has sound limits for every check that has any', () => {
    for (const { limits } of Object.values(SHIPPED_BOOKS))
      for (const [code, fields] of Object.entries(LIMITS))
        for (const [name, field] of Object.entries(fields)) {
          const value = (limits as unknown as Record<string, Record<string, never>>)[code]![name]!;
          expect([code, name, limitTrouble(field, value)]).toEqual([code, name, undefined]);
        }
  });
});

describe('shipped books', () => {
  const least = (id: string) => limitsOf(rulesOfBook({ name: '', document: emptyBook(id) }), 'under the least height');

  test('ISO and ASME have their own least heights; BS 8888 takes those of ISO', () => {
    expect(least('iso')).toEqual({ values: 2.5, captions: 1.8 });
    expect(least('asme')).toEqual({ values: 3, captions: 2.5 });
    expect(least('bs-8888')).toEqual(least('iso'));
  });

  test('where facts name no book the unit’s standard holds', () => {
    expect(rulesOf({}, 'in').name).toBe('ASME');
    expect(rulesOf({}, 'mm').name).toBe('ISO');
    expect(rulesOf({ rules: standardBook('BS 8888') }, 'in').name).toBe('BS 8888');
  });
});

describe('a chain of books', () => {
  const works = book('works', 'iso', {
    changes: {
      'small letters': { weight: 'note', why: 'a' },
      'title too long': { limits: { most: 40 }, why: 'b' },
      'title block too large': { limits: { width: 170 }, why: 'e' },
    },
    house: [check('one')],
  });
  const yard = book('yard', 'works', {
    changes: {
      'small letters': { weight: 'warning', why: 'c' },
      'title too long': { weight: 'warning', why: 'd' },
      'title block too large': { limits: { share: 20 }, why: 'f' },
      'house one': { weight: 'off', why: 'g' },
    },
    house: [check('two')],
  });

  test('is one book: what is nearer counts, limits are taken together, house checks follow in order', () => {
    const rules = rulesOfBook(flattened('yard', shelf(works, yard))!);
    expect(rules.weights['small letters']).toBe('warning');
    expect(rules.weights['title too long']).toBe('warning');
    expect(limitsOf(rules, 'title too long').most).toBe(40);
    expect(limitsOf(rules, 'title block too large')).toEqual({ width: 170, share: 20 });
    expect(rules.house.map(({ id, weight }) => [id, weight])).toEqual([
      ['one', 'off'],
      ['two', 'note'],
    ]);
  });

  test('is the same object until a book of it changes', () => {
    const books = shelf(works, yard);
    expect(flattened('yard', books)).toBe(flattened('yard', shelf(works, yard)));
    const other = shelf({ ...works, document: { ...works.document } }, yard);
    expect(flattened('yard', other)).not.toBe(flattened('yard', books));
  });

  test('that comes back to itself or names none has no end', () => {
    expect(chainOf('a', shelf(book('a', 'b'), book('b', 'a')))).toBeUndefined();
    expect(flattened('a', shelf(book('a', 'nowhere')))).toBeUndefined();
    expect(flattened('iso', shelf())).toBe(standardBook('ISO'));
  });

  test('a limit or a check that is none changes nothing', () => {
    const odd = book('odd', 'iso', {
      changes: {
        'no such check': { weight: 'note', why: 'x' },
        'title too long': { limits: { most: -4, wide: 3 }, why: 'x' },
      },
    });
    expect(rulesOfBook(flattened('odd', shelf(odd))!)).toEqual({ ...rulesOfBook(standardBook('ISO')), name: 'odd' });
  });
});

describe('a change', () => {
  const at = { id: 'works', books: shelf(book('works', 'iso')), inherited: rulesOfBook(standardBook('ISO')) };
  const document = emptyBook('iso');

  test('keeps only what differs, and nothing when nothing does', () => {
    const kept = withBookChange(
      document,
      { kind: 'rule', code: 'title too long', change: { weight: 'note', limits: { most: 40 }, why: 'Room' } },
      at,
    );
    expect(kept).toEqual({
      ok: true,
      document: { ...document, changes: { 'title too long': { limits: { most: 40 }, why: 'Room' } } },
    });
    const same = withBookChange(
      (kept as { document: RuleBookDocument }).document,
      { kind: 'rule', code: 'title too long', change: { weight: 'note', limits: { most: 25 }, why: 'Room' } },
      at,
    );
    expect(same).toEqual({ ok: true, document });
  });

  test('puts house checks in, changes them in their place, and takes them out', () => {
    const put = (of: RuleBookDocument, id: string, name: string) => {
      const outcome = withBookChange(of, { kind: 'house check', id, check: { ...check(id), name } }, at);
      if (!outcome.ok) throw new Error(outcome.reason);
      return outcome.document;
    };
    const two = put(put(put(document, 'a', 'A'), 'b', 'B'), 'a', 'Anew');
    expect(two.house.map(({ name }) => name)).toEqual(['Anew', 'B']);
    expect(withBookChange(two, { kind: 'house check', id: 'c', check: { ...check('c'), name: 'anew' } }, at)).toEqual({
      ok: false,
      reason: 'There is a check named “anew” already. Choose another name.',
    });
    const outcome = withBookChange(two, { kind: 'house check', id: 'a' }, at);
    expect(outcome.ok && outcome.document.house.map(({ id }) => id)).toEqual(['b']);
  });
});

test.each<[string, Parameters<typeof limitTrouble>[0], Parameters<typeof limitTrouble>[1], string | undefined]>([
  ['a length', LIMITS['title or number too small'].height, 6, undefined],
  ['no number', LIMITS['title or number too small'].height, 'six', 'type a number'],
  ['a share over all', LIMITS['little clear area'].share, 120, '0 to 100, not 120'],
  ['half a character', LIMITS['title too long'].most, 2.5, 'a whole number'],
  ['a scale', LIMITS['scale outside the series'].scales, ['1:2', '2,5:1'], undefined],
  ['no scale', LIMITS['scale outside the series'].scales, ['1:2', 'half'], '“half” is not written like this: 1:2'],
  ['an edition', LIMITS['old edition of a standard'].editions, ['ISO 7573:2008', 'A → B'], undefined],
  ['no edition', LIMITS['old edition of a standard'].editions, ['ISO 7573'], 'is not written like this'],
  ['no pattern', LIMITS['number against its pattern'].pattern, '(', 'not a regular expression'],
  ['widths', LIMITS['line width outside the series'].series, [0.35, 90], '0.05 to 5, not 90'],
])('as a limit %s', (_, field, value, trouble) => {
  const found = limitTrouble(field, value);
  if (trouble === undefined) expect(found).toBeUndefined();
  else expect(found).toContain(trouble);
});

test.each<[Demand, string, boolean]>([
  [{ kind: 'is there' }, '', false],
  [{ kind: 'is there' }, 'x', true],
  [{ kind: 'is empty' }, 'x', false],
  [{ kind: 'is one of', texts: ['Galvanised', 'None'] }, 'GALVANISED', true],
  [{ kind: 'is one of', texts: ['Galvanised'] }, 'Painted', false],
  [{ kind: 'is none of', texts: ['Painted'] }, 'Painted', false],
  [{ kind: 'begins with', texts: ['KW-'] }, 'kw-2201', true],
  [{ kind: 'has the form', pattern: 'KW-[0-9]+' }, 'KW-2201 ', false],
  [{ kind: 'has the form', pattern: 'KW-[0-9]+' }, 'KW-2201', true],
  [{ kind: 'has at most', characters: 3 }, 'abcd', false],
  [{ kind: 'is at least', number: 10 }, '12500 N', true],
  [{ kind: 'is at least', number: 10 }, '9,5 kN', false],
  [{ kind: 'is at most', number: 10 }, '10', true],
  [{ kind: 'is at most', number: 10 }, '3 kg', false],
  [{ kind: 'is at most', number: 10 }, 'heavy', false],
  [{ kind: 'is the same as', property: 'o' }, 'Other', true],
  [{ kind: 'differs from', property: 'o' }, 'other', false],
  [{ kind: 'is one of', texts: ['Galvanised'] }, '', true],
])('%j of “%s”: %s', (demand, text, met) => {
  expect(isMet(demand, text, 'kN', () => 'other')).toBe(met);
});

describe('findings as a book weighs them', () => {
  const long = noticed('title too long', { title: 'T', length: 30, most: 25 }, {});
  const small = noticed('small letters', { text: 'a' }, { block: 'b', cell: 'c' });
  const own = noticed(
    'house check',
    { check: 'one', checkName: 'One', property: 'p', name: 'P', demand: { kind: 'is there' } },
    {},
  );

  test('those of checks that are off are left out, others weigh what it says', () => {
    const rules = rulesOfBook(
      flattened(
        'w',
        shelf(
          book('w', 'iso', {
            changes: { 'title too long': { weight: 'blocks release', why: 'x' } },
            house: [check('one', 'warning')],
          }),
        ),
      )!,
    );
    expect(weighed([long, small, own], rules).map(({ code, weight }) => [code, weight])).toEqual([
      ['title too long', 'blocks release'],
      ['house check', 'warning'],
    ]);
    expect(weighed([own], rulesOfBook(standardBook('ISO')))).toEqual([]);
  });

  test('are tallied once each, and compared with what a change would find', () => {
    const met = (finding: Finding, sizeId = 'a') => ({ finding, sizeId });
    const elsewhere: Finding = { ...long, place: { block: 'b', cell: 'd' } };
    const accepted: Finding = { ...small, accepted: 'So it is' };
    const other: Finding = { ...small, place: { block: 'b', cell: 'e' } };
    const before = [met(long), met(long, 'b'), met(elsewhere), met(small), met(other), met(accepted)];
    const tally = tallied(before);
    expect(tally.get('title too long')).toMatchObject({ found: 1, added: 0, settled: 0 });
    expect(tally.get('small letters')).toMatchObject({ found: 2 });
    const ahead = tallied(before, [met(small), met(own)]);
    expect(ahead.get('title too long')).toMatchObject({ found: 1, added: 0, settled: 1, cases: [met(long)] });
    expect(ahead.get('small letters')).toMatchObject({ found: 2, added: 0, settled: 1 });
    expect(ahead.get('house one')).toMatchObject({ found: 0, added: 1, settled: 0, cases: [met(own)] });
  });
});

test.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])('“%s” is no book that one derives from', (id) => {
  expect(chainOf(id, new Map())).toBeUndefined();
  expect(flattened(id, new Map())).toBeUndefined();
  const house = { id: 'house', name: 'House', document: { ...emptyBook('iso'), from: id } };
  expect(chainOf('house', new Map([['house', house as never]]))).toBeUndefined();
});
