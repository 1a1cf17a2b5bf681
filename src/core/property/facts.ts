import { z } from 'zod';
import { Value, Values } from './value';

/** A named alternative of a model; its values stand before the model's. */
export const Variant = z.object({ name: z.string().trim().min(1).max(80), values: Values });
export type Variant = z.infer<typeof Variant>;

export const ModelKind = z.enum(['part', 'assembly']);
export type ModelKind = z.infer<typeof ModelKind>;

const NamedValues = z.object({ name: z.string().max(120), values: Values });

/**
 * All that a sheet is filled from, but the sheet's own data, which compose() knows. Nothing on a sheet depends on
 * anything else: no clock, no locale of the machine.
 */
export const Facts = z.object({
  model: z
    .object({
      name: z.string().max(120),
      kind: ModelKind,
      values: Values,
      /** What is computed from the model: its total mass. Found after the model's own values. */
      derived: Values.optional(),
      /** Components, by name, that have no mass: the total is not known. */
      withoutMass: z.array(z.string()).optional(),
    })
    .optional(),
  variant: Variant.optional(),
  drawing: NamedValues.optional(),
  /** Linked values that are overruled on the drawing, by property id. */
  overruled: z.record(z.string(), Value).optional(),
  /** *drawing*: an asked value prints its answer or what the format says of a missing one, never a default or sample. */
  purpose: z.enum(['proof', 'drawing']).optional(),
  project: NamedValues.optional(),
  organisation: NamedValues.optional(),
  profile: NamedValues.optional(),
  /** YYYY-MM-DD */
  today: z.iso.date(),
  locale: z.object({ decimalMark: z.enum([',', '.']) }),
});
export type Facts = z.infer<typeof Facts>;
