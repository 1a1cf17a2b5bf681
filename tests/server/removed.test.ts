import { partOf, withWhatStandsOn } from '@/core/format/part';
import { STANDARDS_DESK } from '@/server/actor';
import { database } from '@/server/database';
import { openNextEdition, removeFormat, withdrawEdition } from '@/server/services/editions';
import { copyFormat, format } from '@/server/services/formats';
import { keepPart, removePart } from '@/server/services/parts';
import { addPlace, removePlace } from '@/server/services/places';
import { addProfile, removeProfile } from '@/server/services/profiles';
import * as service from '@/server/services/removed';
import { addBook, removeBook } from '@/server/services/rule-books';
import { changeSharing, keepGroup, removeGroup, sharing } from '@/server/services/sharing';
import { makeStarter, removeStarter } from '@/server/services/starters';
import { verifyAll } from '@/server/services/verifying';
import { asDesk, release, withOffice } from './office';

withOffice();

const bringBack = asDesk(service.bringBack);
const newest = async () => (await service.removedThings()).entries[0]!;

/** All rows of the tables that things come from, without order. */
async function rowsOf(...tables: string[]): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const table of tables)
    all[table] = (await database.query(`SELECT * FROM ${table}`)).map((row) => JSON.stringify(row)).toSorted();
  return all;
}

const FORMAT_TABLES = ['formats', 'editions', 'edition_releases', 'edition_steps', 'property_uses', 'format_limits'];

/** A format with a released edition, an open one and a history. */
async function yardSheet(): Promise<string> {
  const { id } = await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Yard sheet' });
  await release(id);
  await openNextEdition(STANDARDS_DESK, id);
  return id;
}

const KINDS: Record<
  string,
  { tables: string[]; make: () => Promise<string>; remove: (id: string) => Promise<unknown> }
> = {
  format: { tables: FORMAT_TABLES, make: yardSheet, remove: (id) => removeFormat(STANDARDS_DESK, id) },
  starter: {
    tables: ['starters', 'starter_editions', 'starter_defaults'],
    make: async () => (await makeStarter(STANDARDS_DESK, { name: 'Yard parts' })).id,
    remove: (id) => removeStarter(STANDARDS_DESK, id),
  },
  profile: {
    tables: ['profiles', 'profile_revisions'],
    make: async () => (await addProfile(STANDARDS_DESK, { name: 'Yard', from: { standard: 'ISO' } })).id,
    remove: (id) => removeProfile(STANDARDS_DESK, id),
  },
  'rule book': {
    tables: ['rule_books'],
    make: async () => (await addBook(STANDARDS_DESK, { name: 'Yard rules', from: 'iso' })).id,
    remove: (id) => removeBook(STANDARDS_DESK, id),
  },
  site: {
    tables: ['value_places'],
    make: async () => (await addPlace(STANDARDS_DESK, { source: 'organisation', name: 'North yard' })).id,
    remove: (id) => removePlace(STANDARDS_DESK, id),
  },
  project: {
    tables: ['value_places'],
    make: async () => (await addPlace(STANDARDS_DESK, { source: 'project', name: 'Buoy tender' })).id,
    remove: (id) => removePlace(STANDARDS_DESK, id),
  },
  part: {
    tables: ['parts'],
    make: async () => {
      const { document } = (await format('workshop-sheets')).edition;
      const part = partOf(document, withWhatStandsOn(document, document.blocks[0]!.id), 'House title block');
      return (await keepPart(STANDARDS_DESK, part)).id;
    },
    remove: (id) => removePart(STANDARDS_DESK, id),
  },
};

test.each(Object.keys(KINDS))('a %s comes back with every row as it was', async (kind) => {
  const { tables, make, remove } = KINDS[kind]!;
  const id = await make();
  const before = await rowsOf(...tables);
  await remove(id);
  expect(await rowsOf(...tables)).not.toEqual(before);
  expect(await newest()).toMatchObject({ kind, by: 'Standards desk' });
  expect(await bringBack((await newest()).number)).toMatchObject({ kind, id });
  expect(await rowsOf(...tables)).toEqual(before);
  expect((await service.removedThings()).total).toBe(0);
});

describe('a format that was released', () => {
  test('is the one that was released when it is back, and others name it as their successor again', async () => {
    const id = await yardSheet();
    const old = await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Old sheet' });
    const { id: edition } = await release(old.id);
    await withdrawEdition(STANDARDS_DESK, edition, { successor: id });
    const before = await rowsOf(...FORMAT_TABLES);
    await removeFormat(STANDARDS_DESK, id);
    expect((await verifyAll()).troubles).toEqual([]);
    await bringBack((await newest()).number);
    expect(await rowsOf(...FORMAT_TABLES)).toEqual(before);
    expect((await verifyAll()).troubles).toEqual([]);
  });

  test('does not come back as another one unseen', async () => {
    await removeFormat(STANDARDS_DESK, await yardSheet());
    await database.run("UPDATE removed_things SET kept = REPLACE(kept, '2026-01-01', '2025-01-01')");
    await bringBack((await newest()).number);
    expect((await verifyAll()).troubles).toEqual([expect.stringContaining('is not the one that was recorded')]);
  });

  test('comes back after what it refers to, and says so', async () => {
    const { id: profile } = await addProfile(STANDARDS_DESK, { name: 'Yard', from: { standard: 'ISO' } });
    const { id } = await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Yard sheet' });
    await database.run('UPDATE formats SET profile_id = ? WHERE id = ?', [profile, id]);
    await removeFormat(STANDARDS_DESK, id);
    const { number } = await newest();
    await removeProfile(STANDARDS_DESK, profile);
    await expect(bringBack(number)).rejects.toMatchObject({
      status: 409,
      message: 'What “Yard sheet” refers to has been removed too. Bring that back first.',
    });
    await bringBack((await newest()).number);
    await bringBack(number);
    expect((await format(id)).profileId).toBe(profile);
  });
});

test('what has the name by now keeps it, and what was removed stays kept', async () => {
  const make = () => copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Yard sheet' });
  await removeFormat(STANDARDS_DESK, (await make()).id);
  await make();
  const { number } = await newest();
  await expect(bringBack(number)).rejects.toMatchObject({ status: 409 });
  expect((await newest()).number).toBe(number);
});

test('of two who bring it back at once one does, the other is told', async () => {
  await removeFormat(STANDARDS_DESK, await yardSheet());
  const { number } = await newest();
  const both = await Promise.allSettled([bringBack(number), bringBack(number)]);
  expect(both.map(({ status }) => status).toSorted()).toEqual(['fulfilled', 'rejected']);
  expect(both.find(({ status }) => status === 'rejected')).toMatchObject({ reason: { status: 404 } });
});

test('after thirty days it is kept no more', async () => {
  await removeFormat(STANDARDS_DESK, await yardSheet());
  const { number } = await newest();
  await database.run('UPDATE removed_things SET removed_at = NOW(3) - INTERVAL 31 DAY');
  expect((await service.removedThings()).entries).toEqual([]);
  await expect(bringBack(number)).rejects.toMatchObject({ status: 404 });
  await removeProfile(
    STANDARDS_DESK,
    (await addProfile(STANDARDS_DESK, { name: 'Yard', from: { standard: 'ISO' } })).id,
  );
  expect(await database.query('SELECT number FROM removed_things')).toHaveLength(1);
});

describe('what has changed meanwhile', () => {
  const yard = () => copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Yard sheet' });

  test('leaves a format that was limited to a group which is gone to whoever brings it back, not to everybody', async () => {
    const { id } = await yard();
    const group = await keepGroup(STANDARDS_DESK, { name: 'Yard', members: [] });
    await changeSharing(STANDARDS_DESK, id, { change: null, use: { accounts: [], groups: [group.id] } });
    await removeFormat(STANDARDS_DESK, id);
    await removeGroup(STANDARDS_DESK, group.id);
    expect((await bringBack((await newest()).number)).note).toContain('for now it is yours alone');
    expect((await sharing(id)).sharing.use).toEqual({ accounts: [STANDARDS_DESK.account], groups: [] });
  });

  test('keeps the limits to those who are still there', async () => {
    const { id } = await yard();
    const [gone, there] = [
      await keepGroup(STANDARDS_DESK, { name: 'Yard', members: [] }),
      await keepGroup(STANDARDS_DESK, { name: 'Slipway', members: [] }),
    ];
    await changeSharing(STANDARDS_DESK, id, { change: null, use: { accounts: [], groups: [gone.id, there.id] } });
    await removeFormat(STANDARDS_DESK, id);
    await removeGroup(STANDARDS_DESK, gone.id);
    expect((await bringBack((await newest()).number)).note).toBeUndefined();
    expect((await sharing(id)).sharing.use).toEqual({ accounts: [], groups: [there.id] });
  });

  test('takes the successor off a withdrawn edition whose successor is gone for good', async () => {
    const [old, next] = [
      await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Old sheet' }),
      await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: 'Next sheet' }),
    ];
    const { id: edition } = await release(old.id);
    await release(next.id);
    await withdrawEdition(STANDARDS_DESK, edition, { successor: next.id });
    await removeFormat(STANDARDS_DESK, old.id);
    const { number } = await newest();
    await removeFormat(STANDARDS_DESK, next.id);
    await bringBack(number);
    const rows = await database.query<{ successor: string | null }>('SELECT successor FROM editions WHERE id = ?', [
      edition,
    ]);
    expect(rows).toEqual([{ successor: null }]);
  });

  test('leaves the office the starter that is its default by now', async () => {
    const [first, second] = [
      (await makeStarter(STANDARDS_DESK, { name: 'First' })).id,
      (await makeStarter(STANDARDS_DESK, { name: 'Second' })).id,
    ];
    await database.run("REPLACE INTO starter_defaults (kind, starter_id) VALUES ('part', ?)", [first]);
    await removeStarter(STANDARDS_DESK, first);
    await database.run("REPLACE INTO starter_defaults (kind, starter_id) VALUES ('part', ?)", [second]);
    await bringBack((await newest()).number);
    const defaults = await database.query("SELECT starter_id AS id FROM starter_defaults WHERE kind = 'part'");
    expect(defaults).toEqual([{ id: second }]);
  });

  test('brings a rule book back after the book that it derives from', async () => {
    const { id: base } = await addBook(STANDARDS_DESK, { name: 'Base', from: 'iso' });
    const { id: book } = await addBook(STANDARDS_DESK, { name: 'Derived', from: base });
    await removeBook(STANDARDS_DESK, book);
    const { number } = await newest();
    await removeBook(STANDARDS_DESK, base);
    await expect(bringBack(number)).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('“Derived”'),
    });
    await bringBack((await newest()).number);
    expect(await bringBack(number)).toMatchObject({ kind: 'rule book', id: book });
  });
});
