import { setTimeout } from 'node:timers/promises';
import type { ExportKind } from '../../contract/export';
import { counted } from '../../core/counted';
import { TRIAL } from '../../core/drawing/drawing';
import { type DrawnSheet, drawnSheets, planDrawing, sheetTitle } from '../../core/drawing/sheets';
import { dxfPrompts } from '../../core/exchange/dxf-prompts';
import { canonicalHash } from '../../core/format/canonical';
import { languageOf } from '../../core/property/language';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import { composePlanned } from '../../core/scene/planning';
import { projectionsOf } from '../../core/view/placing';
import type { ProjectionState } from '../../core/view/projected';
import { database } from '../database';
import { findDrawing, keepItems } from '../repositories/drawings';
import { findPictureFiles } from '../repositories/pictures';
import { GONE, drawingAtHand, registerColumns, resourcesAt } from './drawing-sources';
import { type ExportedFile, writeSheets } from './export';
import { projectionsAtHand } from './projections';
import { ServiceError } from './service-error';

/** The shaded pictures of projections, by their hashes. */
const shadedIn = (projections: ReadonlyMap<string, ProjectionState>): string[] =>
  [...projections.values()].flatMap((state) =>
    state !== 'waiting' && 'projected' in state ? (state.projected.shaded?.hash ?? []) : [],
  );

/** How long a file waits for views that are still projected, and how often it looks, ms. */
const PATIENCE = { most: 60_000, pause: 400 };

/** What is known of the projections that the views of sheets are drawn from, once they are made or have taken too long. */
async function projectionsOfSheets(sheets: readonly DrawnSheet[]) {
  const wanted = sheets.flatMap(({ views }) => (views ? [...projectionsOf(views).values()] : []));
  const end = Date.now() + PATIENCE.most;
  for (;;) {
    const projections = await projectionsAtHand(wanted);
    const waiting = [...projections.values()].filter((state) => state === 'waiting').length;
    if (waiting === 0 || Date.now() > end) return { projections, waiting };
    await setTimeout(PATIENCE.pause);
  }
}

/**
 * Writes all sheets of a drawing as a file. Parts without an item number get theirs, which they keep: they are on paper now.
 * @throws ServiceError 422 with `open`, the names of what is unanswered, unless that is taken `as it is`
 */
export async function exportDrawing(
  id: string,
  { kind, asItIs }: { kind: ExportKind; asItIs: boolean },
): Promise<ExportedFile> {
  const row = await findDrawing(database, id);
  if (!row) throw GONE();
  const at = await drawingAtHand(database, row);
  const { open, title } = registerColumns(row, at);
  if (open.length > 0 && !asItIs) throw new ServiceError(422, `Still unanswered: ${open.join(', ')}.`, { open });
  const { items } = drawnSheets(row, at.sources);
  if (canonicalHash(items) !== canonicalHash(row.items)) await keepItems(database, id, items);
  const { resources: bare, files: own } = await resourcesAt(database, at);
  const { projections, waiting } = await projectionsOfSheets(drawnSheets({ ...row, items }, at.sources).sheets);
  if (waiting > 0)
    throw new ServiceError(
      422,
      `${counted(waiting, 'view')} of it ${waiting === 1 ? 'is' : 'are'} still projected. Try it again in a moment.`,
    );
  const resources = { ...bare, projections };
  const shaded = await findPictureFiles(database, shadedIn(projections));
  const files = { ...own, picture: (hash: string) => shaded.get(hash) ?? own.picture(hash) };
  const planned = planDrawing({ ...row, items }, at.sources, resources);
  const sheets = planned.map((sheet) => {
    const composed = composePlanned(sheet, resources);
    if (!composed.ok) throw new ServiceError(422, composed.reason);
    const prompts = dxfPrompts(sheet.document, resources.properties);
    return {
      scene: composed.scene,
      report: composed.report,
      prompts,
      ...(planned.length > 1 && { name: sheetTitle(sheet) }),
    };
  });
  const { facts } = planned[0]!;
  const maker = row.answers[SUPPLIED.createdBy];
  const details = {
    title: `${row.number || TRIAL} ${title}`.trim(),
    date: facts.today,
    language: languageOf(facts),
    ...(maker !== undefined && { author: valueText(maker) }),
  };
  return writeSheets(sheets, kind, details, files, at.profile);
}
