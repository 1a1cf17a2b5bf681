import { z } from 'zod';

/** What fitting did, or may do, to a text: squeeze its letters to a share of their width, wrap it, take a lower height (mm). */
export const FitUse = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('stepped down'), height: z.number() }),
  z.object({ kind: z.literal('wrapped'), lines: z.int() }),
  z.object({ kind: z.literal('squeezed'), to: z.number() }),
]);
export type FitUse = z.infer<typeof FitUse>;
