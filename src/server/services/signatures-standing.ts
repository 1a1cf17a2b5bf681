import { type Signature, currentSignatures, signedContent, withoutSigned } from '../../core/drawing/signing';
import { type Database, database } from '../database';
import { type DrawingRow, bearsSignatures } from '../repositories/drawings';
import { type DrawingAtHand, resourcesAt } from './drawing-sources';
import { ServiceError } from './service-error';

/** Whether reading and changing a drawing composes its sheets: one in work that is signed. */
export const composesWhenRead = (id: string): Promise<boolean> => bearsSignatures(database, id);

/** The hash of what a drawing prints beside its signatures. @throws ServiceError 422 when a sheet of it cannot be composed */
export async function contentOf(db: Database, row: DrawingRow, at: DrawingAtHand): Promise<string> {
  const { resources } = await resourcesAt(db, at);
  const documents = at.editions.map(({ document }) => document);
  const signed = signedContent(row, documents, at.sources, resources);
  if (!signed.ok) throw new ServiceError(422, signed.reason);
  return signed.content;
}

/**
 * A drawing in work without the signatures that are of something else than what it prints now, and those: they are taken off as soon as
 * the drawing is written again, and print nowhere until then. A finished drawing keeps what it was finished with.
 */
export async function asItStands<Row extends DrawingRow>(
  db: Database,
  row: Row,
  at: DrawingAtHand,
): Promise<{ row: Row; lapsed: Signature[] }> {
  const signatures = row.state === 'finished' ? [] : currentSignatures(row);
  if (signatures.length === 0) return { row, lapsed: [] };
  const content = await contentOf(db, row, at);
  const lapsed = signatures.filter((one) => one.content !== content);
  return { row: withoutSigned(row, lapsed), lapsed };
}
