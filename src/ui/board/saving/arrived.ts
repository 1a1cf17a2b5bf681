import type { EditionView } from '../../../contract/formats';
import { canonicalHash } from '../../../core/format/canonical';
import type { FormatDocument } from '../../../core/format/document';
import { storedDocument } from '../../../core/format/reading';
import type { PropertyDefinition } from '../../../core/property/definition';

/**
 * The document, of those that this browser sent and got no answer for, that an edition has: the save arrived and its answer was lost, and
 * nobody else has changed anything since.
 */
export function sentAndStored(
  sent: readonly FormatDocument[],
  { hash }: Pick<EditionView, 'hash'>,
  properties: readonly PropertyDefinition[],
): FormatDocument | undefined {
  return sent.findLast((document) => canonicalHash(storedDocument(document, properties)) === hash);
}
