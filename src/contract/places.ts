import { z } from 'zod';
import { Value, Values } from '../core/property/value';
import { route } from './route';

/** What of the office gives values by hand: sites of its organisation, projects. */
export const PlaceSource = z.enum(['organisation', 'project']);
export type PlaceSource = z.infer<typeof PlaceSource>;

const Name = z.string().trim().min(1).max(120);

/** A place of the office with its values by property id. */
export const OfficePlace = z.object({
  id: z.string(),
  source: PlaceSource,
  name: z.string(),
  values: Values,
  /** Of the sites the one that sheets print. */
  isDefault: z.boolean(),
});
export type OfficePlace = z.infer<typeof OfficePlace>;

export const listPlaces = route({ method: 'GET', path: '/api/office/places', answer: z.array(OfficePlace) });

/** A place by its name, to be chosen. */
export const PlaceChoice = z.object({ id: z.string(), name: z.string() });
export type PlaceChoice = z.infer<typeof PlaceChoice>;

/** The projects by name, without their values: an office may have thousands. */
export const listProjects = route({ method: 'GET', path: '/api/office/projects', answer: z.array(PlaceChoice) });

/** Adds a site or a project; with `copyOf` it begins with the values of another. */
export const addPlace = route({
  method: 'POST',
  path: '/api/office/places',
  body: z.object({ source: PlaceSource, name: Name, copyOf: z.string().optional() }),
  answer: OfficePlace,
});

/** Renames a place, or makes a site the one that sheets print. */
export const changePlace = route({
  method: 'PUT',
  path: '/api/office/places/[id]',
  body: z.object({ name: Name.optional(), isDefault: z.literal(true).optional() }),
  answer: OfficePlace,
});

/** Takes a place out that no format and no drawing names. */
export const removePlace = route({
  method: 'DELETE',
  path: '/api/office/places/[id]',
  answer: z.object({ removed: z.literal(true) }),
});

/** A drawing on which something no longer fits once a value of the office is another one: on which sheet, and what. */
const ForeseenDrawing = z.object({ id: z.string(), number: z.string(), sheet: z.int(), says: z.string() });
export type ForeseenDrawing = z.infer<typeof ForeseenDrawing>;

const ForeseenValue = z.object({
  /** Drawings in work that print the value. */
  drawings: z.int(),
  /** Those of them that are signed: what prints beside the signatures changes. */
  signed: z.int(),
  /** How many of them were composed with the new value, the newest first; of these, on how many something no longer fits. */
  lookedAt: z.int(),
  worse: z.int(),
  /** The first of those. */
  named: z.array(ForeseenDrawing),
});
export type ForeseenValue = z.infer<typeof ForeseenValue>;

/** What another value would do to drawings in work. Nothing is kept. */
export const foreseeValue = route({
  method: 'POST',
  path: '/api/office/places/[id]/foresight',
  body: z.object({ property: z.string(), value: Value.nullable() }),
  answer: ForeseenValue,
});

/**
 * Sets one value, if it is still what it was before; 409 with the place as it is when somebody else has changed it. For new drawings only:
 * those in work that print it keep the former one.
 */
export const changePlaceValue = route({
  method: 'PUT',
  path: '/api/office/places/[id]/values',
  body: z.object({
    property: z.string(),
    before: Value.nullable(),
    value: Value.nullable(),
    newDrawingsOnly: z.literal(true).optional(),
  }),
  answer: OfficePlace,
});

/** Who changed a place, when and how, the newest first. */
export const readPlaceChanges = route({
  method: 'GET',
  path: '/api/office/places/[id]/changes',
  answer: z.array(z.object({ who: z.string(), when: z.string(), words: z.string() })),
});
