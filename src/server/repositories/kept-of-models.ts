import type { Value } from '../../core/property/value';
import { type Database, marks } from '../database';
import { fromJson } from './json-column';

/** A value that a model has of a property, as it is kept. */
export interface KeptValue {
  specimen: string;
  variant: string;
  property: string;
  value: Value;
  text: string;
  width: number;
}

/** A value on record, with the width of its text. */
export type OnRecord = Pick<KeptValue, 'value' | 'text' | 'width'>;

/** How many models have a property, and the widest of their values. */
export interface PropertyRecord {
  specimens: number;
  longest: OnRecord[];
}

/** How many of the widest values of a property are kept. */
export const MOST_ON_RECORD = 12;

/** How many rows one statement puts in. */
const CHUNK = 2000;

export async function keptValues(
  db: Database,
  specimens: readonly string[],
): Promise<Pick<KeptValue, 'specimen' | 'variant' | 'property' | 'text' | 'width'>[]> {
  if (specimens.length === 0) return [];
  return db.query(
    `SELECT specimen_id AS specimen, variant, property_id AS property, text, width FROM specimen_values WHERE specimen_id IN (${marks(specimens)})`,
    [...specimens],
  );
}

export async function replaceValues(
  db: Database,
  specimens: readonly string[],
  values: readonly KeptValue[],
): Promise<void> {
  if (specimens.length > 0)
    await db.run(`DELETE FROM specimen_values WHERE specimen_id IN (${marks(specimens)})`, [...specimens]);
  for (let at = 0; at < values.length; at += CHUNK) {
    const rows = values.slice(at, at + CHUNK);
    await db.run(
      `INSERT INTO specimen_values (specimen_id, variant, property_id, value, text, width) VALUES ${rows.map(() => '(?, ?, ?, ?, ?, ?)').join(', ')}`,
      rows.flatMap(({ specimen, variant, property, value, text, width }) => [
        specimen,
        variant,
        property,
        JSON.stringify(value),
        text,
        width,
      ]),
    );
  }
}

export async function replaceNames(
  db: Database,
  specimens: readonly string[],
  names: readonly { specimen: string; matched: string }[],
): Promise<void> {
  if (specimens.length > 0)
    await db.run(`DELETE FROM specimen_names WHERE specimen_id IN (${marks(specimens)})`, [...specimens]);
  for (let at = 0; at < names.length; at += CHUNK) {
    const rows = names.slice(at, at + CHUNK);
    await db.run(
      `INSERT INTO specimen_names (matched, specimen_id) VALUES ${rows.map(() => '(?, ?)').join(', ')}`,
      rows.flatMap(({ matched, specimen }) => [matched, specimen]),
    );
  }
}

/** The models behind one by id that use one of the matched names. */
export async function specimensNaming(
  db: Database,
  matched: readonly string[],
  behind: string,
  size: number,
): Promise<string[]> {
  if (matched.length === 0) return [];
  const rows = await db.query<{ id: string }>(
    `SELECT DISTINCT specimen_id AS id FROM specimen_names WHERE matched IN (${marks(matched)}) AND specimen_id > ? ORDER BY specimen_id LIMIT ${Math.trunc(size)}`,
    [...matched, behind],
  );
  return rows.map(({ id }) => id);
}

export async function replaceComponents(
  db: Database,
  specimens: readonly string[],
  components: readonly { specimen: string; component: string }[],
): Promise<void> {
  if (specimens.length > 0)
    await db.run(`DELETE FROM specimen_components WHERE specimen_id IN (${marks(specimens)})`, [...specimens]);
  for (let at = 0; at < components.length; at += CHUNK) {
    const rows = components.slice(at, at + CHUNK);
    await db.run(
      `INSERT INTO specimen_components (specimen_id, component_id) VALUES ${rows.map(() => '(?, ?)').join(', ')}`,
      rows.flatMap(({ specimen, component }) => [specimen, component]),
    );
  }
}

interface RawRecord {
  property_id: string;
  specimens: number;
  longest: unknown;
}

const toRecord = ({ specimens, longest }: RawRecord): PropertyRecord => ({
  specimens: Number(specimens),
  longest: fromJson(longest),
});

/** What is on record of every property, by its id. */
export async function allRecords(db: Database): Promise<Map<string, PropertyRecord>> {
  const rows = await db.query<RawRecord>('SELECT property_id, specimens, longest FROM property_longest');
  return new Map(rows.map((row) => [row.property_id, toRecord(row)]));
}

/** What is on record of some properties, locked until the transaction ends; in one order, so that two do not wait for each other. */
export async function lockRecords(db: Database, properties: readonly string[]): Promise<Map<string, PropertyRecord>> {
  if (properties.length === 0) return new Map();
  const sorted = [...properties].sort();
  await db.run(
    `INSERT IGNORE INTO property_longest (property_id) VALUES ${sorted.map(() => '(?)').join(', ')}`,
    sorted,
  );
  const rows = await db.query<RawRecord>(
    `SELECT property_id, specimens, longest FROM property_longest WHERE property_id IN (${marks(sorted)}) ORDER BY property_id FOR UPDATE`,
    sorted,
  );
  return new Map(rows.map((row) => [row.property_id, toRecord(row)]));
}

export async function keepRecord(db: Database, property: string, record: PropertyRecord): Promise<void> {
  await db.run('UPDATE property_longest SET specimens = ?, longest = ? WHERE property_id = ?', [
    record.specimens,
    JSON.stringify(record.longest),
    property,
  ]);
}

/** Rows that are looked at together for different texts. */
const LOOKED_AT = 400;

/** The widest different texts that models have of a property now, found by their widths from the widest down. */
export async function widestNow(db: Database, property: string): Promise<OnRecord[]> {
  const found = new Map<string, OnRecord>();
  let below: number | undefined;
  for (;;) {
    const rows = await db.query<{ value: unknown; text: string; width: number }>(
      `SELECT value, text, width FROM specimen_values WHERE property_id = ?${below === undefined ? '' : ' AND width < ?'} ORDER BY width DESC LIMIT ${LOOKED_AT}`,
      below === undefined ? [property] : [property, below],
    );
    for (const { value, text, width } of rows) {
      if (found.size < MOST_ON_RECORD && !found.has(text)) found.set(text, { value: fromJson(value), text, width });
    }
    if (found.size >= MOST_ON_RECORD || rows.length < LOOKED_AT) return [...found.values()];
    below = rows.at(-1)!.width;
  }
}

export async function forgetProperty(db: Database, property: string): Promise<void> {
  await db.run('DELETE FROM specimen_values WHERE property_id = ?', [property]);
  await db.run('DELETE FROM property_longest WHERE property_id = ?', [property]);
}

/** How many different titles are read. */
const MOST_TITLES = 5000;

/** Titles that the office's models have. */
export async function titlesSeen(db: Database): Promise<string[]> {
  const rows = await db.query<{ text: string }>(
    `SELECT DISTINCT text FROM specimen_values WHERE property_id = 'title' LIMIT ${MOST_TITLES}`,
  );
  return rows.map(({ text }) => text);
}
