import { z } from 'zod';
import { NamedBook } from '../rules/document';
import { PropertyDefinition } from './definition';
import { Value, Values } from './value';

/** A named alternative of a model; its values, by the names that the model gives them, stand before the model's. */
export const Variant = z.object({ name: z.string().trim().min(1).max(80), values: Values });
export type Variant = z.infer<typeof Variant>;

export const ModelKind = z.enum(['part', 'assembly']);
export type ModelKind = z.infer<typeof ModelKind>;

/** What one place gives: its values by property id. */
const NamedValues = z.object({ name: z.string().max(120), values: Values });

/** Two values of one property that a model gives in different ways: by two of its names, or by one of them and its file. */
const Disagreement = z.object({
  property: z.string(),
  by: z.string(),
  says: z.string(),
  otherBy: z.string(),
  otherSays: z.string(),
});
export type Disagreement = z.infer<typeof Disagreement>;

const ModelFacts = z.object({
  name: z.string().max(120),
  kind: ModelKind,
  /** By property id. */
  values: Values,
  /** The model's own names of those properties that it calls otherwise than the dictionary, by property id. */
  spelled: z.record(z.string(), z.string()).optional(),
  /** What is computed from the model, by property id. Found after the model's own values. */
  derived: Values.optional(),
  /** Components, by name, that have no mass: the total is not known. */
  withoutMass: z.array(z.string()).optional(),
  /** What the shape of a part that says its mass weighs, kg. */
  shapeMass: z.number().optional(),
  disagreeing: z.array(Disagreement).optional(),
});

const VariantFacts = ModelFacts.pick({ name: true, values: true, spelled: true });

/** A row of a growing table: its own values by property id, and for a parts list the component it is about. */
export const TableRow = z.object({
  /** What messages and traces call it: item 3, revision B. */
  name: z.string().max(200),
  values: Values,
  model: ModelFacts.optional(),
  variant: VariantFacts.optional(),
});
export type TableRow = z.infer<typeof TableRow>;

/** Why an assembly has no parts list. */
export const PartsTrouble = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('component not there'), assembly: z.string(), component: z.string() }),
  z.object({ kind: z.literal('holds itself'), model: z.string() }),
  z.object({ kind: z.literal('too many rows'), model: z.string(), most: z.int() }),
]);
export type PartsTrouble = z.infer<typeof PartsTrouble>;

/** A parts list as a table asks for it, told by {@link partsKey}. */
export const PartsFacts = z.object({
  rows: z.array(TableRow),
  /** Components that have no part number, by name. */
  withoutNumber: z.array(z.string()),
  /** Part numbers that several models or variants have, which are therefore one row. */
  shared: z.array(z.object({ number: z.string(), by: z.array(z.string()) })).optional(),
  /** Why there is no list. */
  trouble: PartsTrouble.optional(),
});
export type PartsFacts = z.infer<typeof PartsFacts>;

/**
 * All that a sheet is filled from, but the sheet's own data, which compose() knows. Nothing on a sheet depends on
 * anything else: no clock, no locale of the machine.
 */
export const Facts = z.object({
  model: ModelFacts.optional(),
  variant: VariantFacts.optional(),
  drawing: NamedValues.optional(),
  /** Linked values that are overruled on the drawing, by property id. */
  overruled: z.record(z.string(), Value).optional(),
  /** *drawing*: an asked value prints its answer or what the format says of a missing one, never a default or sample. */
  purpose: z.enum(['proof', 'drawing']).optional(),
  /** A drawing on an open edition: its sheets are marked. */
  trial: z.literal(true).optional(),
  /** The revisions of the drawing, the oldest first. */
  revisions: z.array(TableRow).optional(),
  /** Parts lists of the model by the rule they follow. */
  parts: z.record(z.string(), PartsFacts).optional(),
  /** The row that a cell of a growing table stands in: its values come before those of every place but the model. */
  row: TableRow.optional(),
  project: NamedValues.optional(),
  organisation: NamedValues.optional(),
  /** With the unit of what is drawn, and the widths of its line group, mm. */
  profile: NamedValues.extend({
    unit: z.enum(['mm', 'in']).optional(),
    lineGroup: z.array(z.number()).optional(),
  }).optional(),
  /** The rule book that findings follow; absent: the standard's. */
  rules: NamedBook.optional(),
  /** Definitions that were frozen with the edition, by property id: they hold instead of the dictionary's. */
  definitions: z.record(z.string(), PropertyDefinition).optional(),
  /** YYYY-MM-DD */
  today: z.iso.date(),
  locale: z.object({ decimalMark: z.enum([',', '.']) }),
});
export type Facts = z.infer<typeof Facts>;
