import { PUT as saveEdition } from '@/app/api/editions/[id]/route';
import { POST as exportRoute } from '@/app/api/export/route';
import { GET as font } from '@/app/api/fonts/[id]/route';
import { GET as fontTables } from '@/app/api/fonts/route';
import { GET as board } from '@/app/api/formats/[id]/route';
import { GET as numbered } from '@/app/api/drawings/numbering/route';
import { GET as scheme, PUT as setScheme } from '@/app/api/drawings/revision-scheme/route';
import { PUT as changeDrawing } from '@/app/api/drawings/[id]/route';
import { POST as revise } from '@/app/api/drawings/[id]/revisions/route';
import { POST as copy, GET as shelf } from '@/app/api/formats/route';
import { POST as addProperty } from '@/app/api/properties/route';
import { PUT as changeProperty } from '@/app/api/properties/[id]/route';
import { PUT as changeSpecimen } from '@/app/api/specimens/[id]/route';
import { respond } from '@/app/api/respond';
import { glyphTableFromJson } from '@/core/lettering/glyph-table';
import { DatabaseAway } from '@/server/database';
import { withOffice } from './office';

withOffice();

const request = (body: unknown) =>
  new Request('http://test/', { method: 'POST', body: typeof body === 'string' ? body : JSON.stringify(body) });
const of = (id: string) => ({ params: Promise.resolve({ id }) });
const answer = async (response: Response) => ({
  status: response.status,
  ...((await response.json()) as { reason?: string }),
});

const sitting = '6f1f7f0e-3c2b-4f0f-9a53-0f5f9c7d1a11';

test.each<[string, () => Promise<Response>, number, RegExp]>([
  ['a save that is not JSON', () => saveEdition(request('{'), of('x')), 400, /not JSON/],
  [
    'a save without a version',
    () => saveEdition(request({ document: {}, sitting, words: '' }), of('x')),
    400,
    /not valid at version/,
  ],
  [
    'a save of no document',
    () => saveEdition(request({ version: 1, document: 3, sitting, words: '' }), of('x')),
    422,
    /not a Zonograph format/,
  ],
  ['a copy without a name', () => copy(request({ copyOf: 'workshop-sheets', name: ' ' })), 400, /needs a name/],
  ['a copy of nothing', () => copy(request({ copyOf: 'gone', name: 'New' })), 404, /no longer on the shelf/],
  ['a board that is not there', () => board(request({}), of('gone')), 404, /no such format/],
  [
    'a property of the wrong shape',
    () => addProperty(request({ definition: { id: 'x' } })),
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
    () => changeSpecimen(request({ specimen: { id: 'pawl' }, version: 1 }), of('pawl')),
    422,
    /The specimen is not valid/,
  ],
  [
    'an export of an unknown kind',
    () => exportRoute(request({ kind: 'dwg', document: {}, sizeId: 'a', show: 'values' })),
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
    () => setScheme(request({ scheme: { sequence: { kind: 'letters', omit: [...'ABCDEFGHIJKLMNOPQRSTU'] } } })),
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
  const { formats } = (await (await board(request({}), of('workshop-sheets'))).json()) as {
    formats: { edition: { id: string; version: number; document: object } }[];
  };
  const { id, version, document } = formats[0]!.edition;
  const save = (name: string) =>
    saveEdition(request({ version, document: { ...document, name }, sitting, words: 'Rename' }), of(id));
  expect((await save('First')).status).toBe(200);
  const second = await save('Second');
  expect(second.status).toBe(409);
  expect(await second.json()).toMatchObject({
    saved: false,
    current: { version: version + 1, document: { name: 'First' } },
  });
});

test('while the database is away the answer is 503 and says that nothing is lost', async () => {
  const answered = await answer(await respond(() => Promise.reject(new DatabaseAway(new Error('refused')))));
  expect(answered).toMatchObject({
    status: 503,
    databaseAway: true,
    reason: expect.stringContaining('Nothing is lost'),
  });
});

test('the glyph tables cross the wire whole', async () => {
  const tables = (await fontTables().json()) as Parameters<typeof glyphTableFromJson>[0][];
  const osifont = glyphTableFromJson(tables.find((table) => table.font === 'osifont')!);
  expect(osifont.advances.get('M'.codePointAt(0)!)).toBeGreaterThan(0);
  expect(osifont).toMatchObject({ unitsPerEm: 2048, capHeight: 1515 });
  expect((await font(request({}), of('osifont'))).headers.get('content-type')).toBe('font/ttf');
});

test('the shelf by name, the rule of numbering and the scheme of revisions are answered', async () => {
  const formats = (await (await shelf()).json()) as { id: string; name: string; edition: string }[];
  expect(formats.map(({ id }) => id)).toEqual(['workshop-sheets', 'inch-sheets', 'sketch-sheet']);
  expect(new Set(formats.map(({ edition }) => edition)).size).toBe(3);
  expect(await (await numbered()).json()).toEqual({ prefix: 'KD-', digits: 5, next: 1 });
  const asme = { firstIssue: '-', sequence: { kind: 'letters', omit: [...'IOQSXZ'] } };
  expect((await setScheme(request({ scheme: asme }))).status).toBe(200);
  expect(await (await scheme()).json()).toEqual(asme);
});
