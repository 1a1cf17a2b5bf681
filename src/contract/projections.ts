import { z } from 'zod';
import { Projected, Projection } from '../core/view/projected';
import { route } from './route';

/** How it stands with projections that somebody wants; those that nobody has made yet are begun. */
export const wantProjections = route({
  method: 'POST',
  path: '/api/projections',
  body: z.object({ wanted: z.array(Projection).max(200, 'at most 200 projections are asked for at once') }),
  answer: z.array(
    z.object({
      id: z.string(),
      state: z.enum(['waiting', 'done', 'failed']),
      /** A preview from triangles, because the exact one takes long: that replaces it. */
      coarse: z.boolean(),
      trouble: z.string().optional(),
      /** What one that waits waits for: it is being made, other work is done first, or no worker process is running. */
      waitsFor: z.string().max(200).optional(),
    }),
  ),
});

/** Has projections that failed, or are previews, tried again at once. */
export const projectAgain = route({
  method: 'POST',
  path: '/api/projections/again',
  body: z.strictObject({ ids: z.array(z.string().max(64)).max(200) }),
  answer: z.null(),
});

/** A projection that is done. The exact one never changes. */
export const readProjection = route({ method: 'GET', path: '/api/projections/[id]', answer: Projected });
