import sharp from 'sharp';
import { openApi } from '@/contract/openapi';
import { ReleasedFormat, SheetAsked, writtenSheet } from '@/contract/programs';
import { Report } from '@/core/scene/report';
import { database } from '@/server/database';
import * as programs from '@/server/services/programs';
import { readDrawing, readIn } from '@/core/recognising/reading-in';
import { fonts } from '../core/fonts';
import { asDesk, withOffice } from './office';

withOffice();

type Handlers = Record<
  string,
  (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>
>;

/** What a program is answered at an address. */
async function send(token: string | undefined, path: string, body?: object, id = 'workshop-sheets'): Promise<Response> {
  const handlers = (await import(`@/app${path}/route`)) as Handlers;
  const headers = new Headers({
    host: 'localhost',
    ...(token !== undefined && { authorization: `Bearer ${token}` }),
    ...(body && { 'content-type': 'application/json' }),
  });
  const request = new Request(`http://localhost${path}`, {
    method: body ? 'POST' : 'GET',
    headers,
    ...(body && { body: JSON.stringify(body) }),
  });
  return handlers[body ? 'POST' : 'GET']!(request, { params: Promise.resolve({ id }) });
}

const FORMATS = '/api/v1/formats';
const SHEET = '/api/v1/formats/[id]/sheet';
const REPORT = '/api/v1/formats/[id]/report';
const values = { TITLE: 'Mooring ring', material: 'S355J2', Mass: 4.2, 'Created by': 'N. Ferreira' };
const make = (name = 'Drawing office') => asDesk(programs.addProgram)(name);

test('without a token, with a wrong one, and with one that was taken back nothing is answered', async () => {
  const { id, token } = await make();
  expect((await send(token, FORMATS)).status).toBe(200);
  for (const wrong of [undefined, 'zonograph_guess', `${token}x`]) {
    const response = await send(wrong, FORMATS);
    expect(response.status).toBe(401);
    expect(await response.json()).toMatchObject({ reason: expect.stringMatching(/token/) as string });
  }
  await asDesk(programs.removeProgram)(id);
  expect((await send(token, FORMATS)).status).toBe(401);
  await expect(asDesk(programs.removeProgram)(id)).rejects.toMatchObject({ status: 404 });
});

test('only the hash of a token is kept, and who asked when is told', async () => {
  const { token } = await make();
  await send(token, FORMATS);
  const kept = JSON.stringify(await database.query('SELECT * FROM programs'));
  expect(kept).not.toContain(token);
  expect(await programs.programs()).toMatchObject([{ name: 'Drawing office', lastUsed: expect.any(String) as string }]);
  await expect(make()).rejects.toMatchObject({ status: 409 });
});

test('released formats are listed with their sizes and with what they print', async () => {
  const { token } = await make();
  const formats = (await (await send(token, FORMATS)).json()) as ReleasedFormat[];
  for (const one of formats) expect(ReleasedFormat.parse(one)).toEqual(one);
  const workshop = formats.find(({ id }) => id === 'workshop-sheets')!;
  expect(workshop.sizes.map(({ name }) => name)).toEqual(['A4', 'A3', 'A2', 'A1', 'A0']);
  expect(workshop.properties).toContainEqual({ id: 'title', name: 'Title', type: 'text', source: 'model' });
});

/** Puts so many copies of a format with its released editions into the office, all on the snapshots of the first. */
async function withCopies(count: number, of = 'workshop-sheets'): Promise<void> {
  const copied = async (table: string, changed: Record<string, string>, where: string) => {
    const columns = (await database.query<{ Field: string }>(`SHOW COLUMNS FROM ${table}`)).map(({ Field }) => Field);
    const values = columns.map((column) => changed[column] ?? `${table}.${column}`);
    await database.run(
      `INSERT INTO ${table} (${columns.join(', ')}) SELECT ${values.join(', ')} FROM ${table} JOIN seq_1_to_${count} ${where}`,
      [of],
    );
  };
  const format = "CONCAT('copy-', seq)";
  const edition = "CONCAT(LEFT(editions.id, 30), LPAD(seq, 6, '0'))";
  await copied('formats', { id: format, name: "CONCAT(formats.name, ' ', seq)" }, 'WHERE formats.id = ?');
  await copied('editions', { id: edition, format_id: format }, "WHERE editions.format_id = ? AND state <> 'open'");
  await copied(
    'edition_releases',
    { edition_id: edition },
    "JOIN editions ON editions.id = edition_id WHERE editions.format_id = ? AND state <> 'open'",
  );
}

test('an office with hundreds of formats lists them all, and fills a sheet of one', async () => {
  const { token } = await make();
  const before = (await (await send(token, FORMATS)).json()) as ReleasedFormat[];
  await withCopies(300);
  const answers = await Promise.all([1, 2, 3, 4].map(() => send(token, FORMATS)));
  for (const answer of answers) {
    expect(answer.status).toBe(200);
    const formats = (await answer.json()) as ReleasedFormat[];
    expect(formats).toHaveLength(before.length + 300);
    const [copy, workshop] = ['copy-7', 'workshop-sheets'].map((id) => formats.find((one) => one.id === id)!);
    expect(copy).toEqual({ ...workshop, id: 'copy-7', name: `${workshop!.name} 7` });
  }
  expect((await send(token, REPORT, { size: 'A4', values }, 'copy-300')).status).toBe(200);
  expect((await send(token, REPORT, { size: 'A4', values }, 'copy-301')).status).toBe(404);
});

test('a sheet is filled from what is sent, by ids, names and aliases, and its report says so', async () => {
  const { token } = await make();
  const response = await send(token, REPORT, { size: 'A3', values });
  const report = Report.parse(await response.json());
  const texts = report.cells.map(({ text }) => text);
  expect(texts.some((text) => text.toUpperCase() === 'MOORING RING')).toBe(true);
  expect(texts).toEqual(expect.arrayContaining(['S355J2', 'N. Ferreira']));
  expect(report.sheet.name).toBe('A3');
});

test('as a PDF, an SVG, a DXF or a PNG', async () => {
  const { token } = await make();
  const written = async (as: string) => {
    const response = await send(token, SHEET, { size: 'A4', values, as });
    expect([as, response.status]).toEqual([as, 200]);
    return new Uint8Array(await response.arrayBuffer());
  };
  const text = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes);
  expect(text(await written('pdf')).startsWith('%PDF-')).toBe(true);
  expect(text(await written('svg'))).toContain('<svg');
  expect(await sharp(await written('png 150')).metadata()).toMatchObject({
    format: 'png',
    width: Math.round((210 / 25.4) * 150),
  });
  const read = readDrawing(await written('dxf'), fonts);
  if (!read.ok) throw new Error(read.reason);
  const found = readIn(read.drawing, {}, [], fonts);
  expect(found).toMatchObject({ ok: true, recognition: { sheet: { standard: 'iso-a4-portrait' } } });
});

test.each<[string, object, string, number, RegExp]>([
  ['a size that it has not', { size: 'B' }, 'workshop-sheets', 422, /has no size B/],
  [
    'a value of nothing',
    { size: 'A3', values: { Wobble: 1 } },
    'workshop-sheets',
    422,
    /prints nothing named “Wobble”/,
  ],
  [
    'a sheet beyond the last',
    { size: 'A3', sheet: { number: 3, total: 2 } },
    'workshop-sheets',
    422,
    /no sheet 3 of 2/,
  ],
  ['no size', {}, 'workshop-sheets', 400, /size/],
  ['a format that is not there', { size: 'A3' }, 'nobody', 404, /no such format/],
])('%s is refused in words', async (_, body, id, status, words) => {
  const { token } = await make();
  const response = await send(token, REPORT, body, id);
  expect(response.status).toBe(status);
  expect(((await response.json()) as { reason: string }).reason).toMatch(words);
});

test('the description is of the contracts that the routes answer by', async () => {
  const response = await send(undefined, '/api/v1/openapi');
  const described = (await response.json()) as ReturnType<typeof openApi> & {
    paths: Record<
      string,
      Record<
        string,
        { requestBody?: { content: Record<string, { schema: { required: string[]; properties: object } }> } }
      >
    >;
  };
  expect(described).toEqual(JSON.parse(JSON.stringify(openApi())));
  // Small, made once, and nothing in it leads nowhere.
  const text = JSON.stringify(described);
  expect(text.length).toBeLessThan(300_000);
  expect(openApi()).toBe(openApi());
  const { components, paths } = described as {
    components: { schemas: object };
    paths: Record<string, Record<string, { operationId: string; responses: object }>>;
  };
  const referred = new Set([...text.matchAll(/"\$ref":"#\/components\/schemas\/([^"]+)"/g)].map(([, name]) => name!));
  expect([...referred].filter((name) => !(name in components.schemas))).toEqual([]);
  expect(referred.has('Report')).toBe(true);
  const operations = Object.values(paths).flatMap((one) => Object.values(one));
  expect(new Set(operations.map(({ operationId }) => operationId)).size).toBe(operations.length);
  expect(Object.keys(paths['/api/v1/formats/{id}/sheet']!.post!.responses)).toEqual([
    '200',
    '400',
    '401',
    '403',
    '404',
    '413',
    '415',
    '422',
    '500',
    '503',
  ]);
  expect(Object.keys(described.paths)).toEqual([
    '/api/v1/formats',
    '/api/v1/formats/{id}/sheet',
    '/api/v1/formats/{id}/report',
    '/api/v1/openapi',
  ]);
  const { schema } = described.paths['/api/v1/formats/{id}/sheet']!.post!.requestBody!.content['application/json']!;
  expect(schema.required).toEqual(['size']);
  expect(Object.keys(schema.properties).sort()).toEqual(Object.keys(writtenSheet.body.shape).sort());
  expect(SheetAsked.parse({ size: 'A3' })).toMatchObject({ show: 'values', kind: 'part' });
});
