import { strToU8, unzipSync, zipSync } from 'fflate';
import type { PackagedItem } from '@/contract/packages';
import { database } from '@/server/database';
import { fromJson } from '@/server/repositories/json-column';
import { allProperties } from '@/server/repositories/properties';
import { packageOf } from '@/server/services/packing';
import * as taking from '@/server/services/taking-in';
import { openNextEdition } from '@/server/services/editions';
import { format, saveDocument } from '@/server/services/formats';
import { verifyAll } from '@/server/services/verifying';
import { emptyOffice } from '../fresh-office';
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
