import { z } from 'zod';
import { Person } from '../core/office/person';
import { route } from './route';

/** Somebody of the office, with the version a change is made on. */
export const PersonRow = z.object({ person: Person, version: z.int() });
export type PersonRow = z.infer<typeof PersonRow>;

export const listPeople = route({ method: 'GET', path: '/api/office/people', answer: z.array(PersonRow) });

/** Adds somebody, or with a version changes them; 409 with the person as they are when somebody else has. */
export const keepPerson = route({
  method: 'PUT',
  path: '/api/office/people',
  body: z.object({ person: z.unknown(), version: z.int().min(1).optional() }),
  answer: PersonRow,
});
