import { randomUUID } from 'node:crypto';
import { counted } from '../../core/counted';
import { ModelNames } from '../../core/property/model-names';
import { componentCircle } from '../../core/specimen/mass';
import type { Moves } from '../../core/specimen/moves';
import { saying } from '../../core/specimen/saying';
import { type Specimen, readSpecimen, withFormer } from '../../core/specimen/specimen';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import type { SpecimenEntry, SpecimenRow } from '../../contract/specimens';
import type { Page } from '../../contract/route';
import { missingShapes } from '../repositories/shapes';
import {
  closureOf,
  findSpecimen,
  findSpecimens,
  insertSpecimens,
  listSpecimens,
  replaceSpecimen,
} from '../repositories/specimens';
import { keepModels } from './kept-of-models';
import { dictionaryAtHand } from './models-at-hand';
import { ServiceError, conflict } from './service-error';

/** Specimens on one page of the list. */
const PAGE = 60;

/** The list of specimens in pages. */
export const specimens = (asked: {
  search?: string | undefined;
  model?: Specimen['model'] | undefined;
  after?: string | undefined;
}): Promise<Page<SpecimenEntry>> => listSpecimens(database, { ...asked, size: PAGE });

/** A specimen, the version a change is made on, and all that it is made of. */
export async function specimen(id: string): Promise<SpecimenRow & { components: Specimen[] }> {
  const row = await findSpecimen(database, id);
  if (!row) throw new ServiceError(404, 'There is no such specimen.');
  return { ...row, components: (await closureOf(database, [id])).filter((one) => one.id !== id) };
}

/** Specimens with all that they are made of. Those that are not there are left out. */
export const specimensWithComponents = (ids: readonly string[]): Promise<Specimen[]> => closureOf(database, ids);

/** Which of the ids there are, so that a file's models can be told from new ones. */
export async function knownSpecimens(ids: readonly string[]): Promise<string[]> {
  return [...(await findSpecimens(database, ids)).keys()];
}

/** Most models that are imported in one request. */
const MOST_AT_ONCE = 500;

/**
 * Takes over models that were read from a file, all of a request or none: new ones are added; of a known one, the values,
 * variants, components and shape that the file has replace its own, and all else stays.
 */
export async function importSpecimens(actor: Actor, json: unknown[]): Promise<{ added: number; changed: number }> {
  if (json.length > MOST_AT_ONCE) throw new ServiceError(422, `At most ${MOST_AT_ONCE} models are imported at once.`);
  const read = json.map((one) => {
    const outcome = readSpecimen(one);
    if (!outcome.ok) throw new ServiceError(422, outcome.reason);
    return outcome.specimen;
  });
  return transaction(async (db) => {
    const missing = await missingShapes(db, [
      ...new Set(read.flatMap(({ shape, flat }) => [shape, flat].flatMap((one) => one?.hash ?? []))),
    ]);
    if (missing.length > 0) throw new ServiceError(422, 'The file of a shape is not there; send it first.');
    const known = await findSpecimens(
      db,
      read.map(({ id }) => id),
    );
    const fresh = new Map<string, Specimen>();
    const changed = new Map<string, Specimen>();
    for (const given of read) {
      const row = known.get(given.id);
      const before = fresh.get(given.id);
      if (!row) fresh.set(given.id, before ? withValues(before, given) : given);
      else {
        const next = withValues(row.specimen, given);
        if (!(await replaceSpecimen(db, next, row.version)))
          throw new ServiceError(409, `Somebody changed “${next.name}” just now. Take the models over again.`);
        changed.set(given.id, next);
        known.set(given.id, { specimen: next, version: row.version + 1 });
      }
    }
    await insertSpecimens(db, [...fresh.values()]);
    await keepModels(db, actor, [...fresh.values(), ...changed.values()], await dictionaryAtHand(db));
    await refuseCircles(db, read);
    return { added: fresh.size, changed: changed.size };
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
    ...(given.flat && { flat: given.flat }),
  };
}

/** @throws ServiceError when one of the assemblies, as they are kept now, is a component of its own, however deep */
export async function refuseCircles(db: Database, assemblies: readonly Specimen[]): Promise<void> {
  const holding = assemblies.filter(({ components }) => components.length > 0).map(({ id }) => id);
  if (holding.length === 0) return;
  const kept = new Map((await closureOf(db, holding)).map((one) => [one.id, one]));
  for (const id of holding) {
    const circle = componentCircle(kept.get(id)!, kept);
    if (circle) throw new ServiceError(422, `${circle[0]} would hold itself: ${circle.join(' ▸ ')}.`);
  }
}

/** Replaces a specimen, if it is still of the version the change was made on. */
export async function changeSpecimen(
  actor: Actor,
  { specimen: json, version, sitting, words }: { specimen: unknown; version: number; sitting: string; words: string[] },
): Promise<{ version: number }> {
  const read = readSpecimen(json);
  if (!read.ok) throw new ServiceError(422, read.reason);
  await transaction(async (db) => {
    const current = await findSpecimen(db, read.specimen.id);
    if (!current) throw new ServiceError(404, `“${read.specimen.name}” is no longer there.`);
    const changed = withFormer(current.specimen, read.specimen);
    if (!(await replaceSpecimen(db, changed, version))) {
      throw conflict(
        `Somebody changed “${current.specimen.name}” meanwhile. Your change is not saved; look at theirs first.`,
        (await findSpecimen(db, changed.id)) ?? current,
      );
    }
    await keepModels(db, actor, [changed], await dictionaryAtHand(db));
    await refuseCircles(db, [changed]);
    await noteChange(db, actor, { subject: `specimen ${changed.id}`, sitting, words });
  });
  return { version: version + 1 };
}

/** Has a model say another text for a property, wherever it says the one there was. @throws ServiceError 404, 409 */
export async function sayOfSpecimen(
  actor: Actor,
  id: string,
  said: { property: string; was: string; value: string },
): Promise<{ version: number }> {
  const row = await findSpecimen(database, id);
  if (!row) throw new ServiceError(404, 'That model is no longer there.');
  const { properties } = await dictionaryAtHand(database);
  const name = properties.find((one) => one.id === said.property)?.name ?? said.property;
  const specimen = saying(row.specimen, said, new ModelNames(properties));
  if (!specimen)
    throw conflict(`${row.specimen.name} no longer says “${said.was}” for ${name}. Look at it again.`, row);
  const words = [`${name}: “${said.value}”`];
  return changeSpecimen(actor, { specimen, version: row.version, sitting: randomUUID(), words });
}

/** Keeps with an assembly how far its parts are moved where it is pulled apart; none: as is proposed. @throws ServiceError 404, 409, 422 */
export async function keepApart(actor: Actor, id: string, apart: Moves): Promise<{ version: number }> {
  const row = await findSpecimen(database, id);
  if (!row) throw new ServiceError(404, 'That model is no longer there.');
  if (row.specimen.components.length === 0)
    throw new ServiceError(422, `${row.specimen.name} is no assembly, so it is not pulled apart.`);
  const { apart: _, ...others } = row.specimen;
  const count = Object.keys(apart).length;
  const specimen = count > 0 ? { ...others, apart } : others;
  const words = [count > 0 ? `Pulled apart: ${counted(count, 'part')} moved` : 'Pulled apart as is proposed'];
  return changeSpecimen(actor, { specimen, version: row.version, sitting: randomUUID(), words });
}
