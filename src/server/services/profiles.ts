import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type {
  ProfileEntry,
  ProfileView,
  addProfile as AddProfile,
  changeSettings as ChangeSettings,
  exportSpecimen as ExportSpecimen,
} from '../../contract/profiles';
import { specimenDrawing } from '../../core/annotation/specimen-drawing';
import { canonicalHash } from '../../core/format/canonical';
import type { ProfileDocument } from '../../core/profile/document';
import { GIVEN_BY_SETTINGS } from '../../core/profile/printed';
import { SETTINGS, type SettingValue, settingOf, withSetting } from '../../core/profile/settings';
import { standardProfile } from '../../core/profile/starts';
import { readValue } from '../../core/property/reading-value';
import { type Value, valueText } from '../../core/property/value';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { keepRemoved } from '../repositories/removed-things';
import { fontFile, shippedGlyphTables } from '../fonts';
import { noteChange } from '../repositories/audit';
import {
  type ProfileRow,
  allProfiles,
  deleteProfile,
  findProfile,
  findRevision,
  insertProfile,
  insertRevision,
  lockProfile,
  newestRevisions,
  replaceProfile,
  revisionsOf,
  usesOfProfiles,
} from '../repositories/profiles';
import { findProperty } from '../repositories/properties';
import { takeTurn } from '../repositories/turns';
import type { ExportedFile } from '../../core/exchange/written-sheets';
import { writeSheets } from './writing';
import { ServiceError, conflict } from './service-error';
import { type Asker, hiddenFormats } from './gate';
import { officeToday } from './today';

const GONE = () => new ServiceError(404, 'That drafting profile is no longer in the office.');

/** All drafting profiles by name. */
export async function profiles(asker: Asker): Promise<ProfileEntry[]> {
  const rows = await allProfiles(database);
  const released = await newestRevisions(
    database,
    rows.map(({ id }) => id),
  );
  const uses = await usesOfProfiles(database, await hiddenFormats(database, asker));
  return rows.map((row) => entry(row, released.get(row.id), uses));
}

function entry(
  { id, name, document }: ProfileRow,
  released: { number: number; document: ProfileDocument } | undefined,
  uses: ReadonlyMap<string, { formats: number; drawings: number }>,
): ProfileEntry {
  return {
    id,
    name,
    standard: document.standard,
    unit: document.units.unit,
    projection: document.views.projection,
    mark: document.numbers.mark,
    revision: released?.number ?? 0,
    changed: released === undefined || canonicalHash(released.document) !== canonicalHash(document),
    ...(uses.get(id) ?? { formats: 0, drawings: 0 }),
  };
}

/** One profile as it stands. @throws ServiceError 404 */
export async function profile(asker: Asker, id: string): Promise<ProfileView> {
  const row = await findProfile(database, id);
  if (!row) throw GONE();
  return view(database, row, await hiddenFormats(database, asker));
}

async function view(db: Database, row: ProfileRow, hidden: readonly string[] = []): Promise<ProfileView> {
  const released = await findRevision(db, row.id);
  return {
    ...entry(row, released, await usesOfProfiles(db, hidden)),
    document: row.document,
    ...(released && { released: released.document }),
    revisions: await revisionsOf(db, row.id),
    version: row.version,
  };
}

/** A profile as it was released. @throws ServiceError 404 */
export async function profileRevision(id: string, number: number): Promise<ProfileDocument> {
  const found = await findRevision(database, id, number);
  if (!found) throw new ServiceError(404, `This profile has no revision ${number}.`);
  return found.document;
}

const note = (db: Database, actor: Actor, id: string, words: readonly string[]) =>
  noteChange(db, actor, { subject: `profile ${id}`, sitting: randomUUID(), words });

/** Refuses a name that another profile has: lists could not tell them apart. */
async function checkName(db: Database, id: string, name: string): Promise<void> {
  await takeTurn(db, 'places');
  const others = await allProfiles(db);
  if (others.some((one) => one.id !== id && one.name.toLowerCase() === name.toLowerCase()))
    throw new ServiceError(409, `There is a profile named “${name}” already. Choose another name.`);
}

export async function addProfile(
  actor: Actor,
  { name, from }: z.infer<(typeof AddProfile)['body']>,
): Promise<{ id: string }> {
  return transaction(async (db) => {
    const id = randomUUID();
    await checkName(db, id, name);
    const model = 'copyOf' in from ? await findProfile(db, from.copyOf) : undefined;
    if ('copyOf' in from && !model) throw GONE();
    const document = model?.document ?? standardProfile('standard' in from ? from.standard : 'ISO');
    await insertProfile(db, { id, name, document });
    await note(db, actor, id, [`Added the profile ${name}`]);
    return { id };
  });
}

export async function renameProfile(actor: Actor, id: string, name: string): Promise<{ name: string }> {
  return transaction(async (db) => {
    const row = await lockProfile(db, id);
    if (!row) throw GONE();
    await checkName(db, id, name);
    await replaceProfile(db, { ...row, name });
    await note(db, actor, id, [`Renamed ${row.name} to ${name}`]);
    return { name };
  });
}

/** @throws ServiceError 409 while a format or a drawing names it, or it is the only one */
export async function removeProfile(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    const row = await lockProfile(db, id);
    if (!row) throw GONE();
    const { formats, drawings } = (await usesOfProfiles(db)).get(id)!;
    if (formats + drawings > 0) {
      const uses = [
        ...(formats > 0 ? [`${formats} format${formats === 1 ? '' : 's'}`] : []),
        ...(drawings > 0 ? [`${drawings} drawing${drawings === 1 ? '' : 's'}`] : []),
      ];
      throw new ServiceError(
        409,
        `${row.name} stays: ${uses.join(' and ')} ${formats + drawings === 1 ? 'uses' : 'use'} it.`,
      );
    }
    if ((await allProfiles(db)).length === 1)
      throw new ServiceError(409, `${row.name} stays: new formats need a drafting profile.`);
    await keepRemoved(db, actor, { kind: 'profile', id, name: row.name });
    await deleteProfile(db, id);
    await note(db, actor, id, [`Removed the profile ${row.name}`]);
  });
}

/** Changes settings of a profile, those that nobody else has changed since they were read. */
export async function changeSettings(
  actor: Actor,
  id: string,
  { changes }: z.infer<(typeof ChangeSettings)['body']>,
): Promise<ProfileView> {
  return transaction(async (db) => {
    const row = await lockProfile(db, id);
    if (!row) throw GONE();
    let { document } = row;
    const words: string[] = [];
    for (const { path, before, value } of changes) {
      const [first, property] = path.split('.');
      const outcome =
        first === 'values' && property !== undefined
          ? await withHouseValue(db, document, property, before, value)
          : withSettingNow(document, path, before, value);
      if ('taken' in outcome)
        throw conflict(`Somebody else has changed ${outcome.taken} meanwhile.`, await view(db, row));
      ({ document } = outcome);
      words.push(outcome.words);
    }
    await replaceProfile(db, { ...row, document });
    await note(db, actor, id, words);
    return view(db, (await findProfile(db, id))!);
  });
}

type Changed = { document: ProfileDocument; words: string } | { taken: string };

function withSettingNow(document: ProfileDocument, path: string, before: Value | null, value: Value | null): Changed {
  const setting = SETTINGS.get(path);
  if (!setting) throw new ServiceError(422, `A profile has no setting ${path}.`);
  if (settingOf(document, path) !== before) return { taken: setting.words };
  const outcome = withSetting(document, path, value as SettingValue);
  if (!outcome.ok) throw new ServiceError(422, outcome.reason);
  return { document: outcome.profile, words: `${setting.words}: ${String(value)}` };
}

async function withHouseValue(
  db: Database,
  document: ProfileDocument,
  property: string,
  before: Value | null,
  value: Value | null,
): Promise<Changed> {
  const definition = (await findProperty(db, property))?.definition;
  if (definition?.source !== 'profile' || GIVEN_BY_SETTINGS.has(property))
    throw new ServiceError(422, 'No property of the dictionary gives that to a profile.');
  const present = document.values[property] ?? null;
  if (canonicalHash(present) !== canonicalHash(before)) return { taken: definition.name };
  const { [property]: _, ...others } = document.values;
  if (value === null || value === '')
    return { document: { ...document, values: others }, words: `${definition.name}: nothing` };
  const read = readValue(definition, valueText(value));
  if (!read.ok) throw new ServiceError(422, read.reason);
  return {
    document: { ...document, values: { ...others, [property]: value } },
    words: `${definition.name}: “${valueText(value)}”`,
  };
}

/** Releases a profile as its next revision. @throws ServiceError 409 when it has changed, 422 when nothing has */
export async function releaseProfile(
  actor: Actor,
  id: string,
  { version, why }: { version: number; why: string },
): Promise<ProfileView> {
  return transaction(async (db) => {
    const row = await lockProfile(db, id);
    if (!row) throw GONE();
    if (row.version !== version)
      throw conflict(
        'Somebody else has changed this profile meanwhile. Look at it, then release it.',
        await view(db, row),
      );
    const last = await findRevision(db, id);
    if (last && canonicalHash(last.document) === canonicalHash(row.document))
      throw new ServiceError(422, `Nothing has changed since revision ${last.number}.`);
    const number = (last?.number ?? 0) + 1;
    await insertRevision(db, id, { number, document: row.document, why, who: actor.name });
    await note(db, actor, id, [`Released revision ${number}: ${why}`]);
    return view(db, row);
  });
}

/** A profile's specimen drawing as a file. */
export async function exportSpecimen(
  id: string,
  { kind, paper }: z.infer<(typeof ExportSpecimen)['body']>,
): Promise<ExportedFile> {
  const row = await findProfile(database, id);
  if (!row) throw GONE();
  const scene = specimenDrawing(row.document, shippedGlyphTables(), paper);
  const details = { title: `${row.name}, specimen drawing ${paper}`, date: await officeToday(database) };
  const noPicture = () => {
    throw new Error('a specimen drawing has no pictures');
  };
  return writeSheets(
    [{ scene, prompts: new Map() }],
    kind,
    details,
    { font: fontFile, picture: noPicture },
    row.document,
  );
}
