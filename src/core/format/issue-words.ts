import type { z } from 'zod';

/** Says in one sentence what the first of Zod's issues is and where. */
export function issueInWords(error: z.ZodError, what: string): string {
  const issue = error.issues[0]!;
  const place = issue.path.length > 0 ? `at ${issue.path.join(' › ')}` : 'as a whole';
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  return `${what} is not valid ${place}: ${issue.message}${more}.`;
}
