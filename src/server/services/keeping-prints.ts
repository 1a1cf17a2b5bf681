import { type DrawnData, type FrozenDrawing, drawnSheets, frozenDrawing, planDrawing } from '../../core/drawing/sheets';
import { canonicalHash, canonicalJson, hashOfText } from '../../core/format/canonical';
import { composePlanned } from '../../core/scene/planning';
import { projectionsOf } from '../../core/view/placing';
import { Projected, type Projection, type ProjectionState, formerKeys } from '../../core/view/projected';
import type { ViewsToDraw } from '../../core/view/to-draw';
import type { Database } from '../database';
import type { DrawingRow } from '../repositories/drawings';
import { projectionContents } from '../repositories/projections';
import { findSnapshot, keepSnapshot } from '../repositories/snapshots';
import { type DrawingAtHand, resourcesAt } from './drawing-sources';
import { damaged } from './frozen';

type Sheets = readonly { views?: ViewsToDraw | undefined }[];

/** The projections that the views of sheets are drawn from, by their keys. */
const projectionsIn = (sheets: Sheets): Map<string, Projection> =>
  new Map(sheets.flatMap(({ views }) => (views ? [...projectionsOf(views)] : [])));

/** The lines of views by the keys that they have today, under whichever they were kept. */
const linesFor = (sheets: Sheets, lines: ReadonlyMap<string, ProjectionState>): Map<string, ProjectionState> =>
  new Map(
    [...projectionsIn(sheets)].map(([key, projection]) => {
      const keptUnder = [key, ...formerKeys(projection)].find((one) => lines.has(one));
      return [key, keptUnder === undefined ? NOT_THERE : lines.get(keptUnder)!];
    }),
  );

/**
 * Keeps what a drawing prints now, beside the editions of its sheets: with the lines of its views, the profile its files are written by,
 * and the hashes of its scenes. `former`: it was finished before files were written as they are now, and goes on as it was.
 * @returns its hash
 */
export async function keepPrinted(db: Database, row: DrawingRow, at: DrawingAtHand, former = false): Promise<string> {
  const { sheets } = drawnSheets(row, at.sources);
  const lines = await keepLines(db, sheets, former);
  const printed = frozenDrawing(row, at.sources, {
    ...(!former && { writing: 3 as const, profile: at.profile }),
    lines,
  });
  // Its views were laid out in the manner of then.
  if (former) for (const { views } of printed.sheets) delete views?.manner;
  const printing = { ...at, sources: { ...at.sources, frozen: printed } };
  const scenes = await sceneHashesOf(db, row, printing, await keptLines(db, row.number, lines));
  return keep(db, { ...printed, scenes });
}

async function keep(db: Database, printed: FrozenDrawing): Promise<string> {
  const hash = canonicalHash(printed);
  await keepSnapshot(db, { hash, text: canonicalJson(printed) });
  return hash;
}

/**
 * Keeps the lines of those of the views' projections that are there, by their content; of what was finished before, those that were made
 * then. @returns their hashes, by the keys
 */
async function keepLines(db: Database, sheets: Sheets, former: boolean): Promise<Record<string, string>> {
  const lines: Record<string, string> = {};
  const projections = [...projectionsIn(sheets)];
  const there = await projectionContents(
    db,
    projections.flatMap(([key, projection]) => [key, ...formerKeys(projection)]),
  );
  for (const [newest, projection] of projections) {
    const keys = former ? [...formerKeys(projection), newest] : [newest];
    const key = keys.find((one) => there.has(one));
    if (key === undefined) continue;
    const projected = there.get(key);
    const text = canonicalJson(projected);
    lines[key] = hashOfText(text);
    await keepSnapshot(db, { hash: lines[key], text });
  }
  return lines;
}

/**
 * A print that was kept before the lines of views were, with those that are there still.
 * @returns its hash; undefined when it has no views, has its lines already, or some are not there any more
 */
export async function keepLinesOf(db: Database, printed: FrozenDrawing): Promise<string | undefined> {
  const { size } = projectionsIn(printed.sheets);
  if (printed.lines !== undefined || size === 0) return undefined;
  const lines = await keepLines(db, printed.sheets, true);
  return Object.keys(lines).length < size ? undefined : keep(db, { ...printed, lines });
}

const NOT_THERE: ProjectionState = { trouble: 'It was not there when the drawing was finished.' };

/** The lines that a finished drawing keeps, verified. @throws ServiceError 422 when some are gone or are not what was kept */
export async function keptLines(
  db: Database,
  number: string,
  lines: Readonly<Record<string, string>>,
): Promise<Map<string, ProjectionState>> {
  const kept = new Map<string, ProjectionState>();
  for (const [key, hash] of Object.entries(lines)) {
    const text = await findSnapshot(db, hash);
    if (text === undefined) throw damaged(`Drawing ${number}`, 'the lines of one of its views are gone');
    if (hashOfText(text) !== hash)
      throw damaged(`Drawing ${number}`, 'the lines of one of its views have been changed since');
    kept.set(key, { projected: Projected.parse(JSON.parse(text)) });
  }
  return kept;
}

/** What the views of a finished drawing are drawn from: what it keeps, and nothing that is projected now. */
export async function linesOfFinished(
  db: Database,
  number: string,
  { sheets, lines = {} }: Pick<FrozenDrawing, 'sheets' | 'lines'>,
): Promise<Map<string, ProjectionState>> {
  return linesFor(sheets, await keptLines(db, number, lines));
}

/** The hash of the scene of each sheet of a drawing, in order. */
export async function sceneHashesOf(
  db: Database,
  drawing: DrawnData,
  at: DrawingAtHand,
  lines: ReadonlyMap<string, ProjectionState>,
): Promise<string[]> {
  const { resources: bare } = await resourcesAt(db, at);
  const projections = linesFor(drawnSheets(drawing, at.sources).sheets, lines);
  // Nothing of what is on record prints.
  const resources = { ...bare, seen: new Map(), projections };
  return planDrawing(drawing, at.sources, resources).map((sheet) => {
    const composed = composePlanned(sheet, resources);
    return canonicalHash(composed.ok ? composed.scene : composed.reason);
  });
}
