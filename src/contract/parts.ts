import { z } from 'zod';
import { Part } from '../core/format/part';
import { route } from './route';

/** A part on the shelf of parts. */
export const KeptPart = z.object({ id: z.string(), part: Part, madeBy: z.string() });
export type KeptPart = z.infer<typeof KeptPart>;

export const listParts = route({ method: 'GET', path: '/api/parts', answer: z.array(KeptPart) });

/** Keeps blocks as a part. 409 for a name that another part has. */
export const keepPart = route({
  method: 'POST',
  path: '/api/parts',
  body: z.object({ part: z.unknown() }),
  answer: z.object({ id: z.string() }),
});

export const removePart = route({
  method: 'DELETE',
  path: '/api/parts/[id]',
  answer: z.object({ removed: z.literal(true) }),
});
