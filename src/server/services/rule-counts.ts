import { randomUUID } from 'node:crypto';
import type { BookCounts, CountScope, CountView, CountedThing } from '../../contract/rule-books';
import type { Page } from '../../contract/route';
import { canonicalHash } from '../../core/format/canonical';
import { nounsSeen } from '../../core/rules/nouns';
import type { BookChange } from '../../core/rules/changing';
import type { RuleBookDocument } from '../../core/rules/document';
import { type StoredBook, chainOf, flattened } from '../../core/rules/effective';
import { SHIPPED_BOOKS } from '../../core/rules/standards';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { type JobRow, askToStop, insertJob, newestJob, supersede } from '../repositories/jobs';
import { titlesSeen } from '../repositories/kept-of-models';
import { allProfiles } from '../repositories/profiles';
import { allBooks } from '../repositories/rule-books';
import { casesOf, countThings, sumsOf } from '../repositories/rule-counts';
import { booksById } from './books-at-hand';
import { hiddenFormats } from './gate';
import { changed } from './rule-books';
import { ServiceError } from './service-error';

export const COUNT = 'count findings';
export const AHEAD = 'look ahead at rules';

/** Formats and drawings on one page of cases. */
const PAGE = 10;

/** What a job that counts findings is given. */
export interface CountInput {
  scope: CountScope;
  /** Of the book with all that it derives from, as it was when it was asked. */
  hash: string;
  /** The book's own document with the change that is looked ahead at. */
  proposed?: RuleBookDocument;
}

/** The profiles whose formats and drawings follow a book: that name it, or one that derives from it. */
export async function followersOf(
  db: Database,
  id: string,
  books: ReadonlyMap<string, StoredBook>,
): Promise<{ id: string; book: string }[]> {
  return (await allProfiles(db)).flatMap(({ id: profile, document: { rules } }) => {
    const chain = chainOf(rules, books);
    const follows = chain && (chain.houses.some((one) => one.id === id) || chain.shipped.id === id);
    return follows ? [{ id: profile, book: rules }] : [];
  });
}

/** What jobs of a count are about: the book; of a look ahead, the book and who looks. Two people look ahead beside each other. */
const subjectOf = (of: 'count' | 'ahead', id: string, account: string): string =>
  of === 'count' ? id : `${id} ${account}`;

/** The book that a job is about. */
export const bookCounted = (subject: string): string => subject.split(' ')[0]!;

const hashOf = (id: string, books: ReadonlyMap<string, StoredBook>): string =>
  canonicalHash(flattened(id, books) ?? null);

/** Counts what a book finds; with a change, what that would add and settle. @throws ServiceError 404, 409, 422 */
export async function startCount(
  actor: Actor,
  id: string,
  { scope, change }: { scope: CountScope; change?: BookChange | undefined },
): Promise<CountView> {
  const kind = change ? AHEAD : COUNT;
  const subject = subjectOf(change ? 'ahead' : 'count', id, actor.account);
  await transaction(async (db) => {
    const books = new Map((await allBooks(db)).map((book) => [book.id, book]));
    const row = books.get(id);
    if (!row && !SHIPPED_BOOKS[id]) throw new ServiceError(404, 'That rule book is no longer in the office.');
    if (change && !row) throw new ServiceError(422, 'A shipped book stays as it is. Derive a house book from it.');
    const profiles = scope === 'all' ? undefined : (await followersOf(db, id, books)).map((one) => one.id);
    const input: CountInput = {
      scope,
      hash: hashOf(id, books),
      ...(change && { proposed: changed(row!, change, books).document }),
    };
    const pieces = await countThings(db, profiles);
    // Whoever looks ahead anew is done with what went before.
    const before = change && (await newestJob(db, kind, subject));
    if (before) await supersede(db, before.id);
    const job = { id: randomUUID(), kind, subject, input, pieces, askedBy: actor.account };
    if (!(await insertJob(db, job)))
      throw new ServiceError(
        409,
        change ? 'Another look ahead of yours has just begun.' : 'This book is being counted already.',
      );
  });
  return (await view(database, await newestJob(database, kind, subject), id, []))!;
}

const newestCount = (of: 'count' | 'ahead', id: string, account: string): Promise<JobRow | undefined> =>
  newestJob(database, of === 'count' ? COUNT : AHEAD, subjectOf(of, id, account));

async function view(
  db: Database,
  job: JobRow | undefined,
  id: string,
  hidden: readonly string[],
): Promise<CountView | undefined> {
  if (!job) return undefined;
  const { scope, hash } = job.input as CountInput;
  return {
    id: job.id,
    state: job.state,
    ...(job.trouble !== undefined && { trouble: job.trouble }),
    scope,
    things: job.pieces ?? 0,
    done: job.piecesDone,
    rate: job.seconds > 0 ? job.piecesDone / job.seconds : 0,
    checks: await sumsOf(db, job.id, hidden),
    outdated: hashOf(id, await booksById(db)) !== hash,
  };
}

/** The newest count of a book, and the newest look ahead. */
export async function counts(actor: Actor, id: string): Promise<BookCounts> {
  const hidden = await hiddenFormats(database, actor);
  const newest = async (of: 'count' | 'ahead') => view(database, await newestCount(of, id, actor.account), id, hidden);
  const [count, ahead] = [await newest('count'), await newest('ahead')];
  const followers = (await followersOf(database, id, await booksById(database))).map((one) => one.id);
  const [following, all] = [
    await countThings(database, followers, hidden),
    await countThings(database, undefined, hidden),
  ];
  return { count: count ?? null, ahead: ahead ?? null, things: { following, all } };
}

/** Stops a count or one's own look ahead, if one is going on; what it has found stays. */
export async function stopCount(actor: Actor, id: string, of: 'count' | 'ahead'): Promise<void> {
  const job = await newestCount(of, id, actor.account);
  if (job) await askToStop(database, job.id);
}

/** The formats and drawings with findings of a check, the worst first. */
export async function cases(
  actor: Actor,
  id: string,
  { check, of, after }: { check: string; of: 'count' | 'ahead'; after?: string | undefined },
): Promise<Page<CountedThing>> {
  const job = await newestCount(of, id, actor.account);
  if (!job) return { entries: [], total: 0 };
  return casesOf(database, job.id, check, { after, size: PAGE, hidden: await hiddenFormats(database, actor) });
}

/** Words that titles of the office's models may begin with as their noun. */
export const nouns = async (): Promise<{ word: string; titles: number }[]> => nounsSeen(await titlesSeen(database));
