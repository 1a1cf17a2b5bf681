import { z } from 'zod';

const NOTHING = z.undefined();
type Nothing = typeof NOTHING;

/**
 * What one route takes and answers: the one description that the server's handler and the interface's requests are made from. The
 * names in brackets in its path are its parameters.
 */
export interface Route<
  A extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
> {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  path: string;
  /** What stands behind the question mark, as texts. */
  query: Q;
  /** JSON, or {@link BYTES}. */
  body: B;
  /** JSON, or {@link FILE}. */
  answer: A;
}

/** A body that is a file as it is, and an answer that is one. */
export const BYTES = z.custom<Uint8Array<ArrayBuffer>>((value) => value instanceof Uint8Array);
export const FILE = z.custom<Response>((value) => value instanceof Response);

export function route<A extends z.ZodType, B extends z.ZodType = Nothing, Q extends z.ZodType = Nothing>(given: {
  method: Route['method'];
  path: string;
  answer: A;
  body?: B;
  query?: Q;
}): Route<A, B, Q> {
  const { method, path, answer, body, query } = given;
  return { method, path, answer, body: body ?? (NOTHING as unknown as B), query: query ?? (NOTHING as unknown as Q) };
}

/** One page of a list: its entries, where the next one begins, and how many entries all pages have. */
export const pageOf = <T extends z.ZodType>(entry: T) =>
  z.object({ entries: z.array(entry), next: z.string().optional(), total: z.int() });

export interface Page<T> {
  entries: T[];
  next?: string | undefined;
  total: number;
}

/** How a list is asked for: what is searched for, and behind which page. */
export const ListQuery = z.object({ search: z.string().max(200).optional(), after: z.string().max(600).optional() });

/**
 * Why the server did not do what was asked. A conflict is always answered in the same way: with status 409 and, under `current`, the
 * thing as it is now.
 */
export const Refused = z.looseObject({
  reason: z.string(),
  /** The database does not answer, or has too much to do: it may be tried again, and nothing is lost meanwhile. */
  databaseAway: z.boolean().optional(),
  busy: z.boolean().optional(),
  current: z.unknown().optional(),
});
export type Refused = z.infer<typeof Refused>;

/** Who saves and what was done, for the record: one sitting is one visit to a screen. */
export const Sitting = { sitting: z.uuid(), words: z.array(z.string().max(500)).max(500) };
