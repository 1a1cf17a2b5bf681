import { z } from 'zod';
import { PropertyDefinition } from '../core/property/definition';
import { route } from './route';

export const PropertyRow = z.object({ definition: PropertyDefinition, version: z.int() });
export type PropertyRow = z.infer<typeof PropertyRow>;

/** A property as the dictionary lists it, with the version a change is made on. */
export const ListedProperty = PropertyRow.extend({
  /** How many cells of all formats print it. */
  uses: z.int(),
  /** How many models have it, and the longest of their values on record, the widest first; of model properties. */
  specimens: z.int(),
  longest: z.array(z.string()),
  /** A job is just moving everything that is linked to it to another property; then it goes. */
  merging: z.boolean(),
});
export type ListedProperty = z.infer<typeof ListedProperty>;

export const listProperties = route({
  method: 'GET',
  path: '/api/properties',
  answer: z.object({ entries: z.array(ListedProperty), specimens: z.int() }),
});

export const addProperty = route({
  method: 'POST',
  path: '/api/properties',
  body: z.object({ definition: z.unknown() }),
  answer: PropertyRow,
});

/** Adds and changes the properties of a file that was looked through. */
export const importProperties = route({
  method: 'PUT',
  path: '/api/properties',
  body: z.object({ definitions: z.unknown() }),
  answer: z.object({ added: z.int(), changed: z.int() }),
});

/** Replaces a property's definition made on a version. */
export const changeProperty = route({
  method: 'PUT',
  path: '/api/properties/[id]',
  body: z.object({ definition: z.looseObject({ id: z.string() }), version: z.int().min(1) }),
  answer: PropertyRow,
});

/** Merges a property into another one; the editions that use it are changed by a job. */
export const mergeProperty = route({
  method: 'POST',
  path: '/api/properties/[id]',
  body: z.object({ mergeInto: z.string() }),
  answer: z.object({ editions: z.int() }),
});

/** Takes a property out of the dictionary, unless a format uses it. */
export const removeProperty = route({
  method: 'DELETE',
  path: '/api/properties/[id]',
  answer: z.object({ removed: z.literal(true) }),
});

/** Where formats print a property, in words, and how many cells do. */
export const readUses = route({
  method: 'GET',
  path: '/api/properties/[id]/uses',
  answer: z.object({ places: z.array(z.string()), total: z.int() }),
});

/** How many drawings have answered a property or an asked value, by its key; with `format` those made on that format. */
export const readAnswered = route({
  method: 'GET',
  path: '/api/properties/[id]/answers',
  query: z.object({ format: z.string().optional() }),
  answer: z.object({ drawings: z.int() }),
});
