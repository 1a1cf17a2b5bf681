import type { Block, Growth } from '../format/document';
import type { TableRow } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import { letteringOf } from './cell-room';
import { type Filling, contentText } from './content-text';

/** Every line of every note in its own row, numbered; a note without a value has none. */
export function noteRows(block: Block, growth: Growth, filling: Filling, sizeId: string): TableRow[] {
  const lettering = letteringOf(block.cells[0]!.lettering, filling, sizeId);
  const lines = (growth.notes ?? []).flatMap((property) => {
    const { paragraphs, traces } = contentText(
      [{ kind: 'linked', property, missing: { print: 'nothing', report: false } }],
      lettering,
      { ...filling, show: 'values' },
    );
    const has = traces.some(({ value }) => value !== undefined);
    return has ? paragraphs.flatMap(({ text }) => text.split(/;\s*/)).filter((line) => line.trim() !== '') : [];
  });
  return lines.map((line, i) => ({
    name: `note ${i + 1}`,
    values: { [SUPPLIED.noteNumber]: i + 1, [SUPPLIED.note]: line.trim() },
  }));
}
