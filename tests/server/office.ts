import type { DrawingView } from '@/contract/drawings';
import { drawing as openedDrawing } from '@/server/services/open-drawing';
import { signDrawing } from '@/server/services/signatures';
import { type Actor, STANDARDS_DESK } from '@/server/actor';
import { closeDatabase, database } from '@/server/database';
import { migrate } from '@/server/migrations';
import * as specimens from '@/server/services/specimens';
import type { Role } from '@/core/office/account';
import * as formats from '@/server/services/formats';
import * as releasing from '@/server/services/releasing';
import { findAccount } from '@/server/repositories/accounts';
import { beginSignIn } from '@/server/services/sign-in';
import { cookieFor } from '@/server/signing-in/session';
import { readFileSync } from 'node:fs';
import { freshOffice } from '../fresh-office';

process.env.ZONOGRAPH_SECRET = 'a secret of the tests, long enough';

/** Gives every test of a file the freshly seeded demo office, or all of them the same one when none changes anything. */
export function withOffice(seeded: 'for every test' | 'once' = 'for every test'): void {
  beforeAll(async () => {
    const url = process.env.ZONOGRAPH_DATABASE;
    if (!url) throw new Error('Run the server tests with npm test, which starts their database.');
    await migrate(url, 'db/migrations');
    if (seeded === 'once') await freshOffice();
  });
  beforeEach(async () => {
    if (seeded === 'for every test') await freshOffice();
    await signInAs('administrator');
  });
  afterAll(closeDatabase);
}

/** The cookie with which requests are sent. */
let cookie = '';

/** From now on requests are by the demo's account of a role, or by nobody. */
export async function signInAs(role: Role | 'nobody'): Promise<void> {
  cookie = '';
  if (role === 'nobody') return;
  const { signInName } = (
    JSON.parse(readFileSync('demo/accounts.json', 'utf8')) as { role: Role; signInName: string }[]
  ).find((account) => account.role === role)!;
  const { id, name } = (await findAccount(database, { signInName }))!;
  const token = await beginSignIn(database, id, { address: 'test', program: 'test' });
  const set = await cookieFor(new Request('http://test/'), { token, me: { account: id, name, role } });
  cookie = set.split(';')[0]!;
}

/** A request by whoever is signed in. */
export function asked(address: string, init: RequestInit & { duplex?: 'half' } = {}): Request {
  const headers = new Headers(init.headers);
  if (cookie) headers.set('cookie', cookie);
  return new Request(address, { ...init, headers });
}

export async function count(table: string): Promise<number> {
  const [row] = await database.query<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`);
  return Number(row!.n);
}

/** A service as the standards desk asks for it. */
export const asDesk =
  <A extends unknown[], R>(service: (actor: Actor, ...asked: A) => R) =>
  (...asked: A): R =>
    service(STANDARDS_DESK, ...asked);

/** Replaces a specimen made on a version, as the standards desk would on its screen. */
export const changeSpecimen = (specimen: unknown, version: number): Promise<{ version: number }> =>
  asDesk(specimens.changeSpecimen)({ specimen, version, sitting: 'x'.repeat(36), words: ['Values changed'] });

/** Releases the open edition of a format, as the standards desk would, whatever is found on it. @returns its id and number */
export async function release(formatId: string): Promise<{ id: string; number: number }> {
  const { id, version } = (await formats.format(formatId)).edition;
  const { number } = await releasing.releaseEdition(STANDARDS_DESK, id, {
    version,
    note: 'For the tests',
    reason: 'For the tests',
    countsFrom: '2026-01-01',
    defaults: [],
  });
  return { id, number };
}

/** Records signatures on paper on a drawing, by what they sign, as it is now. @returns the drawing with them */
export async function signOnPaper(id: string, names: Readonly<Record<string, string>>): Promise<DrawingView> {
  let { drawing } = await openedDrawing(id);
  for (const [of, onPaper] of Object.entries(names))
    drawing = await signDrawing(STANDARDS_DESK, id, { version: drawing.version, of, onPaper });
  return drawing;
}
