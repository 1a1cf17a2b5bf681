import { z } from 'zod';
import { DisplayFormat } from './display';
import { isPlain } from '../plain-id';
import { isPattern } from './pattern';
import { Quantity } from './units';

/** Where a property's value comes from. */
export const Source = z.enum(['model', 'drawing', 'sheet', 'organisation', 'project', 'profile']);
export type Source = z.infer<typeof Source>;

export const PropertyType = z.enum(['text', 'number', 'date', 'choice', 'yes/no', 'person', 'picture']);
export type PropertyType = z.infer<typeof PropertyType>;

/** A named, typed datum of the dictionary. Links hold its id, so a rename keeps every link. */
export const PropertyDefinition = z
  .object({
    id: z
      .string()
      .regex(/^[a-z0-9][a-z0-9-]*$/, 'use small letters, numerals and hyphens')
      .refine(isPlain, 'is not to be used as an id')
      .max(80),
    name: z.string().trim().min(1, 'a property needs a name').max(80),
    type: PropertyType,
    source: Source,
    quantity: Quantity.optional(),
    /** The unit of a number given without one. */
    unit: z.string().max(12).optional(),
    /** Other names of the same datum in models, matched without case, spaces and punctuation. */
    aliases: z.array(z.string().trim().min(1).max(80)).max(40),
    /** Declared longest length in characters. */
    length: z.int().min(1).max(500).optional(),
    choices: z.array(z.string().max(120)).max(200).optional(),
    /** What a text must look like: a regular expression for the whole of it. */
    pattern: z.string().max(200).refine(isPattern, 'is not a regular expression').optional(),
    mustHave: z.object({ part: z.boolean(), assembly: z.boolean() }).optional(),
    description: z.string().max(500).optional(),
    /** How it is written where a link says nothing else. */
    display: DisplayFormat.optional(),
  })
  .refine((property) => !property.unit || property.type === 'number', {
    message: 'only a number has a unit',
    path: ['unit'],
  });
export type PropertyDefinition = z.infer<typeof PropertyDefinition>;

/** The display format of a property that has none of its own. */
export function usualDisplay(property: PropertyDefinition): DisplayFormat {
  if (property.display) return property.display;
  if (property.type === 'number') return { kind: 'number', showUnit: property.unit !== undefined };
  if (property.type === 'person') return { kind: 'person', form: 'full' };
  if (property.type === 'date') return { kind: 'date', pattern: 'yyyy-MM-dd' };
  return { kind: 'text' };
}
