import { POST as sign } from '@/app/api/drawings/[id]/signatures/route';
import { readFileSync } from 'node:fs';
import { PUT as saveEdition } from '@/app/api/editions/[id]/route';
import { POST as exportRoute } from '@/app/api/export/route';
import { GET as font } from '@/app/api/fonts/[id]/route';
import { GET as fontTables } from '@/app/api/fonts/route';
import { GET as board } from '@/app/api/formats/[id]/route';
import { GET as numbered } from '@/app/api/drawings/numbering/route';
import { GET as scheme, PUT as setScheme } from '@/app/api/drawings/revision-scheme/route';
import { GET as register, POST as make } from '@/app/api/drawings/route';
import { PUT as changeDrawing, GET as openDrawing } from '@/app/api/drawings/[id]/route';
import { POST as exportDrawing } from '@/app/api/drawings/[id]/export/route';
import { POST as revise } from '@/app/api/drawings/[id]/revisions/route';
import { POST as copy, GET as shelf } from '@/app/api/formats/route';
import { DELETE as stopProving, GET as provingStatus, POST as prove } from '@/app/api/formats/[id]/proving/route';
import { DELETE as removeMaterial, GET as materials, PUT as keepMaterial } from '@/app/api/materials/route';
import { POST as addProperty, GET as dictionary, PUT as importDictionary } from '@/app/api/properties/route';
import {
  PUT as changeProperty,
  POST as mergeProperty,
  DELETE as removeProperty,
} from '@/app/api/properties/[id]/route';
import { GET as shapeFile } from '@/app/api/shapes/[hash]/route';
import { POST as keepShape } from '@/app/api/shapes/route';
import { PUT as changeSpecimen } from '@/app/api/specimens/[id]/route';
import type { FormatView, ShelfEntry } from '@/contract/formats';
import { respond } from '@/app/api/handle';
import { glyphTableFromJson } from '@/core/lettering/glyph-table';
import { DatabaseAway, DatabaseFull } from '@/server/database';
import { diskIsFull } from '@/server/disk';
import { asked, withOffice } from './office';

withOffice();

const request = (body: unknown) =>
  asked('http://test/', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const of = (id: string) => ({ params: Promise.resolve({ id }) });
/** The address has no parameters. */
const NOTHING = { params: Promise.resolve({}) };
/** Calls a handler whose address has no parameters. */
const call = (handler: (request: Request, context: typeof NOTHING) => Promise<Response>, body?: unknown) =>
  handler(body === undefined ? asked('http://test/') : request(body), NOTHING);
const answer = async (response: Response) => ({
  status: response.status,
  ...((await response.json()) as { reason?: string }),
});

const json = async <T>(response: Response | Promise<Response>) => (await (await response).json()) as T;

const sitting = '6f1f7f0e-3c2b-4f0f-9a53-0f5f9c7d1a11';

test.each<[string, () => Promise<Response>, number, RegExp]>([
  ['a save that is not JSON', () => saveEdition(request('{'), of('x')), 400, /not JSON/],
  [
    'a save without a version',
    () => saveEdition(request({ document: {}, sitting, words: [] }), of('x')),
    400,
    /not valid at version/,
  ],
  [
    'a save of no document',
    () => saveEdition(request({ version: 1, document: 3, sitting, words: [] }), of('x')),
    422,
    /not a Zonograph format/,
  ],
  ['a copy without a name', () => call(copy, { copyOf: 'workshop-sheets', name: ' ' }), 400, /needs a name/],
  ['a copy of nothing', () => call(copy, { copyOf: 'gone', name: 'New' }), 404, /no longer on the shelf/],
  ['a board that is not there', () => board(request({}), of('gone')), 404, /no such format/],
  [
    'a property of the wrong shape',
    () => call(addProperty, { definition: { id: 'x' } }),
    422,
    /The property is not valid/,
  ],
  [
    'a property under another id',
    () => changeProperty(request({ definition: { id: 'mass' }, version: 1 }), of('title')),
    422,
    /keeps its id/,
  ],
  [
    'a specimen of the wrong shape',
    () => changeSpecimen(request({ specimen: { id: 'pawl' }, version: 1, sitting, words: [] }), of('pawl')),
    422,
    /The specimen is not valid/,
  ],
  [
    'an export of an unknown kind',
    () => call(exportRoute, { kind: 'dwg', document: {}, sizeId: 'a', show: 'values' }),
    400,
    /not valid at kind/,
  ],
  [
    'a revision without what was changed',
    () => revise(request({ version: 1, revising: { add: { revision: 'A' } } }), of('x')),
    400,
    /not valid/,
  ],
  [
    'a revision of no drawing',
    () => revise(request({ version: 1, revising: { withdraw: 'A' } }), of('gone')),
    404,
    /no such drawing/,
  ],
  [
    'sheets that are none',
    () => changeDrawing(request({ version: 1, sheets: [] }), of('x')),
    400,
    /one sheet at least/,
  ],
  [
    'a scheme that leaves out too much',
    () => call(setScheme, { scheme: { sequence: { kind: 'letters', omit: [...'ABCDEFGHIJKLMNOPQRSTU'] } } }),
    422,
    /an alphabet needs more letters/,
  ],
  ['a font that is not shipped', () => font(request({}), of('handwriting')), 404, /There is no such font/],
])('%s is answered in words', async (_, call, status, reason) => {
  const answered = await answer(await call());
  expect(answered.status).toBe(status);
  expect(answered.reason).toMatch(reason);
});

test('a save made on an older version is answered with the present edition', async () => {
  const { edition } = await json<FormatView>(board(request({}), of('workshop-sheets')));
  const { id, version, document } = edition;
  const save = (name: string) =>
    saveEdition(request({ version, document: { ...document, name }, sitting, words: ['Rename'] }), of(id));
  expect((await save('First')).status).toBe(200);
  const second = await save('Second');
  expect(second.status).toBe(409);
  expect(await second.json()).toMatchObject({
    why: 'changed',
    current: { version: version + 1, document: { name: 'First' } },
  });
});

test('while the database is away the answer is 503 and says that nothing is lost', async () => {
  const answered = await answer(
    await respond(asked('http://test/'), 'GET /api/formats', () =>
      Promise.reject(new DatabaseAway(new Error('refused'))),
    ),
  );
  expect(answered).toMatchObject({
    status: 503,
    databaseAway: true,
    reason: expect.stringContaining('Nothing is lost'),
  });
});

test('a disk that is full is what the answer says, by the database’s error or by the room that there is', async () => {
  const answered = await answer(
    await respond(asked('http://test/'), 'GET /api/formats', () =>
      Promise.reject(new DatabaseFull(Object.assign(new Error("The table 'audit' is full"), { errno: 1114 }))),
    ),
  );
  expect(answered).toMatchObject({
    status: 503,
    databaseAway: true,
    reason: expect.stringContaining('The disk of the server is full'),
  });
  expect([await diskIsFull('/', 0), await diskIsFull('/', Number.MAX_SAFE_INTEGER)]).toEqual([false, true]);
});

test('the glyph tables cross the wire whole', async () => {
  const tables = (await (await fontTables(asked('http://test/'))).json()) as Parameters<typeof glyphTableFromJson>[0][];
  const osifont = glyphTableFromJson(tables.find((table) => table.font === 'osifont')!);
  expect(osifont.advances.get('M'.codePointAt(0)!)).toBeGreaterThan(0);
  expect(osifont).toMatchObject({ unitsPerEm: 2048, capHeight: 1515 });
  expect((await font(request({}), of('osifont'))).headers.get('content-type')).toBe('font/ttf');
});

test('the shelf by name, the rule of numbering and the scheme of revisions are answered', async () => {
  const { entries, total } = await json<{ entries: ShelfEntry[]; total: number }>(call(shelf));
  expect([entries.map(({ id }) => id), total]).toEqual([['workshop-sheets', 'inch-sheets', 'sketch-sheet'], 3]);
  expect(new Set(entries.map(({ edition }) => edition.id)).size).toBe(3);
  expect(await (await call(numbered)).json()).toEqual({ prefix: 'KD-', digits: 5, next: 1 });
  const asme = { firstIssue: '-', sequence: { kind: 'letters', omit: [...'IOQSXZ'] } };
  expect((await call(setScheme, { scheme: asme })).status).toBe(200);
  expect(await (await call(scheme)).json()).toEqual(asme);
});

test('a drawing through its doors: made, answered, revised, listed, exported', async () => {
  const made = {
    formatId: 'workshop-sheets',
    specimen: 'pawl',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
    scale: '1:1',
  };
  const { id } = await json<{ id: string }>(call(make, made));
  const { drawing } = await json<{ drawing: { version: number; answers: object; open: string[] } }>(
    openDrawing(request({}), of(id)),
  );
  const asked = await exportDrawing(request({ kind: 'svg', asItIs: false }), of(id));
  expect([asked.status, await asked.json()]).toEqual([
    422,
    {
      reason: expect.stringContaining('Still unanswered'),
      open: drawing.open,
      lacking: [expect.objectContaining({ kind: 'finding', sheet: 1 })],
    },
  ]);
  const answers = { ...drawing.answers, language: 'sv' };
  expect(await json(changeDrawing(request({ version: 1, answers }), of(id)))).toMatchObject({ version: 2 });
  const row = {
    revision: 'A',
    zones: ['B3'],
    description: 'First issue',
    date: '2026-05-04',
    madeBy: 'Ines Sundqvist',
  };
  const revised = await json(revise(request({ version: 2, revising: { add: row } }), of(id)));
  expect(revised).toMatchObject({ version: 3, revision: 'A' });
  const late = await revise(request({ version: 2, revising: { withdraw: 'A' } }), of(id));
  expect([late.status, await late.json()]).toEqual([
    409,
    { reason: expect.stringContaining('Somebody changed drawing KD-00001'), current: revised },
  ]);
  expect(await json(call(register))).toMatchObject({
    entries: [{ id, number: 'KD-00001', revision: 'A', state: 'in work' }],
    total: 1,
  });
  for (const [version, key] of [
    [3, 'checked-by'],
    [4, 'approved-by'],
  ] as const)
    expect(await json(sign(request({ version, of: key, onPaper: 'Orsolya Brandt' }), of(id)))).toMatchObject({
      version: version + 1,
    });
  expect((await exportDrawing(request({ kind: 'svg', asItIs: false }), of(id))).status).toBe(422);
  const file = await exportDrawing(request({ kind: 'svg', asItIs: true }), of(id));
  expect(file.headers.get('content-type')).toBe('image/svg+xml');
  expect(file.headers.get('content-disposition')).toContain('KD-00001-PAWL.svg');
  expect(await file.text()).toContain('>Orsolya Brandt<');
});

test('the dictionary through its doors: listed, read in, merged; what is in use stays', async () => {
  type Row = { definition: { id: string; name: string; aliases: string[] }; version: number };
  const { entries: rows } = await json<{ entries: Row[] }>(call(dictionary));
  const finish = rows.find(({ definition }) => definition.id === 'finish')!;
  const definition = { ...finish.definition, id: 'varnish', name: 'Varnish', aliases: ['Lacquer'] };
  expect((await call(importDictionary, { definitions: [definition] })).status).toBe(200);
  const refused = await answer(await removeProperty(request({}), of('finish')));
  expect(refused).toMatchObject({ status: 409, reason: expect.stringContaining('“Finish” is used: ') });
  expect((await mergeProperty(request({ mergeInto: 'finish' }), of('varnish'))).status).toBe(200);
  const { entries: after } = await json<{ entries: Row[] }>(call(dictionary));
  expect(after.map((row) => row.definition.id)).not.toContain('varnish');
  expect(after.find((row) => row.definition.id === 'finish')!.definition.aliases).toEqual(
    expect.arrayContaining(['Varnish', 'Lacquer']),
  );
});

test('materials through their door: added, changed on their version, taken away', async () => {
  const material = { name: 'CuSn12-C EN 1982', density: 8.6 };
  expect((await call(keepMaterial, { material })).status).toBe(200);
  type Row = { material: { name: string; density: number }; version: number };
  const find = async () => (await json<Row[]>(call(materials))).find((row) => row.material.name === material.name);
  const { version } = (await find())!;
  expect((await call(keepMaterial, { material: { ...material, density: 8.7 }, version })).status).toBe(200);
  expect(await find()).toMatchObject({ material: { density: 8.7 }, version: version + 1 });
  expect((await call(keepMaterial, { material, version })).status).toBe(409);
  expect((await call(removeMaterial, { name: material.name })).status).toBe(200);
  expect(await find()).toBeUndefined();
});

test('a run over all models is asked for, seen and stopped through one door', async () => {
  expect(await json(provingStatus(request({}), of('workshop-sheets')))).toBeNull();
  expect(await json(prove(request({}), of('workshop-sheets')))).toMatchObject({ state: 'waiting', done: 0 });
  expect((await prove(request({}), of('workshop-sheets'))).status).toBe(409);
  expect(await json(provingStatus(request({}), of('workshop-sheets')))).toMatchObject({ state: 'waiting' });
  expect(await json(stopProving(request({}), of('workshop-sheets')))).toMatchObject({ state: 'stopped' });
});

test('the file of a shape is kept by its content and given back; one over 50 MB is turned away at the door', async () => {
  const bytes = readFileSync('demo/models/drum-flange.step');
  const door = (headers: Record<string, string> = {}) =>
    keepShape(
      asked('http://test/?name=pin.step', {
        method: 'POST',
        body: new Uint8Array(bytes),
        headers: { 'content-type': 'application/octet-stream', ...headers },
      }),
      NOTHING,
    );
  const { hash } = await json<{ hash: string }>(door());
  const back = await shapeFile(request({}), { params: Promise.resolve({ hash }) });
  expect(Buffer.from(await back.arrayBuffer()).equals(bytes)).toBe(true);
  expect(await answer(await door({ 'content-length': String(60 * 1024 * 1024) }))).toMatchObject({
    status: 413,
    reason: expect.stringContaining('larger than'),
  });
});
