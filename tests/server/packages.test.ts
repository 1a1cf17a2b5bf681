import { strToU8, unzipSync, zipSync } from 'fflate';
import type { PackagedItem } from '@/contract/packages';
import { database } from '@/server/database';
import { fromJson } from '@/server/repositories/json-column';
import { allProperties } from '@/server/repositories/properties';
import { packageOf } from '@/server/services/packing';
import * as taking from '@/server/services/taking-in';
import { randomUUID } from 'node:crypto';
import { STANDARDS_DESK } from '@/server/actor';
import { allAccounts } from '@/server/repositories/accounts';
import { history, openNextEdition } from '@/server/services/editions';
import { changeSharing } from '@/server/services/sharing';
import { changeSigning } from '@/server/services/signing';
import { starters } from '@/server/services/starters';
import { copyFormat, format, saveDocument } from '@/server/services/formats';
import { verifyAll } from '@/server/services/verifying';
import { anotherOffice, emptyOffice } from '../fresh-office';
import { asDesk, release, withOffice } from './office';

withOffice();

const takeIn = (bytes: Uint8Array, choices: Record<string, string> = {}) =>
  asDesk(taking.takeIn)(bytes, JSON.stringify(choices));
const whole = async () => (await packageOf()).content;

/** What must be the same wherever a format is: its editions with their hashes, states and what froze with them. */
const editions = async () => {
  const rows = await database.query<{ scenes: string | null }>(
    `SELECT editions.id, format_id, number, state, hash, snapshot, scenes, note FROM editions
     LEFT JOIN edition_releases ON edition_id = editions.id ORDER BY editions.id`,
  );
  return rows.map(({ scenes, ...row }) => ({ ...row, scenes: fromJson(scenes) }));
};

const edited = (
  bytes: Uint8Array,
  edit: (files: Record<string, Uint8Array>, index: Record<string, unknown>) => void,
): Uint8Array => {
  const files = unzipSync(bytes);
  const index = JSON.parse(new TextDecoder().decode(files['package.json'])) as Record<string, unknown>;
  edit(files, index);
  return zipSync({ ...files, 'package.json': strToU8(JSON.stringify(index)) });
};

test('a whole office goes into an empty one: the same editions to the last hash, all of them sound', async () => {
  const before = await editions();
  const bytes = await whole();
  expect(before.length).toBeGreaterThan(3);
  await emptyOffice();
  expect(await editions()).toEqual([]);
  const { items, from } = await taking.lookInto(bytes);
  expect(from).toContain('KELVARRA');
  expect(items.every(({ status }) => status === 'new')).toBe(true);
  const { taken, kept } = await takeIn(bytes);
  expect({ taken, kept }).toEqual({ taken: items.length, kept: 0 });
  expect(await editions()).toEqual(before);
  expect((await verifyAll()).troubles).toEqual([]);
  // Packed again it is the same package, to the last byte.
  const index = (zip: Uint8Array) => JSON.parse(new TextDecoder().decode(unzipSync(zip)['package.json'])) as object;
  const again = await whole();
  expect(index(again)).toEqual(index(bytes));
  expect(Buffer.from(again).equals(Buffer.from(bytes))).toBe(true);
});

test('one format brings what it needs and no other format', async () => {
  const { content, name } = await packageOf(['sketch-sheet']);
  expect(name).toBe('Sketch-sheet.zip');
  await emptyOffice();
  await takeIn(content);
  expect(await database.query('SELECT id FROM formats')).toEqual([{ id: 'sketch-sheet' }]);
  expect((await verifyAll()).troubles).toEqual([]);
  await expect(packageOf(['nobody'])).rejects.toMatchObject({ status: 404 });
});

test('what is here just the same is left alone; taking it in twice changes nothing', async () => {
  const bytes = await whole();
  const { items } = await taking.lookInto(bytes);
  expect(items.filter(({ status }) => status !== 'same')).toEqual([]);
  const before = await editions();
  expect(await takeIn(bytes)).toMatchObject({ taken: 0 });
  expect(await editions()).toEqual(before);
});

test('what is otherwise here stays ours unless something else is chosen', async () => {
  const theirs = edited(await whole(), (_, index) => {
    (index.properties as { id: string; description?: string }[]).find(({ id }) => id === 'material')!.description =
      'What it is made of, says the other office';
    (index.formats as { id: string; description: string }[]).find(({ id }) => id === 'sketch-sheet')!.description =
      'Theirs';
    (index.profiles as { name: string }[])[0]!.name += ' of theirs';
  });
  const { items } = await taking.lookInto(theirs);
  const clashes = items.filter(({ status }) => status === 'clash');
  expect(clashes.map(({ kind, choices }) => [kind, choices])).toEqual([
    ['format', ['ours', 'theirs', 'both']],
    ['profile', ['ours', 'theirs', 'both']],
    ['property', ['ours', 'theirs']],
  ]);
  const described = async () =>
    (await allProperties(database)).find(({ definition }) => definition.id === 'material')!.definition.description;
  const before = await described();
  expect(await takeIn(theirs)).toMatchObject({ taken: 0 });
  expect(await described()).toBe(before);
  const profile = clashes.find(({ kind }) => kind === 'profile')!;
  expect(
    await takeIn(theirs, {
      'property/material': 'theirs',
      'format/sketch-sheet': 'both',
      [`profile/${profile.id}`]: 'both',
    }),
  ).toMatchObject({ taken: 3 });
  expect(await described()).toBe('What it is made of, says the other office');
  expect(await database.query("SELECT name FROM formats WHERE name LIKE 'Sketch sheet%' ORDER BY name")).toEqual([
    { name: 'Sketch sheet' },
    { name: 'Sketch sheet (taken in)' },
  ]);
  expect(await database.query('SELECT name FROM profiles WHERE name LIKE ?', ['%(taken in)'])).toHaveLength(1);
  expect((await verifyAll()).troubles).toEqual([]);
});

describe('a format that goes on elsewhere', () => {
  const workshop = (items: PackagedItem[]) => items.find(({ id }) => id === 'workshop-sheets')!;

  /** Works on the open edition and releases it, as the office that packs does. */
  async function workedOn(left: number) {
    const { id, version, document } = (await format('workshop-sheets')).edition;
    const margins = { ...document.margins, left };
    const change = { version, document: { ...document, margins }, sitting: 'x'.repeat(36), words: [`Left ${left}`] };
    await asDesk(saveDocument)(id, change);
    await release('workshop-sheets');
  }

  test('is brought to where the package has it: newer editions come, what is frozen stays', async () => {
    const before = await whole();
    await workedOn(25);
    await asDesk(openNextEdition)('workshop-sheets');
    const [there, later] = [await editions(), await whole()];
    await emptyOffice();
    await takeIn(before);
    expect(await editions()).not.toEqual(there);
    const { items } = await taking.lookInto(later);
    expect(workshop(items)).toMatchObject({ status: 'clash', choices: ['ours', 'theirs', 'both'] });
    expect(await takeIn(later, { 'format/workshop-sheets': 'theirs' })).toMatchObject({ taken: 1 });
    expect(await editions()).toEqual(there);
    expect((await verifyAll()).troubles).toEqual([]);
    expect(await takeIn(later, { 'format/workshop-sheets': 'theirs' })).toMatchObject({ taken: 0 });
  });

  test('is not where this office has released otherwise: then theirs may only come beside ours', async () => {
    const before = await whole();
    await workedOn(25);
    const later = await whole();
    await emptyOffice();
    await takeIn(before);
    await workedOn(30);
    const own = await editions();
    const { items } = await taking.lookInto(later);
    expect(workshop(items)).toMatchObject({ status: 'clash', choices: ['ours', 'both'] });
    expect(await takeIn(later, { 'format/workshop-sheets': 'theirs' })).toMatchObject({ taken: 0 });
    expect(await editions()).toEqual(own);
  });
});

describe('a package that cannot be trusted is refused, and nothing of it is taken in', () => {
  test.each<[string, (bytes: Uint8Array) => Uint8Array, RegExp]>([
    ['no ZIP', () => strToU8('not a zip'), /no ZIP, or one that is damaged/],
    ['cut short', (bytes) => bytes.slice(0, bytes.length / 2), /no ZIP, or one that is damaged/],
    ['another ZIP', () => zipSync({ 'readme.txt': strToU8('hello') }), /holds “readme\.txt”, which no package has/],
    [
      'a path that leads out',
      (bytes) => edited(bytes, (files) => (files['../../etc/passwd'] = strToU8('x'))),
      /holds “\.\.\/\.\.\/etc\/passwd”/,
    ],
    [
      'a newer version',
      (bytes) => edited(bytes, (_, index) => (index.version = 2)),
      /version 2, from a newer Zonograph/,
    ],
    [
      'a bomb',
      () => zipSync({ 'package.json': new Uint8Array(50_000_000) }, { level: 1 }),
      /unpacks to more than a package may hold/,
    ],
    [
      'a snapshot with one letter changed',
      (bytes) =>
        edited(bytes, (files) => {
          const path = Object.keys(files).find((one) => one.startsWith('snapshots/'))!;
          const text = new TextDecoder().decode(files[path]);
          files[path] = strToU8(text.replace('Title', 'Titel'));
        }),
      /is not what the package says it is: its hash is another one/,
    ],
    [
      'a snapshot left out',
      (bytes) =>
        edited(bytes, (files) => delete files[Object.keys(files).find((one) => one.startsWith('snapshots/'))!]),
      /names snapshots\/\w+\.json and does not hold it/,
    ],
    [
      'a released edition without its release',
      (bytes) =>
        edited(bytes, (_, index) => {
          for (const { editions: own } of index.formats as { editions: { release?: object }[] }[])
            for (const one of own) delete one.release;
        }),
      /is released, and the package does not say how/,
    ],
    [
      'a format with a hole in a block',
      (bytes) =>
        edited(bytes, (_, index) => {
          const [format] = index.formats as { editions: { document: { blocks: { cells: unknown[] }[] } }[] }[];
          format!.editions[0]!.document.blocks[0]!.cells.pop();
        }),
      /cannot be read: In block “.+”, no cell covers column/,
    ],
    [
      'an item of another shape',
      (bytes) => edited(bytes, (_, index) => (index.formats = [{ id: 'x' }])),
      /The package/,
    ],
  ])('%s', async (_, spoil, words) => {
    const spoilt = spoil(await whole());
    const before = await editions();
    await emptyOffice();
    await expect(taking.lookInto(spoilt)).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(words) as string,
    });
    await expect(takeIn(spoilt)).rejects.toMatchObject({ status: 422 });
    expect(await editions()).toEqual([]);
    expect(before.length).toBeGreaterThan(0);
  });
});

describe('two offices that were each set up', () => {
  /** Packs this office, then sets another one up in its place, with places, projects and profiles of the same names and other ids. */
  async function elsewhere(): Promise<{ theirs: Uint8Array }> {
    const theirs = edited(await whole(), (_, index) => {
      index.from = 'FAR YARD';
    });
    await anotherOffice();
    return { theirs };
  }

  test('a package of the other one comes in: what is named alike is one thing, whatever ids it has', async () => {
    const { theirs } = await elsewhere();
    const { items } = await taking.lookInto(theirs);
    const projects = items.filter(({ kind, status }) => kind === 'place' && status === 'clash');
    expect(projects.map(({ ours }) => ours)).not.toContain(undefined);
    const choices = Object.fromEntries(
      items
        .filter(({ kind, choices: all }) => kind === 'format' && all.includes('both'))
        .map(({ id }) => [`format/${id}`, 'both']),
    );
    expect((await takeIn(theirs, choices)).taken).toBeGreaterThan(0);
    const rows = await database.query<{ name: string; project: string | null; sample: string | null }>(
      `SELECT formats.name, (SELECT name FROM value_places WHERE id = project_id) AS project,
         (SELECT name FROM value_places WHERE id = sample_id) AS sample FROM formats WHERE name LIKE '%taken in%'`,
    );
    expect(rows.length).toBeGreaterThan(0);
    for (const { project, sample } of rows) expect([project === null, sample === null]).toEqual([false, false]);
    expect((await verifyAll()).troubles).toEqual([]);
    // Both ways: what was taken in is packed and taken in again.
    const back = await whole();
    expect((await taking.lookInto(back)).items.every(({ status }) => status === 'same')).toBe(true);
  });

  test('every kind may come beside ours, and a starter in its place; what refers to a format follows it', async () => {
    const { theirs } = await elsewhere();
    const { items } = await taking.lookInto(theirs);
    for (const kind of ['place', 'profile', 'rule book', 'format', 'starter'] as const)
      for (const { status, choices } of items.filter((one) => one.kind === kind))
        if (status === 'clash') expect(choices).toEqual(expect.arrayContaining(['ours', 'both']));
    const all = Object.fromEntries(
      items.filter(({ choices }) => choices.includes('both')).map(({ kind, id }) => [`${kind}/${id}`, 'both']),
    );
    expect((await takeIn(theirs, all)).taken).toBeGreaterThan(Object.keys(all).length - 1);
    expect((await verifyAll()).troubles).toEqual([]);
    const known = new Set((await database.query<{ id: string }>('SELECT id FROM formats')).map(({ id }) => id));
    for (const { editions: of } of await starters(STANDARDS_DESK))
      for (const { document } of of)
        if (document.format !== undefined)
          expect([document.format, known.has(document.format)]).toEqual([document.format, true]);
  });

  test('what was released elsewhere says where, by whom and who took it in', async () => {
    const bytes = edited(await whole(), (_, index) => {
      index.from = 'FAR YARD';
    });
    await emptyOffice();
    await takeIn(bytes);
    const { editions: of } = await history(STANDARDS_DESK, 'workshop-sheets');
    expect(of.find(({ release: made }) => made)!.release).toMatchObject({
      elsewhere: { origin: 'FAR YARD', takenInBy: 'Standards desk' },
    });
    // It keeps that when it is packed here.
    const index = JSON.parse(new TextDecoder().decode(unzipSync(await whole())['package.json'])) as {
      formats: { editions: { release?: { origin?: string } }[] }[];
    };
    const origins = index.formats.flatMap(({ editions: all }) =>
      all.flatMap(({ release: made }) => made?.origin ?? []),
    );
    expect(origins).toContain('FAR YARD');
  });
});

describe('a forged package', () => {
  type Format = {
    id: string;
    editions: { id: string; state: string; document: { id: string }; release?: { scenes: Record<string, string> } }[];
  };
  const formatsOf = (index: Record<string, unknown>) => index.formats as Format[];

  test.each<[string, (formats: Format[]) => void, RegExp]>([
    ['an id with a slash', ([first]) => (first!.id = 'a/../b'), /takes letters/],
    ['an id that every object has', ([first]) => (first!.id = 'constructor'), /not to be used/],
    [
      'an open document of another format',
      (all) => (all.flatMap(({ editions: of }) => of).find(({ state }) => state === 'open')!.document.id = 'other'),
      /document of another format/,
    ],
  ])('%s is refused', async (_, forge, words) => {
    const bytes = edited(await whole(), (__, index) => forge(formatsOf(index)));
    await expect(taking.lookInto(bytes)).rejects.toThrow(words);
  });

  test('sheets that are not those of the release are refused at the door, and nothing is taken in', async () => {
    const bytes = edited(await whole(), (_, index) => {
      const release = formatsOf(index)
        .flatMap(({ editions: of }) => of)
        .find((one) => one.release)!.release!;
      const [size] = Object.keys(release.scenes);
      release.scenes[size!] = 'f'.repeat(64);
    });
    await emptyOffice();
    await expect(takeIn(bytes)).rejects.toThrow(/prints otherwise than it says/);
    expect(await editions()).toEqual([]);
  });

  test('a format that its taker does not change is not changed by a package, nor released by whoever worked on it', async () => {
    const { id } = (await format('sketch-sheet')).edition;
    const before = await whole();
    await release('sketch-sheet');
    const released = await whole();
    await emptyOffice();
    await takeIn(before);
    const other = (await allAccounts(database, new Date(0))).find(
      ({ role, id: one }) => role === 'administrator' && one !== STANDARDS_DESK.account,
    )!;
    const choices = { 'format/sketch-sheet': 'theirs' };
    await changeSharing({ ...STANDARDS_DESK, account: other.id }, 'sketch-sheet', {
      use: null,
      change: { accounts: [other.id], groups: [] },
    });
    await expect(takeIn(released, choices)).rejects.toMatchObject({ status: 403 });
    expect((await format('sketch-sheet')).edition).toMatchObject({ id, state: 'open' });
    await changeSharing({ ...STANDARDS_DESK, account: other.id }, 'sketch-sheet', { use: null, change: null });
    const { document, version } = (await format('sketch-sheet')).edition;
    await asDesk(saveDocument)(id, {
      version,
      document: { ...document, name: 'Pad' },
      sitting: randomUUID(),
      words: ['Renamed'],
    });
    await changeSigning(STANDARDS_DESK, { byOthers: false, releasedByOthers: true });
    await expect(takeIn(released, choices)).rejects.toThrow(/You have worked on this edition/);
    expect((await format('sketch-sheet')).edition.state).toBe('open');
  });
});

test('of more formats than there are places for questions to the database, all are packed, looked into and taken in', async () => {
  for (let i = 1; i <= 260; i++)
    await copyFormat(STANDARDS_DESK, { copyOf: 'sketch-sheet', name: `Sketch sheet ${i}` });
  const { content } = await packageOf();
  await emptyOffice();
  const { items } = await taking.lookInto(content);
  const formats = items.filter(({ kind }) => kind === 'format');
  expect(formats.length).toBeGreaterThan(260);
  expect(formats.every(({ status }) => status === 'new')).toBe(true);
  await taking.takeIn(STANDARDS_DESK, content, '{}');
  const [{ n } = { n: 0 }] = await database.query<{ n: number }>('SELECT COUNT(*) AS n FROM formats');
  expect(Number(n)).toBe(formats.length);
  expect((await taking.lookInto(content)).items.every(({ status }) => status === 'same')).toBe(true);
});
