import { z } from 'zod';
import { patternTrouble } from '../property/pattern';

/** How much a check weighs in a rule book. */
export const RuleWeight = z.enum(['off', 'note', 'warning', 'blocks release']);
export type RuleWeight = z.infer<typeof RuleWeight>;

/** What a limit of a check holds: a number, a text, or a list. */
export const LimitValue = z.union([
  z.number(),
  z.string().max(200),
  z.array(z.number()).max(100),
  z.array(z.string().trim().min(1).max(80)).max(2000),
]);
export type LimitValue = z.infer<typeof LimitValue>;

const Why = z.string().trim().min(1, 'say why the house differs').max(300);

/** What a house book says otherwise about a check of the book that it derives from, and why. */
export const RuleChange = z.object({
  weight: RuleWeight.optional(),
  limits: z.record(z.string().max(40), LimitValue).optional(),
  why: Why,
});
export type RuleChange = z.infer<typeof RuleChange>;

const Pattern = z
  .string()
  .min(1)
  .max(200)
  .superRefine((text, context) => {
    const trouble = patternTrouble(text);
    if (trouble) context.addIssue({ code: 'custom', message: trouble });
  });
const Texts = z.array(z.string().trim().min(1).max(120)).min(1).max(200);

/** What a house check demands of a property's value. */
export const Demand = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('is there') }),
  z.object({ kind: z.literal('is empty') }),
  z.object({ kind: z.literal('is one of'), texts: Texts }),
  z.object({ kind: z.literal('is none of'), texts: Texts }),
  z.object({ kind: z.literal('begins with'), texts: Texts }),
  z.object({ kind: z.literal('has the form'), pattern: Pattern }),
  z.object({ kind: z.literal('has at most'), characters: z.int().min(1).max(500) }),
  /** Numbers are of the property's own unit. */
  z.object({ kind: z.literal('is at least'), number: z.number() }),
  z.object({ kind: z.literal('is at most'), number: z.number() }),
  z.object({ kind: z.literal('is the same as'), property: z.string().min(1).max(80) }),
  z.object({ kind: z.literal('differs from'), property: z.string().min(1).max(80) }),
]);
export type Demand = z.infer<typeof Demand>;

/** A check that the house has built: a property, when it is looked at, and what is demanded of it. */
export const HouseCheck = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, 'a check needs a name').max(120),
  weight: RuleWeight,
  /** The property, by id. */
  property: z.string().min(1, 'choose a property').max(80),
  /** Of which models. */
  of: z.enum(['parts', 'assemblies', 'both']),
  demand: Demand,
  why: z.string().trim().max(300),
});
export type HouseCheck = z.infer<typeof HouseCheck>;

/** A house's rule book: the book that it derives from, what it says otherwise, and the house's own checks in their order. */
export const RuleBookDocument = z.object({
  version: z.literal(1),
  /** Id of the book that it derives from: a shipped one or another of the house. */
  from: z.string().min(1).max(80),
  /** By the code of a finding, or *house* and the id of an inherited house check. */
  changes: z.record(z.string().max(80), RuleChange),
  house: z.array(HouseCheck).max(200),
});
export type RuleBookDocument = z.infer<typeof RuleBookDocument>;

/** A book with its name, as facts and files carry it: one that derives from a shipped book, with all that lies between taken in. */
export const NamedBook = z.object({ name: z.string().max(120), document: RuleBookDocument });
export type NamedBook = z.infer<typeof NamedBook>;

/** The key of a change of an inherited house check. */
export const houseKey = (id: string): string => `house ${id}`;
