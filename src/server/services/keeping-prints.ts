import { type DrawnData, type FrozenDrawing, drawnSheets, frozenDrawing, planDrawing } from '../../core/drawing/sheets';
import { canonicalHash, canonicalJson, hashOfText } from '../../core/format/canonical';
import { composePlanned } from '../../core/scene/planning';
import { projectionsOf } from '../../core/view/placing';
import { Projected, type ProjectionState } from '../../core/view/projected';
import type { ViewsToDraw } from '../../core/view/to-draw';
import type { Database } from '../database';
import type { DrawingRow } from '../repositories/drawings';
import { projectionContents } from '../repositories/projections';
import { findSnapshot, keepSnapshot } from '../repositories/snapshots';
import { type DrawingAtHand, resourcesAt } from './drawing-sources';
import { damaged } from './frozen';

const keysOf = (sheets: readonly { views?: ViewsToDraw | undefined }[]): string[] => [
  ...new Set(sheets.flatMap(({ views }) => (views ? [...projectionsOf(views).keys()] : []))),
];

/**
 * Keeps what a drawing prints now, beside the editions of its sheets: with the lines of its views, the profile its files are written by,
 * and the hashes of its scenes. `former`: it was finished before files were written as they are now, and goes on as it was.
 * @returns its hash
 */
export async function keepPrinted(db: Database, row: DrawingRow, at: DrawingAtHand, former = false): Promise<string> {
  const { sheets } = drawnSheets(row, at.sources);
  const lines = await keepLines(db, keysOf(sheets));
  const scenes = await sceneHashesOf(db, row, at, await keptLines(db, row.number, lines));
  const kept = former ? { lines, scenes } : { writing: 3 as const, profile: at.profile, lines, scenes };
  return keep(db, frozenDrawing(row, at.sources, kept));
}

async function keep(db: Database, printed: FrozenDrawing): Promise<string> {
  const hash = canonicalHash(printed);
  await keepSnapshot(db, { hash, text: canonicalJson(printed) });
  return hash;
}

/** Keeps the lines of those of the projections that are there, by their content. @returns their hashes, by the keys */
async function keepLines(db: Database, keys: readonly string[]): Promise<Record<string, string>> {
  const lines: Record<string, string> = {};
  for (const [key, projected] of await projectionContents(db, keys)) {
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
  const keys = keysOf(printed.sheets);
  if (printed.lines !== undefined || keys.length === 0) return undefined;
  const lines = await keepLines(db, keys);
  return Object.keys(lines).length < keys.length ? undefined : keep(db, { ...printed, lines });
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
  const kept = await keptLines(db, number, lines);
  return new Map(keysOf(sheets).map((key) => [key, kept.get(key) ?? NOT_THERE]));
}

/** The hash of the scene of each sheet of a drawing, in order. */
export async function sceneHashesOf(
  db: Database,
  drawing: DrawnData,
  at: DrawingAtHand,
  lines: ReadonlyMap<string, ProjectionState>,
): Promise<string[]> {
  const { resources: bare } = await resourcesAt(db, at);
  const keys = keysOf(drawnSheets(drawing, at.sources).sheets);
  const projections = new Map(keys.map((key) => [key, lines.get(key) ?? NOT_THERE]));
  // Nothing of what is on record prints.
  const resources = { ...bare, seen: new Map(), projections };
  return planDrawing(drawing, at.sources, resources).map((sheet) => {
    const composed = composePlanned(sheet, resources);
    return canonicalHash(composed.ok ? composed.scene : composed.reason);
  });
}
