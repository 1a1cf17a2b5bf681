import { randomUUID } from 'node:crypto';
import { measureLine } from '../../core/lettering/setting';
import { SHIPPED_FONTS } from '../../core/lettering/fonts';
import { matchedName } from '../../core/property/names';
import { seenIn } from '../../core/specimen/coverage';
import { type Models, modelSources } from '../../core/specimen/models';
import type { Specimen } from '../../core/specimen/specimen';
import { type Actor } from '../actor';
import type { Database } from '../database';
import { shippedGlyphTables } from '../fonts';
import { markShowing } from '../repositories/drawings';
import { insertJob } from '../repositories/jobs';
import {
  type KeptValue,
  MOST_ON_RECORD,
  type OnRecord,
  keepRecord,
  keptValues,
  lockRecords,
  replaceComponents,
  replaceNames,
  replaceValues,
  widestNow,
} from '../repositories/kept-of-models';
import { closureOf } from '../repositories/specimens';

/** The width of a text in the office's first lettering at a height of 1 mm: by it values are told from longer ones. */
const widthOf = (text: string): number =>
  measureLine(text.slice(0, 2000), SHIPPED_FONTS[0]!.id, 1, shippedGlyphTables());

/**
 * Keeps what the office counts and measures of models, in the transaction that changes them: their components, the names they
 * use, what they give the dictionary's properties, and with that how many models have each property and the longest on record.
 * Drawings that show them are to be looked at.
 */
export async function keepModels(
  db: Database,
  actor: Actor,
  specimens: readonly Specimen[],
  dictionary: Pick<Models, 'properties' | 'materials'>,
): Promise<void> {
  const ids = [...new Set(specimens.map(({ id }) => id))];
  if (ids.length === 0) return;
  await replaceComponents(db, ids, componentsIn(specimens));
  await replaceNames(db, ids, namesIn(specimens));
  await keepValues(db, specimens, dictionary);
  if ((await markShowing(db, ids)) > 0) await lookAtDrawings(db, actor);
}

/** Has the drawings that are to be looked at looked at by a job. */
export const lookAtDrawings = (db: Database, { account }: Actor): Promise<boolean> =>
  insertJob(db, { id: randomUUID(), kind: 'look at drawings', subject: 'all', input: {}, askedBy: account });

function componentsIn(specimens: readonly Specimen[]): { specimen: string; component: string }[] {
  return specimens.flatMap(({ id, components }) =>
    [...new Set(components.map(({ specimen }) => specimen))].map((component) => ({ specimen: id, component })),
  );
}

function namesIn(specimens: readonly Specimen[]): { specimen: string; matched: string }[] {
  return specimens.flatMap(({ id, values, variants }) => {
    const names = [values, ...variants.map((variant) => variant.values)].flatMap((one) => Object.keys(one));
    return [...new Set(names.map((name) => matchedName(name).slice(0, 120)))].map((matched) => ({
      specimen: id,
      matched,
    }));
  });
}

/** Keeps what models give the dictionary's properties, and what that changes of the properties' records. */
export async function keepValues(
  db: Database,
  specimens: readonly Specimen[],
  { properties, materials }: Pick<Models, 'properties' | 'materials'>,
): Promise<void> {
  const ids = specimens.map(({ id }) => id);
  const before = await keptValues(db, ids);
  const sources = modelSources({ specimens: await closureOf(db, ids), properties, materials });
  const after = specimens.flatMap((specimen) =>
    seenIn(specimen, sources).map(({ property, variant, value, text }): KeptValue => ({
      specimen: specimen.id,
      variant,
      property,
      value,
      text: text.slice(0, 2000),
      width: widthOf(text),
    })),
  );
  await replaceValues(db, ids, after);
  await keepRecords(db, before, after);
}

type Known = Pick<KeptValue, 'specimen' | 'property' | 'text' | 'width'>;

/** How many models have each property, by its id. */
function havingOf(values: readonly Known[]): Map<string, number> {
  const having = new Map<string, Set<string>>();
  for (const { property, specimen } of values) {
    const known = having.get(property);
    if (known) known.add(specimen);
    else having.set(property, new Set([specimen]));
  }
  return new Map([...having].map(([property, models]) => [property, models.size]));
}

async function keepRecords(db: Database, before: readonly Known[], after: readonly KeptValue[]): Promise<void> {
  const [had, have] = [havingOf(before), havingOf(after)];
  const [came, went] = [byProperty(after), byProperty(before)];
  const properties = [...new Set([...had.keys(), ...have.keys()])];
  for (const [property, record] of await lockRecords(db, properties)) {
    const specimens = record.specimens + (have.get(property) ?? 0) - (had.get(property) ?? 0);
    const texts = new Set(came.get(property)?.map(({ text }) => text));
    const gone = new Set(went.get(property)?.flatMap(({ text }) => (texts.has(text) ? [] : [text])));
    // One of the widest is gone from these models: whether others have it is seen by looking.
    const longest = record.longest.some(({ text }) => gone.has(text))
      ? await widestNow(db, property)
      : widest([...record.longest, ...((came.get(property) ?? []) as KeptValue[])]);
    await keepRecord(db, property, { specimens, longest });
  }
}

function byProperty<T extends Known>(values: readonly T[]): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const value of values) {
    const known = found.get(value.property);
    if (known) known.push(value);
    else found.set(value.property, [value]);
  }
  return found;
}

/** The widest of values on record, each text once. */
function widest(values: readonly OnRecord[]): OnRecord[] {
  const byText = new Map<string, OnRecord>();
  for (const { value, text, width } of values) if (!byText.has(text)) byText.set(text, { value, text, width });
  return [...byText.values()].sort((a, b) => b.width - a.width).slice(0, MOST_ON_RECORD);
}
