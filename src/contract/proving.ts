import { z } from 'zod';
import { Finding, FindingCode } from '../core/findings/finding';
import { route } from './route';

const Verdict = z.object({
  sign: z.enum(['●', '▲', '■']),
  of: z.union([FindingCode, z.enum(['fits', 'not composed'])]),
});

/** How far the newest run over all specimens is, and what it came to. */
export const ProvingView = z.object({
  state: z.enum(['waiting', 'running', 'done', 'stopped', 'failed']),
  trouble: z.string().optional(),
  proofs: z.int(),
  done: z.int(),
  /** Proofs a second. */
  rate: z.number(),
  counts: z.object({ '●': z.int(), '▲': z.int(), '■': z.int() }),
  /** The proofs that do not just fit, the worst first. */
  worst: z.array(
    z.object({
      specimen: z.string(),
      name: z.string(),
      variant: z.string().optional(),
      sizeId: z.string(),
      verdict: Verdict,
      findings: z.array(Finding),
    }),
  ),
  /** Whether the format has been changed since. */
  outdated: z.boolean(),
});
export type ProvingView = z.infer<typeof ProvingView>;

const path = '/api/formats/[id]/proving';

/** The newest run over all specimens, or null. */
export const readProving = route({ method: 'GET', path, answer: ProvingView.nullable() });

export const startProving = route({ method: 'POST', path, answer: ProvingView });

export const stopProving = route({ method: 'DELETE', path, answer: ProvingView.nullable() });
