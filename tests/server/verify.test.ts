import { randomUUID } from 'node:crypto';
import { isoProfile } from '@/core/profile/starts';
import { findProfile, insertProfile } from '@/server/repositories/profiles';
import type { SheetViews } from '@/core/view/view';
import { projectionsOf } from '@/core/view/placing';
import type { Projected } from '@/core/view/projected';
import { drawnSheets } from '@/core/drawing/sheets';
import { STANDARDS_DESK } from '@/server/actor';
import { database } from '@/server/database';
import { findDrawing } from '@/server/repositories/drawings';
import { exportDrawing } from '@/server/services/drawing-export';
import { drawingAtHand } from '@/server/services/drawing-sources';
import { changeDrawing, makeDrawing } from '@/server/services/drawings';
import { drawing } from '@/server/services/open-drawing';
import { projectionsAtHand } from '@/server/services/projections';
import { verifyAll } from '@/server/services/verifying';
import { signOnPaper, withOffice } from './office';

const SECRET = 'the-first-secret-of-the-office-long-enough';
process.env.ZONOGRAPH_SECRET = SECRET;
withOffice();

afterEach(() => {
  process.env.ZONOGRAPH_SECRET = SECRET;
  delete process.env.ZONOGRAPH_FORMER_SECRETS;
});

const views: SheetViews = {
  views: [{ id: 'front', of: { kind: 'seen', from: 'front' }, style: 'outline' }],
  scale: '1:1',
};
const seen: Projected = {
  middle: { x: 0, y: 0 },
  box: { x: -20, y: -10, width: 40, height: 20 },
  visible: [{ kind: 'line', from: { x: -20, y: -10 }, to: { x: 20, y: 10 } }],
  hidden: [],
  smooth: [],
  axes: [],
  centres: [],
  cut: [],
};

/** A drawing with a view, signed and finished, on a profile that was never released. */
async function finished(): Promise<string> {
  const profileId = randomUUID();
  await insertProfile(database, { id: profileId, name: `Never released ${profileId}`, document: isoProfile() });
  const { id } = await makeDrawing(STANDARDS_DESK, {
    formatId: 'workshop-sheets',
    specimen: 'pawl',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
    scale: '1:1',
  });
  await changeDrawing(STANDARDS_DESK, id, { version: 1, profileId, sheets: [{ id: 'first', name: '', views }] });
  const row = (await findDrawing(database, id))!;
  const { sheets } = drawnSheets(row, (await drawingAtHand(database, row)).sources);
  await projectionsAtHand(sheets.flatMap((sheet) => (sheet.views ? [...projectionsOf(sheet.views).values()] : [])));
  await database.run("UPDATE projections SET state = 'done', content = ?", [JSON.stringify(seen)]);
  const { version } = await signOnPaper(id, { 'checked-by': 'Marlo Aketch', 'approved-by': 'Orsolya Brandt' });
  await changeDrawing(STANDARDS_DESK, id, { version, state: 'finished', finishReason: 'To be looked at' });
  return id;
}

const files = async (id: string) => {
  const written: Record<string, string> = {};
  for (const kind of ['svg', 'dxf', 'pdf'] as const)
    written[kind] = Buffer.from((await exportDrawing(id, { kind, asItIs: true })).content).toString('latin1');
  return written;
};

test('a finished drawing stays what it was: its files do not follow names, profiles that were never released, or lines', async () => {
  const id = await finished();
  const before = await files(id);
  await database.run(
    `UPDATE properties SET definition = JSON_SET(definition, '$.name', 'Something else') WHERE id = 'title'`,
  );
  const { document } = (await findProfile(database, (await drawing(id)).drawing.profileId))!;
  const layers = Object.fromEntries(
    Object.entries(document.layers).map(([of, layer]) => [of, { ...layer, name: `X-${of}` }]),
  );
  await database.run("UPDATE profiles SET document = ? WHERE name LIKE 'Never released%'", [
    JSON.stringify({ ...document, layers, numbers: { ...document.numbers, mark: '.' } }),
  ]);
  await database.run('DELETE FROM projections');
  expect(await files(id)).toEqual(before);
  expect((await verifyAll()).troubles).toEqual([]);
});

test('a renewed secret goes on sealing, and still tells what the one before it sealed', async () => {
  await finished();
  process.env.ZONOGRAPH_SECRET = 'the-second-secret-of-the-office-as-long';
  await finished();
  expect((await verifyAll()).troubles).toEqual(
    expect.arrayContaining([expect.stringContaining('sealed with a secret that is not known here')]),
  );
  process.env.ZONOGRAPH_FORMER_SECRETS = SECRET;
  expect((await verifyAll()).troubles).toEqual([]);
  // Whoever has the database alone cannot seal.
  process.env.ZONOGRAPH_SECRET = '';
  await finished();
  process.env.ZONOGRAPH_SECRET = 'the-second-secret-of-the-office-as-long';
  expect((await verifyAll()).troubles).toEqual(
    expect.arrayContaining([expect.stringContaining('is sealed with no secret')]),
  );
});

/** What somebody with the database may do to what is frozen. */
const TAMPERING: [what: string, ...sql: string[]][] = [
  [
    'a letter in a snapshot of an edition',
    "UPDATE snapshots SET content = REPLACE(content, 'General tolerances', 'General Tolerances')",
  ],
  [
    'a letter in the print of a drawing',
    "UPDATE snapshots SET content = REPLACE(content, 'Orsolya Brandt', 'Orsolya Brendt') WHERE hash = (SELECT frozen FROM drawings)",
  ],
  ['a point of a view', `UPDATE snapshots SET content = REPLACE(content, '"x":-20', '"x":-21')`],
  [
    'the snapshot of an edition, cut short',
    'UPDATE snapshots SET content = LEFT(content, 400) WHERE hash IN (SELECT snapshot FROM edition_releases)',
  ],
  ['the print of a drawing, emptied', "UPDATE snapshots SET content = '' WHERE hash = (SELECT frozen FROM drawings)"],
  ['the print of a drawing, gone', 'DELETE FROM snapshots WHERE hash = (SELECT frozen FROM drawings)'],
  [
    'all snapshots that no release names, gone',
    'DELETE FROM snapshots WHERE hash NOT IN (SELECT snapshot FROM edition_releases)',
  ],
  [
    'the record of a release, gone',
    'DELETE FROM edition_releases WHERE edition_id = (SELECT edition_id FROM drawings)',
  ],
  [
    'another snapshot for a release',
    'UPDATE edition_releases SET snapshot = (SELECT frozen FROM drawings) WHERE edition_id = (SELECT edition_id FROM drawings)',
  ],
  [
    'the scenes of a release',
    "UPDATE edition_releases SET scenes = JSON_SET(scenes, '$.\"iso-a3-landscape\"', REPEAT('0', 64))",
  ],
  [
    'a scene of a release more',
    "UPDATE edition_releases SET scenes = JSON_SET(scenes, '$.\"iso-a9\"', REPEAT('0', 64))",
  ],
  ['the scenes of a release, gone', "UPDATE edition_releases SET scenes = '{}'"],
  ['a released edition, open again', "UPDATE editions SET state = 'open' WHERE id = (SELECT edition_id FROM drawings)"],
  ['an open edition, released', "UPDATE editions SET state = 'released' WHERE state = 'open'"],
  ['another print for a drawing', 'UPDATE drawings SET frozen = (SELECT MIN(snapshot) FROM edition_releases)'],
  ['the print of a drawing, not named', 'UPDATE drawings SET frozen = NULL'],
  ['the number of a drawing', "UPDATE drawings SET number = 'KD-09999'"],
  ['the state of a drawing', "UPDATE drawings SET state = 'in work'"],
  [
    'a revision more',
    `UPDATE drawings SET revisions = '[{"revision":"A","zones":[],"description":"x","date":"2026-06-02","madeBy":"x"}]'`,
  ],
  ['a sheet less', 'DELETE FROM drawing_sheets'],
  [
    'the edition of a drawing',
    "UPDATE drawings SET edition_id = (SELECT id FROM editions WHERE format_id = 'inch-sheets' LIMIT 1)",
  ],
  ['the pictures, gone', 'DELETE FROM pictures'],
  ['the day that an edition counts from', "UPDATE edition_releases SET counts_from = '2020-01-01'"],
  [
    'a withdrawal that nobody made',
    "UPDATE editions SET state = 'withdrawn' WHERE id = (SELECT edition_id FROM drawings)",
  ],
  [
    'the name in a signature',
    "UPDATE drawings SET signatures = REPLACE(signatures, 'Orsolya Brandt', 'Ines Sundqvist')",
  ],
  [
    'a signature that nobody gave',
    "UPDATE drawings SET signatures = REPLACE(signatures, 'approved-by', 'checked-too')",
  ],
  [
    'a drawing that is reopened, print and all',
    "UPDATE drawings SET state = 'in work', frozen = NULL, signatures = '[]'",
  ],
  ['a drawing whose print is said never to have been kept', 'UPDATE drawings SET frozen = NULL, model_changed = TRUE'],
  ['a finished drawing, gone', 'DELETE FROM drawings'],
  [
    'a release with its record, gone',
    'DELETE FROM edition_releases WHERE edition_id = (SELECT edition_id FROM drawings)',
    "UPDATE editions SET state = 'open' WHERE id = (SELECT edition_id FROM drawings)",
  ],
  ['an entry of the record, gone', "DELETE FROM chained WHERE number = 1 AND subject LIKE 'drawing %'"],
  [
    'an entry of the record, changed',
    "UPDATE chained SET content = REPLACE(content, 'Marlo Aketch', 'Ines Sundqvist')",
  ],
  ['the end of the record', 'DELETE FROM chained ORDER BY id DESC LIMIT 1'],
  [
    'the end of the record, with what it is about and its count',
    'DELETE FROM chained ORDER BY id DESC LIMIT 1',
    "UPDATE drawings SET state = 'in work', frozen = NULL",
    'UPDATE chain_head SET entries = entries - 1',
  ],
  ['the seal of an entry', "UPDATE chained SET seal = REPEAT('0', 64) ORDER BY id LIMIT 1"],
  ['an entry as of another secret', "UPDATE chained SET key_id = '00000000' ORDER BY id DESC LIMIT 1"],
  ['the head of the record, gone', 'DELETE FROM chain_head'],
];

test('what is done to the database behind it is found, whatever it is, and checking goes on to the end', async () => {
  await finished();
  expect((await verifyAll()).troubles).toEqual([]);
  for (const table of TABLES) await database.run(`CREATE OR REPLACE TABLE kept_${table} AS SELECT * FROM ${table}`);
  const missed: string[] = [];
  for (const [what, ...statements] of TAMPERING) {
    for (const sql of statements) await unchecked(sql);
    const { troubles } = await verifyAll();
    if (troubles.length === 0) missed.push(what);
    await restore();
  }
  for (const table of TABLES) await database.run(`DROP TABLE kept_${table}`);
  expect(missed).toEqual([]);
});

const TABLES = [
  'snapshots',
  'edition_releases',
  'editions',
  'drawings',
  'drawing_sheets',
  'pictures',
  'drawing_models',
  'chained',
  'chain_head',
];

/** Runs a statement as somebody does who does not mind foreign keys. */
const unchecked = (sql: string) => database.run(`SET STATEMENT foreign_key_checks = 0 FOR ${sql}`);

async function restore(): Promise<void> {
  for (const table of TABLES) {
    await unchecked(`DELETE FROM ${table}`);
    await unchecked(`INSERT INTO ${table} SELECT * FROM kept_${table}`);
  }
}
