'use client';

import { VisuallyHidden } from '@chakra-ui/react';
import { counted } from '../../../core/counted';
import type { Report } from '../../../core/scene/report';
import { useBoard } from '../board-store';
import { selectedIds } from '../commands/selection';

/** Says where one is on the sheet, to whoever does not see it: the row, the column, the caption and what is printed. */
export function Spoken({ report }: { report: Report }) {
  const words = useBoard(({ document, selection }) => {
    if (selection.kind === 'frame') return 'Frame and zones';
    if (!('block' in selection)) return '';
    const block = document.blocks.find(({ id }) => id === selection.block);
    const cell = block?.cells.find(({ id }) => selection.kind === 'cell' && id === selection.cell);
    if (!block) return '';
    if (!cell)
      return `Block ${block.name}, ${counted(block.columns.length, 'column')}, ${counted(block.rows.length, 'row')}`;
    const printed = report.cells.find(({ id }) => id === cell.id)?.text.replaceAll('\n', ' ') ?? '';
    const others = selectedIds(selection).length - 1;
    return [
      `Row ${cell.row + 1}, column ${cell.column + 1} of ${block.name}`,
      cell.caption?.text ? `caption ${cell.caption.text}` : 'no caption',
      printed === '' ? 'empty' : printed,
      ...(others > 0 ? [`${counted(others, 'other cell')} selected too`] : []),
    ].join(', ');
  });
  return (
    <VisuallyHidden aria-live="polite" data-testid="spoken">
      {words}
    </VisuallyHidden>
  );
}

/** What stands on the sheet, in one sentence. */
export function describedSheet({ sheet, blocks, cells, findings }: Report): string {
  const open = findings.filter(({ accepted }) => accepted === undefined).length;
  const filled = cells.filter(({ text }) => text !== '').length;
  return `${sheet.name}, ${sheet.width} by ${sheet.height} mm: ${counted(blocks.length, 'block')}, ${counted(filled, 'cell')} with text, ${counted(open, 'finding')}.`;
}
