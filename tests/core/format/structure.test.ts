import fc from 'fast-check';
import { documentDefects, tilingDefects } from '@/core/format/defects';
import type { Block, FormatDocument } from '@/core/format/document';
import { layBlocks } from '@/core/format/layout';
import { type Edge, edgesOf } from '@/core/format/steps/line-steps';
import { type Step, applyStep, stepWords } from '@/core/format/steps/step';
import { done } from '../../builders';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');
const space = { x: 20, y: 10, width: 390, height: 277 };
const look = { lettering: 'value', place: format.blocks[0]!.cells[0]!.place, fit: [] };
const line = format.blocks[0]!.lines.outline;

/** A block of equal fixed tracks, one cell a field, named by column and row: `c1r0`. */
function grid(columns: number, rows: number, size = 20): Block {
  const tracks = (name: string, count: number) =>
    Array.from({ length: count }, (_, i) => ({ id: `${name}${i}`, size }));
  const cells = Array.from({ length: columns * rows }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return { id: `c${column}r${row}`, column, row, columnSpan: 1, rowSpan: 1, contents: [], turn: 0 as const, ...look };
  });
  return {
    id: 'grid',
    name: 'Grid',
    role: 'other',
    columns: tracks('col', columns),
    rows: tracks('row', rows),
    cells,
    lines: { outline: line, inside: { ...line, width: 0.35 }, edges: [] },
    dock: { to: [], align: 'end', corner: 'lower right', offset: { x: 0, y: 0 } },
    width: 'sum',
    height: 'sum',
    turn: 0,
    condition: {},
  };
}
const withGrid = (block: Block): FormatDocument => ({ ...format, blocks: [block] });
const only = (document: FormatDocument) => document.blocks[0]!;
const reasonOf = (document: FormatDocument, step: Step) => {
  const outcome = applyStep(document, step);
  return outcome.ok ? undefined : outcome.reason;
};
const boxes = (document: FormatDocument) =>
  Object.fromEntries(
    layBlocks(document, space, { sizeId: 'iso-a3-landscape', first: true })[0]!.cells.map(({ cell, box }) => [
      cell.id,
      box,
    ]),
  );
const ids = Array.from({ length: 60 }, (_, i) => `n${i}`);
const split = (cells: string[], axis: 'column' | 'row', into: { parts: number } | { first: number }): Step => ({
  op: 'split cells',
  block: 'grid',
  cells,
  axis,
  into,
  available: 390,
  sizeId: 'iso-a3-landscape',
  newIds: ids,
});
const on = (step: object): Step => ({ block: 'grid', ...step }) as Step;

describe('splitting', () => {
  test('at a measure: the first part keeps id and place, the others reach over the new boundary', () => {
    const next = done(withGrid(grid(2, 2)), split(['c0r0'], 'column', { first: 5 }));
    expect(boxes(next)).toMatchObject({
      c0r0: { x: 370, width: 5 },
      n1: { x: 375, width: 15 },
      c0r1: { x: 370, width: 20 },
      c1r0: { x: 390, width: 20 },
    });
    expect(only(next).columns).toEqual([
      { id: 'col0', size: 5 },
      { id: 'n0', size: 15 },
      { id: 'col1', size: 20 },
    ]);
  });

  test('several cells at once into equal parts use each other’s boundaries', () => {
    const next = done(withGrid(grid(2, 2)), split(['c0r0', 'c0r1'], 'column', { parts: 4 }));
    expect(only(next).columns).toHaveLength(5);
    expect(
      only(next)
        .cells.filter((cell) => cell.row === 1 && cell.column < 4)
        .map((cell) => cell.columnSpan),
    ).toEqual([1, 1, 1, 1]);
    expect(Object.values(boxes(next)).filter((box) => box.width === 5)).toHaveLength(8);
  });

  test('a joined cell is split where a boundary lies already', () => {
    const joined = done(withGrid(grid(2, 1)), on({ op: 'join cells', cells: ['c0r0', 'c1r0'] }));
    const next = done(joined, split(['c0r0'], 'column', { parts: 2 }));
    expect(only(next).columns).toHaveLength(2);
    expect(only(next).cells).toHaveLength(2);
  });

  test('a sharing track is cut into shares, and lines of its own go with both halves', () => {
    const block = { ...grid(1, 2), width: { total: 60 }, columns: [{ id: 'col0', share: 1 }] };
    block.lines.edges = [
      { axis: 'row', after: 'row0', at: 'col0', line: { ...line, hidden: true } },
      { axis: 'column', after: 'col0', at: 'row0', line },
    ];
    const next = done(withGrid(block), split(['c0r0'], 'column', { first: 15 }));
    expect(only(next).columns).toEqual([
      { id: 'col0', share: 0.25 },
      { id: 'n0', share: 0.75 },
    ]);
    expect(only(next).lines.edges.map(({ axis, after, at }) => [axis, after, at])).toEqual([
      ['row', 'row0', 'col0'],
      ['row', 'row0', 'n0'],
      ['column', 'n0', 'row0'],
    ]);
  });

  test('exceptions of a track are cut in the same proportion', () => {
    const block = { ...grid(1, 1), columns: [{ id: 'col0', size: { base: 20, at: { 'iso-a4-portrait': 10 } } }] };
    const next = done(withGrid(block), split(['c0r0'], 'column', { first: 5 }));
    expect(only(next).columns.map((track) => 'size' in track && track.size)).toEqual([
      { base: 5, at: { 'iso-a4-portrait': 2.5 } },
      { base: 15, at: { 'iso-a4-portrait': 7.5 } },
    ]);
  });

  test.each<[object, string]>([
    [{ first: 19.8 }, 'A cell of 20 mm cannot be split at 19.8 mm: each part needs 0.5 mm.'],
    [{ first: -3 }, 'A cell of 20 mm cannot be split at -3 mm: each part needs 0.5 mm.'],
    [{ first: 25 }, 'A cell of 20 mm cannot be split at 25 mm: each part needs 0.5 mm.'],
  ])('%j is refused with the figures', (into, reason) => {
    expect(reasonOf(withGrid(grid(2, 2)), split(['c0r0'], 'row', into as { first: number }))).toBe(reason);
  });
});

describe('joining', () => {
  test('a rectangle becomes its upper left cell', () => {
    const next = done(withGrid(grid(3, 3)), on({ op: 'join cells', cells: ['c1r0', 'c0r0', 'c0r1', 'c1r1'] }));
    expect(only(next).cells).toHaveLength(6);
    expect(only(next).cells[0]).toMatchObject({ id: 'c0r0', columnSpan: 2, rowSpan: 2 });
  });
  test('what is no rectangle is refused with the count of fields', () => {
    expect(reasonOf(withGrid(grid(3, 3)), on({ op: 'join cells', cells: ['c0r0', 'c1r0', 'c1r1'] }))).toBe(
      'Those cells do not make a rectangle: they cover 3 of the 4 fields around them.',
    );
    expect(reasonOf(withGrid(grid(3, 3)), on({ op: 'join cells', cells: ['c0r0', 'c9r9'] }))).toBe(
      'Choose two cells or more of one block to join.',
    );
  });
});

describe('tracks', () => {
  const insert = (at: number): Step =>
    on({ op: 'insert track', axis: 'column', at, track: { id: 'new', size: 7 }, cellIds: ['a', 'b', 'c'] });
  test('an inserted column brings empty cells, and grows what reaches across', () => {
    const joined = done(withGrid(grid(2, 3)), on({ op: 'join cells', cells: ['c0r1', 'c1r1'] }));
    const next = done(joined, insert(1));
    expect(boxes(next)).toMatchObject({ a: { width: 7 }, c: { width: 7 }, c0r1: { width: 47 } });
    expect(only(next).cells.some((cell) => cell.id === 'b')).toBe(false);
    expect(done(joined, insert(2)).blocks[0]!.columns.at(-1)).toEqual({ id: 'new', size: 7 });
    expect(reasonOf(joined, insert(9))).toBe('“Grid” has 2 columns; there is no place 10.');
  });

  test('a removed column takes its cells and lines, and shrinks what reaches over it', () => {
    const joined = done(
      withGrid({
        ...grid(3, 2),
        lines: { ...grid(1, 1).lines, edges: [{ axis: 'column', after: 'col1', at: 'row0', line }] },
      }),
      on({ op: 'join cells', cells: ['c0r1', 'c1r1'] }),
    );
    const next = done(joined, on({ op: 'remove track', axis: 'column', track: 'col1' }));
    expect(Object.keys(boxes(next)).sort()).toEqual(['c0r0', 'c0r1', 'c2r0', 'c2r1']);
    expect(only(next).lines.edges).toEqual([]);
    expect(reasonOf(withGrid(grid(1, 2)), on({ op: 'remove track', axis: 'column', track: 'col0' }))).toBe(
      '“Grid” has only this column. Remove the block instead.',
    );
  });

  test('a moved row goes with its cells; a joined cell across its way is said', () => {
    const next = done(withGrid(grid(2, 3)), on({ op: 'move track', axis: 'row', track: 'row2', to: 0 }));
    expect(only(next).rows.map(({ id }) => id)).toEqual(['row2', 'row0', 'row1']);
    expect(only(next).cells.find((cell) => cell.id === 'c0r2')).toMatchObject({ row: 0 });
    const joined = done(withGrid(grid(2, 3)), on({ op: 'join cells', cells: ['c0r0', 'c0r1'] }));
    expect(reasonOf(joined, on({ op: 'move track', axis: 'row', track: 'row2', to: 1 }))).toBe(
      'A joined cell lies across row 2. Split it first.',
    );
  });

  test('evened tracks keep their sum; sharing keeps the block as wide as it is', () => {
    const uneven = done(withGrid(grid(3, 1)), {
      op: 'set track',
      block: 'grid',
      axis: 'column',
      track: 'col0',
      size: 35,
    });
    expect(
      only(done(uneven, on({ op: 'even tracks', axis: 'column', tracks: ['col0', 'col1', 'col2'] }))).columns.map(
        (track) => 'size' in track && track.size,
      ),
    ).toEqual([25, 25, 25]);
    const sharing = done(uneven, on({ op: 'share track', axis: 'column', track: 'col1', share: 1, total: 75 }));
    expect(only(sharing)).toMatchObject({ width: { total: 75 }, columns: [{ size: 35 }, { share: 1 }, { size: 20 }] });
    expect(boxes(sharing).c1r0).toMatchObject({ width: 20 });
    expect(reasonOf(sharing, on({ op: 'even tracks', axis: 'column', tracks: ['col1', 'col2'] }))).toBe(
      'Choose two columns or more that have a fixed size.',
    );
  });
});

describe('lines', () => {
  const set = (where: 'outline' | 'inside' | 'whole' | Edge[], change: object): Step =>
    on({ op: 'set lines', where, change });
  test('of one edge, the outline, the inside and the whole', () => {
    const block = grid(2, 2);
    const edges = edgesOf(block, block.cells[0]!, 'right');
    expect(edges).toEqual([{ axis: 'column', after: 'col0', at: 'row0' }]);
    const hidden = done(withGrid(block), set(edges, { hidden: true }));
    expect(only(hidden).lines.edges).toEqual([{ ...edges[0], line: { ...line, width: 0.35, hidden: true } }]);
    expect(only(done(hidden, set('inside', { width: 0.25 }))).lines).toMatchObject({
      inside: { width: 0.25 },
      outline: { width: 0.7 },
      edges: [],
    });
    expect(only(done(hidden, set('outline', { width: 1 }))).lines).toMatchObject({
      outline: { width: 1 },
      edges: [{ after: 'col0' }],
    });
    expect(only(done(hidden, set('whole', { type: 'dashed' }))).lines).toMatchObject({
      outline: { type: 'dashed' },
      inside: { type: 'dashed' },
      edges: [],
    });
    expect(
      edgesOf(block, { column: 0, row: 0, columnSpan: 2, rowSpan: 1 }, 'top').map(({ after, at }) => [after, at]),
    ).toEqual([
      [null, 'col0'],
      [null, 'col1'],
    ]);
  });
});

describe('blocks', () => {
  test('are added, ordered, changed, locked and removed, and what was docked to them stays', () => {
    let document = done(format, { op: 'add block', block: grid(2, 1), before: 'notes-block' });
    expect(document.blocks.map(({ id }) => id)).toEqual([
      'title-block',
      'grid',
      'notes-block',
      'filing-block',
      'compact-block',
      'following-block',
      'parts-block',
      'revisions-block',
      'tolerance-table',
    ]);
    document = done(document, {
      op: 'set block',
      block: 'grid',
      change: { dock: { ...grid(1, 1).dock, to: [{ block: 'notes-block', side: 'above' }] }, name: 'Extra' },
    });
    expect(
      reasonOf(document, {
        op: 'set block',
        block: 'title-block',
        change: { dock: { ...grid(1, 1).dock, to: [{ block: 'grid', side: 'left' }] } },
      }),
    ).toMatch(/docked, in the end, to itself/);
    document = done(document, { op: 'set block', block: 'title-block', change: { locked: true } });
    expect(reasonOf(document, { op: 'remove block', block: 'title-block' })).toBe(
      '“Title block” is locked. Unlock it to remove it.',
    );
    expect(reasonOf(document, { op: 'set block', block: 'title-block', change: { turn: 90 } })).toMatch(/is locked/);
    document = done(document, { op: 'set block', block: 'title-block', change: { locked: false } });
    document = done(document, { op: 'remove block', block: 'title-block' });
    expect(document.blocks.find(({ id }) => id === 'notes-block')!.dock.to).toEqual([
      { block: 'parts-block', side: 'above' },
    ]);
    document = done(document, { op: 'order blocks', order: ['filing-block', 'notes-block', 'grid'] });
    expect(document.blocks.map(({ id }) => id).slice(0, 4)).toEqual([
      'filing-block',
      'notes-block',
      'grid',
      'compact-block',
    ]);
    expect(documentDefects(document)).toEqual([]);
  });

  test('a step that would leave something undefined is refused', () => {
    expect(reasonOf(format, { op: 'set sheet', change: { letterings: format.letterings.slice(1) } })).toMatch(
      /uses the lettering style caption, which the format does not have/,
    );
    expect(reasonOf(format, { op: 'set sheet', change: { sizes: format.sizes.slice(2) } })).toMatch(
      /main size iso-a3-landscape is not in the family/,
    );
    expect(
      reasonOf(format, {
        op: 'set sheet',
        change: { sizes: [...format.sizes, { id: 'custom-1', name: 'Slip', width: 25, height: 80 }] },
      }),
    ).toMatch(/On Slip the left and right margins leave 0 mm/);
  });

  test('several steps together are done or not at all', () => {
    const good: Step = {
      op: 'together',
      name: 'Paste',
      steps: [
        { op: 'rename format', name: 'A' },
        { op: 'remove block', block: 'filing-block' },
      ],
    };
    expect(done(format, good)).toMatchObject({ name: 'A' });
    expect(done(format, good).blocks).toHaveLength(format.blocks.length - 1);
    expect(stepWords(format, good)).toBe('Paste');
    expect(reasonOf(format, { ...good, steps: [...good.steps, { op: 'remove block', block: 'gone' }] })).toBe(
      'That block is no longer in the format.',
    );
  });
});

test('no sequence of edits ever makes a block whose cells fail to tile it, and every edit is undone to the start', () => {
  const pick = fc.nat({ max: 1000 });
  const axis = fc.constantFrom('column' as const, 'row' as const);
  const edit = fc.record({
    kind: fc.nat({ max: 6 }),
    axis,
    a: pick,
    b: pick,
    size: fc.integer({ min: -2, max: 40 }),
    parts: fc.integer({ min: 2, max: 3 }),
  });
  let [taken, refused] = [0, 0];
  fc.assert(
    fc.property(fc.array(edit, { minLength: 250, maxLength: 350 }), (edits) => {
      const start = withGrid(grid(3, 3));
      const past = [start];
      edits.forEach((e, n) => {
        const document = past.at(-1)!;
        const block = only(document);
        const tracks = e.axis === 'column' ? block.columns : block.rows;
        const track = tracks[e.a % tracks.length]!.id;
        const cell = block.cells[e.a % block.cells.length]!.id;
        const fresh = Array.from({ length: 40 }, (_, i) => `n${n}-${i}`);
        const neighbours = block.cells.filter((one) => {
          const base = block.cells[e.a % block.cells.length]!;
          return (
            one.column >= base.column &&
            one.row >= base.row &&
            one.column + one.columnSpan <= base.column + 2 &&
            one.row + one.rowSpan <= base.row + 1 + (e.b % 2)
          );
        });
        const crowded = block.cells.length > 60;
        const steps: Step[] = [
          on({ op: 'set track', axis: e.axis, track, size: e.size, holdTotal: e.b % 2 === 0 }),
          crowded
            ? on({ op: 'remove track', axis: e.axis, track })
            : on({
                op: 'insert track',
                axis: e.axis,
                at: e.b % (tracks.length + 2),
                track: { id: `t${n}`, size: 8 },
                cellIds: fresh,
              }),
          on({ op: 'remove track', axis: e.axis, track }),
          on({ op: 'move track', axis: e.axis, track, to: e.b % tracks.length }),
          crowded
            ? on({ op: 'remove track', axis: e.axis, track })
            : ({ ...split([cell], e.axis, e.b % 2 ? { parts: e.parts } : { first: e.size }), newIds: fresh } as Step),
          on({ op: 'join cells', cells: neighbours.length > 1 ? neighbours.map(({ id }) => id) : [cell, cell] }),
          on({
            op: 'even tracks',
            axis: e.axis,
            tracks: tracks
              .slice(0, 3)
              .map(({ id }) => id)
              .concat(track),
          }),
        ];
        const outcome = applyStep(document, steps[e.kind]!);
        if (!outcome.ok) {
          refused += 1;
          expect(outcome.reason.length).toBeGreaterThan(10);
          return;
        }
        taken += 1;
        expect(tilingDefects(only(outcome.document))).toEqual([]);
        expect(new Set(only(outcome.document).cells.map(({ id }) => id)).size).toBe(
          only(outcome.document).cells.length,
        );
        past.push(outcome.document);
      });
      const first = JSON.stringify(start);
      while (past.length > 1) past.pop();
      expect(JSON.stringify(past[0])).toBe(first);
    }),
    { numRuns: 12, endOnFailure: true },
  );
  expect(taken).toBeGreaterThan(600);
  expect(refused).toBeGreaterThan(100);
});
