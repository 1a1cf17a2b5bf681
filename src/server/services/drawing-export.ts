import { TRIAL } from '../../core/drawing/drawing';
import { lackingWords } from '../../core/drawing/finishing';
import { drawnSheets, sheetTitle } from '../../core/drawing/sheets';
import type { ExportKind } from '../../core/exchange/export-kinds';
import type { ExportedFile } from '../../core/exchange/written-sheets';
import { dxfPrompts } from '../../core/exchange/dxf-prompts';
import { canonicalHash } from '../../core/format/canonical';
import { languageOf } from '../../core/property/language';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import { resourcesFor } from '../../core/scene/resources';
import { database } from '../database';
import { findDrawing, keepItems } from '../repositories/drawings';
import { printsOf, wrongOn } from './drawing-prints';
import { GONE, drawingAtHand, registerColumns } from './drawing-sources';
import { writeSheets } from './writing';
import { ServiceError } from './service-error';
import { asItStands } from './signatures-standing';

/**
 * Writes all sheets of a drawing as a file. Parts without an item number get theirs, which they keep: they are on paper now.
 * @throws ServiceError 422 with `open`, the names of what is unanswered, and `lacking`, what is wrong on its sheets, unless that is
 *   taken `as it is`
 */
export async function exportDrawing(
  id: string,
  { kind, asItIs }: { kind: ExportKind; asItIs: boolean },
): Promise<ExportedFile> {
  const kept = await findDrawing(database, id);
  if (!kept) throw GONE();
  const at = await drawingAtHand(database, kept);
  const { row } = await asItStands(database, kept, at);
  const { open, title } = registerColumns(row, at);
  const { items } = drawnSheets(row, at.sources);
  const prints = await printsOf(database, { ...row, items }, at);
  const lacking = wrongOn(prints);
  if (open.length + lacking.length > 0 && !asItIs) {
    const unanswered = open.length > 0 ? [`Still unanswered: ${open.join(', ')}.`] : [];
    throw new ServiceError(422, [...unanswered, ...lacking.map(lackingWords)].join(' '), { open, lacking });
  }
  if (canonicalHash(items) !== canonicalHash(row.items)) await keepItems(database, id, items);
  // What was finished before a DXF measured by the scales of its views is written as it was.
  const { frozen } = at.sources;
  const isMeasured = frozen === undefined || frozen.writing === 3;
  const sheets = prints.sheets.map(({ planned, scene, report }) => ({
    scene,
    report,
    ...(isMeasured && report.views && { views: report.views.placed }),
    prompts: dxfPrompts(planned.document, resourcesFor(planned.facts, prints.resources).properties),
    ...(prints.sheets.length > 1 && { name: sheetTitle(planned) }),
  }));
  const { facts } = prints.sheets[0]!.planned;
  const maker = row.answers[SUPPLIED.createdBy];
  const details = {
    title: `${row.number || TRIAL} ${title}`.trim(),
    date: facts.today,
    language: languageOf(facts),
    ...(maker !== undefined && { author: valueText(maker) }),
  };
  return writeSheets(sheets, kind, details, prints.files, at.profile);
}
