import { randomUUID } from 'node:crypto';
import type { ListedProperty, PropertyRow } from '../../contract/properties';
import { patternTrouble } from '../../core/property/pattern';
import { issueInWords } from '../../core/format/issue-words';
import { PropertyDefinition } from '../../core/property/definition';
import { matchedName, nameClash, renamed } from '../../core/property/names';
import { z } from 'zod';
import type { Actor } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import { countAnswered } from '../repositories/drawings';
import { noteChange } from '../repositories/audit';
import { goingSubjects, insertJob } from '../repositories/jobs';
import { allRecords } from '../repositories/kept-of-models';
import {
  allProperties,
  countUses,
  deleteProperty,
  editionsUsing,
  findProperty,
  insertProperty,
  replaceProperty,
  usesOf,
} from '../repositories/properties';
import { countSpecimens } from '../repositories/specimens';
import { takeTurn } from '../repositories/turns';
import { type Asker, checkThere, hiddenFormats } from './gate';
import { ServiceError, conflict } from './service-error';

/** The whole dictionary in its order. */
export async function dictionary(asker: Asker): Promise<{ entries: ListedProperty[]; specimens: number }> {
  const [rows, records, uses, specimens, merging] = await Promise.all([
    allProperties(database),
    allRecords(database),
    countUses(database, await hiddenFormats(database, asker)),
    countSpecimens(database),
    goingSubjects(database, 'merge property'),
  ]);
  return {
    specimens,
    entries: rows.map((row) => {
      const record = records.get(row.definition.id);
      return {
        ...row,
        uses: uses.get(row.definition.id) ?? 0,
        specimens: record?.specimens ?? 0,
        longest: record?.longest.map(({ text }) => text) ?? [],
        merging: merging.has(row.definition.id),
      };
    }),
  };
}

/** Places of a property that are told one by one. */
const TOLD = 50;

/** Where formats print a property, in words, and how many cells do. */
export async function placesOfProperty(asker: Asker, id: string): Promise<{ places: string[]; total: number }> {
  return usesOf(database, id, TOLD, await hiddenFormats(database, asker));
}

/** Adds a property. */
export async function addProperty(actor: Actor, json: unknown): Promise<PropertyRow> {
  const definition = parsed(json);
  await changing(actor, definition, async (db) => {
    await insertProperty(db, definition);
    await readModelsAgain(db, actor, undefined, definition);
    return `Added ${definition.name}`;
  });
  return { definition, version: 1 };
}

/**
 * Replaces a property's definition, if it is still of the version the change was made on. Its id and links stay, and models go on
 * calling it what they called it: a former name becomes an alias.
 */
export async function changeProperty(actor: Actor, json: unknown, version: number): Promise<PropertyRow> {
  let definition = parsed(json);
  await changing(actor, definition, async (db) => {
    const before = await findProperty(db, definition.id);
    if (!before) throw new ServiceError(404, `“${definition.name}” is no longer in the dictionary.`);
    if (before.definition.name !== definition.name) {
      const { aliases } = renamed({ ...before.definition, aliases: definition.aliases }, definition.name);
      definition = { ...definition, aliases };
    }
    if (!(await replaceProperty(db, definition, version)))
      throw conflict(
        `Somebody changed “${before.definition.name}” meanwhile. Look at it and change it again.`,
        (await findProperty(db, definition.id)) ?? before,
      );
    await readModelsAgain(db, actor, before.definition, definition);
    return `Changed ${definition.name}`;
  });
  return { definition, version: version + 1 };
}

/** What of a property says how models are read. */
const asRead = (definition: PropertyDefinition | undefined) =>
  definition?.source === 'model'
    ? JSON.stringify([definition.name, definition.aliases, definition.type, definition.unit, definition.display])
    : '';

const namesIn = (definition: PropertyDefinition | undefined): string[] =>
  definition?.source === 'model' ? [definition.name, definition.id, ...definition.aliases].map(matchedName) : [];

/** Has the models that use one of a property's names read again by a job, when another definition reads them otherwise. */
async function readModelsAgain(
  db: Database,
  actor: Actor,
  before: PropertyDefinition | undefined,
  after: PropertyDefinition | undefined,
): Promise<void> {
  if (asRead(before) === asRead(after)) return;
  const names = [...new Set([...namesIn(before), ...namesIn(after)])];
  const job = { kind: 'read names', subject: names.join(' ').slice(0, 60) + randomUUID().slice(0, 8) };
  await insertJob(db, { id: randomUUID(), ...job, input: { names }, askedBy: actor.account });
}

/** How many drawings have answered a property or an asked value: their answers stay when it is taken out. */
export async function drawingsAnswered(
  asker: Asker,
  key: string,
  formatId: string | undefined,
): Promise<{ drawings: number }> {
  if (formatId !== undefined) await checkThere(database, asker, formatId);
  return { drawings: await countAnswered(database, key, formatId) };
}

/** Takes a property out of the dictionary. Refused while a format uses it, with the places. */
export async function removeProperty(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    await takeTurn(db, 'dictionary');
    const row = await findProperty(db, id);
    if (!row) throw new ServiceError(404, 'That property is no longer in the dictionary.');
    const { places, total } = await usesOf(db, id, 4);
    if (total > 0) {
      const words = places.join('; ');
      const more = total > places.length ? ` and ${total - places.length} more` : '';
      throw new ServiceError(
        409,
        `“${row.definition.name}” is used: ${words}${more}. Remove it there, or merge it into another property.`,
        { places },
      );
    }
    await deleteProperty(db, id);
    await readModelsAgain(db, actor, row.definition, undefined);
    await note(db, actor, id, `Removed ${row.definition.name}`);
  });
}

/**
 * Merges a property into another one: every link to it in open editions points at the other, which takes over its names as
 * aliases. The editions are changed by a job. Refused while an edition that is not open any more uses it.
 *
 * @returns how many editions there are to change
 */
export async function mergeProperty(actor: Actor, id: string, into: string): Promise<{ editions: number }> {
  if (id === into) throw new ServiceError(422, 'A property is not merged into itself.');
  return transaction(async (db) => {
    await takeTurn(db, 'dictionary');
    const [row, target] = [await findProperty(db, id), await findProperty(db, into)];
    if (!row || !target) throw new ServiceError(404, 'One of the two properties is no longer in the dictionary.');
    const [gone, kept] = [row.definition, target.definition];
    if (gone.source !== kept.source || gone.quantity !== kept.quantity)
      throw new ServiceError(422, `“${gone.name}” and “${kept.name}” are of different sources or quantities.`);
    const editions = await editionsUsing(db, id);
    const closed = editions.find(({ state }) => state !== 'open');
    if (closed)
      throw new ServiceError(
        409,
        `“${closed.name}”, edition ${closed.number}, is ${closed.state} and uses “${gone.name}”.`,
      );
    const names = [kept.name, ...kept.aliases].map(matchedName);
    const taken = [gone.name, ...gone.aliases].filter((name) => !names.includes(matchedName(name)));
    const merged = { ...kept, aliases: [...kept.aliases, ...taken].slice(0, 40) };
    await replaceProperty(db, merged, target.version);
    if (editions.length === 0) await deleteProperty(db, id);
    else {
      const job = { id: randomUUID(), kind: 'merge property', subject: id, input: { from: id, into } };
      await insertJob(db, { ...job, pieces: editions.length, askedBy: actor.account });
    }
    await readModelsAgain(db, actor, gone, merged);
    await note(db, actor, into, `Merged ${gone.name} into ${kept.name}`);
    return { editions: editions.length };
  });
}

/** Adds and changes the properties of a file that was looked through, all or none. */
export async function importDictionary(actor: Actor, json: unknown): Promise<{ added: number; changed: number }> {
  const list = z.array(PropertyDefinition).max(5000).safeParse(json);
  if (!list.success) throw new ServiceError(422, issueInWords(list.error, 'The dictionary file'));
  return transaction(async (db) => {
    await takeTurn(db, 'dictionary');
    const done = { added: 0, changed: 0 };
    const known = new Map((await allProperties(db)).map((row) => [row.definition.id, row]));
    for (const definition of list.data) {
      const others = [...known.values()].map((row) => row.definition);
      const clash = nameClash(definition, others);
      if (clash) throw new ServiceError(409, clash);
      const before = known.get(definition.id);
      if (!before) {
        await insertProperty(db, definition);
        done.added += 1;
      } else if (await replaceProperty(db, definition, before.version)) done.changed += 1;
      await readModelsAgain(db, actor, before?.definition, definition);
      known.set(definition.id, { definition, version: (before?.version ?? 0) + 1 });
    }
    await note(db, actor, 'dictionary', `Read in ${done.added} new and ${done.changed} changed properties`);
    return done;
  }).catch((error: unknown) => {
    throw isDuplicate(error)
      ? new ServiceError(409, 'Two of the properties would have the same name. Nothing was imported.')
      : error;
  });
}

const note = (db: Database, actor: Actor, subject: string, words: string) =>
  noteChange(db, actor, { subject: `property ${subject}`, sitting: randomUUID(), words: [words] });

function parsed(json: unknown): PropertyDefinition {
  const result = PropertyDefinition.safeParse(json);
  if (!result.success) throw new ServiceError(422, issueInWords(result.error, 'The property'));
  const trouble = patternTrouble(result.data.pattern ?? '');
  if (trouble) throw new ServiceError(422, `Pattern: ${trouble}`);
  return result.data;
}

async function changing(
  actor: Actor,
  definition: PropertyDefinition,
  change: (db: Database) => Promise<string>,
): Promise<void> {
  try {
    await transaction(async (db) => {
      await takeTurn(db, 'dictionary');
      const clash = nameClash(
        definition,
        (await allProperties(db)).map((row) => row.definition),
      );
      if (clash) throw new ServiceError(409, clash);
      await note(db, actor, definition.id, await change(db));
    });
  } catch (error) {
    throw isDuplicate(error) ? new ServiceError(409, `There is a property named “${definition.name}” already.`) : error;
  }
}
