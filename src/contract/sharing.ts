import { z } from 'zod';
import { route } from './route';

/** Accounts under one name. */
export const Group = z.object({
  id: z.string(),
  name: z.string().trim().min(1, 'a group needs a name').max(80, 'a name takes 80 characters'),
  /** Ids of accounts. */
  members: z.array(z.string().max(36)).max(2000),
});
export type Group = z.infer<typeof Group>;

export const listGroups = route({ method: 'GET', path: '/api/groups', answer: z.array(Group) });

/** Adds a group, or changes the one of that id. */
export const keepGroup = route({
  method: 'PUT',
  path: '/api/groups',
  body: Group.extend({ id: z.string().max(36).optional() }),
  answer: Group,
});

/** Takes a group away; formats that were limited to it alone are limited to nobody but administrators then. */
export const removeGroup = route({
  method: 'DELETE',
  path: '/api/groups/[id]',
  answer: z.object({ removed: z.literal(true) }),
});

/** Accounts and groups that something is limited to. */
const Limit = z.object({
  accounts: z.array(z.string().max(36)).max(500),
  groups: z.array(z.string().max(36)).max(500),
});
export type Limit = z.infer<typeof Limit>;

/** By whom a format is used on drawings, and by which administrators it is changed; null: by all whose role may. */
export const Sharing = z.object({ use: Limit.nullable(), change: Limit.nullable() });
export type Sharing = z.infer<typeof Sharing>;

/** Those whom a format may be limited to. */
const Candidates = z.object({
  accounts: z.array(z.object({ id: z.string(), name: z.string(), isAdministrator: z.boolean() })),
  groups: z.array(z.object({ id: z.string(), name: z.string() })),
});

export const readSharing = route({
  method: 'GET',
  path: '/api/formats/[id]/sharing',
  answer: z.object({ sharing: Sharing, candidates: Candidates }),
});

export const changeSharing = route({
  method: 'PUT',
  path: '/api/formats/[id]/sharing',
  body: Sharing,
  answer: Sharing,
});
