import { readFileSync, readdirSync } from 'node:fs';
import { type Connection, createConnection } from 'mysql2/promise';
import { migrate, statementsOf } from '@/server/migrations';
import { cases } from '../core/generated';

const FOLDER = 'db/migrations';
const url = process.env.ZONOGRAPH_DATABASE!.replace('zonograph_server', 'zonograph_upgraded');
const files = readdirSync(FOLDER).sort();
const all = files.flatMap((file) =>
  statementsOf(readFileSync(`${FOLDER}/${file}`, 'utf8')).map((statement, i) => ({ file, i, statement })),
);

let connection: Connection;
beforeAll(async () => {
  connection = await createConnection({ uri: url, multipleStatements: true });
});
afterAll(() => connection.end());

async function emptied(): Promise<void> {
  const [tables] = await connection.query('SHOW TABLES');
  const drops = (tables as object[]).map((row) => `DROP TABLE \`${Object.values(row)[0] as string}\``);
  await connection.query(['SET FOREIGN_KEY_CHECKS = 0', ...drops, 'SET FOREIGN_KEY_CHECKS = 1'].join(';'));
}

async function schema(): Promise<unknown> {
  const [rows] = await connection.query(
    `SELECT table_name, column_name, column_type, is_nullable, column_key FROM information_schema.columns
     WHERE table_schema = DATABASE() ORDER BY table_name, ordinal_position`,
  );
  return rows;
}

test('a file is its statements, whatever its comments say', () => {
  expect(statementsOf('-- One; two\nCREATE TABLE a (\n  -- why; so\n  b INT\n);\n\nDROP TABLE a;\n')).toEqual([
    'CREATE TABLE a (\n\n  b INT\n)',
    'DROP TABLE a',
  ]);
  expect(all.length).toBeGreaterThan(40);
});

test('migrations that are killed anywhere, before or after a statement is written down, go on where they were', async () => {
  await emptied();
  await migrate(url, FOLDER);
  const whole = await schema();
  for (let at = 1; at < all.length; at += cases(12, 1)) {
    await emptied();
    await connection.query(
      'CREATE TABLE migrations (name VARCHAR(120) NOT NULL PRIMARY KEY, done_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP) ENGINE = InnoDB; CREATE TABLE migrations_begun (name VARCHAR(120) NOT NULL PRIMARY KEY, statements INT UNSIGNED NOT NULL) ENGINE = InnoDB',
    );
    for (const { file, i, statement } of all.slice(0, at)) {
      await connection.query(statement);
      await connection.query('REPLACE INTO migrations_begun VALUES (?, ?)', [file, i + 1]);
      if (all.findLast((one) => one.file === file)!.i === i)
        await connection.query('INSERT INTO migrations (name) VALUES (?)', [file]);
    }
    // Killed between the statement and the word of it, where the statement changes the schema and so is done at once.
    const next = all[at]!;
    if (/^(CREATE|ALTER)/.test(next.statement)) await connection.query(next.statement);
    await migrate(url, FOLDER);
    expect(await schema()).toEqual(whole);
  }
});

test('a profile that said capitals and a least clear area gets a house book that says so, and its releases name it', async () => {
  await emptied();
  const until = (last: string) => all.filter(({ file }) => file <= last);
  for (const { statement } of until('0026_profiles.sql')) await connection.query(statement);
  const profile = (id: string, document: object) =>
    connection.query('INSERT INTO profiles (id, name, document) VALUES (?, ?, ?)', [id, id, JSON.stringify(document)]);
  await profile('works', { version: 2, standard: 'ISO', values: { capitals: true, 'least-clear-area': 55 } });
  await profile('yard', { version: 1, values: { Capitals: 'yes', 'units-note': 'All dimensions in inch' } });
  await profile('plain', { version: 2, standard: 'ASME', values: { capitals: 'no' } });
  await connection.query(
    "INSERT INTO profile_revisions (profile_id, number, document, why, released_by) SELECT id, 1, document, '', '' FROM profiles",
  );
  for (const { statement } of all.filter(({ file }) => file === '0027_rule_books.sql'))
    await connection.query(statement);
  const read = async (sql: string) => {
    const [rows] = await connection.query(sql);
    return (rows as { id: string; document: unknown }[]).map(
      ({ id, document }) =>
        [id, (typeof document === 'string' ? JSON.parse(document) : document) as Record<string, unknown>] as const,
    );
  };
  const why = 'The profile said that this office writes capitals';
  expect(await read('SELECT id, document FROM rule_books ORDER BY id')).toEqual([
    [
      'of-works',
      {
        version: 1,
        from: 'iso',
        house: [],
        changes: {
          'small letters': { weight: 'note', why },
          'little clear area': { limits: { share: 55 }, why: 'The profile said so' },
        },
      },
    ],
    ['of-yard', { version: 1, from: 'asme', house: [], changes: { 'small letters': { weight: 'note', why } } }],
  ]);
  for (const sql of [
    'SELECT id, document FROM profiles ORDER BY id',
    'SELECT profile_id AS id, document FROM profile_revisions ORDER BY profile_id',
  ])
    expect((await read(sql)).map(([id, { rules }]) => [id, rules])).toEqual([
      ['plain', undefined],
      ['works', 'of-works'],
      ['yard', 'of-yard'],
    ]);
});
