import { z } from 'zod';
import { issueInWords } from '../format/issue-words';
import { type Outcome, refuse } from '../refusal';
import { type Chain, upgraded } from '../upgrading';
import { SheetViews } from '../view/view';

const Name = z.string().trim().min(1, 'it needs a name').max(80);

/** Which model a sheet of a starter shows. */
export const Shows = z.discriminatedUnion('what', [
  /** The drawing's own. */
  z.object({ what: z.literal('main') }),
  /** Each of its components, a sheet each. */
  z.object({ what: z.literal('components') }),
  /** Each part in it that is made here, however deep, a sheet each. */
  z.object({ what: z.literal('parts made here') }),
  z.object({ what: z.literal('model'), specimen: z.string().min(1).max(80) }),
]);
export type Shows = z.infer<typeof Shows>;

/** One sheet of a starter. Those that show a part take the sheets' views by its form, where the starter has them. */
export const StarterSheet = z.object({
  id: z.string().min(1).max(40),
  name: z.string().trim().max(80),
  /** Another format than the starter's. */
  format: z.string().max(80).optional(),
  /** A size by name; absent: the smallest on which the views stand as they are wanted. */
  size: z.string().max(60).optional(),
  shows: Shows,
  views: SheetViews,
  /** What gives way where the views do not fit at their scale. */
  gives: z.enum(['scale', 'sheet']),
});
export type StarterSheet = z.infer<typeof StarterSheet>;

const Sheets = z
  .array(StarterSheet)
  .max(40, 'a starter has 40 sheets at most of a kind')
  .refine((sheets) => new Set(sheets.map(({ id }) => id)).size === sheets.length, 'two sheets have the same id');

/** The kinds of model that a starter has sheets for; a part whose form has none of its own takes those of parts. */
export const STARTER_KINDS = ['part', 'turned', 'flat', 'folded', 'assembly'] as const;
export const StarterKind = z.enum(STARTER_KINDS);
export type StarterKind = z.infer<typeof StarterKind>;

/** What a new drawing begins with. */
export const StarterDocument = z.object({
  kind: z.literal('zonograph/starter'),
  version: z.literal(1),
  name: Name,
  description: z.string().trim().max(500),
  category: z.string().trim().max(60),
  /** A format of the shelf; absent: the default one of the kind of model. */
  format: z.string().max(80).optional(),
  sheets: z.object({ part: Sheets, turned: Sheets, flat: Sheets, folded: Sheets, assembly: Sheets }),
  /** How a part is told to be turned or flat by the box about its shape. */
  telling: z.object({ turnedWithin: z.number().min(0).max(0.2), flatShare: z.number().min(0.01).max(0.9) }),
  /** What numbers of parts begin with that are made here; empty: all that have a shape are. */
  /** How much room is kept for dimensions about each view where sizes and scales are chosen, mm; absent: as usual. */
  room: z.number().min(0).max(100).optional(),
  madeHere: z.array(z.string().trim().min(1).max(20)).max(20),
});
export type StarterDocument = z.infer<typeof StarterDocument>;

const CHAIN: Chain<undefined> = { what: 'starter', newest: 1, steps: {} };

/** Reads a starter from any JSON value, whatever its version. */
export function readStarter(json: unknown): Outcome<{ starter: StarterDocument }> {
  const head = z.looseObject({ version: z.int() }).safeParse(json);
  const newest = head.success ? upgraded(head.data, CHAIN, undefined) : undefined;
  if (newest && !newest.ok) return newest;
  const parsed = StarterDocument.safeParse(newest?.json ?? json);
  return parsed.success ? { ok: true, starter: parsed.data } : refuse(issueInWords(parsed.error, 'The starter'));
}
