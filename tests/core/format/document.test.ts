import { documentDefects } from '@/core/format/defects';
import type { Block, FormatDocument } from '@/core/format/document';
import { lengthAt, withLength, withoutException } from '@/core/format/length-value';
import { blockLines } from '@/core/format/block-lines';
import { layBlocks } from '@/core/format/layout';
import { readDocument } from '@/core/format/reading';
import { findSize, sheetGeometry } from '@/core/format/sheet';
import { resolveTracks } from '@/core/format/tracks';
import { readPackage } from '@/core/exchange/package';
import { demoPackage } from '../demo';

const demo = demoPackage('workshop-sheets');
const { format } = demo;
const withBlock = (change: (block: Block) => Partial<Block>): FormatDocument => ({
  ...format,
  blocks: format.blocks.map((block, i) => (i === 0 ? { ...block, ...change(block) } : block)),
});

describe('reading a document', () => {
  test.each(['workshop-sheets', 'inch-sheets', 'sketch-sheet'])('the demo’s %s is sound', (name) => {
    expect(documentDefects(demoPackage(name).format)).toEqual([]);
  });

  test.each<[string, unknown, RegExp]>([
    ['no format at all', { hello: 1 }, /not a Zonograph format/],
    ['of a later version', { ...format, version: 9 }, /version 9; this Zonograph reads up to version 2/],
    ['a wrong shape', { ...format, margins: { left: 20 } }, /not valid at margins › right/],
    ['a length out of range', { ...format, margins: { ...format.margins, top: 1e9 } }, /not valid at margins › top/],
    ['a gap in a block', withBlock((block) => ({ cells: block.cells.slice(1) })), /no cell covers column 1, row 1/],
    [
      'cells on one another',
      withBlock((block) => ({ cells: [...block.cells, { ...block.cells[0]!, id: 'again' }] })),
      /2 cells lie on column 1, row 1/,
    ],
    [
      'a cell beyond the grid',
      withBlock((block) => ({
        cells: block.cells.map((cell) => (cell.id === 'sheet' ? { ...cell, columnSpan: 4 } : cell)),
      })),
      /reaches beyond the grid/,
    ],
    [
      'an unknown lettering',
      withBlock((block) => ({ cells: block.cells.map((cell) => ({ ...cell, lettering: 'none' })) })),
      /uses the lettering style none/,
    ],
    [
      'a dock on nothing',
      withBlock((block) => ({ dock: { ...block.dock, to: [{ block: 'ghost', side: 'left' }] } })),
      /docked to ghost/,
    ],
    [
      'a docking circle',
      withBlock((block) => ({ dock: { ...block.dock, to: [{ block: 'notes-block', side: 'left' }] } })),
      /docked, in the end, to itself/,
    ],
    ['a main size outside the family', { ...format, mainSize: 'iso-a5-landscape' }, /main size iso-a5-landscape/],
    ['an unknown ink', { ...format, frame: { ...format.frame, ink: 'gold' } }, /ink gold is used but not defined/],
  ])('refuses %s, in words', (_, json, reason) => {
    const read = readDocument(json);
    expect(read.ok).toBe(false);
    expect((read as { reason: string }).reason).toMatch(reason);
  });

  test('a package says what of it is wrong', () => {
    expect(readPackage(demo)).toMatchObject({ ok: true });
    expect(readPackage(format)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('not a Zonograph format file'),
    });
    expect(readPackage({ ...demo, sample: { ...demo.sample, today: 'Tuesday' } })).toMatchObject({
      reason: expect.stringMatching(/at sample › today/),
    });
    expect(readPackage({ ...demo, format: { ...format, blocks: 3 } })).toMatchObject({
      reason: expect.stringMatching(/at blocks/),
    });
  });
});

describe('lengths', () => {
  test('may be excepted on some sizes', () => {
    const length = withLength(20, 25, 'iso-a0-landscape');
    expect(lengthAt(length, 'iso-a0-landscape')).toBe(25);
    expect(lengthAt(length, 'iso-a4-portrait')).toBe(20);
    expect(withoutException(length, 'iso-a0-landscape')).toBe(20);
    expect(withoutException(length, 'iso-a3-landscape')).toEqual(length);
    expect(withLength(length, { mm: 12.7, entered: '1/2 in' })).toEqual({
      base: { mm: 12.7, entered: '1/2 in' },
      at: { 'iso-a0-landscape': 25 },
    });
  });
});

describe('tracks', () => {
  const fixed = (id: string, size: number) => ({ id, size });
  test('fixed ones keep their size, the others share what is left', () => {
    const tracks = [fixed('a', 35), { id: 'b', share: 1 }, { id: 'c', share: 2 }, fixed('d', 25)];
    expect(resolveTracks(tracks, { total: 180 }, 0, '', 'column')).toEqual({ edges: [0, 35, 75, 155, 180] });
    expect(resolveTracks(tracks, 'stretch', 90, '', 'column').edges).toEqual([0, 35, 45, 65, 90]);
  });

  test('none falls below its least; what is too much is said', () => {
    const tracks = [fixed('a', 60), { id: 'b', share: 1, least: 20 }, { id: 'c', share: 1 }];
    expect(resolveTracks(tracks, { total: 90 }, 0, '', 'column').edges).toEqual([0, 60, 80, 90]);
    expect(resolveTracks(tracks, { total: 75 }, 0, '', 'column').trouble).toEqual({
      kind: 'too little room',
      axis: 'column',
      excess: 5,
    });
  });

  test('sharing without a total, and a total that fixed tracks miss, are problems', () => {
    expect(resolveTracks([{ id: 'b', share: 1 }], 'sum', 0, '', 'row').trouble).toEqual({
      kind: 'no total',
      axis: 'row',
    });
    expect(resolveTracks([fixed('a', 60)], { total: 90 }, 0, '', 'row').trouble).toEqual({
      kind: 'another sum',
      axis: 'row',
      sum: 60,
      total: 90,
    });
  });
});

describe('layout', () => {
  const laid = (sizeId: string) => {
    const geometry = sheetGeometry(format, sizeId);
    if (!geometry.ok) throw new Error(geometry.reason);
    return layBlocks(format, geometry.sheet.space, { sizeId, first: true });
  };
  test('the title block stands in the lower right corner of every size; what is bound to others is left out', () => {
    expect(laid('iso-a3-landscape').map(({ block, box }) => [block.id, box])).toEqual([
      ['title-block', { x: 230, y: 10, width: 180, height: 54 }],
      ['notes-block', { x: 340, y: 64 + 12, width: 70, height: 24 }],
      // Without rows a table stands as the format has it, with its heading and one row.
      ['parts-block', { x: 230, y: 64, width: 180, height: 12 }],
      ['revisions-block', { x: 255, y: 275, width: 155, height: 12 }],
    ]);
    expect(laid('iso-a4-portrait').map(({ block }) => block.id)).toEqual([
      'compact-block',
      'parts-block',
      'revisions-block',
    ]);
    expect(laid('iso-a4-portrait')[0]!.box).toEqual({ x: 20, y: 10, width: 180, height: 32 });
    expect(laid('iso-a1-landscape')[2]!.box).toEqual({ x: 20, y: 574, width: 70, height: 10 });
  });

  test('a block turned by 90° stands on its side, its cells with it', () => {
    const turned = layBlocks(
      withBlock(() => ({ turn: 90 })),
      { x: 20, y: 10, width: 390, height: 277 },
      { sizeId: 'iso-a3-landscape', first: true },
    )[0]!;
    expect(turned.box).toEqual({ x: 356, y: 10, width: 54, height: 180 });
    const owner = turned.cells.find(({ cell }) => cell.id === 'owner')!;
    expect(owner.box).toEqual({ x: 356, y: 45, width: 30, height: 43 });
  });

  test('no line of a block is drawn twice, and hidden edges are left out', () => {
    const [title] = laid('iso-a3-landscape');
    const lines = blockLines(title!);
    const covered = new Set<string>();
    for (const { from, to } of lines) {
      const upright = from.x === to.x;
      const [a, b] = upright ? [from.y, to.y].sort((p, q) => p - q) : [from.x, to.x].sort((p, q) => p - q);
      for (let at = a! + 0.25; at < b!; at += 0.5) {
        const key = upright ? `x${from.x}/${at}` : `y${from.y}/${at}`;
        expect(covered.has(key)).toBe(false);
        covered.add(key);
      }
    }
    const hidden = withBlock((block) => ({
      lines: {
        ...block.lines,
        edges: [{ axis: 'row', after: 'tb-r4', at: 'tb-c1', line: { ...block.lines.inside, hidden: true } }],
      },
    }));
    const fewer = blockLines(
      layBlocks(hidden, { x: 20, y: 10, width: 390, height: 277 }, { sizeId: 'iso-a3-landscape', first: true })[0]!,
    );
    const total = (all: typeof lines) =>
      all.reduce((sum, { from, to }) => sum + Math.abs(from.x - to.x) + Math.abs(from.y - to.y), 0);
    expect(total(lines) - total(fewer)).toBeCloseTo(35, 6);
  });
});

describe('sizes of a family', () => {
  test('are found by id or by a name that is the only one', () => {
    expect(findSize(format, 'A3')).toEqual({ ok: true, sizeId: 'iso-a3-landscape' });
    expect(findSize(format, 'a3')).toEqual({ ok: true, sizeId: 'iso-a3-landscape' });
    expect(findSize(format, 'B')).toMatchObject({
      reason: '“Workshop sheets” has no size B. It serves A4, A3, A2, A1, A0.',
    });
    const both = { ...format, sizes: [...format.sizes, { ...format.sizes[1]!, id: 'iso-a3-portrait' }] };
    expect(findSize(both, 'A3')).toMatchObject({ reason: expect.stringContaining('has 2 sizes named A3') });
  });
});
