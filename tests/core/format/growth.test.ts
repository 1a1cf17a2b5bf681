import type { Block, Cell, EdgeLine } from '@/core/format/document';
import { tilingDefects } from '@/core/format/defects';
import { growBlock, growthTrouble, patternRow } from '@/core/format/growth';
import { applyStep } from '@/core/format/steps/step';
import fc from 'fast-check';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');
const table = (direction: 'up' | 'down', edges: EdgeLine[] = []): Block => {
  const made = format.blocks.find(({ id }) => id === (direction === 'up' ? 'parts-block' : 'revisions-block'))!;
  return { ...made, lines: { ...made.lines, edges } };
};
const grown = (block: Block, rows: number, sides = 1, fromRight = false) =>
  growBlock(
    block,
    block.grow!,
    {
      columns: block.columns.map(() => 10),
      rows: block.rows.map(() => 6),
      repeated: Array.from({ length: rows }, (_, k) => 6 + k),
    },
    Array.from({ length: sides }, (_, side) => Array.from({ length: rows }, (_, k) => ({ row: side * rows + k }))),
    fromRight,
  );
const thick = { width: 0.7, ink: 'black', type: 'continuous' as const };

test('one row is the block as the format has it, with its own ids', () => {
  for (const direction of ['up', 'down'] as const) {
    const block = table(direction);
    const { block: one, patterns } = grown(block, 1);
    expect(one.cells.map(({ id, row, column }) => [id, row, column]).sort()).toEqual(
      block.cells.map(({ id, row, column }) => [id, row, column]).sort(),
    );
    expect(one.rows.map(({ id }) => id)).toEqual(block.rows.map(({ id }) => id));
    expect([...patterns].every(([id, cell]) => cell.id === id)).toBe(true);
  }
});

test('every number of rows and columns of rows tiles its tracks, with ids of its own', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<'up' | 'down'>('up', 'down'),
      fc.integer({ min: 0, max: 12 }),
      fc.integer({ min: 1, max: 3 }),
      fc.boolean(),
      (direction, rows, sides, fromRight) => {
        const { block, rowsOf, columnsOf } = grown(table(direction), rows, sides, fromRight);
        expect(tilingDefects(block)).toEqual([]);
        for (const ids of [block.cells, block.rows, block.columns].map((all: { id: string }[]) =>
          all.map(({ id }) => id),
        ))
          expect(new Set(ids).size).toBe(ids.length);
        expect([rowsOf.length, columnsOf.length]).toEqual([block.rows.length, block.columns.length]);
      },
    ),
  );
});

test('rows stand away from the heading in their order, each of its own height', () => {
  const [down, up] = [grown(table('down'), 3), grown(table('up'), 3)];
  const order = ({ block, shown }: typeof down) =>
    block.rows.map((_, row) => {
      const shows = shown.get(block.cells.find((cell: Cell) => cell.row === row)!.id);
      return typeof shows === 'object' && 'row' in shows ? shows.row : 'heading';
    });
  expect([order(down), order(up)]).toEqual([
    ['heading', 0, 1, 2],
    [2, 1, 0, 'heading'],
  ]);
  expect(up.block.rows.map((track) => 'size' in track && track.size)).toEqual([8, 7, 6, 6]);
});

test('lines of their own stand at every row they belong to; between columns of rows runs the outline', () => {
  const block = table('down');
  const pattern = block.rows[patternRow(block, block.grow!)]!.id;
  const [first, second] = block.columns.map(({ id }) => id);
  const edges: EdgeLine[] = [
    { axis: 'column', after: first!, at: pattern, line: thick },
    { axis: 'row', after: pattern, at: second!, line: thick },
    { axis: 'column', after: null, at: pattern, line: thick },
  ];
  const own = grown(table('down', edges), 3).block.lines.edges.map(({ axis, after, at }) => [axis, after, at]);
  expect(own).toEqual([
    ['column', first, pattern],
    ['column', first, `${pattern}~1`],
    ['column', first, `${pattern}~2`],
    ['row', `${pattern}~2`, second],
    ['column', null, pattern],
    ['column', null, `${pattern}~1`],
    ['column', null, `${pattern}~2`],
  ]);
  const two = grown(table('down'), 2, 2).block;
  expect(two.lines.edges.map(({ after, line }) => [after, line.width])).toEqual(
    two.rows.map(() => [block.columns.at(-1)!.id, block.lines.outline.width]),
  );
});

describe('setting how a block grows', () => {
  const set = (id: string, change: object) => {
    const grow = { ...format.blocks.find((block) => block.id === id)!.grow!, ...change };
    const outcome = applyStep(format, { op: 'set block', block: id, change: { grow } });
    return outcome.ok ? 'done' : outcome.reason;
  };
  test('is refused with the reason where it cannot be', () => {
    expect(set('revisions-block', { least: 4 })).toBe('At least 4 rows are more than the most on A4, 3.');
    expect(set('parts-block', { whenFull: 'newest only' })).toMatch(/lists every part; when it is full it goes on/);
    expect(set('revisions-block', { least: 2 })).toBe('done');
  });
  test('a cell over the pattern and its heading keeps a block from growing', () => {
    const block = table('down');
    const [first] = block.cells;
    expect(growthTrouble({ ...block, cells: [{ ...first!, rowSpan: 2 }] }, block.grow!)).toMatch(
      /reaches over the row/,
    );
  });
  test('it can stop to grow', () => {
    const outcome = applyStep(format, { op: 'set block', block: 'revisions-block', change: { grow: null } });
    expect(outcome.ok && outcome.document.blocks.find(({ id }) => id === 'revisions-block')!.grow).toBeUndefined();
  });
});
