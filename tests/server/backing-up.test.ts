import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { createConnection } from 'mysql2/promise';
import { STANDARDS_DESK } from '@/server/actor';
import { backUp, restore } from '@/server/backing-up';
import { closeDatabase } from '@/server/database';
import { keepApart, specimen } from '@/server/services/specimens';
import { verifyAll } from '@/server/services/verifying';
import { count, release, withOffice } from './office';

withOffice('once');

const MIGRATIONS = 'db/migrations';
const office = process.env.ZONOGRAPH_DATABASE!;
const empty = office.replace('zonograph_server', 'zonograph_upgraded');

let folder = '';
let file = '';
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'zonograph-backup-'));
  file = join(folder, 'office.sql.gz');
});
afterAll(() => rm(folder, { recursive: true }));

async function asked<T>(url: string, sql: string): Promise<T[]> {
  const connection = await createConnection({ uri: url, multipleStatements: true });
  try {
    const [rows] = await connection.query(sql);
    return rows as T[];
  } finally {
    await connection.end();
  }
}
const tablesOf = async (url: string) =>
  (await asked<object>(url, 'SHOW TABLES')).map((row) => Object.values(row)[0] as string);

async function emptied(): Promise<void> {
  const drops = (await tablesOf(empty)).map((name) => `DROP TABLE \`${name}\``);
  await asked(empty, ['SET FOREIGN_KEY_CHECKS = 0', ...drops].join(';'));
}
beforeEach(emptied);

/** What each table holds, as a number of its contents. */
async function checksums(url: string): Promise<Record<string, number>> {
  const tables = await tablesOf(url);
  const rows = await asked<{ Table: string; Checksum: number }>(
    url,
    `CHECKSUM TABLE ${tables.map((name) => `\`${name}\``).join(', ')} EXTENDED`,
  );
  return Object.fromEntries(rows.map(({ Table, Checksum }) => [Table.split('.')[1], Checksum]));
}

test('every table comes back as it was, files of shapes and released editions too', async () => {
  await release('workshop-sheets');
  const { bytes } = await backUp(office, file);
  const { size, mode } = await stat(file);
  expect([size, mode & 0o777]).toEqual([bytes, 0o600]);
  await restore(empty, file, MIGRATIONS);
  expect(await checksums(empty)).toEqual(await checksums(office));
  expect(await count('shapes')).toBeGreaterThan(0);
});

test('people go on working: all that was acknowledged before comes back, and nothing by halves', async () => {
  let last = 0;
  let goesOn = true;
  const typing = (async () => {
    while (goesOn) {
      await keepApart(STANDARDS_DESK, 'drum-assembly', { 'Drive shaft': [0, 0, last + 1] });
      last++;
    }
  })();
  while (last < 3) await new Promise(setImmediate);
  const before = last;
  await backUp(office, file);
  goesOn = false;
  await typing;
  await restore(empty, file, MIGRATIONS);
  const [row] = await asked<{ moved: string; version: number }>(
    empty,
    `SELECT JSON_EXTRACT(document, '$.apart."Drive shaft"[2]') AS moved, version FROM specimens WHERE id = 'drum-assembly'`,
  );
  expect(Number(row!.moved)).toBeGreaterThanOrEqual(before);
  expect(Number(row!.moved)).toBeLessThanOrEqual(last);
  const { version } = await specimen('drum-assembly');
  expect(version - row!.version).toBe(last - Number(row!.moved));
});

test.each([
  ['cut short', (whole: Buffer) => whole.subarray(0, whole.length - 4000)],
  ['cut short and packed again', (whole: Buffer) => gzipSync(gunzipSync(whole).subarray(0, -4000))],
  ['damaged', (whole: Buffer) => Buffer.concat([whole.subarray(0, 9000), Buffer.alloc(8), whole.subarray(9008)])],
  ['of something else', () => gzipSync('SELECT 1;\n-- Dump completed\n')],
  ['no archive', () => Buffer.from('nothing')],
  ['empty', () => Buffer.alloc(0)],
])('a file that is %s is refused, and the database stays empty', async (_, spoil) => {
  await backUp(office, file);
  await writeFile(file, spoil(await readFile(file)));
  await expect(restore(empty, file, MIGRATIONS)).rejects.toThrow('is no backup, or is damaged or cut short.');
  expect(await tablesOf(empty)).toEqual([]);
});

test('a database that has something, a newer backup and a statement that fails are told, and nothing is left behind', async () => {
  await backUp(office, file);
  await expect(restore(office, file, MIGRATIONS)).rejects.toThrow('Restore takes an empty database only.');
  const whole = gunzipSync(await readFile(file)).toString('latin1');
  const other = async (text: string) => writeFile(file, gzipSync(Buffer.from(text, 'latin1')));
  await other(whole.replace(/\d{4}_\S+\.sql/, '9999_to_come.sql'));
  await expect(restore(empty, file, MIGRATIONS)).rejects.toThrow('made by a newer Zonograph (9999_to_come.sql)');
  await other(whole.replace('-- Dump completed', 'INSERT INTO nowhere VALUES (1);\n-- Dump completed'));
  await expect(restore(empty, file, MIGRATIONS)).rejects.toThrow(/nowhere/);
  expect(await tablesOf(empty)).toEqual([]);
});

test('a folder that is not there, and a database that does not answer, are told in words, and no half file stays', async () => {
  await expect(backUp(office, join(folder, 'nowhere/office.sql.gz'))).rejects.toThrow('or its folder does not exist');
  const away = new URL(office);
  away.port = '1';
  await expect(backUp(away.href, join(folder, 'away.gz'))).rejects.toThrow('The database does not answer');
  await expect(stat(join(folder, 'away.gz.part'))).rejects.toThrow('ENOENT');
});

test('what is restored is verified as the office was', async () => {
  const told = await verifyAll();
  await backUp(office, file);
  await restore(empty, file, MIGRATIONS);
  await closeDatabase();
  process.env.ZONOGRAPH_DATABASE = empty;
  expect(await verifyAll()).toEqual(told);
  await closeDatabase();
  process.env.ZONOGRAPH_DATABASE = office;
});
