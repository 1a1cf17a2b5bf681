import { type Actor, STANDARDS_DESK } from '@/server/actor';
import { closeDatabase, database } from '@/server/database';
import { migrate } from '@/server/migrations';
import * as specimens from '@/server/services/specimens';
import { freshOffice } from '../fresh-office';

/** Gives every test of a file the freshly seeded demo office. */
export function withOffice(): void {
  beforeAll(async () => {
    const url = process.env.ZONOGRAPH_DATABASE;
    if (!url) throw new Error('Run the server tests with npm test, which starts their database.');
    await migrate(url, 'db/migrations');
  });
  beforeEach(async () => {
    await freshOffice();
  });
  afterAll(closeDatabase);
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
