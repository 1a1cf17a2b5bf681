import type { RegisterEntry, RegisterOrder, RegisterQuery, WantedDrawings } from '../../contract/drawings';
import type { Page } from '../../contract/route';
import { type Database, type Parameter, notAmong } from '../database';
import type { DrawingState } from './drawings';
import { fromJson } from './json-column';
import { readPage } from './keyset';
import { DRAWING_TEXTS, havingAnywhere } from './trigrams';

interface RawEntry {
  id: string;
  number: string | null;
  created: string;
  title: string;
  modelName: string;
  variant: string | null;
  formatName: string;
  edition: number;
  sizeId: string;
  sizes: unknown;
  sheets: number;
  revision: string | null;
  state: DrawingState;
  open: unknown;
  modelChanged: number;
  lookedAt: number;
  updated: Date;
  /** When it was last changed, as a text that the database reads back. */
  changed: string;
}

const WANTED: Record<Exclude<WantedDrawings, 'older edition'>, string | undefined> = {
  all: undefined,
  'in work': "drawings.state = 'in work'",
  finished: "drawings.state = 'finished'",
  changed: 'drawings.model_changed = TRUE',
  open: 'drawings.open_count > 0',
};

/** Of a drawing on an edition that is released or withdrawn: a newer one of its format is released and counts. The few such editions are found once. */
const OLDER = `drawings.edition_id IN (SELECT older.id FROM editions AS older
  JOIN editions AS newer ON newer.format_id = older.format_id AND newer.number > older.number AND newer.state = 'released'
  JOIN edition_releases ON edition_releases.edition_id = newer.id AND counts_from <= ? WHERE older.state <> 'open')`;

const REVISION = "COALESCE(JSON_VALUE(revisions, '$[last].revision'), '')";

/** What each order goes by: a column that is never null, and of a row the value in it as a text. */
const ORDERS: Record<RegisterOrder, { column: string; of: (raw: RawEntry) => string }> = {
  made: { column: 'drawings.created_at', of: ({ created }) => created },
  number: { column: "COALESCE(drawings.number, '')", of: ({ number }) => number ?? '' },
  revision: { column: REVISION, of: ({ revision }) => revision ?? '' },
  title: { column: 'title', of: ({ title }) => title },
  model: { column: 'model_name', of: ({ modelName }) => modelName },
  format: { column: 'formats.name', of: ({ formatName }) => formatName },
  size: { column: 'size_id', of: ({ sizeId }) => sizeId },
  state: { column: 'CAST(drawings.state AS CHAR)', of: ({ state }) => state },
  open: { column: 'open_count', of: ({ open }) => String(fromJson<string[]>(open).length) },
  changed: { column: 'drawings.updated_at', of: ({ changed }) => changed },
};

/**
 * Drawings with their editions and formats. By `STRAIGHT_JOIN` the drawings are gone through first, in their order: beginning with the few
 * formats, the database would sort all drawings for each page.
 */
const joined = (join: 'JOIN' | 'STRAIGHT_JOIN') =>
  `drawings ${join} editions ON editions.id = edition_id ${join} formats ON formats.id = format_id`;

/** The register in pages, narrowed and ordered as it is asked; with `search` those that have it in number, title or model. */
export async function listDrawings(
  db: Database,
  asked: RegisterQuery & { search?: string | undefined; after?: string | undefined; size: number; today: string },
): Promise<Page<RegisterEntry>> {
  const { search, wanted, format, project, site, by, order, direction, today } = asked;
  const { column, of } = ORDERS[order];
  const when = (sql: string | undefined, ...parameters: Parameter[]) =>
    sql === undefined ? [] : [{ sql, parameters }];
  const only = (sql: string, value: string | undefined) => (value === undefined ? [] : [{ sql, parameters: [value] }]);
  return readPage<RawEntry, RegisterEntry>(
    db,
    {
      select: `drawings.id, drawings.number, DATE_FORMAT(drawings.created_at, '%Y-%m-%d %H:%i:%s.%f') AS created, title,
        DATE_FORMAT(drawings.updated_at, '%Y-%m-%d %H:%i:%s.%f') AS changed,
        model_name AS modelName, variant, formats.name AS formatName, editions.number AS edition, size_id AS sizeId, sizes,
        (SELECT COUNT(*) FROM drawing_sheets WHERE drawing_id = drawings.id) AS sheets,
        ${REVISION} AS revision, drawings.state, open_names AS open, model_changed AS modelChanged,
        looked_at AS lookedAt, drawings.updated_at AS updated`,
      from: order === 'format' ? joined('JOIN') : joined('STRAIGHT_JOIN'),
      countedFrom: 'drawings',
      where: [
        ...(wanted === 'older edition' ? when(OLDER, today) : when(WANTED[wanted])),
        ...only('(SELECT format_id FROM editions WHERE id = drawings.edition_id) = ?', format),
        ...only('drawings.project_id = ?', project),
        // The default site is that of drawings which name none.
        ...only(
          `COALESCE(site_id, (SELECT id FROM value_places WHERE source = 'organisation' AND is_default = 1 LIMIT 1)) = ?`,
          site,
        ),
        ...only('drawings.made_by = ?', by),
        ...(search?.trim() ? await havingAnywhere(db, DRAWING_TEXTS, search) : []),
      ],
      order: order === 'made' ? [column, 'drawings.id'] : [column, 'drawings.created_at', 'drawings.id'],
      direction: direction === 'up' ? 'ASC' : 'DESC',
      keyOf: (raw) => (order === 'made' ? [of(raw), raw.id] : [of(raw), raw.created, raw.id]),
      toEntry: (raw) => ({
        id: raw.id,
        number: raw.number ?? '',
        title: raw.title,
        modelName: raw.modelName,
        variant: raw.variant ?? undefined,
        formatName: raw.formatName,
        edition: raw.edition,
        sizeName:
          fromJson<{ id: string; name: string }[]>(raw.sizes).find(({ id }) => id === raw.sizeId)?.name ?? raw.sizeId,
        sheets: Number(raw.sheets),
        revision: raw.revision === null || raw.revision === '' ? undefined : raw.revision,
        state: raw.state,
        open: fromJson(raw.open),
        modelChanged: raw.modelChanged === 1,
        lookedAt: raw.lookedAt === 1,
        changedAt: raw.updated.toISOString(),
      }),
    },
    asked,
  );
}

/** The formats, projects, sites and people that drawings have, by name; formats that are `hidden` left out. */
export async function choicesOfRegister(db: Database, hidden: readonly string[]) {
  const named = (sql: string, parameters: Parameter[] = []) => db.query<{ id: string; name: string }>(sql, parameters);
  const [formats, projects, sites, people] = await Promise.all([
    named(
      `SELECT DISTINCT formats.id, formats.name FROM drawings JOIN editions ON editions.id = edition_id
       JOIN formats ON formats.id = format_id WHERE TRUE${notAmong('formats.id', hidden)} ORDER BY formats.name`,
      [...hidden],
    ),
    named(
      `SELECT DISTINCT value_places.id, value_places.name FROM drawings JOIN value_places ON value_places.id = project_id
       ORDER BY value_places.name`,
    ),
    named(`SELECT id, name FROM value_places WHERE source = 'organisation' ORDER BY is_default DESC, name`),
    named(
      `SELECT DISTINCT accounts.id, accounts.name FROM drawings JOIN accounts ON accounts.id = made_by ORDER BY accounts.name`,
    ),
  ]);
  return { formats, projects, sites, people };
}

/** How many drawings there are, have open questions, and show models that have changed since they were finished. */
export async function countDrawings(db: Database): Promise<{ all: number; open: number; changed: number }> {
  const one = async (where: string) =>
    Number((await db.query<{ n: number }>(`SELECT COUNT(*) AS n FROM drawings${where}`))[0]!.n);
  const [all, open, changed] = await Promise.all([
    one(''),
    one(' WHERE open_count > 0'),
    one(' WHERE model_changed = TRUE'),
  ]);
  return { all, open, changed };
}
