import { randomUUID } from 'node:crypto';
import type { Specimen } from '../../src/core/specimen/specimen';
import { STANDARDS_DESK } from '../../src/server/actor';
import { database, transaction } from '../../src/server/database';
import { runOne } from '../../src/server/jobs/runner';
import { findDrawing, insertDrawing, keepColumns } from '../../src/server/repositories/drawings';
import { drawingAtHand, registerColumns } from '../../src/server/services/drawing-sources';
import { makeDrawing } from '../../src/server/services/drawings';
import { copyFormat } from '../../src/server/services/formats';
import { importSpecimens } from '../../src/server/services/specimens';
import { demoSpecimen } from '../core/demo';

/** Parts and, of every ten, one assembly of the nine before it; each with two variants. The same numbers give the same models. */
export function modelsWithVariants(count: number): Specimen[] {
  const pawl = demoSpecimen('pawl');
  const numbers = Array.from({ length: count }, (_, i) => String(i + 1).padStart(5, '0'));
  return numbers.map((number, i): Specimen => {
    const values = { ...pawl.values, 'Part number': `KB-${number}`, Title: `PAWL OF KIND ${number}` };
    const base = { ...pawl, id: `kind-${number}`, name: `Kind ${number}`, values };
    if (i % 10 !== 9) return base;
    const { shape: _, ...assembly } = base;
    const components = numbers.slice(i - 9, i).map((part, j) => ({ specimen: `kind-${part}`, quantity: (j % 3) + 1 }));
    return { ...assembly, model: 'assembly', components };
  });
}

const PIECE = 200;

/** Fills the demo office until it has that many models, drawings and formats more. @returns seconds that the models took */
export async function enlarge(more: { models: number; drawings: number; formats: number }): Promise<number> {
  const models = modelsWithVariants(more.models);
  const start = performance.now();
  for (let at = 0; at < models.length; at += PIECE) await importSpecimens(STANDARDS_DESK, models.slice(at, at + PIECE));
  const seconds = (performance.now() - start) / 1000;
  for (let i = 0; i < more.formats; i++)
    await copyFormat(STANDARDS_DESK, {
      copyOf: 'workshop-sheets',
      name: `Workshop sheets ${String(i + 1).padStart(3, '0')}`,
    });
  await manyDrawings(more.drawings, models);
  while (await runOne('bench', new AbortController().signal));
  await database.run(
    'ANALYZE TABLE specimens, specimen_values, specimen_components, specimen_grams, drawings, drawing_models, drawing_grams, editions',
  );
  return seconds;
}

/** Drawings of models in turn: the first is made as somebody would make it, the others are written as it was. */
async function manyDrawings(count: number, models: readonly Specimen[]): Promise<void> {
  if (count === 0) return;
  const asked = { formatId: 'workshop-sheets', sizeId: 'iso-a3-landscape', variant: '316L' };
  const { id } = await makeDrawing(STANDARDS_DESK, { ...asked, specimen: models[0]!.id });
  const first = (await findDrawing(database, id))!;
  const columns = registerColumns(first, await drawingAtHand(database, first));
  for (let at = 1; at < count; at += PIECE) {
    await transaction(async (db) => {
      for (let i = at; i < Math.min(count, at + PIECE); i++) {
        const { id: specimen, name } = models[i % models.length]!;
        const row = { ...first, id: randomUUID(), number: `KX-${String(i).padStart(6, '0')}`, specimen };
        await insertDrawing(db, row, STANDARDS_DESK);
        await keepColumns(db, row.id, { ...columns, modelName: name, title: name.toUpperCase(), models: [specimen] });
      }
    });
  }
}
