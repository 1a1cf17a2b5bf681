import { createHash } from 'node:crypto';
import { FrozenDrawing } from '../../core/drawing/sheets';
import { type Newer, newerThan } from '../../core/edition/newer';
import { type Frozen, readSnapshot } from '../../core/edition/snapshot';
import { hashOfText } from '../../core/format/canonical';
import { SHIPPED_FONTS } from '../../core/lettering/fonts';
import { standardBook } from '../../core/rules/standard-book';
import type { Database } from '../database';
import { fontFile } from '../fonts';
import { findFontFiles } from '../repositories/fonts';
import { type EditionRow, editionInForce, findFormat } from '../repositories/formats';
import { findProfile, findRevision } from '../repositories/profiles';
import { allProperties } from '../repositories/properties';
import { findReleases } from '../repositories/releases';
import { findSnapshot } from '../repositories/snapshots';
import { placesOf } from '../repositories/value-places';
import { bookAtHand } from './books-at-hand';
import { ServiceError } from './service-error';
import { officeToday } from './today';

/** What is said of a snapshot that is not what was frozen: loudly, and nothing is made from it. */
export const damaged = (what: string, why: string) =>
  new ServiceError(
    422,
    `${what} is damaged: ${why}. Nothing is printed from it. Bring it back from a backup of the database.`,
    { damaged: true },
  );

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/**
 * What a released or withdrawn edition froze, verified; undefined of an open one.
 * @throws ServiceError 422 when its snapshot is gone or is not what was frozen
 */
export async function frozenOf(db: Database, edition: EditionRow): Promise<Frozen | undefined> {
  if (edition.state === 'open') return undefined;
  const what = `Edition ${edition.number} of “${edition.document.name}”`;
  const release = (await findReleases(db, [edition.id])).get(edition.id);
  if (!release) throw damaged(what, 'there is no record of its release');
  return snapshotOf(db, release.snapshot, what);
}

/** What is kept under the hash of a snapshot, verified. @throws ServiceError 422 when it is gone or is not what was frozen */
export async function snapshotOf(db: Database, hash: string, what: string): Promise<Frozen> {
  const text = await findSnapshot(db, hash);
  if (text === undefined) throw damaged(what, 'what was frozen with it is gone');
  const read = readSnapshot(text, hash);
  if (!read.ok) throw damaged(what, read.reason);
  return read.frozen;
}

/** What a finished drawing printed, verified. @throws ServiceError 422 when it is gone or is not what was frozen */
export async function frozenDrawingOf(
  db: Database,
  { number, frozen }: { number: string; frozen: string | null },
): Promise<FrozenDrawing | undefined> {
  if (frozen === null) return undefined;
  const text = await findSnapshot(db, frozen);
  if (text === undefined) throw damaged(`Drawing ${number}`, 'what it printed is gone');
  if (hashOfText(text) !== frozen) throw damaged(`Drawing ${number}`, 'what it printed has been changed since');
  return FrozenDrawing.parse(JSON.parse(text));
}

/** The hash of a font's file by its id, of shipped fonts and of the office's among `used`. */
export async function fontHashes(db: Database, used: readonly string[]): Promise<(id: string) => string | undefined> {
  const shipped = new Set<string>(SHIPPED_FONTS.map(({ id }) => id));
  const own = await findFontFiles(
    db,
    used.filter((id) => !shipped.has(id)),
  );
  return (id) => {
    const bytes = shipped.has(id) ? fontFile(id) : own.get(id);
    return bytes && sha256(bytes);
  };
}

/**
 * What the office has otherwise by now than when an edition was released, which froze what is given. A successor among the `hidden`
 * formats is not named.
 */
export async function newerInOffice(
  db: Database,
  edition: EditionRow,
  frozen: Frozen,
  hidden: readonly string[] = [],
): Promise<Newer[]> {
  const today = await officeToday(db);
  const properties = new Map((await allProperties(db)).map(({ definition }) => [definition.id, definition]));
  const profile = await findProfile(db, frozen.profile.id);
  const revision = await findRevision(db, frozen.profile.id);
  const [organisation] = await placesOf(db, 'organisation');
  const document = profile?.document ?? frozen.profile.document;
  const format = (await findFormat(db, edition.formatId))!;
  const successor = edition.successor === null ? undefined : await findFormat(db, edition.successor);
  return newerThan(frozen, {
    edition: {
      name: format.name,
      number: edition.number,
      withdrawn: edition.state === 'withdrawn',
      instead:
        successor && !hidden.includes(successor.id)
          ? { name: successor.name, edition: (await editionInForce(db, successor.id, today))?.id }
          : undefined,
      inForce: await editionInForce(db, edition.formatId, today),
    },
    properties,
    profileRevision: revision?.number ?? 0,
    rules: (await bookAtHand(db, document.rules)) ?? standardBook(document.standard),
    organisation: organisation && { name: organisation.name, values: organisation.values },
  });
}
