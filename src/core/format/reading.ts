import { z } from 'zod';
import type { PropertyDefinition } from '../property/definition';
import { type Outcome, refuse } from '../refusal';
import { upgraded } from '../upgrading';
import { documentDefects } from './defects';
import { FormatDocument } from './document';
import { DOCUMENT_CHAIN } from './upgrading/chain';

/** Says in one sentence what the first of Zod's issues is and where. */
export function issueInWords(error: z.ZodError, what: string): string {
  const issue = error.issues[0]!;
  const place = issue.path.length > 0 ? `at ${issue.path.join(' › ')}` : 'as a whole';
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  return `${what} is not valid ${place}: ${issue.message}${more}.`;
}

const Head = z.looseObject({ kind: z.literal('zonograph/format'), version: z.int() });

/**
 * Reads a format document from any JSON value: its kind, its version, from which it is upgraded, its shape, and what its shape
 * does not guarantee. The one door through which documents come in.
 *
 * @param properties the dictionary whose names documents of version 1 go by
 */
export function readDocument(
  json: unknown,
  properties: Iterable<PropertyDefinition> = [],
): Outcome<{ document: FormatDocument }> {
  const head = Head.safeParse(json);
  if (!head.success) return refuse('This is not a Zonograph format: it has no kind “zonograph/format” and version.');
  const newest = upgraded(head.data, DOCUMENT_CHAIN, { properties });
  if (!newest.ok) return newest;
  const parsed = FormatDocument.safeParse(newest.json);
  if (!parsed.success) return refuse(issueInWords(parsed.error, 'The format'));
  const [defect, ...others] = documentDefects(parsed.data);
  if (defect) return refuse(others.length > 0 ? `${defect.words} (and ${others.length} more)` : defect.words);
  return { ok: true, document: parsed.data };
}

/**
 * A document that was sound when it was stored, in the newest version: upgraded, and not checked again.
 * @throws when it is of a version that this Zonograph does not know
 */
export function storedDocument(json: unknown, properties: Iterable<PropertyDefinition>): FormatDocument {
  const newest = upgraded(json as { version: number }, DOCUMENT_CHAIN, { properties });
  if (!newest.ok) throw new Error(newest.reason);
  return newest.json as FormatDocument;
}
