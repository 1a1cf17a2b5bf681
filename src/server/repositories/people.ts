import type { PersonRow } from '../../contract/people';
import type { Person } from '../../core/office/person';
import type { Database } from '../database';

interface Raw {
  id: string;
  name: string;
  initials: string;
  email: string;
  may_create: number;
  may_check: number;
  may_approve: number;
  has_left: number;
  version: number;
}

/** Everybody, those who are there before those who have left, by name. */
export async function allPeople(db: Database): Promise<PersonRow[]> {
  const rows = await db.query<Raw>(
    `SELECT id, name, initials, email, may_create, may_check, may_approve, has_left, version FROM people
     ORDER BY has_left, name`,
  );
  return rows.map(({ id, name, initials, email, may_create, may_check, may_approve, has_left, version }) => ({
    person: {
      id,
      name,
      initials,
      email,
      mayCreate: may_create === 1,
      mayCheck: may_check === 1,
      mayApprove: may_approve === 1,
      left: has_left === 1,
    },
    version,
  }));
}

const columns = (person: Person) => [
  person.name,
  person.initials,
  person.email,
  person.mayCreate,
  person.mayCheck,
  person.mayApprove,
  person.left,
];

/** @throws a duplicate-key error when there is somebody of that name */
export async function insertPerson(db: Database, person: Person): Promise<void> {
  await db.run(
    `INSERT INTO people (id, name, initials, email, may_create, may_check, may_approve, has_left)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [person.id, ...columns(person)],
  );
}

/** @returns false when the row is no longer of that version; throws a duplicate-key error when another has the name */
export async function replacePerson(db: Database, person: Person, version: number): Promise<boolean> {
  const { affected } = await db.run(
    `UPDATE people SET name = ?, initials = ?, email = ?, may_create = ?, may_check = ?, may_approve = ?, has_left = ?,
       version = version + 1 WHERE id = ? AND version = ?`,
    [...columns(person), person.id, version],
  );
  return affected === 1;
}
