import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { ClashChoice, type PackagedItem, type PackagedKind } from '../../contract/packages';
import type { OfficePackage } from '../../core/exchange/office-package';
import { readOfficePackage } from '../../core/exchange/office-package-zip';
import { canonicalHash } from '../../core/format/canonical';
import { storedProfile } from '../../core/profile/reading';
import { type StarterDocument, readStarter } from '../../core/starter/starter';
import type { Actor } from '../actor';
import { type Database, database, isDuplicate, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { allFonts } from '../repositories/fonts';
import { insertFormat, setAbout } from '../repositories/formats';
import { findPictures, keepPicture } from '../repositories/pictures';
import { insertProfile, insertRevision, replaceProfile } from '../repositories/profiles';
import { allProperties, insertProperty, replaceProperty } from '../repositories/properties';
import { insertBook, replaceBook } from '../repositories/rule-books';
import {
  findStarters,
  insertStarter,
  insertStarterEdition,
  moveStarterEdition,
  replaceStarterEdition,
} from '../repositories/starters';
import { findPlaces, insertValuePlace, placesOf, replacePlace } from '../repositories/value-places';
import { takeFont } from './fonts';
import { gather } from './packing';
import { ServiceError } from './service-error';
import { checkChange } from './sharing';
import { TakingEditions, goesOnFrom } from './taking-editions';

type Contents = OfficePackage['contents'];
type PackagedStarter = Contents['starters'][number];

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
    choicesOf: (ours: T | undefined, theirs: T) => ClashChoice[],
  ): PackagedItem[] =>
    list.map((one) => {
      const same = known.find(({ id }) => id === one.id);
      const namesake = known.find(
        (other) =>
          other.id !== one.id &&
          sourceOf(other) === sourceOf(one) &&
          nameOf(other).toLowerCase() === nameOf(one).toLowerCase(),
      );
      const status = same
        ? canonicalHash(plain(same)) === canonicalHash(plain(one))
          ? 'same'
          : 'clash'
        : namesake
          ? 'clash'
          : 'new';
      const choices = status === 'clash' ? choicesOf(same, one) : [];
      return { kind, id: one.id, name: nameOf(one), status, ...(!same && namesake && { ours: namesake.id }), choices };
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
    ...item(
      'format',
      contents.formats,
      here.formats,
      ({ name }) => name,
      (ours, theirs) => (ours && goesOnFrom(ours, theirs) ? ['ours', 'theirs', 'both'] : ['ours', 'both']),
    ),
    ...item('starter', contents.starters, here.starters, starterName, inPlace('ours', 'theirs', 'both')),
    ...item('profile', contents.profiles, here.profiles, ({ name }) => name, inPlace('ours', 'theirs', 'both')),
    ...item('rule book', contents.ruleBooks, here.ruleBooks, ({ name }) => name, inPlace('ours', 'theirs', 'both')),
    ...item('property', contents.properties, here.properties, ({ name }) => name, inPlace('ours', 'theirs')),
    ...item('place', contents.places, here.places, ({ name }) => name, inPlace('ours', 'theirs', 'both')),
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

/** What kind of values a place gives: places are told apart by name among those of their kind; all else has one list. */
const sourceOf = (one: object): unknown => (one as { source?: unknown }).source;

/** What may be done with a thing; under a name that another thing has, it cannot take that thing's place. */
const inPlace =
  (...choices: ClashChoice[]) =>
  (ours: object | undefined): ClashChoice[] =>
    ours ? choices : choices.filter((choice) => choice !== 'theirs');

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
  for (const { hash } of whole.contents.fonts) await takeFont(actor, whole.fonts.get(hash)!);
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
  /** Ids here of what has another one there: it comes under another name, or ours of its name stays in its place. */
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
    const { status, choices, ours } = this.items.find((item) => item.kind === kind && item.id === id)!;
    if (status === 'new') this.taken++;
    if (status !== 'clash') return status === 'new' ? 'add' : 'leave';
    const chosen = this.choices[`${kind}/${id}`] ?? 'ours';
    if (chosen === 'ours' || !choices.includes(chosen)) {
      if (ours !== undefined) this.ids.set(`${kind}/${id}`, ours);
      return 'leave';
    }
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
      } else if (way === 'both')
        await insertValuePlace(this.db, {
          ...one,
          id: this.idOf('place', one.id),
          name: theirs(one.name),
          isDefault: false,
        });
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
    const { snapshots, contents } = this.whole;
    const taking = new TakingEditions(this.db, this.actor, { snapshots, from: contents.from }, definitions);
    for (const format of this.whole.contents.formats) {
      const { id, name, description, category, tags, profile, sample, project, settings, editions } = format;
      const way = this.wayOf('format', id);
      if (way === 'leave') continue;
      if (way === 'replace') {
        // What comes in with a package is its taker's own act.
        await checkChange(this.db, this.actor, id, name);
        await setAbout(this.db, id, { description, category, tags });
        await taking.goOn(format);
        continue;
      }
      const target = this.idOf('format', id);
      const title = way === 'both' ? theirs(name) : name;
      await insertFormat(this.db, {
        id: target,
        name: title,
        profileId: this.idOf('profile', profile),
        sampleId: this.idOf('place', sample),
        projectId: this.idOf('place', project),
        settings,
        madeBy: this.actor.account,
      });
      await setAbout(this.db, target, { description, category, tags });
      for (const edition of editions)
        await taking.add(target, edition, way === 'both' ? { id: target, name: title } : undefined);
    }
  }

  private async starters() {
    for (const { id, editions } of this.whole.contents.starters) {
      const way = this.wayOf('starter', id);
      if (way === 'leave') continue;
      const target = this.idOf('starter', id);
      if (way === 'replace') {
        await this.nextStarter(id, editions[0]!);
        continue;
      }
      await insertStarter(this.db, target, this.actor);
      for (const one of editions.toReversed()) {
        const starter = this.starterOf(one);
        const edition = way === 'both' ? randomUUID() : one.id;
        const name = way === 'both' ? theirs(starter.name) : starter.name;
        const document = { ...starter, name };
        await insertStarterEdition(this.db, target, { id: edition, number: one.number, document }, this.actor);
        if (one.state !== 'open')
          await moveStarterEdition(this.db, edition, { from: ['open'], to: one.state, note: one.note });
      }
    }
  }

  /** Has the newest edition of theirs become the open one of ours: the one that is open, else the next. */
  private async nextStarter(id: string, edition: PackagedStarter['editions'][number]): Promise<void> {
    const [ours] = await findStarters(this.db, id);
    const [newest] = ours!.editions;
    const document = this.starterOf(edition);
    if (newest!.state === 'open')
      await replaceStarterEdition(this.db, newest!.id, newest!.version, document, this.actor);
    else {
      const next = { id: randomUUID(), number: newest!.number + 1, document };
      await insertStarterEdition(this.db, id, next, this.actor);
    }
  }

  /** A starter of the package that names formats by the ids that they have here. */
  private starterOf({ document }: PackagedStarter['editions'][number]): StarterDocument {
    const read = readStarter(document);
    if (!read.ok) throw new ServiceError(422, `A starter of the package cannot be read: ${read.reason}`);
    const { starter } = read;
    const sheets = Object.entries(starter.sheets).map(([kind, all]) => [
      kind,
      all.map((sheet) =>
        sheet.format === undefined ? sheet : { ...sheet, format: this.idOf('format', sheet.format) },
      ),
    ]);
    return {
      ...starter,
      ...(starter.format !== undefined && { format: this.idOf('format', starter.format) }),
      sheets: Object.fromEntries(sheets) as StarterDocument['sheets'],
    };
  }
}

/** A name beside ours. */
const theirs = (name: string): string => `${name.slice(0, 100)} (taken in)`;
