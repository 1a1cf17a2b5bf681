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

/** Sets one value, if it is still what it was before; 409 with the place as it is when somebody else has changed it. */
export const changePlaceValue = route({
  method: 'PUT',
  path: '/api/office/places/[id]/values',
  body: z.object({ property: z.string(), before: Value.nullable(), value: Value.nullable() }),
  answer: OfficePlace,
});

/** Who changed a place, when and how, the newest first. */
export const readPlaceChanges = route({
  method: 'GET',
  path: '/api/office/places/[id]/changes',
  answer: z.array(z.object({ who: z.string(), when: z.string(), words: z.string() })),
});
