import type { WayBack } from '../../core/format/going-back';
import type { Actor } from '../actor';
import type { Database } from '../database';
import { fromJson } from './json-column';

/** A save of an edition. */
export interface StepRow {
  /** The version that it made. */
  version: number;
  words: string[];
  /** How its document becomes the one before. */
  back: WayBack;
}

/** Keeps a save of an edition with the way back from it. */
export async function keepStep(
  db: Database,
  { account }: Actor,
  step: StepRow & { editionId: string; sitting: string },
): Promise<void> {
  await db.run(
    'INSERT INTO edition_steps (edition_id, version, sitting, account_id, words, back) VALUES (?, ?, ?, ?, ?, ?)',
    [step.editionId, step.version, step.sitting, account, JSON.stringify(step.words), JSON.stringify(step.back)],
  );
}

/** The saves of an edition that made it from a version on, the newest first. */
export async function stepsBehind(db: Database, editionId: string, version: number, most: number): Promise<StepRow[]> {
  const rows = await db.query<{ version: number; words: unknown; back: unknown }>(
    `SELECT version, words, back FROM edition_steps WHERE edition_id = ? AND version > ?
     ORDER BY version DESC LIMIT ${Math.trunc(most)}`,
    [editionId, version],
  );
  return rows.map((row) => ({ version: row.version, words: fromJson(row.words), back: fromJson(row.back) }));
}

/** The newest version that each of some sittings made of an edition, with the edition, by sitting. */
export async function versionsOfSittings(
  db: Database,
  sittings: readonly string[],
): Promise<Map<string, { editionId: string; version: number }>> {
  if (sittings.length === 0) return new Map();
  const rows = await db.query<{ sitting: string; editionId: string; version: number }>(
    `SELECT sitting, edition_id AS editionId, MAX(version) AS version FROM edition_steps
     WHERE sitting IN (${sittings.map(() => '?').join(', ')}) GROUP BY sitting, edition_id`,
    [...sittings],
  );
  return new Map(rows.map(({ sitting, editionId, version }) => [sitting, { editionId, version: Number(version) }]));
}
