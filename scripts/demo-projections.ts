/**
 * Makes anew what the demo ships of its views: every projection that its starters need of its models, as the kernel makes it, but for
 * those that are shaded. Run it when a model, a starter or the kernel changes:
 *
 *   npx tsx scripts/demo-projections.ts
 */
import { writeFile } from 'node:fs/promises';
import { startMariadb } from './mariadb.mjs';
import { STANDARDS_DESK } from '../src/server/actor';
import { PROJECTIONS_FILE, packProjections } from '../src/server/demo-projections';

const server = await startMariadb('.data/demo-projections', {
  port: 33191,
  databases: ['zonograph_projections'],
  durable: false,
});
process.env.ZONOGRAPH_DATABASE = server.url('zonograph_projections');
process.env.ZONOGRAPH_STATEMENT_SECONDS = '300';
const { closeDatabase, database } = await import('../src/server/database');
const { migrate } = await import('../src/server/migrations');
const { seed } = await import('../src/server/seed');
const { runOne } = await import('../src/server/jobs/runner');
const { makeDrawing } = await import('../src/server/services/drawings');
const { starters } = await import('../src/server/services/starters');
const { specimens } = await import('../src/server/services/specimens');
const { findDrawing } = await import('../src/server/repositories/drawings');
const { drawingAtHand } = await import('../src/server/services/drawing-sources');
const { askedProjections } = await import('../src/server/services/projections');
const { drawnSheets } = await import('../src/core/drawing/sheets');
const { projectionsOf } = await import('../src/core/view/placing');

await migrate(process.env.ZONOGRAPH_DATABASE, 'db/migrations');
await seed('demo');
await database.run('DELETE FROM projections');
for (const { id: starter, editions } of await starters(STANDARDS_DESK))
  for (const { id: specimen, name } of (await specimens({})).entries) {
    const made = await makeDrawing(STANDARDS_DESK, {
      formatId: editions[0]!.document.format ?? 'workshop-sheets',
      specimen,
      sizeId: 'iso-a3-landscape',
      starter,
    }).catch((error: Error) => console.log(`${name}: ${error.message}`));
    if (!made) continue;
    const row = (await findDrawing(database, made.id))!;
    const { sheets } = drawnSheets(row, (await drawingAtHand(database, row)).sources);
    const wanted = sheets.flatMap(({ views }) => (views ? [...projectionsOf(views).values()] : []));
    await askedProjections(
      STANDARDS_DESK,
      wanted.filter(({ shaded }) => shaded === undefined),
    );
  }
while (await runOne('demo projections', new AbortController().signal));
const rows = await database.query<{ asked: string; content: string }>(
  "SELECT asked, content FROM projections WHERE state = 'done' AND coarse = FALSE ORDER BY id",
);
await writeFile(`demo/${PROJECTIONS_FILE}`, packProjections(rows));
console.log(`${rows.length} projections`);
await closeDatabase();
await server.stop();
process.exit();
