import { randomUUID } from 'node:crypto';
import type { PersonRow } from '../../contract/people';
import { issueInWords } from '../../core/format/issue-words';
import { Person } from '../../core/office/person';
import type { Actor } from '../actor';
import { database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allPeople, insertPerson, replacePerson } from '../repositories/people';
import { ServiceError, conflict } from './service-error';

export const people = (): Promise<PersonRow[]> => allPeople(database);

/** Adds somebody, or changes them when `version` is the one they still have. Nobody is taken out: old drawings name them. */
export async function keepPerson(actor: Actor, json: unknown, version: number | undefined): Promise<PersonRow> {
  const id = randomUUID();
  const parsed = Person.safeParse(version === undefined && typeof json === 'object' ? { ...json, id } : json);
  if (!parsed.success) throw new ServiceError(422, issueInWords(parsed.error, 'The person'));
  const person = parsed.data;
  await transaction(async (db) => {
    try {
      if (version === undefined) await insertPerson(db, person);
      else if (!(await replacePerson(db, person, version))) {
        const current = (await allPeople(db)).find((one) => one.person.id === person.id);
        if (!current) throw new ServiceError(404, 'That person is no longer in the office.');
        throw conflict(`Somebody else has changed ${current.person.name} meanwhile.`, current);
      }
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      throw new ServiceError(409, `There is somebody named “${person.name}” already.`);
    }
    const words =
      version === undefined ? `Added ${person.name}` : `Changed ${person.name}${person.left ? ', who has left' : ''}`;
    await noteChange(db, actor, { subject: 'people', sitting: randomUUID(), words: [words] });
  });
  return { person, version: (version ?? 0) + 1 };
}
