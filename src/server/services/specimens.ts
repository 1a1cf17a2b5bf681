import { randomUUID } from 'node:crypto';
import { componentCircle } from '../../core/specimen/mass';
import { type Specimen, readSpecimen } from '../../core/specimen/specimen';
import { THE_ADMINISTRATOR } from '../account';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import {
  type SpecimenRow,
  allSpecimens,
  findSpecimen,
  findSpecimens,
  insertSpecimens,
  replaceSpecimen,
} from '../repositories/specimens';
import { missingShapes } from '../repositories/shapes';
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

/** Most models that are taken over in one request. */
const MOST_AT_ONCE = 500;

/**
 * Takes over models that were read from a file, all of a request or none: new ones are added; of a known one, the values,
 * variants, components and shape that the file has replace its own, and all else stays.
 */
export async function importSpecimens(json: unknown[]): Promise<{ added: number; changed: number }> {
  if (json.length > MOST_AT_ONCE) throw new ServiceError(422, `At most ${MOST_AT_ONCE} models are taken over at once.`);
  const read = json.map((one) => {
    const outcome = readSpecimen(one);
    if (!outcome.ok) throw new ServiceError(422, outcome.reason);
    return outcome.specimen;
  });
  return transaction(async (db) => {
    const done = { added: 0, changed: 0 };
    const missing = await missingShapes(db, [...new Set(read.flatMap(({ shape }) => shape?.hash ?? []))]);
    if (missing.length > 0) throw new ServiceError(422, 'The file of a shape is not there; send it first.');
    const known = await findSpecimens(
      db,
      read.map(({ id }) => id),
    );
    const fresh = new Map<string, Specimen>();
    for (const given of read) {
      const row = known.get(given.id);
      const before = fresh.get(given.id);
      if (!row) fresh.set(given.id, before ? withValues(before, given) : given);
      else {
        const specimen = withValues(row.specimen, given);
        if (!(await replaceSpecimen(db, specimen, row.version)))
          throw new ServiceError(409, `Somebody changed “${specimen.name}” just now. Take the models over again.`);
        done.changed += 1;
        known.set(given.id, { specimen, version: row.version + 1 });
      }
    }
    await insertSpecimens(db, [...fresh.values()]);
    done.added = fresh.size;
    await refuseCircles(db, read);
    return done;
  });
}

function withValues(known: Specimen, given: Specimen): Specimen {
  const variants = known.variants.map((variant) => {
    const other = given.variants.find((one) => one.name === variant.name);
    return other ? { ...variant, values: { ...variant.values, ...other.values } } : variant;
  });
  const fresh = given.variants.filter(({ name }) => !known.variants.some((one) => one.name === name));
  return {
    ...known,
    values: { ...known.values, ...given.values },
    variants: [...variants, ...fresh],
    ...(given.components.length > 0 && { model: 'assembly', components: given.components }),
    ...(given.shape && { shape: given.shape }),
  };
}

/** @throws ServiceError when one of the assemblies, as they are kept now, is a component of its own, however deep */
export async function refuseCircles(db: Database, assemblies: readonly Specimen[]): Promise<void> {
  const holding = assemblies.filter(({ components }) => components.length > 0);
  if (holding.length === 0) return;
  const kept = new Map((await allSpecimens(db)).map((row) => [row.specimen.id, row.specimen]));
  for (const { id } of holding) {
    const circle = componentCircle(kept.get(id)!, kept);
    if (circle) throw new ServiceError(422, `${circle[0]} would hold itself: ${circle.join(' ▸ ')}.`);
  }
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
    await refuseCircles(db, [changed]);
    await noteChange(db, {
      account: THE_ADMINISTRATOR.id,
      subject: `specimen ${changed.id}`,
      sitting: randomUUID(),
      words: `Changed ${changed.name}`,
    });
  });
  return { specimen: changed, version: version + 1 };
}
