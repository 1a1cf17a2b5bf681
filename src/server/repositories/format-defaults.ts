import type { FormatDefault } from '../../core/office/format-defaults';
import type { Database } from '../database';

/** Every default that there is on a day, YYYY-MM-DD: one that counts from a later day leaves the one before it until then. */
export async function allDefaults(db: Database, today: string): Promise<FormatDefault[]> {
  return db.query<FormatDefault>(
    `SELECT kind, size_name AS sizeName, project_id AS projectId, site_id AS siteId,
       IF(counts_from IS NULL OR counts_from <= ?, format_id, former_id) AS formatId
     FROM format_defaults HAVING formatId IS NOT NULL ORDER BY kind, site_id, project_id, size_name`,
    [today],
  );
}

/** Makes a format the default of its case, in place of the one that was. */
export async function keepDefault(db: Database, one: FormatDefault): Promise<void> {
  await db.run(
    'REPLACE INTO format_defaults (kind, size_name, project_id, site_id, format_id) VALUES (?, ?, ?, ?, ?)',
    [one.kind, one.sizeName, one.projectId, one.siteId, one.formatId],
  );
}

/** Makes a format the default of its case from a later day on; until then the one that is default today stays. */
export async function keepDefaultFrom(
  db: Database,
  one: FormatDefault,
  { today, countsFrom }: { today: string; countsFrom: string },
): Promise<void> {
  const sameCase = ({ kind, sizeName, projectId, siteId }: FormatDefault) =>
    kind === one.kind && sizeName === one.sizeName && projectId === one.projectId && siteId === one.siteId;
  const former = (await allDefaults(db, today)).find(sameCase);
  await keepDefault(db, one);
  await db.run(
    `UPDATE format_defaults SET counts_from = ?, former_id = ? WHERE kind = ? AND size_name = ? AND project_id = ? AND site_id = ?`,
    [countsFrom, former?.formatId ?? null, one.kind, one.sizeName, one.projectId, one.siteId],
  );
}

/** Takes a default away. */
export async function removeDefault(db: Database, one: Omit<FormatDefault, 'formatId'>): Promise<void> {
  await db.run('DELETE FROM format_defaults WHERE kind = ? AND size_name = ? AND project_id = ? AND site_id = ?', [
    one.kind,
    one.sizeName,
    one.projectId,
    one.siteId,
  ]);
}

/** Gives the defaults of a format to another one, until they are given back, or takes them away. */
export async function passDefaults(db: Database, formatId: string, to: string | undefined): Promise<void> {
  if (to === undefined) {
    await db.run(
      `UPDATE format_defaults SET format_id = former_id, former_id = NULL, counts_from = NULL
       WHERE format_id = ? AND former_id IS NOT NULL AND former_id <> format_id`,
      [formatId],
    );
    await db.run('DELETE FROM format_defaults WHERE format_id = ?', [formatId]);
  } else
    await db.run('UPDATE format_defaults SET passed_from = format_id, format_id = ? WHERE format_id = ?', [
      to,
      formatId,
    ]);
  await db.run('UPDATE format_defaults SET former_id = ? WHERE former_id = ?', [to ?? null, formatId]);
}

/** Gives a format the defaults back that went to its successor. */
export async function giveDefaultsBack(db: Database, formatId: string): Promise<void> {
  await db.run('UPDATE format_defaults SET format_id = passed_from, passed_from = NULL WHERE passed_from = ?', [
    formatId,
  ]);
}
