import { randomUUID } from 'node:crypto';
import { readSpecimen } from '../../core/specimen/specimen';
import { THE_ADMINISTRATOR } from '../account';
import { database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { type SpecimenRow, allSpecimens, findSpecimen, replaceSpecimen } from '../repositories/specimens';
import { ServiceError } from './service-error';

/** Every specimen, assemblies and parts, each with the version a change is made on. */
export function specimens(): Promise<SpecimenRow[]> {
  return allSpecimens(database);
}

export async function specimen(id: string): Promise<SpecimenRow> {
  const row = await findSpecimen(database, id);
  if (!row) throw new ServiceError(404, 'There is no such specimen.');
  return row;
}

/** Replaces a specimen, if it is still of the version the change was made on. */
export async function changeSpecimen(json: unknown, version: number): Promise<SpecimenRow> {
  const read = readSpecimen(json);
  if (!read.ok) throw new ServiceError(422, read.reason);
  const changed = read.specimen;
  await transaction(async (db) => {
    if (!(await replaceSpecimen(db, changed, version))) {
      const current = await findSpecimen(db, changed.id);
      if (!current) throw new ServiceError(404, `“${changed.name}” is no longer there.`);
      throw new ServiceError(
        409,
        `Somebody changed “${current.specimen.name}” meanwhile. Your change is not saved; look at theirs first.`,
        { current },
      );
    }
    await noteChange(db, {
      account: THE_ADMINISTRATOR.id,
      subject: `specimen ${changed.id}`,
      sitting: randomUUID(),
      words: `Changed ${changed.name}`,
    });
  });
  return { specimen: changed, version: version + 1 };
}
