import { z } from 'zod';
import { BYTES, FILE, route } from './route';

/** What a thing of a package is. */
export const PackagedKind = z.enum([
  'property',
  'place',
  'rule book',
  'profile',
  'format',
  'starter',
  'picture',
  'font',
]);
export type PackagedKind = z.infer<typeof PackagedKind>;

/** What is done with a thing that is otherwise here: ours stays, theirs takes its place, or theirs comes under another name. */
export const ClashChoice = z.enum(['ours', 'theirs', 'both']);
export type ClashChoice = z.infer<typeof ClashChoice>;

/** A thing of a package beside what is here. */
export const PackagedItem = z.object({
  kind: PackagedKind,
  id: z.string(),
  name: z.string(),
  /** Not here yet, here just the same, or here otherwise. */
  status: z.enum(['new', 'same', 'clash']),
  /** The id of ours that has its name under another id: what refers to it refers to ours where that stays. */
  ours: z.string().optional(),
  /** What may be done with a clash, the safest first. */
  choices: z.array(ClashChoice),
});
export type PackagedItem = z.infer<typeof PackagedItem>;

/** Packs formats with all that they need, or the whole office. */
export const writePackage = route({
  method: 'POST',
  path: '/api/packages/pack',
  /** Ids of formats; absent: the whole office. */
  body: z.strictObject({ formats: z.array(z.string().max(80)).min(1).max(5000).optional() }),
  answer: FILE,
});

/** Looks into a package: what of it is new, the same, or otherwise here. Changes nothing. */
export const lookIntoPackage = route({
  method: 'POST',
  path: '/api/packages/look',
  body: BYTES,
  answer: z.object({ from: z.string(), items: z.array(PackagedItem) }),
});

/** Takes a package in: what is new, and of what clashes what was chosen. */
export const takePackage = route({
  method: 'POST',
  path: '/api/packages',
  /** Choices as JSON by kind and id, `format/workshop-sheets`; ours where nothing is said. */
  query: z.object({ choices: z.string().max(20_000).default('{}') }),
  body: BYTES,
  answer: z.object({ taken: z.int(), kept: z.int() }),
});
