import { readFileSync } from 'node:fs';
import { GET as shelf } from '@/app/api/formats/route';
import { GET as board } from '@/app/api/formats/[id]/route';
import { GET as readSharing, PUT as share } from '@/app/api/formats/[id]/sharing/route';
import { GET as listGroups, PUT as keepGroup } from '@/app/api/groups/route';
import { DELETE as removeGroup } from '@/app/api/groups/[id]/route';
import { POST as make } from '@/app/api/drawings/route';
import { PUT as changeDrawing } from '@/app/api/drawings/[id]/route';
import { PUT as rename } from '@/app/api/formats/[id]/route';
import type { ShelfEntry } from '@/contract/formats';
import type { Group } from '@/contract/sharing';
import type { Role } from '@/core/office/account';
import { STANDARDS_DESK } from '@/server/actor';
import { database } from '@/server/database';
import { allAccounts } from '@/server/repositories/accounts';
import { copyFormat, format } from '@/server/services/formats';
import { asked, signInAs, withOffice } from './office';

withOffice();

const send = async <T = { reason?: string }>(
  handler: (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>,
  { method = 'GET', body, id = '', query = '' }: { method?: string; body?: unknown; id?: string; query?: string } = {},
): Promise<{ status: number; body: T }> => {
  const init =
    body === undefined
      ? { method }
      : { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  const response = await handler(asked(`http://test/${query}`, init), { params: Promise.resolve({ id }) });
  return { status: response.status, body: (await response.json()) as T };
};
const idOf = async (role: Role) => (await allAccounts(database, new Date(0))).find((one) => one.role === role)!.id;
const names = async (query = '') =>
  (await send<{ entries: ShelfEntry[] }>(shelf, { query })).body.entries.map(({ name }) => name);
const only = (...accounts: string[]) => ({ accounts, groups: [] });
const drawing = {
  formatId: 'inch-sheets',
  specimen: 'pawl',
  variant: '316L',
  sizeId: 'asme-b-landscape',
  scale: '1:1',
};

test('a format limited for use is neither listed to others nor drawn on by them; to those named it is', async () => {
  const checker = await idOf('checker');
  expect(
    (await send(share, { method: 'PUT', id: 'inch-sheets', body: { use: only(checker), change: null } })).status,
  ).toBe(200);
  expect(await names()).toContain('Inch sheets');
  await signInAs('drafter');
  expect(await names()).not.toContain('Inch sheets');
  expect(await send(make, { method: 'POST', body: drawing })).toEqual({
    status: 404,
    body: { reason: 'There is no such format on the shelf.' },
  });
  // Nor by a second sheet of a drawing on another one.
  const { body } = await send<{ id: string }>(make, {
    method: 'POST',
    body: { ...drawing, formatId: 'workshop-sheets', sizeId: 'iso-a3-landscape' },
  });
  const { edition } = await format('inch-sheets');
  const sheets = [
    { id: 'first', name: '' },
    { id: 'second', name: '', edition: edition.id },
  ];
  expect((await send(changeDrawing, { method: 'PUT', id: body.id, body: { version: 1, sheets } })).status).toBe(404);
  await signInAs('checker');
  expect(await names()).toContain('Inch sheets');
  expect((await send(make, { method: 'POST', body: drawing })).status).toBe(200);
});

test('a group stands for its members; it stays as long as a format is limited to it alone', async () => {
  const drafter = await idOf('drafter');
  const { body: group } = await send<Group>(keepGroup, {
    method: 'PUT',
    body: { name: 'Inch work', members: [drafter] },
  });
  expect((await send(keepGroup, { method: 'PUT', body: { name: 'inch WORK', members: [] } })).status).toBe(409);
  expect((await send(keepGroup, { method: 'PUT', body: { name: 'Others', members: ['gone'] } })).status).toBe(422);
  expect((await send<Group[]>(listGroups)).body).toEqual([group]);
  const use = { accounts: [], groups: [group.id] };
  expect((await send(share, { method: 'PUT', id: 'inch-sheets', body: { use, change: null } })).status).toBe(200);
  expect(await send(removeGroup, { method: 'DELETE', id: group.id })).toMatchObject({
    status: 409,
    body: { reason: 'The group stays: Inch sheets would be limited to nobody without it.' },
  });
  await signInAs('drafter');
  expect(await names()).toContain('Inch sheets');
  await signInAs('administrator');
  await send(keepGroup, { method: 'PUT', body: { ...group, members: [] } });
  await signInAs('drafter');
  expect(await names()).not.toContain('Inch sheets');
});

test('administrators who do not change a format are told so, and neither save, rename nor open it up', async () => {
  const administrator = await idOf('administrator');
  const checker = await idOf('checker');
  const put = (body: object) => send(share, { method: 'PUT', id: 'sketch-sheet', body });
  expect(await put({ use: null, change: only(checker) })).toMatchObject({
    status: 422,
    body: { reason: 'Name one standards administrator or more who changes it.' },
  });
  expect((await put({ use: only(), change: null })).status).toBe(422);
  expect((await put({ use: null, change: only(administrator) })).status).toBe(200);
  await database.run("UPDATE accounts SET role = 'administrator' WHERE id = ?", [checker]);
  await signInAs('administrator');
  expect((await send<{ lockedFor?: string }>(board, { id: 'sketch-sheet' })).body.lockedFor).toBeUndefined();
  // Of the two administrators now there are, the demo's accounts name the other one as a checker.
  await signInAs('checker');
  const reason = 'Sketch sheet is changed by some administrators only, and you are not among them.';
  expect((await send<{ lockedFor?: string }>(board, { id: 'sketch-sheet' })).body.lockedFor).toBe(reason);
  expect(await send(rename, { method: 'PUT', id: 'sketch-sheet', body: { name: 'Pad' } })).toEqual({
    status: 403,
    body: { reason },
  });
  expect((await put({ use: null, change: null })).status).toBe(403);
});

test('the shelf is the office’s, mine or recent', async () => {
  expect(await names('?whose=mine')).toEqual([]);
  const {
    id: account,
    name,
    role,
  } = JSON.parse(JSON.stringify({ ...STANDARDS_DESK, id: await idOf('administrator'), name: 'Ruth Calder' })) as {
    id: string;
    name: string;
    role: Role;
  };
  await copyFormat({ account, name, role }, { copyOf: 'workshop-sheets', name: 'Yard sheets' });
  expect(await names('?whose=mine')).toEqual(['Yard sheets']);
  expect(await names('?whose=recent')).toEqual(['Yard sheets']);
  await signInAs('drafter');
  expect(await names('?whose=recent')).toEqual([]);
  await send(make, { method: 'POST', body: drawing });
  expect(await names('?whose=recent')).toEqual(['Inch sheets']);
});

test('what a format may be limited to is told with how it is', async () => {
  const accounts = JSON.parse(readFileSync('demo/accounts.json', 'utf8')) as { name: string }[];
  const { body } = await send<{ sharing: unknown; candidates: { accounts: { name: string }[] } }>(readSharing, {
    id: 'inch-sheets',
  });
  expect(body.sharing).toEqual({ use: null, change: null });
  expect(body.candidates.accounts.map(({ name }) => name)).toEqual(accounts.map(({ name }) => name).sort());
  expect((await send(readSharing, { id: 'gone' })).status).toBe(404);
});
