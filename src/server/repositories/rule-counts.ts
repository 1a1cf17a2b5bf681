import type { CountedThing } from '../../contract/rule-books';
import type { Page } from '../../contract/route';
import type { Tally } from '../../core/rules/tally';
import { type Database, type Parameter, marks } from '../database';
import { fromJson } from './json-column';
import { readPage } from './keyset';

/** A format or a drawing that a count looks at. */
export interface Thing {
  of: 'format' | 'drawing';
  id: string;
}

/** The formats and drawings that a count looks at, formats first: all, or those with one of some profiles. */
const THINGS = `(SELECT 'format' AS of_kind, id, CONCAT('1', id) AS place, profile_id FROM formats
  UNION ALL SELECT 'drawing', id, CONCAT('2', id), profile_id FROM drawings) AS things`;

const among = (profiles: readonly string[] | undefined): string =>
  profiles === undefined
    ? 'TRUE'
    : profiles.length === 0
      ? 'FALSE'
      : `profile_id IN (${profiles.map(() => '?').join(', ')})`;

/** Leaves out formats that are not there for whoever asks. */
const notHidden = (kind: string, id: string, hidden: readonly string[]): string =>
  hidden.length === 0 ? '' : ` AND NOT (${kind} = 'format' AND ${id} IN (${marks(hidden)}))`;

export async function countThings(
  db: Database,
  profiles: readonly string[] | undefined,
  hidden: readonly string[] = [],
): Promise<number> {
  const [row] = await db.query<{ n: number }>(
    `SELECT COUNT(*) AS n FROM ${THINGS} WHERE ${among(profiles)}${notHidden('of_kind', 'id', hidden)}`,
    [...(profiles ?? []), ...hidden],
  );
  return Number(row!.n);
}

/** The next things behind a place, with their own places. */
export async function thingsBehind(
  db: Database,
  profiles: readonly string[] | undefined,
  place: string,
  size: number,
): Promise<(Thing & { place: string })[]> {
  return db.query<Thing & { place: string }>(
    `SELECT of_kind AS 'of', id, place FROM ${THINGS} WHERE place > ? AND ${among(profiles)} ORDER BY place LIMIT ${Math.trunc(size)}`,
    [place, ...(profiles ?? [])],
  );
}

/** Keeps what checks came to on one thing. What was kept of it before is replaced, so that a step that is done again changes nothing. */
export async function keepTallies(
  db: Database,
  job: string,
  { of, id }: Thing,
  tallies: ReadonlyMap<string, Tally>,
  isAhead: boolean,
): Promise<void> {
  await db.run('DELETE FROM rule_counts WHERE job_id = ? AND thing = ? AND thing_id = ?', [job, of, id]);
  const kept = [...tallies].filter(([, { found, added, settled }]) => (isAhead ? added + settled : found) > 0);
  if (kept.length === 0) return;
  const values = kept.flatMap(([check, { found, added, settled, cases }]): Parameter[] => [
    job,
    check,
    of,
    id,
    found,
    added,
    settled,
    isAhead ? added + settled : found,
    JSON.stringify(cases),
  ]);
  await db.run(
    `INSERT INTO rule_counts (job_id, rule_check, thing, thing_id, found, added, settled, rank_by, cases)
     VALUES ${kept.map(() => '(?, ?, ?, ?, ?, ?, ?, ?, ?)').join(', ')}`,
    values,
  );
}

interface Sums {
  found: number;
  added: number;
  settled: number;
}

/** What each check of a count has come to, of formats and of drawings. */
export async function sumsOf(
  db: Database,
  job: string,
  hidden: readonly string[],
): Promise<Record<string, { formats: Sums; drawings: Sums }>> {
  const rows = await db.query<{ rule: string; thing: Thing['of']; found: string; added: string; settled: string }>(
    `SELECT rule_check AS rule, thing, SUM(found) AS found, SUM(added) AS added, SUM(settled) AS settled
     FROM rule_counts WHERE job_id = ?${notHidden('thing', 'thing_id', hidden)} GROUP BY rule_check, thing`,
    [job, ...hidden],
  );
  const none = (): Sums => ({ found: 0, added: 0, settled: 0 });
  const sums: Record<string, { formats: Sums; drawings: Sums }> = {};
  for (const { rule, thing, found, added, settled } of rows) {
    const of = (sums[rule] ??= { formats: none(), drawings: none() });
    of[thing === 'format' ? 'formats' : 'drawings'] = {
      found: Number(found),
      added: Number(added),
      settled: Number(settled),
    };
  }
  return sums;
}

interface RawCase {
  thing: Thing['of'];
  id: string;
  name: string | null;
  title: string | null;
  found: number;
  added: number;
  settled: number;
  rankBy: number;
  cases: unknown;
}

/** The things with findings of a check, the worst first, in pages. */
export const casesOf = (
  db: Database,
  job: string,
  check: string,
  asked: { after?: string | undefined; size: number; hidden: readonly string[] },
): Promise<Page<CountedThing>> =>
  readPage<RawCase, CountedThing>(
    db,
    {
      select: `thing, thing_id AS id, found, added, settled, rank_by AS rankBy, cases,
        IF(thing = 'format', (SELECT name FROM formats WHERE formats.id = thing_id), (SELECT number FROM drawings WHERE drawings.id = thing_id)) AS name,
        IF(thing = 'format', NULL, (SELECT title FROM drawings WHERE drawings.id = thing_id)) AS title`,
      from: 'rule_counts',
      where: [
        {
          sql: `job_id = ? AND rule_check = ?${notHidden('thing', 'thing_id', asked.hidden)}`,
          parameters: [job, check, ...asked.hidden],
        },
      ],
      order: ['rank_by', 'thing', 'thing_id'],
      direction: 'DESC',
      keyOf: ({ rankBy, thing, id }) => [String(rankBy), thing, id],
      toEntry: ({ thing, id, name, title, found, added, settled, cases }) => ({
        of: thing,
        id,
        name: name ?? id,
        ...(title !== null && { title }),
        found: Number(found),
        added: Number(added),
        settled: Number(settled),
        cases: fromJson<CountedThing['cases']>(cases),
      }),
    },
    asked,
  );
