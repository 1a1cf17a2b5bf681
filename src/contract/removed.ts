import { z } from 'zod';
import { pageOf, route } from './route';

/** For so many days what was removed can be brought back. */
export const KEPT_DAYS = 30;

export const RemovedKind = z.enum(['format', 'starter', 'profile', 'rule book', 'site', 'project', 'part']);
export type RemovedKind = z.infer<typeof RemovedKind>;

export const RemovedThing = z.object({
  number: z.int(),
  kind: RemovedKind,
  name: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
  /** Until when it can be brought back. */
  until: z.iso.datetime(),
});
export type RemovedThing = z.infer<typeof RemovedThing>;

/** What was removed and can still be brought back, the newest first, in pages. */
export const listRemoved = route({
  method: 'GET',
  path: '/api/office/removed',
  query: z.object({ after: z.string().max(600).optional() }),
  answer: pageOf(RemovedThing),
});

/** Brings something back whole. 409 when something else has its name or place by now, or what it refers to is gone. */
export const bringBack = route({
  method: 'POST',
  path: '/api/office/removed/[number]',
  answer: z.object({
    kind: RemovedKind,
    id: z.string(),
    name: z.string(),
    /** What is otherwise than before. */
    note: z.string().optional(),
  }),
});
