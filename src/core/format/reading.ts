import { z } from 'zod';
import { type Outcome, refuse } from '../refusal';
import { documentDefects } from './defects';
import { DOCUMENT_VERSION, FormatDocument } from './document';

/** Says in one sentence what the first of Zod's issues is and where. */
export function issueInWords(error: z.ZodError, what: string): string {
  const issue = error.issues[0]!;
  const place = issue.path.length > 0 ? `at ${issue.path.join(' › ')}` : 'as a whole';
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  return `${what} is not valid ${place}: ${issue.message}${more}.`;
}

/**
 * Reads a format document from any JSON value: its kind and version, its shape, and what its shape does not guarantee.
 * The one door through which documents come in.
 */
export function readDocument(json: unknown): Outcome<{ document: FormatDocument }> {
  const head = z.looseObject({ kind: z.literal('zonograph/format'), version: z.number() }).safeParse(json);
  if (!head.success) return refuse('This is not a Zonograph format: it has no kind “zonograph/format” and version.');
  if (head.data.version > DOCUMENT_VERSION) {
    return refuse(
      `This format is of version ${head.data.version}; this Zonograph reads up to version ${DOCUMENT_VERSION}. Use a newer Zonograph.`,
    );
  }
  const parsed = FormatDocument.safeParse(json);
  if (!parsed.success) return refuse(issueInWords(parsed.error, 'The format'));
  const [defect, ...others] = documentDefects(parsed.data);
  if (defect) return refuse(others.length > 0 ? `${defect.words} (and ${others.length} more)` : defect.words);
  return { ok: true, document: parsed.data };
}
