import { z } from 'zod';
import { Id } from '../plain-id';

/**
 * A finding that the office has accepted, with the reason. It holds for the finding's code, its place, and those of its params
 * that make its cause. Which codes and params there are is the business of the checks, so that a format outlives a check.
 */
export const Acceptance = z.object({
  code: z.string().max(80),
  place: z.object({ block: Id.optional(), cell: Id.optional(), name: z.string().max(200).optional() }),
  params: z.record(z.string(), z.unknown()),
  reason: z.string().trim().min(1, 'a reason is needed').max(300),
});
export type Acceptance = z.infer<typeof Acceptance>;
