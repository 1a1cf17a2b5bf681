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
      /** Made from triangles, because the exact one took too long. */
      coarse: z.boolean(),
      trouble: z.string().optional(),
    }),
  ),
});

/** A projection that is done. It never changes. */
export const readProjection = route({ method: 'GET', path: '/api/projections/[id]', answer: Projected });
