import { z } from 'zod';
import { isPlain } from '../plain-id';
import { issueInWords } from '../format/issue-words';
import { ModelKind, Variant } from '../property/facts';
import { Values } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { type Chain, upgraded } from '../upgrading';
import { Moves } from './moves';
import { Shape } from './shape';

/** One component of an assembly: how many of which model, in which variant. */
export const Component = z.object({
  specimen: z.string().min(1).max(80),
  variant: z.string().max(80).optional(),
  quantity: z.number().positive().max(100000),
});
export type Component = z.infer<typeof Component>;

/** A model kept to prove formats with. */
export const Specimen = z.object({
  kind: z.literal('zonograph/specimen'),
  version: z.literal(1),
  id: z
    .string()
    .regex(/^[a-z0-9][a-z0-9-]*$/, 'use small letters, numerals and hyphens')
    .refine(isPlain, 'is not to be used as an id')
    .max(80),
  name: z.string().trim().min(1, 'a specimen needs a name').max(120),
  model: ModelKind,
  values: Values,
  variants: z.array(Variant).max(200),
  /**
   * What it was called before, by which files of shapes go on to call it; and variants that were removed, of which drawings print the last
   * values. The latest last.
   */
  former: z.object({ names: z.array(z.string().max(120)).max(20), variants: z.array(Variant).max(200) }).optional(),
  components: z.array(Component).max(5000),
  /** Of a part: whether sections of assemblies leave it whole; absent: as is usual for its name and form. */
  whole: z.boolean().optional(),
  /** Of an assembly: how far its parts are moved where it is pulled apart; those that are not named, as is proposed. */
  apart: Moves.optional(),
  shape: Shape.optional(),
  /** The shape of a folded part before it is folded. */
  flat: Shape.optional(),
});
export type Specimen = z.infer<typeof Specimen>;

const CHAIN: Chain<undefined> = { what: 'specimen', newest: 1, steps: {} };

/** Reads a specimen from any JSON value, whatever its version; variant names are distinct. */
export function readSpecimen(json: unknown): Outcome<{ specimen: Specimen }> {
  const head = z.looseObject({ version: z.int() }).safeParse(json);
  const newest = head.success ? upgraded(head.data, CHAIN, undefined) : undefined;
  if (newest && !newest.ok) return newest;
  const parsed = Specimen.safeParse(newest?.json ?? json);
  if (!parsed.success) return refuse(issueInWords(parsed.error, 'The specimen'));
  const names = parsed.data.variants.map((variant) => variant.name);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) return refuse(`The specimen has two variants named “${twice}”.`);
  if (parsed.data.model === 'part' && parsed.data.components.length > 0) {
    return refuse('A part has no components; only an assembly has.');
  }
  return { ok: true, specimen: parsed.data };
}

/** The variant of that name; undefined for none. */
export function variantOf(specimen: Specimen, name: string | undefined): Variant | undefined {
  return specimen.variants.find((variant) => variant.name === name);
}

/** The variant of that name, or, where it was removed, as it was last. */
export function lastVariantOf(specimen: Specimen, name: string | undefined): Variant | undefined {
  return variantOf(specimen, name) ?? specimen.former?.variants.find((variant) => variant.name === name);
}

/** Most former names and removed variants that are remembered of a model. */
const MOST_FORMER = { names: 20, variants: 200 };

/** A model as it is changed, with what is known of the names and variants that it had before and has no more. */
export function withFormer(before: Specimen, { former: _, ...after }: Specimen): Specimen {
  const names = [...(before.former?.names ?? []), before.name].filter((name) => name !== after.name);
  const variants = [...(before.former?.variants ?? []), ...before.variants].filter(
    ({ name }) => !variantOf(after, name),
  );
  if (names.length + variants.length === 0) return after;
  return {
    ...after,
    former: {
      names: [...new Set(names)].slice(-MOST_FORMER.names),
      variants: variants.slice(-MOST_FORMER.variants),
    },
  };
}
