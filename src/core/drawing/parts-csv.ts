import { writeTable } from '../exchange/table';
import type { FormatDocument } from '../format/document';
import type { Report } from '../scene/report';

/** A composed sheet of a drawing. */
interface Sheet {
  document: FormatDocument;
  report: Pick<Report, 'blocks' | 'cells'>;
}

/**
 * The parts list of a drawing as a CSV text, as its sheets print it: its heading, and a row for each of its rows, those on following sheets behind
 * the others.
 *
 * @returns undefined for a drawing whose sheets print none
 */
export function partsCsv(sheets: readonly Sheet[]): string | undefined {
  let header: string[] | undefined;
  const rows: string[][] = [];
  for (const { document, report } of sheets)
    for (const block of document.blocks) {
      if (block.grow?.rows !== 'parts' || !report.blocks.some(({ id }) => id === block.id)) continue;
      const own = report.cells.filter((cell) => cell.block === block.id);
      const columns = block.cells
        .filter(({ contents }) =>
          contents.some((content) => 'parts' in content && content.parts.some(({ kind }) => kind === 'linked')),
        )
        .sort((a, b) => a.column - b.column);
      header ??= columns.map(({ column, columnSpan, id }) => headingOf(block, column, columnSpan, id));
      const printed = columns.map(({ id }) => own.filter((cell) => cell.id === id || cell.repeats === id));
      // Rows stand in the order in which the table grows.
      const lines = [...new Set(printed.flat().map(({ box }) => box.y))].sort((a, b) =>
        block.grow!.direction === 'up' ? a - b : b - a,
      );
      for (const y of lines)
        rows.push(printed.map((cells) => cells.find(({ box }) => box.y === y)?.text.replaceAll('\n', ' ') ?? ''));
    }
  return (
    header &&
    writeTable(
      header,
      rows.filter((row) => row.some((text) => text !== '')),
    )
  );
}

/** What heads a column: the fixed text over or under it. */
function headingOf(
  { cells }: FormatDocument['blocks'][number],
  column: number,
  columnSpan: number,
  pattern: string,
): string {
  const heading = cells.find((cell) => cell.id !== pattern && cell.column === column && cell.columnSpan === columnSpan);
  const texts = heading?.contents.flatMap((content) =>
    'parts' in content ? content.parts.flatMap((part) => (part.kind === 'fixed' ? [part.text] : [])) : [],
  );
  return texts?.join('') || (heading?.caption?.text ?? `Column ${column + 1}`);
}
