import type { ExportKind } from '../../../core/exchange/export-kinds';
import { exportSheet } from '../../../contract/formats';
import { type Outcome, refuse } from '../../../core/refusal';
import { askForFile } from '../../data/request';
import { saveFile } from '../../data/save-file';
import type { OpenBoard } from '../board-store';

/** Writes the sheet as it is on the desk to a file of a kind, or says why it cannot. */
export async function exportFromDesk({ board }: OpenBoard, kind: ExportKind): Promise<Outcome<object>> {
  const { document, format, sizeId, show, rows, filled, asFor } = board;
  const following = asFor.sheet === 'following';
  const edition = format.edition.id;
  const body = { kind, document, edition, sizeId, show, rows, ...filled, following, as: asFor.kind };
  try {
    await saveFile(await askForFile(exportSheet, { body }), `sheet.${kind}`);
    return { ok: true };
  } catch (error) {
    return refuse((error as Error).message);
  }
}
