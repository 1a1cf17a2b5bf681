import type { EditionState, ShelfEntry, ShelfOrder, ShelfState, Whose } from '../../contract/formats';
import type { Page } from '../../contract/route';
import type { FormatDocument } from '../../core/format/document';
import type { ModelKind } from '../../core/property/facts';
import type { Database } from '../database';
import { drawingsOn } from './formats';
import { fromJson } from './json-column';
import { likeAnywhere, readPage } from './keyset';
import { openTo } from './sharing';

interface RawShelf {
  id: string;
  name: string;
  created: string;
  unit: FormatDocument['unit'];
  sizes: unknown;
  mainSize: string;
  edition: string;
  number: number;
  state: EditionState;
  hash: string;
  version: number;
  editions: unknown;
  description: string;
  category: string;
  tags: unknown;
  inForce: string | null;
  inForceNumber: number | null;
  defaultFor: string | null;
  changed: Date;
  changedAt: string;
  changedBy: string | null;
}

const ORDERS: Record<ShelfOrder, { by: [string, string]; keyOf: (row: RawShelf) => string }> = {
  shelf: { by: ['formats.created_at', 'formats.id'], keyOf: ({ created }) => created },
  name: { by: ['formats.name', 'formats.id'], keyOf: ({ name }) => name },
  changed: { by: ['editions.updated_at', 'formats.id'], keyOf: ({ changedAt }) => changedAt },
};

/** Of which states editions a format is to have. */
const STATES: Record<ShelfState, string | undefined> = {
  any: undefined,
  open: "EXISTS (SELECT 1 FROM editions AS own WHERE own.format_id = formats.id AND own.state = 'open')",
  released: "EXISTS (SELECT 1 FROM editions AS own WHERE own.format_id = formats.id AND own.state = 'released')",
  withdrawn: "NOT EXISTS (SELECT 1 FROM editions AS own WHERE own.format_id = formats.id AND own.state <> 'withdrawn')",
};

/** The formats on the shelf in pages, in the order in which they came, by name, or the last changed first; with `search` those that have it in their name or a size. */
export function listFormats(
  db: Database,
  asked: {
    search?: string | undefined;
    order: ShelfOrder;
    whose: Whose;
    state: ShelfState;
    category?: string | undefined;
    /** The id of the one format that is asked for. */
    only?: string | undefined;
    /** Only those that they may use, with the newest edition that is not open where there is one. */
    forUse: boolean;
    account: string;
    /** The office's day, YYYY-MM-DD: which edition is in force. */
    today: string;
    after?: string | undefined;
    size: number;
  },
): Promise<Page<ShelfEntry>> {
  const { search, order, whose, state, category, only, forUse, account, today } = asked;
  const newest = '(SELECT MAX(number) FROM editions AS others WHERE others.format_id = formats.id)';
  const frozen =
    "(SELECT MAX(number) FROM editions AS others WHERE others.format_id = formats.id AND others.state <> 'open')";
  // The day is the office's own, written by Intl: digits and hyphens.
  const inForce = (column: string) =>
    `(SELECT ${column} FROM editions AS own JOIN edition_releases ON edition_id = own.id WHERE own.format_id = formats.id
        AND own.state = 'released' AND counts_from <= '${today}' ORDER BY own.number DESC LIMIT 1)`;
  return readPage<RawShelf, ShelfEntry>(
    db,
    {
      select: `formats.id, formats.name, DATE_FORMAT(formats.created_at, '%Y-%m-%d %H:%i:%s.%f') AS created, unit, sizes, main_size AS mainSize,
        editions.id AS edition, editions.number, editions.state, editions.hash, editions.version,
        (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', own.id, 'number', own.number, 'state', own.state, 'drawings', ${drawingsOn('own')}) ORDER BY own.number DESC)
          FROM editions AS own WHERE own.format_id = formats.id) AS editions,
        description, category, tags, ${inForce('own.id')} AS inForce, ${inForce('own.number')} AS inForceNumber,
        (SELECT GROUP_CONCAT(kind ORDER BY kind) FROM format_defaults WHERE format_defaults.format_id = formats.id
          AND size_name = '' AND project_id = '' AND site_id = '') AS defaultFor,
        editions.updated_at AS changed, DATE_FORMAT(editions.updated_at, '%Y-%m-%d %H:%i:%s') AS changedAt, accounts.name AS changedBy`,
      from: `formats JOIN editions ON format_id = formats.id AND number = ${forUse ? `COALESCE(${frozen}, ${newest})` : newest}
        LEFT JOIN accounts ON accounts.id = editions.updated_by`,
      where: [
        ...(STATES[state] ? [{ sql: STATES[state], parameters: [] }] : []),
        ...(category ? [{ sql: 'category = ?', parameters: [category] }] : []),
        ...(only === undefined ? [] : [{ sql: 'formats.id = ?', parameters: [only] }]),
        ...(whose === 'mine' ? [{ sql: 'formats.made_by = ?', parameters: [account] }] : []),
        ...(whose === 'recent' ? [lately(account)] : []),
        ...(forUse ? [openTo('use', account)] : []),
        ...(search?.trim()
          ? [
              {
                sql: `formats.name LIKE ? OR description LIKE ? OR category LIKE ? OR JSON_EXTRACT(tags, '$') COLLATE utf8mb4_unicode_ci LIKE ?
                  OR JSON_EXTRACT(sizes, '$[*].name') COLLATE utf8mb4_unicode_ci LIKE ?`,
                parameters: Array.from({ length: 5 }, () => likeAnywhere(search)),
              },
            ]
          : []),
      ],
      order: ORDERS[order].by,
      direction: order === 'changed' ? 'DESC' : 'ASC',
      keyOf: (row) => [ORDERS[order].keyOf(row), row.id],
      toEntry: ({ id, name, unit, sizes, mainSize, edition, number, state, hash, version, ...row }) => ({
        id,
        name,
        unit,
        sizes: fromJson(sizes),
        mainSize,
        edition: { id: edition, number, state, hash, version },
        ...(row.inForce !== null && { inForce: { id: row.inForce, number: row.inForceNumber! } }),
        defaultFor: row.defaultFor === null ? [] : (row.defaultFor.split(',') as ModelKind[]),
        editions: fromJson(row.editions),
        description: row.description,
        category: row.category,
        tags: fromJson(row.tags),
        changedAt: row.changed.toISOString(),
        ...(row.changedBy !== null && { changedBy: row.changedBy }),
      }),
    },
    asked,
  );
}

/** Formats that an account has changed, or made drawings on, in the last thirty days. */
const lately = (account: string) => ({
  sql: `EXISTS (SELECT 1 FROM audit WHERE account_id = ? AND last_at > CURRENT_TIMESTAMP - INTERVAL 30 DAY
      AND (subject = CONCAT('format ', formats.id) OR subject LIKE CONCAT('format ', formats.id, ', edition %')))
    OR EXISTS (SELECT 1 FROM drawings JOIN editions AS own ON own.id = edition_id
      WHERE own.format_id = formats.id AND drawings.made_by = ? AND drawings.created_at > CURRENT_TIMESTAMP - INTERVAL 30 DAY)`,
  parameters: [account, account],
});
