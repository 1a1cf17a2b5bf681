import { GET as readDefaults } from '@/app/api/format-defaults/route';
import { POST as exportSheet } from '@/app/api/export/route';
import { GET as categories } from '@/app/api/formats/categories/route';
import { GET as shelf } from '@/app/api/formats/route';
import { DELETE as deleteFormat, GET as readFormat } from '@/app/api/formats/[id]/route';
import { GET as forDrawing } from '@/app/api/formats/[id]/for-drawing/route';
import { GET as history } from '@/app/api/formats/[id]/editions/route';
import { GET as proving } from '@/app/api/formats/[id]/proving/route';
import { GET as readEdition } from '@/app/api/editions/[id]/route';
import { GET as readState } from '@/app/api/editions/[id]/states/[version]/route';
import { GET as readDrawing } from '@/app/api/drawings/[id]/route';
import { POST as makeDrawing } from '@/app/api/drawings/route';
import { GET as profiles } from '@/app/api/profiles/route';
import { GET as properties } from '@/app/api/properties/route';
import { GET as answers } from '@/app/api/properties/[id]/answers/route';
import { GET as uses } from '@/app/api/properties/[id]/uses/route';
import { GET as cases } from '@/app/api/rule-books/[id]/cases/route';
import { GET as counts } from '@/app/api/rule-books/[id]/counts/route';
import { GET as starters } from '@/app/api/starters/route';
import { GET as readStarter } from '@/app/api/starters/[id]/route';
import { GET as programFormats } from '@/app/api/v1/formats/route';
import { POST as programReport } from '@/app/api/v1/formats/[id]/report/route';
import { ROUTES } from '@/contract/admission';
import { STANDARDS_DESK } from '@/server/actor';
import { database } from '@/server/database';
import { allAccounts } from '@/server/repositories/accounts';
import { checkAddress } from '@/server/services/gate';
import { format } from '@/server/services/formats';
import { addProgram } from '@/server/services/programs';
import { changeSharing } from '@/server/services/sharing';
import * as starterServices from '@/server/services/starters';
import * as drawingServices from '@/server/services/drawings';
import { asked, release, signInAs, withOffice } from './office';

withOffice();

type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;

async function send(
  handler: Handler,
  params: Record<string, string> = {},
  { body, query = '', headers = {} }: { body?: unknown; query?: string; headers?: Record<string, string> } = {},
): Promise<{ status: number; text: string }> {
  const init =
    body === undefined
      ? { headers }
      : {
          method: 'POST',
          headers: { 'content-type': 'application/json', ...headers },
          body: JSON.stringify(body),
        };
  const response = await handler(asked(`http://test/${query}`, init), { params: Promise.resolve(params) });
  return { status: response.status, text: await response.text() };
}

const LIMITED = 'inch-sheets';
const NAME = 'Inch sheets';

/** Limits the inch sheets to the checker; a released edition of it, a drawing on it, and a starter that draws on it, made before. */
async function limited() {
  const checker = (await allAccounts(database, new Date(0))).find((one) => one.role === 'checker')!.id;
  const edition = await release(LIMITED);
  const { id: drawing } = await drawingServices.makeDrawing(STANDARDS_DESK, {
    formatId: LIMITED,
    specimen: 'pawl',
    variant: '316L',
    sizeId: 'asme-b-landscape',
    scale: '1:1',
  });
  const { id: starter } = await starterServices.makeStarter(STANDARDS_DESK, { name: 'Inch starter' });
  const { editions } = await starterServices.starter(starter);
  await starterServices.saveStarter(STANDARDS_DESK, starter, {
    version: 1,
    document: { ...editions[0]!.document, format: LIMITED },
  });
  await changeSharing(STANDARDS_DESK, LIMITED, { use: { accounts: [checker], groups: [] }, change: null });
  return { edition, drawing, starter, document: (await format(LIMITED)).edition.document };
}

test('a format that one may not use is not there by any door that names it: 404, and no name', async () => {
  const { edition, starter, document } = await limited();
  await signInAs('drafter');
  const doors: [string, Promise<{ status: number; text: string }>][] = [
    ['format', send(readFormat, { id: LIMITED })],
    ['for drawing', send(forDrawing, { id: LIMITED })],
    ['history', send(history, { id: LIMITED })],
    ['proving', send(proving, { id: LIMITED })],
    ['edition', send(readEdition, { id: edition.id })],
    ['state', send(readState, { id: edition.id, version: '1' })],
    ['answers', send(answers, { id: 'title' }, { query: `?format=${LIMITED}` })],
    ['starter', send(readStarter, { id: starter })],
    [
      'export',
      send(
        exportSheet,
        {},
        { body: { document, kind: 'svg', show: 'values', sizeId: 'asme-b-landscape', following: false } },
      ),
    ],
    [
      'drawing',
      send(
        makeDrawing,
        {},
        { body: { formatId: LIMITED, specimen: 'pawl', variant: '316L', sizeId: 'asme-b-landscape', scale: '1:1' } },
      ),
    ],
  ];
  for (const [door, asking] of doors) {
    const { status, text } = await asking;
    expect([door, status]).toEqual([door, 404]);
    expect(text).not.toContain(NAME);
  }
  // What is not there at all is refused in the same words.
  expect(await send(readFormat, { id: 'nothing' })).toEqual(await send(readFormat, { id: LIMITED }));
  await signInAs('checker');
  for (const handler of [readFormat, forDrawing, history])
    expect((await send(handler, { id: LIMITED })).status).toBe(200);
});

test('lists and counts leave it out', async () => {
  const { starter } = await limited();
  await database.run("UPDATE formats SET category = 'Only inch' WHERE id = ?", [LIMITED]);
  const lists: Record<string, () => Promise<{ status: number; text: string }>> = {
    shelf: () => send(shelf),
    categories: () => send(categories),
    defaults: () => send(readDefaults),
    uses: () => send(uses, { id: 'title' }),
    starters: () => send(starters),
    cases: () => send(cases, { id: 'iso' }, { query: '?check=no%20value&of=count' }),
  };
  const seen = async () =>
    Object.fromEntries(await Promise.all(Object.entries(lists).map(async ([name, ask]) => [name, (await ask()).text])));
  const numbers = async () => ({
    uses: (JSON.parse((await send(uses, { id: 'title' })).text) as { total: number }).total,
    property: (
      JSON.parse((await send(properties)).text) as { entries: { definition: { id: string }; uses: number }[] }
    ).entries.find(({ definition }) => definition.id === 'title')!.uses,
    profile: (JSON.parse((await send(profiles)).text) as { name: string; formats: number }[]).reduce(
      (sum, one) => sum + one.formats,
      0,
    ),
    things: (JSON.parse((await send(counts, { id: 'iso' })).text) as { things: { all: number } }).things.all,
  });
  const [all, whole] = [await seen(), await numbers()];
  expect(all.shelf).toContain(NAME);
  expect(all.starters).toContain(starter);
  await signInAs('drafter');
  const left: Record<string, string> = await seen();
  const fewer = await numbers();
  for (const [list, text] of Object.entries(left))
    for (const hidden of [NAME, LIMITED, starter, 'Only inch'])
      expect([list, text.includes(hidden)]).toEqual([list, false]);
  expect(fewer.uses).toBeLessThan(whole.uses);
  expect(fewer.property).toBeLessThan(whole.property);
  expect(fewer.profile).toBe(whole.profile - 1);
  expect(fewer.things).toBe(whole.things - 1);
});

test('another program is not among those whom a format is limited to', async () => {
  await release(LIMITED);
  const { token } = await addProgram(STANDARDS_DESK, 'ERP');
  const headers = { authorization: `Bearer ${token}` };
  expect((await send(programFormats, {}, { headers })).text).toContain(LIMITED);
  const checker = (await allAccounts(database, new Date(0))).find((one) => one.role === 'checker')!.id;
  await changeSharing(STANDARDS_DESK, LIMITED, { use: { accounts: [checker], groups: [] }, change: null });
  expect((await send(programFormats, {}, { headers })).text).not.toContain(LIMITED);
  const report = await send(programReport, { id: LIMITED }, { headers, body: { size: 'B', values: {} } });
  expect(report.status).toBe(404);
});

test('a drawing on it stays readable, with its own sheets', async () => {
  const { drawing } = await limited();
  await signInAs('reader');
  const { status, text } = await send(readDrawing, { id: drawing });
  expect(status).toBe(200);
  expect(text).toContain('asme-b-landscape');
});

test('every route whose address names a format or an edition stands behind the gate, those to come as well', async () => {
  const { edition } = await limited();
  const reader = { account: 'nobody', role: 'reader' } as const;
  const paths = [...new Set(Object.keys(ROUTES).map((route) => route.split(' ')[1]!))];
  const named = paths.filter((path) => /\/(formats|editions)\/\[id\]/.test(path));
  expect(named.length).toBeGreaterThan(10);
  for (const path of named) {
    const id = path.includes('/editions/[id]') ? edition.id : LIMITED;
    await expect(checkAddress(reader, path, { id })).rejects.toMatchObject({ status: 404 });
    await checkAddress({ ...reader, role: 'administrator' }, path, { id });
  }
});

test('a format that is deleted while eight draw on it: all of that is done or refused in words, and nothing is left half', async () => {
  await release(LIMITED);
  await signInAs('administrator');
  const body = { formatId: LIMITED, specimen: 'pawl', variant: '316L', sizeId: 'asme-b-landscape', scale: '1:1' };
  const remove = async () => {
    const response = await deleteFormat(asked('http://test/', { method: 'DELETE' }), {
      params: Promise.resolve({ id: LIMITED }),
    });
    return { status: response.status, text: await response.text() };
  };
  const made = Array.from({ length: 8 }, () => send(makeDrawing, {}, { body }));
  const all = await Promise.all([...made.slice(0, 4), remove(), ...made.slice(4)]);
  for (const { status, text } of all) {
    expect([200, 404, 409, 422]).toContain(status);
    if (status !== 200) expect(text).toContain('reason');
    expect(text).not.toMatch(/FOREIGN KEY|Duplicate|Cannot (?:add|delete)/);
  }
  const [left] = await database.query<{ n: number }>(
    'SELECT COUNT(*) AS n FROM drawings LEFT JOIN editions ON editions.id = edition_id WHERE editions.id IS NULL',
  );
  expect(Number(left!.n)).toBe(0);
});
