import { type Outcome, refuse } from '../refusal';
import { documentDefects } from './defects';
import { FormatDocument } from './document';
import { issueInWords } from './issue-words';

/** What is wrong with documents that have been looked at; null for sound ones. Documents never change. */
const looked = new WeakMap<object, string | null>();

/** Why a document that has the right shape is not sound; undefined when it is. Looked at once for each document. */
function whyUnsound(document: FormatDocument): string | undefined {
  const known = looked.get(document);
  if (known !== undefined) return known ?? undefined;
  const [defect, ...others] = documentDefects(document);
  const more = others.length > 0 ? ` (and ${others.length} more)` : '';
  const reason = defect && `${defect.words}${more}`;
  looked.set(document, reason ?? null);
  return reason;
}

/** Refuses a document of the right shape with defects that its parts alone do not show, such as a docking circle. */
export function sound(document: FormatDocument): Outcome<{ document: FormatDocument }> {
  const reason = whyUnsound(document);
  return reason === undefined ? { ok: true, document } : refuse(reason);
}

/** Reads a document from any value: its shape with all its bounds, and what its shape does not guarantee. */
export function soundDocument(value: unknown): Outcome<{ document: FormatDocument }> {
  const parsed = FormatDocument.safeParse(value);
  return parsed.success ? sound(parsed.data) : refuse(issueInWords(parsed.error, 'The format'));
}

const composed = new WeakMap<object, Outcome<object>>();

/**
 * Whether a document can be laid out and composed. One that came in by a door is known to be; any other is looked at once, as a whole.
 * A size that has no drawing space is a matter of that size alone.
 */
export function composable(document: FormatDocument): Outcome<object> {
  if (looked.get(document) === null) return { ok: true };
  let known = composed.get(document);
  if (!known) composed.set(document, (known = lookedAt(document)));
  return known;
}

function lookedAt(document: unknown): Outcome<object> {
  const parsed = FormatDocument.safeParse(document);
  if (!parsed.success) return refuse(issueInWords(parsed.error, 'The format'));
  const defect = documentDefects(parsed.data).find(({ kind }) => kind !== 'no sheet');
  return defect ? refuse(defect.words) : { ok: true };
}
