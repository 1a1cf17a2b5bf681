import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { canonicalHash } from '../../core/format/canonical';
import { withPropertyReplaced } from '../../core/format/merging';
import { cellName } from '../../core/format/names';
import { issueInWords } from '../../core/format/reading';
import { linksByProperty } from '../../core/format/usage';
import { PropertyDefinition } from '../../core/property/definition';
import { matchedName, nameClash } from '../../core/property/names';
import { THE_ADMINISTRATOR } from '../account';
import { type Database, database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allEditions, replaceDocument } from '../repositories/formats';
import {
  type PropertyRow,
  allProperties,
  deleteProperty,
  findProperty,
  insertProperty,
  replaceProperty,
} from '../repositories/properties';
import { ServiceError } from './service-error';

/** The whole dictionary in its order, each property with the version a change is made on. */
export function dictionary(): Promise<PropertyRow[]> {
  return allProperties(database);
}

/** Adds a property. */
export async function addProperty(json: unknown): Promise<PropertyRow> {
  const definition = parsed(json);
  await changing(definition, async (db) => {
    await insertProperty(db, definition);
    return `Added ${definition.name}`;
  });
  return { definition, version: 1 };
}

/** Replaces a property's definition, if it is still of the version the change was made on. Its id and links stay. */
export async function changeProperty(json: unknown, version: number): Promise<PropertyRow> {
  const definition = parsed(json);
  await changing(definition, async (db) => {
    if (!(await replaceProperty(db, definition, version))) {
      const current = await findProperty(db, definition.id);
      if (!current) throw new ServiceError(404, `“${definition.name}” is no longer in the dictionary.`);
      throw new ServiceError(
        409,
        `Somebody changed “${current.definition.name}” meanwhile. Look at it and change it again.`,
        { current },
      );
    }
    return `Changed ${definition.name}`;
  });
  return { definition, version: version + 1 };
}

/** Takes a property out of the dictionary. Refused while a format uses it, with the places. */
export async function removeProperty(id: string): Promise<void> {
  await transaction(async (db) => {
    const row = await findProperty(db, id);
    if (!row) throw new ServiceError(404, 'That property is no longer in the dictionary.');
    const places = await placesOf(db, id);
    if (places.length > 0) {
      const words = places.slice(0, 4).join('; ');
      const more = places.length > 4 ? ` and ${places.length - 4} more` : '';
      throw new ServiceError(
        409,
        `“${row.definition.name}” is used: ${words}${more}. Take it out there, or merge it into another property.`,
        { places },
      );
    }
    await deleteProperty(db, id);
    await note(db, id, `Removed ${row.definition.name}`);
  });
}

/** Where formats use a property, in words. */
async function placesOf(db: Database, id: string): Promise<string[]> {
  const names = new Map((await allProperties(db)).map((row) => [row.definition.id, row.definition.name]));
  return (await allEditions(db)).flatMap(({ document, number }) =>
    (linksByProperty(document).get(id) ?? []).map(({ block, cell }) => {
      const found = document.blocks.find((one) => one.id === block)!;
      const place = cellName(
        found.cells.find((one) => one.id === cell)!,
        (property) => names.get(property),
      );
      return `${document.name}, edition ${number}: ${place} in ${found.name}`;
    }),
  );
}

/**
 * Merges a property into another one: every link to it in open editions points at the other, which takes over its names as
 * aliases. Refused while a released edition uses it.
 */
export async function mergeProperty(id: string, into: string): Promise<{ editions: number }> {
  if (id === into) throw new ServiceError(422, 'A property is not merged into itself.');
  return transaction(async (db) => {
    const [row, target] = [await findProperty(db, id), await findProperty(db, into)];
    if (!row || !target) throw new ServiceError(404, 'One of the two properties is no longer in the dictionary.');
    if (row.definition.source !== target.definition.source || row.definition.quantity !== target.definition.quantity)
      throw new ServiceError(
        422,
        `“${row.definition.name}” and “${target.definition.name}” are of different sources or quantities.`,
      );
    let editions = 0;
    for (const edition of await allEditions(db)) {
      const document = withPropertyReplaced(edition.document, id, into);
      if (document === edition.document) continue;
      if (edition.state !== 'open')
        throw new ServiceError(
          409,
          `“${edition.document.name}”, edition ${edition.number}, is ${edition.state} and uses “${row.definition.name}”.`,
        );
      const hash = canonicalHash(document);
      if (!(await replaceDocument(db, edition.id, edition.version, document, hash, THE_ADMINISTRATOR.id)))
        throw new ServiceError(409, `Somebody changed “${edition.document.name}” meanwhile. Merge again.`);
      editions += 1;
    }
    const { definition } = target;
    const names = [definition.name, ...definition.aliases].map(matchedName);
    const taken = [row.definition.name, ...row.definition.aliases].filter((name) => !names.includes(matchedName(name)));
    await deleteProperty(db, id);
    await replaceProperty(
      db,
      { ...definition, aliases: [...definition.aliases, ...taken].slice(0, 40) },
      target.version,
    );
    await note(db, into, `Merged ${row.definition.name} into ${definition.name}`);
    return { editions };
  });
}

/** Adds and changes the properties of a file that was looked through, all or none. */
export async function importDictionary(json: unknown): Promise<{ added: number; changed: number }> {
  const list = z.array(PropertyDefinition).max(5000).safeParse(json);
  if (!list.success) throw new ServiceError(422, issueInWords(list.error, 'The dictionary file'));
  return transaction(async (db) => {
    const done = { added: 0, changed: 0 };
    for (const definition of list.data) {
      await refuseAmbiguous(db, definition);
      const before = await findProperty(db, definition.id);
      if (!before) {
        await insertProperty(db, definition);
        done.added += 1;
      } else if (await replaceProperty(db, definition, before.version)) done.changed += 1;
    }
    await note(db, 'dictionary', `Read in ${done.added} new and ${done.changed} changed properties`);
    return done;
  }).catch((error: unknown) => {
    throw isDuplicate(error)
      ? new ServiceError(409, 'Two of the properties would have the same name. Nothing was taken over.')
      : error;
  });
}

const note = (db: Database, subject: string, words: string) =>
  noteChange(db, { account: THE_ADMINISTRATOR.id, subject: `property ${subject}`, sitting: randomUUID(), words });

function parsed(json: unknown): PropertyDefinition {
  const result = PropertyDefinition.safeParse(json);
  if (!result.success) throw new ServiceError(422, issueInWords(result.error, 'The property'));
  return result.data;
}

async function changing(definition: PropertyDefinition, change: (db: Database) => Promise<string>): Promise<void> {
  try {
    await transaction(async (db) => {
      await refuseAmbiguous(db, definition);
      const words = await change(db);
      await note(db, definition.id, words);
    });
  } catch (error) {
    throw isDuplicate(error) ? new ServiceError(409, `There is a property named “${definition.name}” already.`) : error;
  }
}

/** @throws ServiceError when another property matches one of the definition's names */
async function refuseAmbiguous(db: Database, definition: PropertyDefinition): Promise<void> {
  const clash = nameClash(
    definition,
    (await allProperties(db)).map((row) => row.definition),
  );
  if (clash) throw new ServiceError(409, clash);
}
