import { z } from 'zod';
import { Finding } from '../core/findings/finding';
import { HouseCheck, NamedBook, RuleBookDocument, RuleChange } from '../core/rules/document';
import { ProfileView } from './profiles';
import { pageOf, route } from './route';

const Name = z.string().trim().min(1, 'a rule book needs a name').max(120);

/** A rule book as lists show it; a shipped one cannot be changed. */
export const BookEntry = z.object({
  id: z.string(),
  name: z.string(),
  shipped: z.boolean(),
  /** The book that it derives from; absent for ISO and ASME. */
  from: z.object({ id: z.string(), name: z.string() }).optional(),
  /** How many checks it weighs or limits otherwise, and how many it has of its own. */
  changes: z.int(),
  house: z.int(),
  /** Profiles that name it, and the formats and drawings with these. */
  profiles: z.array(z.object({ id: z.string(), name: z.string() })),
  formats: z.int(),
  drawings: z.int(),
});
export type BookEntry = z.infer<typeof BookEntry>;

/** A rule book as it stands. */
export const BookView = BookEntry.extend({
  /** What it says itself; a shipped book says nothing otherwise than it is shipped. */
  document: RuleBookDocument,
  /** With all that it derives from taken in, and what it derives from without itself. */
  whole: NamedBook,
  inherited: NamedBook,
  version: z.int(),
});
export type BookView = z.infer<typeof BookView>;

/** One change of a house book; an absent `change` or `check` takes back what the book says. */
export const BookChange = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('rule'), code: z.string().max(80), change: RuleChange.optional() }),
  z.object({ kind: z.literal('house check'), id: z.string().max(60), check: HouseCheck.optional() }),
  z.object({ kind: z.literal('from'), from: z.string().max(80) }),
]);

export const listBooks = route({ method: 'GET', path: '/api/rule-books', answer: z.array(BookEntry) });

/** Adds a house book that derives from another and says nothing otherwise yet. */
export const addBook = route({
  method: 'POST',
  path: '/api/rule-books',
  body: z.object({ name: Name, from: z.string() }),
  answer: z.object({ id: z.string() }),
});

export const readBook = route({ method: 'GET', path: '/api/rule-books/[id]', answer: BookView });

export const renameBook = route({
  method: 'PUT',
  path: '/api/rule-books/[id]',
  body: z.object({ name: Name }),
  answer: z.object({ name: z.string() }),
});

/** Takes a house book out that no profile names and no other book derives from. */
export const removeBook = route({
  method: 'DELETE',
  path: '/api/rule-books/[id]',
  answer: z.object({ removed: z.literal(true) }),
});

/** Changes a house book as it stands on a version; 409 with the book as it is when somebody else has changed it. */
export const changeBook = route({
  method: 'PUT',
  path: '/api/rule-books/[id]/changes',
  body: z.object({ version: z.int(), change: BookChange }),
  answer: BookView,
});

/** Has a profile name another rule book. */
export const chooseBook = route({
  method: 'PUT',
  path: '/api/profiles/[id]/rules',
  body: z.object({ book: z.string() }),
  answer: ProfileView,
});

/** Which formats and drawings are looked at: those that follow the book, or all of the office as if they did. */
export const CountScope = z.enum(['following', 'all']);
export type CountScope = z.infer<typeof CountScope>;

const Sum = z.object({ found: z.int(), added: z.int(), settled: z.int() });

/** How far a count is, and what it has come to: by check, of formats and of drawings. */
export const CountView = z.object({
  id: z.string(),
  state: z.enum(['waiting', 'running', 'done', 'stopped', 'failed']),
  trouble: z.string().optional(),
  scope: CountScope,
  /** Formats and drawings, in all and done. */
  things: z.int(),
  done: z.int(),
  /** A second. */
  rate: z.number(),
  checks: z.record(z.string(), z.object({ formats: Sum, drawings: Sum })),
  /** The book has been changed since. */
  outdated: z.boolean(),
});
export type CountView = z.infer<typeof CountView>;

const counts = '/api/rule-books/[id]/counts';

/** The newest count of a book, and the newest look ahead at a change of it. */
export const readCounts = route({
  method: 'GET',
  path: counts,
  answer: z.object({
    count: CountView.nullable(),
    ahead: CountView.nullable(),
    /** How many formats and drawings there are to look at. */
    things: z.object({ following: z.int(), all: z.int() }),
  }),
});
export type BookCounts = z.infer<typeof readCounts.answer>;

/** Counts what a book finds; with a change, what that would add and settle. One count of a book goes on at a time, and one look ahead of each person: it ends the one before. */
export const startCount = route({
  method: 'POST',
  path: counts,
  body: z.object({ scope: CountScope, change: BookChange.optional() }),
  answer: CountView,
});

export const stopCount = route({
  method: 'DELETE',
  path: counts,
  query: z.object({ of: z.enum(['count', 'ahead']) }),
  answer: z.object({ stopped: z.literal(true) }),
});

/** What a check has found on one format or drawing. */
export const CountedThing = Sum.extend({
  of: z.enum(['format', 'drawing']),
  id: z.string(),
  /** The format's name, or the drawing's number. */
  name: z.string(),
  title: z.string().optional(),
  cases: z.array(
    z.object({
      finding: Finding,
      sizeId: z.string(),
      specimen: z.string().optional(),
      variant: z.string().optional(),
    }),
  ),
});
export type CountedThing = z.infer<typeof CountedThing>;

/** The formats and drawings with findings of a check, the worst first, in pages. */
export const listCases = route({
  method: 'GET',
  path: '/api/rule-books/[id]/cases',
  query: z.object({
    check: z.string().max(80),
    of: z.enum(['count', 'ahead']).default('count'),
    after: z.string().max(600).optional(),
  }),
  answer: pageOf(CountedThing),
});

/** Words that titles of the office begin with or end their first part with, and how many do, the most frequent first. */
export const listNouns = route({
  method: 'GET',
  path: '/api/rule-books/nouns',
  answer: z.array(z.object({ word: z.string(), titles: z.int() })),
});
