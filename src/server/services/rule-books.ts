import { randomUUID } from 'node:crypto';
import type { BookEntry, BookView } from '../../contract/rule-books';
import type { ProfileView } from '../../contract/profiles';
import { ruleName } from '../../core/rules/register';
import { type BookChange, withBookChange } from '../../core/rules/changing';
import { type StoredBook, chainOf, flattened, rulesOfBook } from '../../core/rules/effective';
import { SHIPPED_BOOKS } from '../../core/rules/standards';
import { emptyBook, standardBook } from '../../core/rules/standard-book';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { keepRemoved } from '../repositories/removed-things';
import { noteChange } from '../repositories/audit';
import { type ProfileRow, allProfiles, lockProfile, replaceProfile, usesOfProfiles } from '../repositories/profiles';
import { type BookRow, allBooks, deleteBook, insertBook, lockBook, replaceBook } from '../repositories/rule-books';
import { takeTurn } from '../repositories/turns';
import { profile } from './profiles';
import { ServiceError, conflict } from './service-error';

const GONE = () => new ServiceError(404, 'That rule book is no longer in the office.');

/** What all books are seen beside. */
interface Shelf {
  books: Map<string, BookRow>;
  profiles: ProfileRow[];
  uses: ReadonlyMap<string, { formats: number; drawings: number }>;
}

async function shelf(db: Database): Promise<Shelf> {
  return {
    books: new Map((await allBooks(db)).map((book) => [book.id, book])),
    profiles: await allProfiles(db),
    uses: await usesOfProfiles(db),
  };
}

const nameOf = (id: string, { books }: Pick<Shelf, 'books'>): string =>
  SHIPPED_BOOKS[id]?.name ?? books.get(id)?.name ?? id;

function entry(id: string, at: Shelf): BookEntry {
  const shipped = SHIPPED_BOOKS[id];
  const house = at.books.get(id);
  const from = shipped ? shipped.from : house?.document.from;
  const naming = at.profiles.filter(({ document }) => document.rules === id);
  const sum = (of: 'formats' | 'drawings') =>
    naming.reduce((total, one) => total + (at.uses.get(one.id)?.[of] ?? 0), 0);
  return {
    id,
    name: nameOf(id, at),
    shipped: shipped !== undefined,
    ...(from !== undefined && { from: { id: from, name: nameOf(from, at) } }),
    changes: Object.keys(house?.document.changes ?? {}).length,
    house: house?.document.house.length ?? 0,
    profiles: naming.map(({ id: profileId, name }) => ({ id: profileId, name })),
    formats: sum('formats'),
    drawings: sum('drawings'),
  };
}

/** All rule books: the shipped ones, then the house's by name. */
export async function ruleBooks(): Promise<BookEntry[]> {
  const at = await shelf(database);
  return [...Object.keys(SHIPPED_BOOKS), ...at.books.keys()].map((id) => entry(id, at));
}

/** One rule book as it stands. @throws ServiceError 404 */
export async function ruleBook(id: string): Promise<BookView> {
  return view(await shelf(database), id);
}

function view(at: Shelf, id: string): BookView {
  const house = at.books.get(id);
  const shipped = SHIPPED_BOOKS[id];
  if (!house && !shipped) throw GONE();
  const from = house?.document.from ?? id;
  const inherited = flattened(from, at.books) ?? standardBook('ISO');
  return {
    ...entry(id, at),
    document: house?.document ?? emptyBook(id),
    whole: flattened(id, at.books) ?? inherited,
    inherited,
    version: house?.version ?? 1,
  };
}

const note = (db: Database, actor: Actor, id: string, words: readonly string[]) =>
  noteChange(db, actor, { subject: `rule book ${id}`, sitting: randomUUID(), words });

/** Refuses a name that another book has. */
async function checkName(db: Database, id: string, name: string): Promise<void> {
  await takeTurn(db, 'places');
  const at = await shelf(db);
  const others = [...Object.keys(SHIPPED_BOOKS), ...at.books.keys()].filter((one) => one !== id);
  if (others.some((one) => nameOf(one, at).toLowerCase() === name.toLowerCase()))
    throw new ServiceError(409, `There is a rule book named “${name}” already. Choose another name.`);
}

export async function addBook(actor: Actor, { name, from }: { name: string; from: string }): Promise<{ id: string }> {
  return transaction(async (db) => {
    const id = randomUUID();
    await checkName(db, id, name);
    const at = await shelf(db);
    if (!chainOf(from, at.books)) throw new ServiceError(422, 'The book to derive from is not there.');
    await insertBook(db, { id, name, document: emptyBook(from) });
    await note(db, actor, id, [`Added the rule book ${name}, derived from ${nameOf(from, at)}`]);
    return { id };
  });
}

async function locked(db: Database, id: string): Promise<BookRow> {
  const shipped = SHIPPED_BOOKS[id];
  if (shipped)
    throw new ServiceError(
      422,
      `${shipped.name} is shipped with Zonograph and stays as it is. Derive a house book from it.`,
    );
  const row = await lockBook(db, id);
  if (!row) throw GONE();
  return row;
}

export async function renameBook(actor: Actor, id: string, name: string): Promise<{ name: string }> {
  return transaction(async (db) => {
    const row = await locked(db, id);
    await checkName(db, id, name);
    await replaceBook(db, { ...row, name });
    await note(db, actor, id, [`Renamed ${row.name} to ${name}`]);
    return { name };
  });
}

/** @throws ServiceError 409 while a profile names it or a book derives from it */
export async function removeBook(actor: Actor, id: string): Promise<void> {
  await transaction(async (db) => {
    const row = await locked(db, id);
    const at = await shelf(db);
    const { profiles } = entry(id, at);
    if (profiles.length > 0)
      throw new ServiceError(
        409,
        `${row.name} stays: ${profiles.map(({ name }) => `“${name}”`).join(', ')} ${profiles.length > 1 ? 'name' : 'names'} it.`,
      );
    const derived = [...at.books.values()].filter(({ document }) => document.from === id);
    if (derived.length > 0)
      throw new ServiceError(
        409,
        `${row.name} stays: ${derived.map(({ name }) => `“${name}”`).join(', ')} ${derived.length > 1 ? 'derive' : 'derives'} from it.`,
      );
    await keepRemoved(db, actor, { kind: 'rule book', id, name: row.name });
    await deleteBook(db, id);
    await note(db, actor, id, [`Removed the rule book ${row.name}`]);
  });
}

/** A book with a change that is not kept. @throws ServiceError 422 when the change is none that it may have */
export function changed(row: StoredBook, change: BookChange, books: ReadonlyMap<string, StoredBook>): StoredBook {
  const inherited = rulesOfBook(flattened(row.document.from, books) ?? standardBook('ISO'));
  const outcome = withBookChange(row.document, change, { id: row.id, books, inherited });
  if (!outcome.ok) throw new ServiceError(422, outcome.reason);
  return { ...row, document: outcome.document };
}

/** Changes a house book. @throws ServiceError 409 with the book as it is when somebody else has changed it */
export async function changeBook(
  actor: Actor,
  id: string,
  { version, change }: { version: number; change: BookChange },
): Promise<BookView> {
  return transaction(async (db) => {
    // Two books that are changed at once to derive from one another would each see the other as it was.
    if (change.kind === 'from') await takeTurn(db, 'places');
    const row = await locked(db, id);
    const at = await shelf(db);
    if (row.version !== version)
      throw conflict(
        'Somebody else has changed this rule book meanwhile. Look at it, then change it again.',
        view(at, id),
      );
    await replaceBook(db, changed(row, change, at.books));
    await note(db, actor, id, [changeWords(row, change, at)]);
    return view(await shelf(db), id);
  });
}

function changeWords({ document }: BookRow, change: BookChange, at: Shelf): string {
  switch (change.kind) {
    case 'rule': {
      if (!change.change) return `${ruleName(change.code)}: as inherited`;
      const { weight, limits, why } = change.change;
      const says = [
        ...(weight === undefined ? [] : [weight]),
        ...Object.entries(limits ?? {}).map(([name, value]) => `${name} ${JSON.stringify(value)}`),
      ];
      return `${ruleName(change.code)}: ${says.join(', ')} (${why})`.slice(0, 500);
    }
    case 'house check': {
      const name = change.check?.name ?? document.house.find(({ id }) => id === change.id)?.name ?? change.id;
      return change.check ? `Check ${name}: ${change.check.weight}` : `Removed the check ${name}`;
    }
    case 'from':
      return `Derives from ${nameOf(change.from, at)}`;
  }
}

/** Has a profile name another rule book. */
export async function chooseBook(actor: Actor, profileId: string, book: string): Promise<ProfileView> {
  await transaction(async (db) => {
    const row = await lockProfile(db, profileId);
    if (!row) throw new ServiceError(404, 'That drafting profile is no longer in the office.');
    const at = await shelf(db);
    if (!chainOf(book, at.books)) throw GONE();
    if (row.document.rules === book) return;
    await replaceProfile(db, { ...row, document: { ...row.document, rules: book } });
    const words = [`Rule book: ${nameOf(book, at)}`];
    await noteChange(db, actor, { subject: `profile ${profileId}`, sitting: randomUUID(), words });
  });
  return profile(actor, profileId);
}
