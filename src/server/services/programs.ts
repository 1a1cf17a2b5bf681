import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { Program } from '../../contract/programs';
import type { Actor } from '../actor';
import { database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allPrograms, deleteProgram, insertProgram, isTokenOfProgram } from '../repositories/programs';
import { ServiceError } from './service-error';

/** What every token begins with, so that one that lies about is known for what it is. */
const MARK = 'zonograph_';

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

const note = (words: string) => ({ subject: 'programs', sitting: randomUUID(), words: [words] });

export const programs = (): Promise<Program[]> => allPrograms(database);

/** Lets a program ask, by a token that only this answer holds. @throws ServiceError 409 for a name that another has */
export async function addProgram(actor: Actor, name: string): Promise<{ id: string; token: string }> {
  const id = randomUUID();
  const token = MARK + randomBytes(32).toString('base64url');
  await transaction(async (db) => {
    try {
      await insertProgram(db, { id, name, tokenHash: hashOf(token) }, actor);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      throw new ServiceError(409, `There is a program named “${name}” already.`);
    }
    await noteChange(db, actor, note(`Let ${name} ask for sheets`));
  });
  return { id, token };
}

/** @throws ServiceError 404 */
export async function removeProgram(actor: Actor, id: string): Promise<null> {
  await transaction(async (db) => {
    const name = await deleteProgram(db, id);
    if (name === undefined) throw new ServiceError(404, 'There is no such program any more.');
    await noteChange(db, actor, note(`Took the token of ${name} back`));
  });
  return null;
}

/** @throws ServiceError 401 without a token, and with one that no program has */
export async function checkProgram(authorization: string | null): Promise<void> {
  const token = /^Bearer\s+(\S+)$/i.exec(authorization ?? '')?.[1];
  if (token === undefined) throw new ServiceError(401, 'Send the token of your program: Authorization: Bearer …');
  if (!(await isTokenOfProgram(database, hashOf(token))))
    throw new ServiceError(401, 'This token is not known, or not any more.');
}
