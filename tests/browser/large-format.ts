import type { FormatDocument } from '../../src/core/format/document';
import { emptyGrid } from '../../src/core/format/ready-parts';
import { partStyle, startFromStandard } from '../../src/core/format/starting';

/** A format of A0 and A3 with a block of 500 filled cells on A0 only, and an ordinary title block on A3 only. */
export function largeFormat(id: string, name: string): FormatDocument {
  let n = 0;
  const newId = () => `large-${++n}`;
  const started = startFromStandard(
    { id, name, standard: 'iso', sizes: ['iso-a0-landscape', 'iso-a3-landscape'], zones: true, titleBlock: 'full' },
    newId,
  );
  if (!started.ok) throw new Error(started.reason);
  const style = partStyle(started.document);
  const grid = emptyGrid('Large block', 25, 20, { width: 40, height: 12 }, style, newId);
  const [title] = started.document.blocks;
  const caption = title!.cells.find((cell) => cell.caption)!.caption!;
  return {
    ...started.document,
    blocks: [
      { ...title!, condition: { sizes: ['iso-a3-landscape'] } },
      {
        ...grid,
        id: 'large-block',
        condition: { sizes: ['iso-a0-landscape'] },
        cells: grid.cells.map((cell, i) => ({
          ...cell,
          id: `cell-${i}`,
          caption: { ...caption, text: `CELL ${i}` },
          contents: [{ parts: [{ kind: 'linked' as const, property: i % 2 ? 'title' : 'mass' }] }],
        })),
      },
    ],
  };
}
