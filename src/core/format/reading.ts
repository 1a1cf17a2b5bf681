import { z } from 'zod';
import type { PropertyDefinition } from '../property/definition';
import { type Outcome, refuse } from '../refusal';
import { upgraded } from '../upgrading';
import type { FormatDocument } from './document';
import { soundDocument } from './soundness';
import { DOCUMENT_CHAIN } from './upgrading/chain';

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
  return soundDocument(newest.json);
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
