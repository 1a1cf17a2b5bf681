import { z } from 'zod';
import { ModelKind } from '../core/property/facts';
import { Moves } from '../core/specimen/moves';
import { Specimen } from '../core/specimen/specimen';
import { BYTES, FILE, ListQuery, Sitting, pageOf, route } from './route';

/** A specimen as lists name it. */
export const SpecimenEntry = z.object({
  id: z.string(),
  name: z.string(),
  model: ModelKind,
  variants: z.array(z.string()),
});
export type SpecimenEntry = z.infer<typeof SpecimenEntry>;

/** A specimen as it is stored, with the version a change is made on. */
export const SpecimenRow = z.object({ specimen: Specimen, version: z.int() });
export type SpecimenRow = z.infer<typeof SpecimenRow>;

/** The specimens by name, in pages. */
export const listSpecimens = route({
  method: 'GET',
  path: '/api/specimens',
  query: ListQuery.extend({ model: ModelKind.optional() }),
  answer: pageOf(SpecimenEntry),
});

/** A specimen, the version a change is made on, and all that it is made of. */
export const readSpecimen = route({
  method: 'GET',
  path: '/api/specimens/[id]',
  answer: SpecimenRow.extend({ components: z.array(Specimen) }),
});

/** Specimens with all that they are made of, by their ids. */
export const readModels = route({
  method: 'POST',
  path: '/api/specimens/models',
  body: z.object({ ids: z.array(z.string().max(80)).max(100) }),
  answer: z.array(Specimen),
});

/** Which of some ids there are specimens of. */
export const findKnown = route({
  method: 'POST',
  path: '/api/specimens/known',
  body: z.object({ ids: z.array(z.string().max(80)).max(5000) }),
  answer: z.array(z.string()),
});

/** Takes over models that were read from a file. */
export const importModels = route({
  method: 'POST',
  path: '/api/specimens',
  body: z.object({ models: z.array(z.unknown()) }),
  answer: z.object({ added: z.int(), changed: z.int() }),
});

/** Replaces a specimen made on a version; 409 with the one there is when it has moved on. */
export const changeSpecimen = route({
  method: 'PUT',
  path: '/api/specimens/[id]',
  body: z.object({ specimen: z.looseObject({ id: z.string() }), version: z.int().min(1), ...Sitting }),
  answer: z.object({ version: z.int() }),
});

/** Has a model say another text for a property, wherever it says the one there was; 409 when it says that no more. */
export const sayOfSpecimen = route({
  method: 'PUT',
  path: '/api/specimens/[id]/values',
  body: z.object({
    property: z.string().max(80),
    was: z.string().max(2000),
    value: z.string().trim().min(1).max(2000),
  }),
  answer: z.object({ version: z.int() }),
});

/** Keeps with an assembly how far its parts are moved where it is pulled apart; none: as is proposed. */
export const keepApart = route({
  method: 'PUT',
  path: '/api/specimens/[id]/apart',
  body: z.object({ apart: Moves }),
  answer: z.object({ version: z.int() }),
});

/** Keeps the file that models' shapes were read from: the body is the file. */
export const takeShape = route({
  method: 'POST',
  path: '/api/shapes',
  query: z.object({ name: z.string().max(200).default('model.step') }),
  body: BYTES,
  answer: z.object({ hash: z.string() }),
});

/** The file that a model's shape was read from. */
export const readShape = route({ method: 'GET', path: '/api/shapes/[hash]', answer: FILE });

/** What is known of the office's model store: when it was heard, and what it changed last. */
export const StoreStatus = z.object({
  followed: z.boolean(),
  askedAt: z.string().optional(),
  answeredAt: z.string().optional(),
  trouble: z.string().optional(),
  models: z.array(
    z.object({ specimen: z.string(), etag: z.string(), changedAt: z.string(), changes: z.array(z.string()) }),
  ),
});
export type StoreStatus = z.infer<typeof StoreStatus>;

export const readStore = route({ method: 'GET', path: '/api/store', answer: StoreStatus });

/** Has the store asked at once. */
export const askStore = route({ method: 'POST', path: '/api/store', answer: StoreStatus });
