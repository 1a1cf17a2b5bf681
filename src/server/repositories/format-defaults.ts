import type { FormatDefault } from '../../core/office/format-defaults';
import type { Database } from '../database';

/** Every default there is. */
export async function allDefaults(db: Database): Promise<FormatDefault[]> {
  return db.query<FormatDefault>(
    `SELECT kind, size_name AS sizeName, project_id AS projectId, site_id AS siteId, format_id AS formatId
     FROM format_defaults ORDER BY kind, site_id, project_id, size_name`,
  );
}

/** Makes a format the default of its case, in place of the one that was. */
export async function keepDefault(db: Database, one: FormatDefault): Promise<void> {
  await db.run(
    'REPLACE INTO format_defaults (kind, size_name, project_id, site_id, format_id) VALUES (?, ?, ?, ?, ?)',
    [one.kind, one.sizeName, one.projectId, one.siteId, one.formatId],
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

/** Gives the defaults of a format to another one, or takes them away. */
export async function passDefaults(db: Database, formatId: string, to: string | undefined): Promise<void> {
  if (to === undefined) await db.run('DELETE FROM format_defaults WHERE format_id = ?', [formatId]);
  else await db.run('UPDATE format_defaults SET format_id = ? WHERE format_id = ?', [to, formatId]);
}
