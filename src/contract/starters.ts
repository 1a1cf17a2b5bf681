import { z } from 'zod';
import { ModelKind } from '../core/property/facts';
import { StarterDocument } from '../core/starter/starter';
import { EditionState } from './formats';
import { route } from './route';

/** An edition of a starter. Released ones never change. */
export const StarterEdition = z.object({
  id: z.string(),
  number: z.int(),
  state: EditionState,
  version: z.int(),
  document: StarterDocument,
  /** What is new with it. */
  note: z.string(),
  changedBy: z.string(),
  changedAt: z.string(),
});
export type StarterEdition = z.infer<typeof StarterEdition>;

/** A starter with its editions, the newest first. */
export const StarterView = z.object({
  id: z.string(),
  editions: z.array(StarterEdition).min(1),
  /** The kinds of model whose drawings begin with it unless somebody chooses another one. */
  defaultFor: z.array(ModelKind),
});
export type StarterView = z.infer<typeof StarterView>;

export const listStarters = route({ method: 'GET', path: '/api/starters', answer: z.array(StarterView) });

/** Makes a starter, fresh or as a copy of another one's newest edition. */
export const makeStarter = route({
  method: 'POST',
  path: '/api/starters',
  body: z.object({ name: z.string().trim().min(1, 'it needs a name').max(80), from: z.string().max(40).optional() }),
  answer: z.object({ id: z.string() }),
});

export const readStarter = route({ method: 'GET', path: '/api/starters/[id]', answer: StarterView });

/** Saves the open edition, if it is still of that version; 409 with the starter as it is otherwise. */
export const saveStarter = route({
  method: 'PUT',
  path: '/api/starters/[id]',
  body: z.object({ version: z.int().min(1), document: z.unknown() }),
  answer: z.object({ version: z.int() }),
});

/** Takes a starter off that was never released. */
export const removeStarter = route({
  method: 'DELETE',
  path: '/api/starters/[id]',
  answer: z.object({ removed: z.literal(true) }),
});

/** Releases the open edition, opens the next one, withdraws the released one or restores it. */
export const moveStarter = route({
  method: 'POST',
  path: '/api/starters/[id]/state',
  body: z.discriminatedUnion('to', [
    z.object({ to: z.literal('released'), version: z.int().min(1), note: z.string().trim().max(1000) }),
    z.object({ to: z.literal('open') }),
    z.object({ to: z.literal('withdrawn') }),
    z.object({ to: z.literal('restored') }),
  ]),
  answer: StarterView,
});

/** Makes a starter the one that drawings of a kind of model begin with; none with null. */
export const defaultStarter = route({
  method: 'PUT',
  path: '/api/starters',
  body: z.object({ kind: ModelKind, starter: z.string().max(40).nullable() }),
  answer: z.array(StarterView),
});
