import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { ClashChoice, type PackagedItem, type PackagedKind } from '../../contract/packages';
import {
  type OfficePackage,
  type PackageContents,
  readOfficePackage,
  writeOfficePackage,
} from '../../core/exchange/office-package';
import { readSnapshot } from '../../core/edition/snapshot';
import { canonicalHash } from '../../core/format/canonical';
import { documentFonts } from '../../core/format/fonts-used';
import { picturesShown } from '../../core/format/pictures-used';
import { storedDocument } from '../../core/format/reading';
import { storedProfile } from '../../core/profile/reading';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import { readStarter } from '../../core/starter/starter';
import type { Actor } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allFonts, findFontFiles } from '../repositories/fonts';
import {
  type EditionRow,
  allFormats,
  editionsOfFormat,
  findEditions,
  findFormat,
  insertEdition,
  insertFormat,
  setAbout,
} from '../repositories/formats';
import { findPictureFiles, findPictures, keepPicture, pictureNames } from '../repositories/pictures';
import {
  allProfiles,
  findRevision,
  insertProfile,
  insertRevision,
  replaceProfile,
  revisionsOf,
} from '../repositories/profiles';
import { allProperties, insertProperty, replaceProperty } from '../repositories/properties';
import { findReleases, insertRelease } from '../repositories/releases';
import { allBooks, insertBook, replaceBook } from '../repositories/rule-books';
import { findSnapshot, keepSnapshot } from '../repositories/snapshots';
import { findStarters, insertStarter, insertStarterEdition, moveStarterEdition } from '../repositories/starters';
import { findPlaces, insertValuePlace, placesOf, replacePlace } from '../repositories/value-places';
import type { ExportedFile } from './export';
import { takeFont } from './fonts';
import { proofFacts } from './format-views';
import { keepUses } from './property-uses';
import { ServiceError } from './service-error';

type Contents = OfficePackage['contents'];

/** Packs some formats with all that they need, or the whole office. @throws ServiceError 404 */
export async function packageOf(formats?: readonly string[]): Promise<ExportedFile> {
  const { contents, ...files } = await gather(database, formats);
  const [only] = contents.formats;
  const name =
    contents.formats.length === 1 && formats
      ? only!.name
      : formats
        ? `${contents.formats.length} formats`
        : contents.from;
  return {
    name: `${name.replace(/[^\p{L}\p{N}.-]+/gu, '-')}.zip`,
    type: 'application/zip',
    content: writeOfficePackage({ contents, ...files }),
  };
}

async function gather(db: Database, chosen: readonly string[] | undefined): Promise<OfficePackage> {
  const isWhole = chosen === undefined;
  const ids = chosen ?? (await allFormats(db)).map(({ id }) => id);
  const rows = await Promise.all(ids.map((id) => formatWith(db, id)));
  const snapshots = new Map<string, string>();
  for (const { editions } of rows)
    for (const { release } of editions)
      if (release && !snapshots.has(release.snapshot))
        snapshots.set(release.snapshot, (await findSnapshot(db, release.snapshot))!);
  const frozen = [...snapshots].flatMap(([hash, text]) => {
    const read = readSnapshot(text, hash);
    return read.ok ? [read.frozen] : [];
  });
  const properties = (await allProperties(db)).map(({ definition }) => definition);
  const profileIds = new Set([...rows.map(({ row }) => row.profileId), ...frozen.map(({ profile }) => profile.id)]);
  const profiles = (await allProfiles(db)).filter(({ id }) => isWhole || profileIds.has(id));
  const bookIds = new Set(profiles.map(({ document }) => document.rules));
  const placeIds = rows.flatMap(({ row }) => [row.sampleId, row.projectId]);
  const sites = await placesOf(db, 'organisation');
  const places = isWhole
    ? [...sites, ...(await placesOf(db, 'project')), ...(await placesOf(db, 'drawing'))]
    : [...sites.filter(({ isDefault }) => isDefault), ...(await findPlaces(db, placeIds)).values()];
  const hashes = new Set(frozen.flatMap(({ pictures }) => pictures));
  for (const { row, editions } of rows) {
    const facts = await proofFacts(db, row);
    for (const { document } of editions)
      for (const hash of picturesShown(storedDocument(document, properties), facts)) hashes.add(hash);
  }
  const pictures = await findPictures(db, [...hashes]);
  const names = await pictureNames(db, [...hashes]);
  const fontIds = new Set([
    ...frozen.flatMap(({ fonts }) => fonts.map(({ id }) => id)),
    ...rows.flatMap(({ editions }) =>
      editions.flatMap(({ document }) => documentFonts(storedDocument(document, properties))),
    ),
  ]);
  const fonts = (await allFonts(db)).filter(({ id }) => fontIds.has(id));
  const packed = new Set(ids);
  const starters = (await findStarters(db)).filter(
    ({ editions }) =>
      isWhole ||
      editions.every(
        ({ document }) =>
          Object.values(document.sheets)
            .flat()
            .every(({ format }) => format === undefined || packed.has(format)) &&
          (document.format === undefined || packed.has(document.format)),
      ),
  );
  const site = sites.find(({ isDefault }) => isDefault);
  const owner = site?.values[SUPPLIED.legalOwner];
  const contents: Contents = {
    from: owner === undefined ? (site?.name ?? 'an office') : valueText(owner).replaceAll('\n', ' '),
    properties,
    places,
    ruleBooks: (await allBooks(db))
      .filter(({ id }) => isWhole || bookIds.has(id))
      .map(({ id, name, document }) => ({ id, name, document })),
    profiles: await Promise.all(
      profiles.map(async ({ id, name, document }) => ({
        id,
        name,
        document,
        revisions: await Promise.all(
          (await revisionsOf(db, id)).toReversed().map(async ({ number, why, who }) => ({
            number,
            why,
            who,
            document: (await findRevision(db, id, number))!.document,
          })),
        ),
      })),
    ),
    formats: rows.map(({ row, about, editions }) => ({
      id: row.id,
      name: row.name,
      ...about,
      profile: row.profileId,
      sample: row.sampleId,
      project: row.projectId,
      settings: row.settings,
      editions,
    })),
    starters: starters.map(({ id, editions }) => ({
      id,
      editions: editions.map(({ id: edition, number, state, document, note }) => ({
        id: edition,
        number,
        state,
        document: { ...document },
        note,
      })),
    })),
    pictures: [...pictures].map(([hash, picture]) => ({ hash, name: names.get(hash) ?? hash, picture })),
    fonts: fonts.map(({ id, name }) => ({ hash: id, name })),
  };
  return {
    contents,
    snapshots,
    pictures: await findPictureFiles(db, [...hashes]),
    fonts: await findFontFiles(
      db,
      fonts.map(({ id }) => id),
    ),
  };
}

/** A format with all its editions and how they were released. @throws ServiceError 404 */
async function formatWith(db: Database, id: string) {
  const row = await findFormat(db, id);
  const listed = (await allFormats(db)).find((one) => one.id === id);
  if (!row || !listed) throw new ServiceError(404, 'There is no such format on the shelf.');
  const own = (await editionsOfFormat(db, id)).toReversed();
  const documents = await findEditions(
    db,
    own.map((edition) => edition.id),
  );
  const releases = await findReleases(
    db,
    own.map((edition) => edition.id),
  );
  const editions = own.map((edition): PackageContents['formats'][number]['editions'][number] => {
    const release = releases.get(edition.id);
    const { document, successor } = documents.get(edition.id)!;
    return {
      id: edition.id,
      number: edition.number,
      state: edition.state,
      document,
      successor,
      ...(release && {
        release: {
          snapshot: release.snapshot,
          note: release.note,
          reason: release.reason,
          releasedBy: release.releasedBy,
          releasedAt: release.releasedAt.toISOString(),
          countsFrom: release.countsFrom,
          scenes: release.scenes,
        },
      }),
    };
  });
  const { description, category, tags } = listed;
  return { row, about: { description, category, tags }, editions };
}

function opened(bytes: Uint8Array): OfficePackage {
  const read = readOfficePackage(bytes);
  if (!read.ok) throw new ServiceError(422, read.reason);
  return read.package;
}

/** What a package holds beside what is here. @throws ServiceError 422 for one that cannot be taken in */
export async function lookInto(bytes: Uint8Array): Promise<{ from: string; items: PackagedItem[] }> {
  const { contents } = opened(bytes);
  return { from: contents.from, items: await compared(database, contents) };
}

async function compared(db: Database, contents: Contents): Promise<PackagedItem[]> {
  const here = (await gather(db, undefined)).contents;
  const item = <T extends { id: string }>(
    kind: PackagedKind,
    list: readonly T[],
    known: readonly T[],
    nameOf: (one: T) => string,
    choices: ClashChoice[],
  ): PackagedItem[] =>
    list.map((one) => {
      const same = known.find(({ id }) => id === one.id);
      const taken = known.some(
        (other) => other.id !== one.id && nameOf(other).toLowerCase() === nameOf(one).toLowerCase(),
      );
      const status = same
        ? canonicalHash(plain(same)) === canonicalHash(plain(one))
          ? 'same'
          : 'clash'
        : taken
          ? 'clash'
          : 'new';
      // Under a name that another thing has, it cannot take that thing's place.
      const possible = status !== 'clash' ? [] : same ? choices : choices.filter((choice) => choice !== 'theirs');
      return { kind, id: one.id, name: nameOf(one), status, choices: possible };
    });
  const starterName = ({ editions }: Contents['starters'][number]) => String(editions[0]!.document.name);
  const byHash = <T extends { hash: string; name: string }>(
    kind: PackagedKind,
    list: readonly T[],
    known: ReadonlySet<string>,
  ): PackagedItem[] =>
    list.map(({ hash, name }) => ({
      kind,
      id: hash,
      name,
      status: known.has(hash) ? ('same' as const) : ('new' as const),
      choices: [],
    }));
  return [
    ...item('format', contents.formats, here.formats, ({ name }) => name, ['ours', 'both']),
    ...item('starter', contents.starters, here.starters, starterName, ['ours', 'both']),
    ...item('profile', contents.profiles, here.profiles, ({ name }) => name, ['ours', 'theirs', 'both']),
    ...item('rule book', contents.ruleBooks, here.ruleBooks, ({ name }) => name, ['ours', 'theirs', 'both']),
    ...item('property', contents.properties, here.properties, ({ name }) => name, ['ours', 'theirs']),
    ...item('place', contents.places, here.places, ({ name }) => name, ['ours', 'theirs']),
    ...byHash(
      'picture',
      contents.pictures,
      new Set(
        (
          await findPictures(
            db,
            contents.pictures.map(({ hash }) => hash),
          )
        ).keys(),
      ),
    ),
    ...byHash('font', contents.fonts, new Set((await allFonts(db)).map(({ id }) => id))),
  ];
}

/** A thing without what differs from office to office: which place is the default, who released when. */
function plain(value: object): unknown {
  const { isDefault: _, ...rest } = value as { isDefault?: boolean };
  return JSON.parse(JSON.stringify(rest)) as unknown;
}

const Choices = z.record(z.string().max(200), ClashChoice);

/**
 * Takes a package in, all or nothing: what is new, and of what clashes what was chosen. Editions keep their ids, documents and snapshots to the
 * byte; who released them stays their name.
 *
 * @throws ServiceError 422 for a package that cannot be taken in, 409 when a name is taken meanwhile
 */
export async function takeIn(actor: Actor, bytes: Uint8Array, given: string): Promise<{ taken: number; kept: number }> {
  const read = Choices.safeParse(parsed(given));
  if (!read.success) throw new ServiceError(400, 'The choices are not written as they should be.');
  const whole = opened(bytes);
  // Fonts are read in a process of their own, and kept under their hash whatever becomes of the rest.
  for (const { hash } of whole.contents.fonts) await takeFont(whole.fonts.get(hash)!);
  try {
    return await transaction(async (db) => {
      const items = await compared(db, whole.contents);
      const taking = new Taking(db, actor, whole, items, read.data);
      const taken = await taking.all();
      const words = [`Took in a package of ${whole.contents.from}`];
      await noteChange(db, actor, { subject: 'packages', sitting: randomUUID(), words });
      return { taken, kept: items.length - taken };
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new ServiceError(
      409,
      'Something of the package has a name that is taken here. Look into it again; nothing was taken in.',
    );
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

class Taking {
  private taken = 0;
  /** New ids of what comes under another name. */
  private readonly ids = new Map<string, string>();

  constructor(
    private readonly db: Database,
    private readonly actor: Actor,
    private readonly whole: OfficePackage,
    private readonly items: readonly PackagedItem[],
    private readonly choices: Readonly<Record<string, ClashChoice>>,
  ) {}

  /** @returns how many things were taken */
  async all(): Promise<number> {
    await this.pictures();
    await this.properties();
    await this.places();
    await this.books();
    await this.profiles();
    await this.formats();
    await this.starters();
    return this.taken;
  }

  /** What is done with a thing. */
  private wayOf(kind: PackagedKind, id: string): 'leave' | 'add' | 'replace' | 'both' {
    const { status, choices } = this.items.find((item) => item.kind === kind && item.id === id)!;
    if (status === 'new') this.taken++;
    if (status !== 'clash') return status === 'new' ? 'add' : 'leave';
    const chosen = this.choices[`${kind}/${id}`] ?? 'ours';
    if (chosen === 'ours' || !choices.includes(chosen)) return 'leave';
    this.taken++;
    if (chosen === 'both') this.ids.set(`${kind}/${id}`, randomUUID());
    return chosen === 'both' ? 'both' : 'replace';
  }

  private idOf(kind: PackagedKind, id: string): string {
    return this.ids.get(`${kind}/${id}`) ?? id;
  }

  private async pictures() {
    for (const { hash, name, picture } of this.whole.contents.pictures)
      if (this.wayOf('picture', hash) === 'add')
        await keepPicture(this.db, hash, name, picture, this.whole.pictures.get(hash));
    for (const { hash } of this.whole.contents.fonts) this.wayOf('font', hash);
  }

  private async properties() {
    const known = new Map((await allProperties(this.db)).map((row) => [row.definition.id, row.version]));
    for (const one of this.whole.contents.properties) {
      const way = this.wayOf('property', one.id);
      if (way === 'add') await insertProperty(this.db, one);
      else if (way === 'replace') await replaceProperty(this.db, one, known.get(one.id)!);
    }
  }

  private async places() {
    const sites = await placesOf(this.db, 'organisation');
    for (const one of this.whole.contents.places) {
      const way = this.wayOf('place', one.id);
      if (way === 'add') await insertValuePlace(this.db, { ...one, isDefault: one.isDefault && sites.length === 0 });
      else if (way === 'replace') {
        const own = (await findPlaces(this.db, [one.id])).get(one.id)!;
        await replacePlace(this.db, { ...one, isDefault: own.isDefault });
      }
    }
  }

  private async books() {
    for (const one of this.whole.contents.ruleBooks) {
      const way = this.wayOf('rule book', one.id);
      const book = one as Parameters<typeof insertBook>[1];
      if (way === 'add') await insertBook(this.db, book);
      else if (way === 'replace') await replaceBook(this.db, book);
      else if (way === 'both')
        await insertBook(this.db, { ...book, id: this.idOf('rule book', one.id), name: theirs(one.name) });
    }
  }

  private async profiles() {
    const definitions = (await allProperties(this.db)).map(({ definition }) => definition);
    for (const { id, name, document, revisions } of this.whole.contents.profiles) {
      const way = this.wayOf('profile', id);
      if (way === 'leave') continue;
      const read = storedProfile(document, definitions);
      const own = { ...read, rules: this.idOf('rule book', read.rules) };
      if (way === 'replace') {
        await replaceProfile(this.db, { id, name, document: own, version: 1 });
        continue;
      }
      const target = this.idOf('profile', id);
      await insertProfile(this.db, { id: target, name: way === 'both' ? theirs(name) : name, document: own });
      for (const { number, document: released, why, who } of revisions)
        await insertRevision(this.db, target, { number, document: storedProfile(released, definitions), why, who });
    }
  }

  private async formats() {
    const definitions = (await allProperties(this.db)).map(({ definition }) => definition);
    for (const { id, name, description, category, tags, profile, sample, project, settings, editions } of this.whole
      .contents.formats) {
      const way = this.wayOf('format', id);
      if (way === 'leave') continue;
      const target = this.idOf('format', id);
      const title = way === 'both' ? theirs(name) : name;
      await insertFormat(this.db, {
        id: target,
        name: title,
        profileId: this.idOf('profile', profile),
        sampleId: sample,
        projectId: project,
        settings,
        madeBy: this.actor.account,
      });
      await setAbout(this.db, target, { description, category, tags });
      for (const edition of editions) {
        const { number, state, release } = edition;
        const read = storedDocument(edition.document, definitions);
        const isRenamed = way === 'both' && state === 'open';
        const document = isRenamed ? { ...read, id: target, name: title } : read;
        const own: EditionRow = {
          id: way === 'both' ? randomUUID() : edition.id,
          formatId: target,
          number,
          state,
          document,
          hash: canonicalHash(document),
          version: 1,
          successor: null,
        };
        await insertEdition(this.db, own, this.actor);
        await keepUses(this.db, own.id, document, definitions);
        if (!release) continue;
        await keepSnapshot(this.db, { hash: release.snapshot, text: this.whole.snapshots.get(release.snapshot)! });
        await insertRelease(this.db, { ...release, editionId: own.id, releasedAt: new Date(release.releasedAt) });
      }
    }
  }

  private async starters() {
    for (const { id, editions } of this.whole.contents.starters) {
      const way = this.wayOf('starter', id);
      if (way === 'leave') continue;
      const target = this.idOf('starter', id);
      await insertStarter(this.db, target, this.actor);
      for (const one of editions.toReversed()) {
        const read = readStarter(one.document);
        if (!read.ok) throw new ServiceError(422, `A starter of the package cannot be read: ${read.reason}`);
        const edition = way === 'both' ? randomUUID() : one.id;
        const name = way === 'both' ? theirs(read.starter.name) : read.starter.name;
        await insertStarterEdition(
          this.db,
          target,
          { id: edition, number: one.number, document: { ...read.starter, name } },
          this.actor,
        );
        if (one.state !== 'open')
          await moveStarterEdition(this.db, edition, { from: ['open'], to: one.state, note: one.note });
      }
    }
  }
}

/** A name beside ours. */
const theirs = (name: string): string => `${name.slice(0, 100)} (taken in)`;
