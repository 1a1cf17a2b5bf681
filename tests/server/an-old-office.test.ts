import { STANDARDS_DESK } from '@/server/actor';
import { readFileSync, readdirSync } from 'node:fs';
import { createConnection } from 'mysql2/promise';
import { closeDatabase, database } from '@/server/database';
import { runOne } from '@/server/jobs/runner';
import { fillKeptTables, freezeWhatIsUsed } from '@/server/kept-tables';
import { migrate } from '@/server/migrations';
import { drawing } from '@/server/services/open-drawing';
import { drawings } from '@/server/services/register';
import { format, shelf } from '@/server/services/formats';
import { verifyAll } from '@/server/services/verifying';
import { sheetResources } from '@/server/services/sheet-resources';
import { planDrawing } from '@/core/drawing/sheets';
import { composePlanned } from '@/core/scene/planning';
import { drawingAtHand } from '@/server/services/drawing-sources';
import { findDrawing } from '@/server/repositories/drawings';
import { printedHash } from '../core/every-demo-sheet';
import { printsOfVersion1Files } from '../core/scenarios';
import { count } from './office';

const FOLDER = 'db/migrations';
/** The newest migration that the office was of when it was written down. */
const OLD = '0010';

/** The day the office was made on, and that of the frozen prints. */
const [MADE_ON, PRINTED_ON] = ['2026-11-25', '2026-06-02'];

const url = process.env.ZONOGRAPH_DATABASE!.replace('zonograph_server', 'zonograph_upgraded');

beforeAll(async () => {
  process.env.ZONOGRAPH_DATABASE = url;
  const connection = await createConnection({ uri: url, multipleStatements: true });
  const [tables] = await connection.query('SHOW TABLES');
  const names = (tables as object[]).map((row) => Object.values(row)[0] as string);
  await connection.query(
    ['SET FOREIGN_KEY_CHECKS = 0', ...names.map((name) => `DROP TABLE \`${name}\``), 'SET FOREIGN_KEY_CHECKS = 1'].join(
      ';',
    ),
  );
  const files = readdirSync(FOLDER).sort();
  for (const file of files.filter((name) => name < `${OLD}z`))
    await connection.query(readFileSync(`${FOLDER}/${file}`, 'utf8'));
  await connection.query(
    'CREATE TABLE migrations (name VARCHAR(120) NOT NULL PRIMARY KEY, done_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP) ENGINE = InnoDB',
  );
  for (const file of files.filter((name) => name < `${OLD}z`))
    await connection.execute('INSERT INTO migrations (name) VALUES (?)', [file]);
  await connection.query(readFileSync('tests/data/version-1/office.sql', 'utf8'));
  await connection.end();
});
afterAll(closeDatabase);

test('an office of version 1 is brought to the newest state: every drawing prints as it did, and lists are filled', async () => {
  expect((await migrate(url, FOLDER)).length).toBeGreaterThan(0);
  expect(await fillKeptTables()).toBe(true);
  expect(await fillKeptTables()).toBe(false);
  // The edition that drawings are made on is released as it stands.
  expect(await freezeWhatIsUsed()).toBe(1);
  while (await runOne('test', new AbortController().signal));

  const printed = printsOfVersion1Files();
  const register = (await drawings({ wanted: 'all' })).entries.toSorted((a, b) => (a.number < b.number ? -1 : 1));
  expect(register.map(({ number, lookedAt }) => [number, lookedAt])).toEqual([
    ['KD-00001', true],
    ['KD-00002', true],
    ['KD-00003', true],
  ]);
  const now: Record<string, string> = {};
  for (const [i, { id }] of register.entries()) {
    const row = (await findDrawing(database, id))!;
    const at = await drawingAtHand(database, row);
    const documents = at.editions.map(({ document }) => document);
    const { resources } = await sheetResources(database, documents, at.facts, at.models.properties);
    // The office was written down on another day than its drawings of the frozen prints were made: of what it proposed, that differs.
    const { 'date-of-issue': issued, ...answers } = row.answers;
    const drawn = { ...row, answers: { ...answers, 'date-of-issue': issued === MADE_ON ? PRINTED_ON : issued! } };
    for (const sheet of planDrawing(drawn, at.sources, resources)) {
      const composed = composePlanned(sheet, resources);
      if (!composed.ok) throw new Error(composed.reason);
      now[`drawing ${i + 1}/${sheet.place.number}`] = printedHash(composed);
    }
  }
  const before = Object.fromEntries(Object.entries(printed).filter(([key]) => key.startsWith('drawing ')));
  expect(now).toEqual(before);

  expect(await count('specimen_values')).toBeGreaterThan(50);
  expect(await count('property_uses')).toBeGreaterThan(20);
  for (const { id } of (await shelf(STANDARDS_DESK, { order: 'shelf' })).entries)
    expect((await format(id)).edition.document).toMatchObject({ version: 2 });
  expect((await drawing(register[0]!.id)).drawing.profileId).not.toBe('');
  expect((await shelf(STANDARDS_DESK, { order: 'shelf' })).entries.map(({ edition: { state } }) => state)).toContain(
    'released',
  );
  // What is finished is kept as it prints, but not when its model has changed since: what it printed is not known any more.
  expect(await freezeWhatIsUsed()).toBe(0);
  await database.run('UPDATE drawings SET model_changed = FALSE');
  expect(await freezeWhatIsUsed()).toBe(1);
  expect((await verifyAll()).troubles).toEqual([]);
});
