import { randomUUID } from 'node:crypto';
import { deepEqual } from 'fast-equals';
import type { z } from 'zod';
import type {
  OfficePlace,
  addPlace as AddPlace,
  changePlace as ChangePlace,
  changePlaceValue as ChangeValue,
  PlaceChoice,
} from '../../contract/places';
import { counted } from '../../core/counted';
import { readValue } from '../../core/property/reading-value';
import { valueText } from '../../core/property/value';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { keepRemoved } from '../repositories/removed-things';
import { changesOf, noteChange } from '../repositories/audit';
import { findPictures } from '../repositories/pictures';
import { findProperty } from '../repositories/properties';
import {
  type ValuePlace,
  deletePlace,
  insertValuePlace,
  lockPlace,
  placesOf,
  replacePlace,
  usesOfPlace,
} from '../repositories/value-places';
import { takeTurn } from '../repositories/turns';
import { keepForDrawings } from './office-foresight';
import { ServiceError, conflict } from './service-error';

const CALLED: Record<OfficePlace['source'], string> = { organisation: 'site', project: 'project' };
const GONE = () => new ServiceError(404, 'That is no longer in the office.');
const isOfOffice = (place: ValuePlace | undefined): place is ValuePlace & { source: OfficePlace['source'] } =>
  place !== undefined && place.source !== 'drawing';

/** The projects by name. */
export const projects = async (): Promise<PlaceChoice[]> =>
  (await placesOf(database, 'project')).map(({ id, name }) => ({ id, name }));

/** Everything of the office that gives values: its sites, the default one first, and its projects. */
export async function places(): Promise<OfficePlace[]> {
  const [sites, projects] = [await placesOf(database, 'organisation'), await placesOf(database, 'project')];
  return [...sites, ...projects].filter(isOfOffice);
}

const note = (db: Database, actor: Actor, id: string, words: string) =>
  noteChange(db, actor, { subject: `place ${id}`, sitting: randomUUID(), words: [words] });

/** Refuses a name that another of its kind has: lists could not tell them apart. */
async function checkName(
  db: Database,
  { id, source, name }: Pick<ValuePlace, 'id' | 'source' | 'name'>,
): Promise<void> {
  await takeTurn(db, 'places');
  const others = await placesOf(db, source);
  if (others.some((one) => one.id !== id && one.name.toLowerCase() === name.toLowerCase()))
    throw new ServiceError(409, `There is a ${CALLED[source as OfficePlace['source']]} named “${name}” already.`);
}

export async function addPlace(actor: Actor, given: z.infer<(typeof AddPlace)['body']>): Promise<OfficePlace> {
  const { source, name, copyOf } = given;
  return transaction(async (db) => {
    const id = randomUUID();
    await checkName(db, { id, source, name });
    const model = copyOf === undefined ? undefined : await lockPlace(db, copyOf);
    if (copyOf !== undefined && model?.source !== source) throw GONE();
    const isDefault = source === 'organisation' && (await placesOf(db, source)).length === 0;
    const place = { id, source, name, values: model?.values ?? {}, isDefault };
    await insertValuePlace(db, place);
    await note(db, actor, id, `Added the ${CALLED[source]} ${name}`);
    return place;
  });
}

export async function changePlace(
  actor: Actor,
  id: string,
  { name, isDefault }: z.infer<(typeof ChangePlace)['body']>,
): Promise<OfficePlace> {
  return transaction(async (db) => {
    const place = await lockPlace(db, id);
    if (!isOfOffice(place)) throw GONE();
    if (isDefault && place.source !== 'organisation')
      throw new ServiceError(422, 'Only a site of the organisation is the default one.');
    const next = { ...place, ...(name !== undefined && { name }), isDefault: place.isDefault || isDefault === true };
    if (name !== undefined) await checkName(db, next);
    await replacePlace(db, next);
    const words = [
      ...(next.name !== place.name ? [`Renamed ${place.name} to ${next.name}`] : []),
      ...(next.isDefault !== place.isDefault ? [`${next.name} is the site that sheets print`] : []),
    ];
    if (words.length > 0) await note(db, actor, id, words.join('. '));
    return next;
  });
}

/** @throws ServiceError 409 while a format or a drawing names it, or it is the site that sheets print */
export async function removePlace(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    const place = await lockPlace(db, id);
    if (!isOfOffice(place)) throw GONE();
    if (place.isDefault)
      throw new ServiceError(409, `${place.name} is the site that sheets print. Make another one that first.`);
    const { formats, drawings } = await usesOfPlace(db, id);
    if (formats + drawings > 0) {
      const uses = [
        ...(formats > 0 ? [`${formats} format${formats === 1 ? '' : 's'}`] : []),
        ...(drawings > 0 ? [`${drawings} drawing${drawings === 1 ? '' : 's'}`] : []),
      ];
      throw new ServiceError(409, `${place.name} stays: ${uses.join(' and ')} print it.`);
    }
    const kind = place.source === 'organisation' ? 'site' : 'project';
    await keepRemoved(db, actor, { kind, id, name: place.name });
    await deletePlace(db, id);
    await note(db, actor, id, `Removed ${place.name}`);
  });
}

/** Sets one value of a place, if nobody else has changed it since it was read. */
export async function changePlaceValue(
  actor: Actor,
  id: string,
  { property, before, value, newDrawingsOnly }: z.infer<(typeof ChangeValue)['body']>,
): Promise<OfficePlace> {
  return transaction(async (db) => {
    const place = await lockPlace(db, id);
    if (!isOfOffice(place)) throw GONE();
    const definition = (await findProperty(db, property))?.definition;
    if (definition?.source !== place.source)
      throw new ServiceError(422, `No property of the dictionary gives that to a ${CALLED[place.source]}.`);
    const present = place.values[property];
    if (!deepEqual(present ?? null, before ?? null))
      throw conflict(`Somebody else has changed ${definition.name} meanwhile.`, place);
    const { [property]: _, ...others } = place.values;
    if (
      value !== null &&
      definition.type === 'picture' &&
      !(await findPictures(db, [valueText(value)])).has(valueText(value))
    )
      throw new ServiceError(422, 'That picture is not in the office. Put it in again.');
    if (value !== null && definition.type !== 'picture') {
      const read = readValue(definition, valueText(value));
      if (!read.ok) throw new ServiceError(422, read.reason);
    }
    const next = { ...place, values: value === null || value === '' ? others : { ...others, [property]: value } };
    const keeping = newDrawingsOnly ? await keepForDrawings(db, place, property, present) : 0;
    await replacePlace(db, next);
    const said =
      value === null || value === ''
        ? 'nothing'
        : definition.type === 'picture'
          ? 'a picture'
          : `“${valueText(value)}”`;
    const kept =
      keeping === 0
        ? ''
        : `, for new drawings only: ${counted(keeping, 'drawing')} in work ${keeping === 1 ? 'keeps' : 'keep'} the former one`;
    await note(db, actor, id, `${definition.name}: ${said}${kept}`);
    return next;
  });
}

const MOST_TOLD = 30;

export async function placeChanges(id: string): Promise<{ who: string; when: string; words: string }[]> {
  const changes = await changesOf(database, `place ${id}`, MOST_TOLD);
  return changes.map(({ when, ...rest }) => ({ ...rest, when: when.toISOString() }));
}
