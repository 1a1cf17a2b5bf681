import { type Database, marks } from '../database';
import { fromJson } from './json-column';

/** How an edition was released. */
export interface ReleaseRow {
  editionId: string;
  /** The hash of its snapshot. */
  snapshot: string;
  note: string;
  /** Why it was released although a finding blocks that. */
  reason: string | null;
  releasedBy: string;
  releasedAt: Date;
  /** The office's day from which new drawings are made on it, YYYY-MM-DD. */
  countsFrom: string;
  /** The hash of the scene of each of its sheets, by size. */
  scenes: Record<string, string>;
  /** It was released in another office: whose that is, and who took it in here. */
  elsewhere?: { origin: string; takenInBy: string } | undefined;
}

interface Raw {
  edition_id: string;
  snapshot: string;
  note: string;
  reason: string | null;
  released_by: string;
  released_at: Date;
  counts_from: string;
  scenes: unknown;
  origin: string | null;
  taken_in_by: string | null;
}

const toRow = (raw: Raw): ReleaseRow => ({
  editionId: raw.edition_id,
  snapshot: raw.snapshot,
  note: raw.note,
  reason: raw.reason,
  releasedBy: raw.released_by,
  releasedAt: raw.released_at,
  countsFrom: raw.counts_from,
  scenes: fromJson(raw.scenes),
  ...(raw.origin !== null && { elsewhere: { origin: raw.origin, takenInBy: raw.taken_in_by ?? '' } }),
});

const SELECT = `SELECT edition_id, snapshot, note, reason, released_by, released_at,
  DATE_FORMAT(counts_from, '%Y-%m-%d') AS counts_from, scenes, origin, taken_in_by FROM edition_releases`;

/** The releases of those of the editions that were released, by edition. */
export async function findReleases(db: Database, editions: readonly string[]): Promise<Map<string, ReleaseRow>> {
  if (editions.length === 0) return new Map();
  const rows = await db.query<Raw>(`${SELECT} WHERE edition_id IN (${marks(editions)})`, [...editions]);
  return new Map(rows.map((raw) => [raw.edition_id, toRow(raw)]));
}

/** Every release there is. */
export async function allReleases(db: Database): Promise<ReleaseRow[]> {
  return (await db.query<Raw>(`${SELECT} ORDER BY released_at, edition_id`)).map(toRow);
}

/** Records a release; one without a time is of now. */
export async function insertRelease(
  db: Database,
  row: Omit<ReleaseRow, 'releasedAt'> & Partial<Pick<ReleaseRow, 'releasedAt'>>,
): Promise<void> {
  const { editionId, snapshot, note, reason, releasedBy, releasedAt, countsFrom, scenes, elsewhere } = row;
  await db.run(
    `INSERT INTO edition_releases (edition_id, snapshot, note, reason, released_by, released_at, counts_from, scenes, origin, taken_in_by)
     VALUES (?, ?, ?, ?, ?, COALESCE(?, CURRENT_TIMESTAMP(3)), ?, ?, ?, ?)`,
    [
      ...[editionId, snapshot, note, reason, releasedBy, releasedAt ?? null, countsFrom, JSON.stringify(scenes)],
      ...[elsewhere?.origin ?? null, elsewhere?.takenInBy ?? null],
    ],
  );
}

/** The ids of editions that are released and have no release: a migration released them as they stand. */
export async function releasedWithout(db: Database): Promise<string[]> {
  const rows = await db.query<{ id: string }>(
    `SELECT id FROM editions WHERE state <> 'open' AND id NOT IN (SELECT edition_id FROM edition_releases) ORDER BY id`,
  );
  return rows.map(({ id }) => id);
}

/** The editions that are released or withdrawn, and what they are called. */
export async function releasedEditions(db: Database): Promise<{ id: string; name: string }[]> {
  const rows = await db.query<{ id: string; number: number; name: string }>(
    `SELECT editions.id, editions.number, formats.name FROM editions JOIN formats ON formats.id = format_id
     WHERE editions.state <> 'open' ORDER BY formats.name, editions.number`,
  );
  return rows.map(({ id, number, name }) => ({ id, name: `Edition ${number} of “${name}”` }));
}
