import type { ExportKind } from '../../core/exchange/export-kinds';
import type { PdfDetails } from '../../core/exchange/pdf';
import type { SheetFiles } from '../../core/exchange/sheet-files';
import { type ExportedFile, type NamedSheet, writtenSheets } from '../../core/exchange/written-sheets';
import type { ProfileDocument } from '../../core/profile/document';
import { ServiceError } from './service-error';

/** Composed sheets as a file. @throws ServiceError 422 for what cannot be written */
export async function writeSheets(
  sheets: readonly NamedSheet[],
  kind: ExportKind,
  details: PdfDetails,
  files: SheetFiles,
  profile: ProfileDocument,
): Promise<ExportedFile> {
  const written = await writtenSheets(sheets, kind, details, files, profile);
  if (!written.ok) throw new ServiceError(422, written.reason);
  return written.file;
}
