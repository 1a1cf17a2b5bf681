import type { Specimen } from '../../core/specimen/specimen';
import type { Database } from '../database';
import { fromJson } from './json-column';

export interface StoreState {
  askedAt: string | undefined;
  answeredAt: string | undefined;
  trouble: string | undefined;
}

export interface FollowedModel {
  specimen: string;
  etag: string;
  changedAt: string;
  changes: string[];
}

export async function storeState(db: Database): Promise<StoreState> {
  const [row] = await db.query<{ asked_at: Date | null; answered_at: Date | null; trouble: string | null }>(
    'SELECT asked_at, answered_at, trouble FROM store_state WHERE id = 1',
  );
  return {
    askedAt: row?.asked_at?.toISOString(),
    answeredAt: row?.answered_at?.toISOString(),
    trouble: row?.trouble ?? undefined,
  };
}

/** Notes that the store was asked now, and what came of it. */
export async function noteAsked(db: Database, trouble: string | undefined): Promise<void> {
  await db.run(
    `INSERT INTO store_state (id, asked_at, answered_at, trouble) VALUES (1, NOW(3), IF(? IS NULL, NOW(3), NULL), ?)
     ON DUPLICATE KEY UPDATE asked_at = NOW(3), answered_at = IF(VALUES(trouble) IS NULL, NOW(3), answered_at), trouble = VALUES(trouble)`,
    [trouble ?? null, trouble ?? null],
  );
}

/** The models that the store has changed, the newest change first, so many of them. */
export async function changedModels(db: Database, most: number): Promise<FollowedModel[]> {
  const rows = await db.query<{ specimen_id: string; etag: string; changed_at: Date; changes: unknown }>(
    `SELECT specimen_id, etag, changed_at, changes FROM store_models WHERE JSON_LENGTH(changes) > 0
     ORDER BY changed_at DESC LIMIT ${Math.trunc(most)}`,
  );
  return rows.map((row) => ({
    specimen: row.specimen_id,
    etag: row.etag,
    changedAt: row.changed_at.toISOString(),
    changes: fromJson(row.changes),
  }));
}

/** Which state of each model is known. */
export async function knownEtags(db: Database): Promise<Map<string, string>> {
  const rows = await db.query<{ specimen_id: string; etag: string }>('SELECT specimen_id, etag FROM store_models');
  return new Map(rows.map((row) => [row.specimen_id, row.etag]));
}

/** What the store last gave of a model; undefined when it was not heard yet. */
export async function lastGiven(db: Database, specimen: string): Promise<Specimen | undefined> {
  const [row] = await db.query<{ given: unknown }>('SELECT given FROM store_models WHERE specimen_id = ?', [specimen]);
  return row?.given ? fromJson(row.given) : undefined;
}

/** Notes which state of a model is known and what it is; with `changes`, that it was taken over now. */
export async function noteModel(db: Database, etag: string, given: Specimen, changes: string[]): Promise<void> {
  await db.run(
    `INSERT INTO store_models (specimen_id, etag, given, changes) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE etag = VALUES(etag), given = VALUES(given)${changes.length > 0 ? ', changes = VALUES(changes), changed_at = NOW(3)' : ''}`,
    [given.id, etag, JSON.stringify(given), JSON.stringify(changes)],
  );
}
