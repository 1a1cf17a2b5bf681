import { z } from 'zod';

const mm = z.number().min(-100_000).max(100_000);

/** How far parts of an assembly are moved from where they belong, by name, mm along the model's axes. */
export const Moves = z
  .record(z.string().min(1).max(500), z.tuple([mm, mm, mm]).readonly())
  .refine((moves) => Object.keys(moves).length <= 150, '150 parts at most can be moved');
export type Moves = z.infer<typeof Moves>;
