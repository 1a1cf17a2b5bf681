import { randomUUID } from 'node:crypto';
import { issueInWords } from '../../core/format/reading';
import { PropertyDefinition } from '../../core/property/definition';
import { matchedName } from '../../core/property/names';
import { THE_ADMINISTRATOR } from '../account';
import { type Database, database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import {
  type PropertyRow,
  allProperties,
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
      await noteChange(db, {
        account: THE_ADMINISTRATOR.id,
        subject: `property ${definition.id}`,
        sitting: randomUUID(),
        words,
      });
    });
  } catch (error) {
    throw isDuplicate(error) ? new ServiceError(409, `There is a property named “${definition.name}” already.`) : error;
  }
}

/** Two properties of one source must not match the same name in a model: a value would have two homes. */
async function refuseAmbiguous(db: Database, definition: PropertyDefinition): Promise<void> {
  const own = [definition.name, ...definition.aliases];
  for (const { definition: other } of await allProperties(db)) {
    if (other.id === definition.id || other.source !== definition.source) continue;
    const taken = new Set([other.name, ...other.aliases].map(matchedName));
    const clash = own.find((name) => taken.has(matchedName(name)));
    if (clash)
      throw new ServiceError(
        409,
        `“${clash}” is a name of “${other.name}” already. Each name belongs to one property.`,
      );
  }
}
