import { z } from 'zod';
import { Value } from '../property/value';

/** A value that a drawing no longer prints since it was moved, and keeps: an answer, or a value that was overruled. */
export const Aside = z.object({
  of: z.enum(['answer', 'overruled']),
  /** The key of the question, or the id of the property. */
  key: z.string().min(1).max(80),
  /** What that is called. */
  name: z.string(),
  value: Value,
  /** The format and the edition that it was given on. */
  from: z.string(),
});
export type Aside = z.infer<typeof Aside>;
