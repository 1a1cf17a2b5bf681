import { sameCause } from '../findings/accepting';
import type { Finding } from '../findings/finding';
import type { FormatDocument } from '../format/document';

/** The document as it is released: without acceptances of findings that no proof has any more. */
export function clearedForRelease(
  document: FormatDocument,
  findings: readonly Finding[],
): { document: FormatDocument; cleared: NonNullable<FormatDocument['accepted']> } {
  const accepted = document.accepted ?? [];
  const cleared = accepted.filter((one) => !findings.some((finding) => sameCause(one, finding)));
  if (cleared.length === 0) return { document, cleared };
  const kept = accepted.filter((one) => !cleared.includes(one));
  const { accepted: _, ...rest } = document;
  return { document: kept.length > 0 ? { ...rest, accepted: kept } : rest, cleared };
}

/** How many changes a proposed note names. */
const NAMED = 6;

/** What a release's note says unless somebody writes another: what has changed, in words. */
export function proposedNote(changes: readonly string[]): string {
  const named = [...new Set(changes)];
  const more = named.length - NAMED;
  return more > 0 ? `${named.slice(0, NAMED).join('; ')}; and ${more} more` : named.join('; ');
}
