import { randomUUID } from 'node:crypto';
import type { KeptPart } from '../../contract/parts';
import { readPart } from '../../core/format/part';
import type { Actor } from '../actor';
import { database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allParts, deletePart, insertPart } from '../repositories/parts';
import { keepRemoved } from '../repositories/removed-things';
import { ServiceError } from './service-error';

export const parts = (): Promise<KeptPart[]> => allParts(database);

/** Keeps blocks as a part. @throws ServiceError 422 for what is none, 409 for a name that another part has */
export async function keepPart(actor: Actor, json: unknown): Promise<{ id: string }> {
  const read = readPart(json);
  if (!read.ok) throw new ServiceError(422, read.reason);
  const { part } = read;
  const id = randomUUID();
  await transaction(async (db) => {
    try {
      await insertPart(db, id, part, actor);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      throw new ServiceError(409, `There is a part named “${part.name}” already. Choose another name.`);
    }
    await noteChange(db, actor, { subject: 'parts', sitting: randomUUID(), words: [`Kept the part ${part.name}`] });
  });
  return { id };
}

/** Takes a part off the shelf; formats that have its blocks keep them. */
export async function removePart(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    const part = (await allParts(db)).find((one) => one.id === id);
    if (!part) throw new ServiceError(404, 'There is no such part.');
    const { name } = part.part;
    await keepRemoved(db, actor, { kind: 'part', id, name });
    await deletePart(db, id);
    await noteChange(db, actor, { subject: 'parts', sitting: randomUUID(), words: [`Removed the part ${name}`] });
  });
}
