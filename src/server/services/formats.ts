import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import { wayBack } from '../../core/format/going-back';
import { readDocument } from '../../core/format/reading';
import type { PropertyDefinition } from '../../core/property/definition';
import { mayDo } from '../../core/office/account';
import { type Actor, STANDARDS_DESK } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { keepStep } from '../repositories/edition-steps';
import {
  type EditionRow,
  allCategories,
  findEdition,
  findFormat,
  firstFormat,
  insertEdition,
  insertFormat,
  newestEdition,
  replaceDocument,
  setAbout,
  setFormatName,
  setProfile,
} from '../repositories/formats';
import { findProfile } from '../repositories/profiles';
import { listFormats } from '../repositories/shelf';
import type {
  FormatView,
  ShelfEntry,
  ShelfOrder,
  ShelfState,
  Whose,
  describeFormat as DescribeFormat,
} from '../../contract/formats';
import type { Page } from '../../contract/route';
import { allProperties } from '../repositories/properties';
import { editionAtHand, editionView, formatAtHand } from './format-views';
import { type Asker, hiddenFormats } from './gate';
import { checkChange, whyNotChanged } from './sharing';
import { profileFor } from './profiles-at-hand';
import { keepUses } from './property-uses';
import { ServiceError, conflict } from './service-error';
import { officeToday } from './today';

/** Formats on one page of the shelf. */
const PAGE = 18;

/** The shelf in pages: to administrators all formats, to others those that they may use. */
export const shelf = async (
  { account, role }: Pick<Actor, 'account' | 'role'>,
  asked: {
    search?: string | undefined;
    order: ShelfOrder;
    whose?: Whose;
    state?: ShelfState;
    category?: string | undefined;
    only?: string | undefined;
    after?: string | undefined;
  },
): Promise<Page<ShelfEntry>> => {
  const today = await officeToday(database);
  const forUse = !mayDo(role, 'administrator');
  return listFormats(database, { whose: 'all', state: 'any', ...asked, account, forUse, today, size: PAGE });
};

/** The categories that formats have. */
export const categories = async (asker: Asker): Promise<string[]> =>
  allCategories(database, await hiddenFormats(database, asker));

/** A format with its newest edition, to whom changes none with its newest released one; and why `actor` does not change it. */
export async function format(id: string, actor?: Pick<Actor, 'account' | 'role'>): Promise<FormatView> {
  const hidden = actor ? await hiddenFormats(database, actor) : [];
  const view = await formatAtHand(database, id, actor && !mayDo(actor.role, 'administrator'), hidden);
  const lockedFor = actor && (await whyNotChanged(database, actor, id, view.name));
  return { ...view, ...(lockedFor !== undefined && { lockedFor }) };
}

/** A format as an edition of it stands. */
export const edition = async (id: string, asker: Asker = STANDARDS_DESK): Promise<FormatView> =>
  editionAtHand(database, id, await hiddenFormats(database, asker));

const definitions = async (db: Database): Promise<PropertyDefinition[]> =>
  (await allProperties(db)).map(({ definition }) => definition);

function sound(json: unknown, properties: readonly PropertyDefinition[]): FormatDocument {
  const read = readDocument(json, properties);
  if (!read.ok) throw new ServiceError(422, read.reason);
  return read.document;
}

const nameTaken = (name: string) =>
  new ServiceError(409, `There is a format named “${name}” already. Choose another name.`);

/** Puts in the first edition of a format. */
async function begin(
  db: Database,
  actor: Actor,
  document: FormatDocument,
  properties: readonly PropertyDefinition[],
): Promise<void> {
  const first: EditionRow = {
    id: randomUUID(),
    formatId: document.id,
    number: 1,
    state: 'open',
    document,
    hash: canonicalHash(document),
    version: 1,
    successor: null,
  };
  await insertEdition(db, first, actor);
  await keepUses(db, first.id, document, properties);
}

/** Copies a format's newest edition into a new format: inner ids stay, the format's id is new. */
export async function copyFormat(
  actor: Actor,
  { copyOf, name, document }: { copyOf: string; name: string; document?: unknown },
): Promise<{ id: string }> {
  const id = randomUUID();
  try {
    await transaction(async (db) => {
      const properties = await definitions(db);
      const given = document === undefined ? undefined : sound(document, properties);
      const [source, newest] = [await findFormat(db, copyOf), await newestEdition(db, copyOf)];
      if (!source || !newest) throw new ServiceError(404, 'The format to copy is no longer on the shelf.');
      await insertFormat(db, { ...source, id, name, madeBy: actor.account });
      await begin(db, actor, { ...(given ?? newest.document), id, name }, properties);
      const words = [`Copied from ${source.name}, edition ${newest.number}`];
      await noteChange(db, actor, { subject: `format ${id}`, sitting: randomUUID(), words });
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(name) : error;
  }
  return { id };
}

/**
 * Puts a new format on the shelf. It is proved with the office's profile of that unit, projection and decimal mark, which is made where
 * there is none, and with the first format's project, sample drawing and day.
 */
export async function startFormat(
  actor: Actor,
  {
    start,
    projection,
    decimalMark,
  }: { start: unknown; projection: 'first angle' | 'third angle'; decimalMark?: ',' | '.' | undefined },
): Promise<{ id: string }> {
  let name = '';
  try {
    return await transaction(async (db) => {
      const properties = await definitions(db);
      const document = sound(start, properties);
      ({ name } = document);
      const model = await firstFormat(db);
      if (!model) throw new ServiceError(422, 'The office has no format to take the sample drawing from.');
      const mark = decimalMark ?? (document.unit === 'in' ? '.' : ',');
      const profileId = await profileFor(db, actor, { unit: document.unit, projection, mark });
      await insertFormat(db, {
        ...model,
        id: document.id,
        name,
        profileId,
        madeBy: actor.account,
      });
      await begin(db, actor, document, properties);
      const words = [`Started ${name}`];
      await noteChange(db, actor, { subject: `format ${document.id}`, sitting: randomUUID(), words });
      return { id: document.id };
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(name) : error;
  }
}

async function editionThere(db: Database, id: string): Promise<EditionRow> {
  const edition = await findEdition(db, id);
  if (!edition) throw new ServiceError(404, 'This edition is no longer there.');
  return edition;
}

/**
 * Saves the document of an open edition made on `version`. An equal document counts as saved (a reply may have been lost).
 * @throws ServiceError 409 with the edition as it is now: `why` says whether it was changed or is not open any more
 */
export async function saveDocument(
  actor: Actor,
  editionId: string,
  { version, document: json, sitting, words }: { version: number; document: unknown; sitting: string; words: string[] },
): Promise<{ version: number; hash: string }> {
  let name = '';
  try {
    return await transaction(async (db) => {
      const properties = await definitions(db);
      const document = sound(json, properties);
      ({ name } = document);
      const hash = canonicalHash(document);
      const stored = await editionThere(db, editionId);
      if (stored.formatId !== document.id)
        throw new ServiceError(422, 'The document belongs to another format than the edition.');
      await checkChange(db, actor, stored.formatId, stored.document.name);
      if (stored.hash === hash) return { version: stored.version, hash };
      if (stored.state !== 'open')
        throw conflict(
          `Edition ${stored.number} of “${stored.document.name}” is ${stored.state}; it does not change any more.`,
          editionView(stored),
          { why: 'not open' },
        );
      if (!(await replaceDocument(db, editionId, version, document, hash, actor)))
        throw conflict(
          `Somebody changed “${stored.document.name}” meanwhile.`,
          editionView(await editionThere(db, editionId)),
          { why: 'changed' },
        );
      const back = wayBack(document, stored.document);
      await keepStep(db, actor, { editionId, version: version + 1, sitting, words, back });
      if (stored.document.name !== name) await setFormatName(db, stored.formatId, name);
      await keepUses(db, editionId, document, properties);
      const subject = `format ${stored.formatId}, edition ${stored.number}`;
      await noteChange(db, actor, { subject, sitting, words });
      return { version: version + 1, hash };
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(name) : error;
  }
}

/** Has a format proved with another drafting profile. @throws ServiceError 404, 422; 409 while its newest edition is not open */
export async function chooseProfile(actor: Actor, id: string, profileId: string): Promise<FormatView> {
  await transaction(async (db) => {
    const [format, profile] = [await findFormat(db, id), await findProfile(db, profileId)];
    if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
    if (!profile) throw new ServiceError(422, 'That drafting profile is not there. Choose another one.');
    await checkChange(db, actor, id, format.name);
    const newest = await newestEdition(db, id);
    if (newest && newest.state !== 'open')
      throw new ServiceError(
        409,
        `Edition ${newest.number} of “${format.name}” is ${newest.state} and keeps its profile. Open the next edition to choose another one.`,
      );
    await setProfile(db, id, profileId);
    const words = [`Proved with the profile ${profile.name}`];
    await noteChange(db, actor, { subject: `format ${id}`, sitting: randomUUID(), words });
  });
  return formatAtHand(database, id);
}

/**
 * Gives a format another name, which its open edition takes over and released ones do not, and says what it is for.
 * @throws ServiceError 404, 409 for a name that another has
 */
export async function describeFormat(
  actor: Actor,
  id: string,
  { name, ...about }: z.output<(typeof DescribeFormat)['body']>,
): Promise<{ name: string }> {
  if (Object.keys(about).length > 0)
    await transaction(async (db) => {
      const format = await findFormat(db, id);
      if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
      await checkChange(db, actor, id, format.name);
      await setAbout(db, id, about);
      await noteChange(db, actor, { subject: `format ${id}`, sitting: randomUUID(), words: ['Described it anew'] });
    });
  const { edition: newest, name: before } = await formatAtHand(database, id);
  if (name === undefined || name === before) return { name: before };
  if (newest.state === 'open') {
    await saveDocument(actor, newest.id, {
      version: newest.version,
      document: { ...newest.document, name },
      sitting: randomUUID(),
      words: [`Renamed to ${name}`],
    });
    return { name };
  }
  try {
    await transaction(async (db) => {
      await checkChange(db, actor, id, before);
      await setFormatName(db, id, name);
      await noteChange(db, actor, { subject: `format ${id}`, sitting: randomUUID(), words: [`Renamed to ${name}`] });
    });
  } catch (error) {
    throw isDuplicate(error) ? nameTaken(name) : error;
  }
  return { name };
}
