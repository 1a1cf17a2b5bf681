import type { BookChange } from '@/core/rules/changing';
import { withSetting } from '@/core/profile/settings';
import { database, transaction } from '@/server/database';
import { findAccount } from '@/server/repositories/accounts';
import { claimJob, noteProgress } from '@/server/repositories/jobs';
import { runOne } from '@/server/jobs/runner';
import * as drawingServices from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import { format } from '@/server/services/formats';
import * as profileServices from '@/server/services/profiles';
import * as service from '@/server/services/rule-books';
import * as countServices from '@/server/services/rule-counts';
import { asDesk, withOffice, signOnPaper } from './office';

const { ruleBook, ruleBooks } = service;
const { nouns } = countServices;
const cases = asDesk(countServices.cases);
const counts = asDesk(countServices.counts);
const profiles = asDesk(profileServices.profiles);
const addBook = asDesk(service.addBook);
const changeBook = asDesk(service.changeBook);
const chooseBook = asDesk(service.chooseBook);
const removeBook = asDesk(service.removeBook);
const renameBook = asDesk(service.renameBook);
const startCount = asDesk(countServices.startCount);
const makeDrawing = asDesk(drawingServices.makeDrawing);

withOffice();

const change = async (id: string, one: BookChange) =>
  changeBook(id, { version: (await ruleBook(id)).version, change: one });
const rule = (code: string, weight: 'off' | 'note' | 'warning' | 'blocks release', why = 'So it is'): BookChange => ({
  kind: 'rule',
  code,
  change: { weight, why },
});
const isoProfile = async () => (await profiles()).find(({ name }) => name === 'Kelvarra ISO')!.id;
async function counted(id: string, given: Parameters<typeof startCount>[1] = { scope: 'following' }) {
  await startCount(id, given);
  while (await runOne('test', new AbortController().signal));
  const { count, ahead } = await counts(id);
  return given.change ? ahead! : count!;
}

test('the demo office has the shipped books and two of the house, which its profiles name', async () => {
  expect(await ruleBooks()).toMatchObject([
    { id: 'iso', shipped: true, profiles: [] },
    { id: 'asme', shipped: true },
    { id: 'bs-8888', shipped: true, from: { id: 'iso', name: 'ISO' }, profiles: [{ name: 'Kelvarra export' }] },
    { id: 'kelvarra-rules', shipped: false, from: { name: 'ISO' }, changes: 3, house: 1, formats: 2 },
    { id: 'kelvarra-inch-rules', from: { name: 'ASME' }, changes: 2, house: 0, formats: 1 },
  ]);
  const { facts } = await format('workshop-sheets');
  expect(facts.rules).toMatchObject({ name: 'Kelvarra house rules', document: { from: 'iso' } });
});

test('a book of the house derives, differs with a reason, and is named by a profile', async () => {
  const { id } = await addBook({ name: 'Yard rules', from: 'kelvarra-rules' });
  await change(id, rule('small letters', 'warning', 'The yard letters everything in capitals'));
  await chooseBook(await isoProfile(), id);
  const { facts } = await format('workshop-sheets');
  expect(facts.rules!.document.changes).toMatchObject({
    'small letters': { weight: 'warning', why: 'The yard letters everything in capitals' },
    'checked by the drafter': { weight: 'blocks release' },
  });
  await expect(removeBook(id)).rejects.toMatchObject({ status: 409, message: expect.stringContaining('Kelvarra ISO') });
  await expect(removeBook('kelvarra-rules')).rejects.toMatchObject({
    status: 409,
    message: expect.stringContaining('Yard rules'),
  });
  await chooseBook(await isoProfile(), 'kelvarra-rules');
  await removeBook(id);
  expect((await ruleBooks()).map((one) => one.id)).not.toContain(id);
  const [noted] = await database.query<{ words: string }>(
    'SELECT words FROM audit WHERE subject = ? ORDER BY id DESC',
    [`rule book ${id}`],
  );
  expect(noted).toEqual({ words: 'Removed the rule book Yard rules' });
});

describe('refused in words', () => {
  test.each<[string, string, BookChange, string]>([
    ['a shipped book', 'iso', rule('small letters', 'note'), 'ISO is shipped with Zonograph and stays as it is.'],
    ['a check that is none', 'kelvarra-rules', rule('no such', 'note'), 'There is no check “no such”.'],
    [
      'a difference without a reason',
      'kelvarra-rules',
      rule('small letters', 'note', ' '),
      'say why the house differs',
    ],
    [
      'a limit out of range',
      'kelvarra-rules',
      { kind: 'rule', code: 'little clear area', change: { limits: { share: 140 }, why: 'So' } },
      'Least share of the drawing space: 0 to 100, not 140.',
    ],
    [
      'a limit that the check does not have',
      'kelvarra-rules',
      { kind: 'rule', code: 'little clear area', change: { limits: { width: 1 }, why: 'So' } },
      'has no limit “width”',
    ],
    [
      'a pattern that would never end',
      'kelvarra-rules',
      { kind: 'rule', code: 'number against its pattern', change: { limits: { pattern: '(a+)+$' }, why: 'So' } },
      'more ways than can be tried',
    ],
    [
      'a book that derives from itself',
      'kelvarra-rules',
      { kind: 'from', from: 'kelvarra-rules' },
      'cannot derive from itself',
    ],
    [
      'a book that is not there',
      'kelvarra-rules',
      { kind: 'from', from: 'nowhere' },
      'The book to derive from is not there.',
    ],
  ])('%s', async (_, id, one, reason) => {
    await expect(change(id, one)).rejects.toMatchObject({ status: 422, message: expect.stringContaining(reason) });
  });

  test('a book that derives from one which derives from it', async () => {
    const { id } = await addBook({ name: 'Below', from: 'kelvarra-rules' });
    await expect(change('kelvarra-rules', { kind: 'from', from: id })).rejects.toMatchObject({
      message: 'Below derives from this book already, so this book cannot derive from it.',
    });
  });

  test('a name that another book has, a shipped one too', async () => {
    await expect(addBook({ name: 'iso', from: 'iso' })).rejects.toMatchObject({ status: 409 });
    await expect(renameBook('kelvarra-rules', 'Kelvarra inch rules')).rejects.toMatchObject({ status: 409 });
  });

  test('a change of a book that somebody else has changed, with the book as it is', async () => {
    const { version } = await ruleBook('kelvarra-rules');
    await change('kelvarra-rules', rule('small letters', 'note'));
    await expect(
      changeBook('kelvarra-rules', { version, change: rule('small letters', 'warning') }),
    ).rejects.toMatchObject({ status: 409, detail: { current: { version: version + 1 } } });
  });
});

describe('a count', () => {
  const draw = async () => {
    const { id } = await makeDrawing({
      formatId: 'workshop-sheets',
      specimen: 'drum-barrel',
      variant: 'galvanised',
      sizeId: 'iso-a3-landscape',
    });
    return id;
  };

  test('looks at the formats and drawings that follow the book, and says which checks find how much', async () => {
    await draw();
    await change('kelvarra-rules', rule('title without its noun', 'warning'));
    const count = await counted('kelvarra-rules');
    expect(count).toMatchObject({ state: 'done', scope: 'following', things: 3, done: 3, outdated: false });
    expect(count.checks['title without its noun']).toMatchObject({
      formats: { found: expect.any(Number) },
      drawings: { found: 1 },
    });
    const { entries, total } = await cases('kelvarra-rules', { check: 'title without its noun', of: 'count' });
    expect(total).toBe(entries.length);
    expect(entries.find((one) => one.of === 'drawing')!.cases[0]).toMatchObject({
      finding: { params: { title: 'DRUM BARREL', better: 'BARREL, DRUM' }, weight: 'warning' },
      specimen: 'drum-barrel',
    });
    await change('kelvarra-rules', rule('title without its noun', 'off'));
    expect((await counts('kelvarra-rules')).count).toMatchObject({ outdated: true });
  });

  test('of all looks at everything as if it followed the book', async () => {
    await draw();
    expect(await counted('asme', { scope: 'all' })).toMatchObject({ things: 4, done: 4, scope: 'all' });
  });

  test('ahead says what a change would add and settle, and changes nothing', async () => {
    await draw();
    const before = (await ruleBook('kelvarra-rules')).version;
    const adds = await counted('kelvarra-rules', {
      scope: 'following',
      change: rule('title without its noun', 'warning'),
    });
    expect(adds.checks['title without its noun']!.drawings).toEqual({ found: 0, added: 1, settled: 0 });
    const settles = await counted('kelvarra-rules', {
      scope: 'following',
      change: rule('drafting data not printed', 'off'),
    });
    expect(settles.checks['drafting data not printed']!.formats.settled).toBeGreaterThan(0);
    expect(settles.checks['title without its noun']).toBeUndefined();
    expect((await ruleBook('kelvarra-rules')).version).toBe(before);
    await expect(
      startCount('kelvarra-rules', {
        scope: 'following',
        change: { kind: 'rule', code: 'title too long', change: { limits: { most: 0 }, why: 'So' } },
      }),
    ).rejects.toMatchObject({ status: 422 });
  });

  describe('ahead of a change, while another is looked ahead at,', () => {
    const ahead = (weight: 'off' | 'warning') =>
      ({ scope: 'following', change: rule('title without its noun', weight) }) as const;
    const finish = async () => {
      while (await runOne('test', new AbortController().signal));
    };
    /** Claims the look ahead as a worker does that is in the middle of its first step. */
    const claimed = () =>
      transaction((db) => claimJob(db, 'another', { order: [countServices.AHEAD], newestFirst: ['project'] }));

    test('begins at once and ends the one before, even one that is running', async () => {
      await draw();
      const first = await startCount('kelvarra-rules', ahead('off'));
      const running = (await claimed())!;
      expect(running.id).toBe(first.id);
      const second = await startCount('kelvarra-rules', ahead('warning'));
      const step = { id: first.id, owner: 'another', lastId: '1', piecesDone: 1 };
      expect(await noteProgress(database, step)).toBe(false);
      await finish();
      expect((await counts('kelvarra-rules')).ahead).toMatchObject({ id: second.id, state: 'done' });
    });

    test('ends nothing of another person', async () => {
      await draw();
      const mine = await startCount('kelvarra-rules', ahead('off'));
      const { id, name } = (await findAccount(database, { signInName: 'ruth' }))!;
      const another = { account: id, name, role: 'administrator' } as const;
      const theirs = await countServices.startCount(another, 'kelvarra-rules', ahead('warning'));
      await finish();
      expect((await counts('kelvarra-rules')).ahead).toMatchObject({ id: mine.id, state: 'done' });
      const { ahead: found } = await countServices.counts(another, 'kelvarra-rules');
      expect(found).toMatchObject({
        id: theirs.id,
        checks: { 'title without its noun': { drawings: { added: 1 } } },
      });
      expect((await counts('kelvarra-rules')).ahead!.checks['title without its noun']).toBeUndefined();
    });
  });

  test('finds a house check missed on a drawing and met once it is answered', async () => {
    const id = await draw();
    await change('kelvarra-rules', {
      kind: 'house check',
      id: 'checker',
      check: {
        id: 'checker',
        name: 'A checker',
        weight: 'blocks release',
        property: 'checked-by',
        of: 'both',
        demand: { kind: 'is there' },
        why: 'Class surveys ask for one',
      },
    });
    const found = async () => (await counted('kelvarra-rules')).checks['house checker']?.drawings.found ?? 0;
    expect(await found()).toBe(1);
    await signOnPaper(id, { 'checked-by': 'Marlo Aketch' });
    expect(await found()).toBe(0);
  });
});

test('a drawing in work and a finished one are looked at by the book that the profile names now, released or not', async () => {
  const { id } = await makeDrawing({
    formatId: 'workshop-sheets',
    specimen: 'drum-barrel',
    variant: 'galvanised',
    sizeId: 'iso-a3-landscape',
  });
  const { id: yard } = await addBook({ name: 'Yard rules', from: 'iso' });
  await chooseBook(await isoProfile(), yard);
  expect((await drawing(id)).formats[0]!.facts.rules!.name).toBe('Yard rules');
});

test('nouns are proposed from the titles of models', async () => {
  const found = await nouns();
  expect(found).toContainEqual({ word: 'guard', titles: 1 });
  expect(found).toContainEqual({ word: 'wheel', titles: 1 });
  expect(found.map(({ word }) => word)).not.toContain('folded');
});

test('the book of a profile is no setting: settings change beside it', async () => {
  expect(withSetting({} as never, 'rules', 'iso')).toMatchObject({ ok: false });
});
