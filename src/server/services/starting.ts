import type { DrawingSheet } from '../../core/drawing/sheets';
import { startedSheets } from '../../core/starter/starting';
import type { Database } from '../database';
import type { DrawingRow } from '../repositories/drawings';
import { findFormat } from '../repositories/formats';
import { type DrawingAtHand, drawingAtHand } from './drawing-sources';
import { editionToDrawOn } from './edition-to-draw-on';
import { type Asker, checkThere } from './gate';
import { ServiceError } from './service-error';
import { sheetResources } from './sheet-resources';
import { starterInForce } from './starters';

/**
 * The sheets that a drawing begins with by a starter's released edition.
 * @throws ServiceError 422 when the starter, or a format of its sheets, is not to be used any more, or gives the model no sheet
 */
export async function startedWith(
  db: Database,
  asker: Asker,
  id: string,
  row: Pick<DrawingRow, 'number' | 'answers' | 'editionId' | 'sheets' | 'specimen' | 'variant' | 'scale'> &
    Parameters<typeof drawingAtHand>[1],
  own: DrawingAtHand,
): Promise<DrawingSheet[]> {
  const { document: starter } = await starterInForce(db, id);
  const formats = [
    ...new Set(Object.values(starter.sheets).flatMap((sheets) => sheets.flatMap(({ format }) => format ?? []))),
  ];
  const editions = new Map<string, string>();
  for (const formatId of formats) {
    const format = await findFormat(db, formatId);
    await checkThere(db, asker, formatId);
    if (!format) throw new ServiceError(422, `A format of the starter ${starter.name} is no longer on the shelf.`);
    const edition = await editionToDrawOn(db, format);
    // A sheet of the drawing's own format needs no edition of its own.
    if (edition.id !== row.editionId) editions.set(formatId, edition.id);
  }
  // What other formats are made from is read as if they had sheets already.
  const withOthers = [...editions.values()].map((edition, i): DrawingSheet => ({
    id: `other ${i}`,
    name: '',
    edition,
  }));
  const {
    sources,
    facts,
    editions: read,
    models,
    profile,
  } = editions.size === 0 ? own : await drawingAtHand(db, { ...row, sheets: [...row.sheets, ...withOthers] });
  const { resources } = await sheetResources(
    db,
    read.map(({ document }) => document),
    facts,
    models.properties,
    profile,
  );
  const { number, answers, specimen, variant } = row;
  const drawing = { number, answers, specimen, variant, overruled: {}, revisions: [], items: {} };
  const { sheets, leftOut } = startedSheets({ starter, drawing, sources, editions, resources });
  if (sheets.length === 0)
    throw new ServiceError(422, leftOut[0] ?? `The starter ${starter.name} has no sheets for it.`);
  return sheets;
}
