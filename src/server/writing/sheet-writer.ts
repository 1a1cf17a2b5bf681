/** Writes composed sheets as files, in a process of its own: see {@link writeSheets}. */
import type { ExportKind } from '../../core/exchange/export-kinds';
import type { PdfDetails } from '../../core/exchange/pdf';
import { type NamedSheet, writtenSheets } from '../../core/exchange/written-sheets';
import type { ProfileDocument } from '../../core/profile/document';
import { answerTasks } from '../processes/answer-tasks';

/** Composed sheets with all that their files carry. */
export interface ToWrite {
  sheets: readonly NamedSheet[];
  kind: ExportKind;
  details: PdfDetails;
  profile: ProfileDocument;
  /** The files of fonts by their ids, and of raster pictures by their hashes. */
  fonts: ReadonlyMap<string, Uint8Array>;
  pictures: ReadonlyMap<string, Uint8Array>;
}

answerTasks(({ sheets, kind, details, profile, fonts, pictures }: ToWrite) =>
  writtenSheets(
    sheets,
    kind,
    details,
    { font: (id) => fonts.get(id)!, picture: (hash) => pictures.get(hash)! },
    profile,
  ),
);
