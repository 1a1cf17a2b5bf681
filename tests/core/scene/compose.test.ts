import type { FindingOf } from '@/core/findings/finding';
import type { Cell, FormatDocument } from '@/core/format/document';
import { applyStep } from '@/core/format/steps/step';
import { compose } from '@/core/scene/compose';
import { ComposeMemo } from '@/core/scene/memo';
import { projectionSymbol } from '@/core/scene/projection-symbol';
import { Report } from '@/core/scene/report';
import { cellOf, demoFacts, demoPackage, demoResources, demoSheet } from '../demo';

const workshop = demoPackage('workshop-sheets');
const inch = demoPackage('inch-sheets');
const A3 = 'iso-a3-landscape';

const withCell = (id: string, change: Partial<Cell>): FormatDocument => ({
  ...workshop.format,
  blocks: workshop.format.blocks.map((block) => ({
    ...block,
    cells: block.cells.map((cell) => (cell.id === id ? { ...cell, ...change } : cell)),
  })),
});
const sheetOf = (format: FormatDocument, specimen = 'drum-barrel', variant = 'galvanised') =>
  demoSheet({ ...workshop, format }, A3, { specimen, variant });

describe('a golden sheet: Workshop sheets on A3, drum barrel in 316L', () => {
  const sheet = demoSheet(workshop, A3, { specimen: 'drum-barrel', variant: '316L' });

  test.each([
    ['owner', 'KELVARRA BUOY\nAND WINCH WORKS\n4 Slipway, Kelvarra', 'fits'],
    ['created', 'Ines Sundqvist', 'fits'],
    ['issued', '2026-06-02', 'fits'],
    ['title', 'DRUM BARREL', 'fits'],
    ['number', 'KW-2201-D01', 'fits'],
    ['material', 'X2CrNiMo17-12-2 EN 10088-3', 'squeezed'],
    ['finish', 'Pickled and passivated', 'fits'],
    ['mass', '18,71 kg', 'fits'],
    ['scale', '1:2', 'fits'],
    ['revision', 'B', 'fits'],
    ['sheet', '1 / 1', 'fits'],
    ['tolerance', 'ISO 2768-m', 'fits'],
  ])('%s prints “%s”', (id, text, verdict) => {
    expect(cellOf(sheet, id)).toMatchObject({ text, fit: { verdict } });
  });

  test('the report is of the published shape, with boxes in mm', () => {
    expect(Report.parse(sheet.report)).toEqual(sheet.report);
    expect(sheet.report.sheet).toEqual({ width: 420, height: 297, size: A3, name: 'A3' });
    expect(sheet.report.drawingSpace).toEqual({ x: 20, y: 10, width: 390, height: 277 });
    expect(cellOf(sheet, 'material')).toMatchObject({
      block: 'title-block',
      caption: 'MATERIAL',
      box: { x: 230, y: 10, width: 35, height: 10 },
    });
    expect(sheet.report.clear.largest).toEqual({ x: 20, y: 88, width: 390, height: 175 });
  });

  test('captions and values stand on their base lines', () => {
    const runs = sheet.scene.primitives.filter((primitive) => primitive.kind === 'text' && primitive.source === 'mass');
    expect(runs.map((run) => run.kind === 'text' && [run.text, run.layer, run.x, run.y])).toEqual([
      ['MASS', 'captions', 308.8, expect.closeTo(20 - 0.8 - 1.8, 9)],
      ['18,71 kg', 'values', 309, 11.2],
    ]);
  });

  test('the material’s trace goes from the cell to the variant', () => {
    expect(cellOf(sheet, 'material').trace).toEqual([
      {
        property: 'material',
        name: 'Material',
        source: 'model',
        from: 'Drum barrel',
        variant: '316L',
        value: 'X2CrNiMo17-12-2 EN 10088-3',
      },
    ]);
  });

  test('is the same every time', () => {
    expect(demoSheet(workshop, A3, { specimen: 'drum-barrel', variant: '316L' })).toEqual(sheet);
  });
});

test('every demo format composes on each of its sizes, its blocks within the drawing space', () => {
  for (const demo of [workshop, inch, demoPackage('sketch-sheet')]) {
    for (const size of demo.format.sizes) {
      for (const show of ['values', 'names', 'longest', 'blank'] as const) {
        const { report } = demoSheet(demo, size.id, { specimen: 'recovery-winch', variant: '316L', show });
        expect(
          report.findings.filter((finding) =>
            ['block outside', 'block on another', 'tracks do not add up', 'caption too long'].includes(finding.code),
          ),
        ).toEqual([]);
      }
    }
  }
});

test('an inch format converts the supplier’s pounds, and a metric one the same pounds to kilograms', () => {
  expect(cellOf(demoSheet(inch, 'asme-b-landscape', { specimen: 'fairlead-roller' }), 'mass').text).toBe('2.75 lb');
  expect(cellOf(demoSheet(workshop, A3, { specimen: 'fairlead-roller' }), 'mass').text).toBe('1,25 kg');
  expect(
    cellOf(demoSheet(inch, 'asme-b-landscape', { specimen: 'drum-barrel', variant: 'galvanised' }), 'mass').text,
  ).toBe('40.61 lb');
});

describe('what is shown', () => {
  const shown = (show: 'names' | 'longest' | 'blank') => demoSheet(workshop, A3, { specimen: 'pawl', show });
  test('names stand in place of values, with no findings about fit', () => {
    expect(cellOf(shown('names'), 'sheet').text).toBe('Sheet number / Number of sheets');
    expect(shown('names').report.findings).toEqual([]);
  });
  test('the longest on record is the widest on paper of all specimens and the declared length', () => {
    const { text, trace } = cellOf(shown('longest'), 'mass');
    expect(text).toBe('100,72 kg');
    expect(trace[0]).toMatchObject({ standIn: 'longest on record' });
    expect(cellOf(shown('longest'), 'material').text).toHaveLength(40);
    expect(shown('longest').report.findings).toContainEqual(
      expect.objectContaining({ code: 'text overflows', place: expect.objectContaining({ cell: 'finish' }) }),
    );
  });
  test('a blank sheet keeps captions and fixed text only', () => {
    const blank = shown('blank');
    expect(cellOf(blank, 'material')).toMatchObject({ text: '', caption: 'MATERIAL' });
    expect(cellOf(blank, 'sheet').text).toBe(' / ');
  });
});

describe('findings', () => {
  const finding = (format: FormatDocument, code: string, specimen?: string) =>
    sheetOf(format, specimen).report.findings.find((one) => one.code === code);
  const linked = (property: string) => ({ contents: [{ parts: [{ kind: 'linked' as const, property }] }] });

  test('an overflow says by how much', () => {
    const format = withCell('free', {
      contents: [{ parts: [{ kind: 'fixed', text: 'A TEXT THAT IS FAR TOO LONG FOR IT' }] }],
      fit: [],
    });
    expect(finding(format, 'text overflows')).toMatchObject({
      weight: 'blocks release',
      place: { block: 'title-block', cell: 'free', name: expect.any(String) },
      params: { way: 'long', excess: expect.closeTo(35, -1.3) },
    });
  });

  test('a link to a property that no longer exists is reported and prints a question mark', () => {
    const sheet = sheetOf(withCell('free', linked('gone')));
    expect(cellOf(sheet, 'free').text).toBe('?');
    expect(sheet.report.findings).toContainEqual({
      code: 'unknown property',
      weight: 'blocks release',
      place: { block: 'title-block', cell: 'free', name: 'gone' },
      params: { property: 'gone' },
    });
  });

  test('a value that is missing prints a dash and says who has none', () => {
    const format = withCell('free', linked('line-pull'));
    expect(cellOf(sheetOf(format, 'guard'), 'free').text).toBe('–');
    expect(finding(format, 'no value', 'guard')).toMatchObject({
      weight: 'warning',
      params: { property: 'line-pull', name: 'Line pull', from: 'Guard' },
    });
    expect(cellOf(sheetOf(format, 'drum-barrel'), 'free').text).toBe('12,5 kN');
  });

  test('an assembly is not asked for what only parts must have', () => {
    expect(sheetOf(workshop.format, 'recovery-winch').report.findings.filter((one) => one.code === 'no value')).toEqual(
      [],
    );
  });

  test('a wrong quantity is said with both units', () => {
    const format = withCell('free', {
      contents: [{ parts: [{ kind: 'linked', property: 'line-pull', display: { kind: 'number', unit: 'kg' } }] }],
    });
    expect(finding(format, 'value cannot be written')?.params).toMatchObject({
      trouble: { kind: 'another quantity', from: 'kN', to: 'kg' },
    });
  });

  test('glyphs from elsewhere are noted, missing ones block', () => {
    const fixed = (text: string) => withCell('free', { contents: [{ parts: [{ kind: 'fixed', text }] }] });
    expect(finding(fixed('⟂ 0,1'), 'glyph from another font')).toMatchObject({ weight: 'note' });
    expect(finding(fixed('𓀀'), 'glyph missing')).toMatchObject({ weight: 'blocks release' });
  });

  test('a caption that its cell cannot hold says what it needs', () => {
    const format = withCell('language', {
      caption: {
        ...workshop.format.blocks[0]!.cells.find(({ id }) => id === 'created')!.caption!,
        text: 'LANGUAGE OF TEXT',
      },
    });
    const { params } = finding(format, 'caption too long') as FindingOf<'caption too long'>;
    expect(params).toMatchObject({ text: 'LANGUAGE OF TEXT', has: 15 });
    expect(Math.floor(params.needs / 10)).toBe(2);
  });

  test('a block that leaves the drawing space or lies on another is said', () => {
    const wide = {
      ...workshop.format,
      blocks: workshop.format.blocks.map((block, i) => (i === 0 ? { ...block, width: { total: 400 } } : block)),
    };
    expect(finding(wide, 'block outside')).toMatchObject({
      place: { block: 'title-block', name: 'Title block' },
      params: { width: 400, height: 54, size: 'A3', spaceWidth: 390, spaceHeight: 277 },
    });
    const onTop = {
      ...workshop.format,
      blocks: workshop.format.blocks.map((block, i) =>
        i === 1 ? { ...block, dock: { ...block.dock, to: [] } } : block,
      ),
    };
    expect(finding(onTop, 'block on another')).toMatchObject({
      place: { block: 'title-block' },
      params: { other: 'notes-block' },
    });
  });
});

test('a memory from before a font was there letters zones and cells in that font once it is', () => {
  const request = { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1 }, show: 'values' } as const;
  const facts = demoFacts(workshop, 'pawl', '316L');
  const whole = demoResources(workshop);
  const font = 'routed-gothic';
  const lettered = { ...workshop.format, letterings: workshop.format.letterings.map((style) => ({ ...style, font })) };
  const without = { ...whole, fonts: new Map([...whole.fonts].filter(([id]) => id !== font)) };
  const memo = new ComposeMemo();
  const alone = compose(lettered, request, facts, whole);
  expect(compose(lettered, request, facts, without, memo)).not.toEqual(alone);
  expect(compose(lettered, request, facts, whole, memo)).toEqual(alone);
});

test('with a memory of the cells made before, a sheet is the same as without', () => {
  const memo = new ComposeMemo();
  const request = (sizeId: string, show: 'values' | 'longest') => ({
    sizeId,
    sheet: { number: 1, total: 1, scale: '1:2' },
    show,
  });
  const resources = demoResources(workshop);
  const [barrel, guard] = [demoFacts(workshop, 'drum-barrel', '316L'), demoFacts(workshop, 'guard')];
  const wide = applyStep(workshop.format, {
    op: 'set track',
    block: 'title-block',
    axis: 'column',
    track: 'tb-c1',
    size: 42,
  });
  const style = {
    ...workshop.format,
    letterings: workshop.format.letterings.map((one) => ({ ...one, letterWidth: 0.9 })),
  };
  if (!wide.ok) throw new Error(wide.reason);
  const sheets = [
    workshop.format,
    wide.document,
    withCell('free', { contents: [{ parts: [{ kind: 'fixed', text: 'X' }] }] }),
    style,
    workshop.format,
  ];
  for (const document of sheets) {
    for (const facts of [barrel, guard]) {
      for (const show of ['values', 'longest'] as const) {
        const remembered = compose(document, request(A3, show), facts, resources, memo);
        expect(remembered).toEqual(compose(document, request(A3, show), facts, resources));
      }
    }
  }
});

describe('edges that are nearly aligned', () => {
  const shifted = (x: number): FormatDocument => ({
    ...workshop.format,
    blocks: workshop.format.blocks.map((block) =>
      block.id === 'notes-block' ? { ...block, dock: { ...block.dock, offset: { x, y: 0 } } } : block,
    ),
  });
  const found = (format: FormatDocument) =>
    sheetOf(format).report.findings.filter((one) => one.code === 'nearly aligned');
  test('are named with the pair, the direction and the distance, and lined up by moving the smaller block', () => {
    const [finding, ...others] = found(shifted(-0.4));
    expect(others).toEqual([]);
    expect(finding).toMatchObject({
      place: { block: 'notes-block' },
      params: { lines: 'upright', other: 'title-block', distance: 0.4 },
    });
    const mended = applyStep(shifted(-0.4), finding!.repair!.steps[0]!);
    if (!mended.ok) throw new Error(mended.reason);
    expect(found(mended.document)).toEqual([]);
    expect(mended.document).toEqual(shifted(0));
  });
  test('are none on one another, 1 mm apart or more, or within one block', () => {
    for (const x of [0, 0.00005, -1.2]) expect(found(shifted(x))).toEqual([]);
    const close = applyStep(workshop.format, {
      op: 'set track',
      block: 'title-block',
      axis: 'column',
      track: 'tb-c7',
      size: 0.6,
    });
    if (!close.ok) throw new Error(close.reason);
    expect(found(close.document)).toEqual([]);
  });
});

describe('asked values in a proof', () => {
  const asked = {
    key: 'weld-check',
    name: 'Weld check',
    prompt: 'Which weld check?',
    type: 'text' as const,
    required: true,
    missing: { print: 'dash' as const, report: true },
  };
  const format = (more: object): FormatDocument => ({
    ...withCell('free', { contents: [{ parts: [{ kind: 'asked', asked: 'weld-check' }] }] }),
    asked: [...workshop.format.asked, { ...asked, ...more }],
  });
  test('print their default, else their sample, and the trace says which', () => {
    expect(cellOf(sheetOf(format({ default: { value: 'VT' }, sample: 'UT' })), 'free')).toMatchObject({
      text: 'VT',
      trace: [{ standIn: 'default' }],
    });
    expect(cellOf(sheetOf(format({ sample: 'UT' })), 'free')).toMatchObject({
      text: 'UT',
      trace: [{ standIn: 'sample' }],
    });
    expect(cellOf(sheetOf(format({ default: { property: 'coating-batch' } })), 'free')).toMatchObject({
      text: 'Z-0417',
      trace: [{ standIn: 'default: Coating batch' }],
    });
    expect(cellOf(sheetOf(format({ type: 'date', default: 'today' })), 'free').text).toBe('2026-06-02');
    expect(cellOf(sheetOf(format({})), 'free').text).toBe('–');
  });
});

describe('what cannot be composed', () => {
  const request = (sizeId: string) => ({ sizeId, sheet: { number: 1, total: 1 }, show: 'values' as const });
  const refused = (format: FormatDocument, sizeId = A3) => {
    const composed = compose(format, request(sizeId), demoFacts(workshop), demoResources(workshop));
    return composed.ok ? undefined : composed.reason;
  };
  test('is refused with the reason', () => {
    expect(refused(workshop.format, 'iso-a9')).toBe(
      '“Workshop sheets” has no size iso-a9. It serves A4 (iso-a4-portrait), A3 (iso-a3-landscape), A2 (iso-a2-landscape), A1 (iso-a1-landscape), A0 (iso-a0-landscape).',
    );
    expect(refused({ ...workshop.format, margins: { ...workshop.format.margins, left: 405 } })).toMatch(
      /On A3 the left and right margins leave 5 mm/,
    );
  });
});

describe('the projection symbol', () => {
  const circles = (angle: 'first angle' | 'third angle') => {
    const shapes = projectionSymbol(angle, { width: 60, height: 30 }, 5);
    const cone = shapes.find((shape) => shape.kind === 'outline')!;
    return { cone: cone.kind === 'outline' ? cone : undefined, arcs: shapes.filter((shape) => shape.kind === 'arc') };
  };
  test('keeps the proportions of ISO 5456-2: small diameter h, large 2h, length 2h, outline h/10', () => {
    const { cone, arcs } = circles('first angle');
    expect(arcs.map((arc) => arc.kind === 'arc' && [arc.radius, arc.width])).toEqual([
      [2.5, 0.5],
      [5, 0.5],
    ]);
    const [lowerLeft, lowerRight, upperRight, upperLeft] = cone!.points as [P, P, P, P];
    expect(upperLeft.y - lowerLeft.y).toBe(5);
    expect(upperRight.y - lowerRight.y).toBe(10);
    expect(lowerRight.x - lowerLeft.x).toBe(10);
  });
  test('the circles stand right of the cone in first angle and left of it in third, the gap at least h', () => {
    for (const angle of ['first angle', 'third angle'] as const) {
      const { cone, arcs } = circles(angle);
      const centre = arcs[0]!.kind === 'arc' ? arcs[0]!.centre.x : 0;
      const xs = cone!.points.map((point) => point.x);
      const gap = angle === 'first angle' ? centre - 5 - Math.max(...xs) : Math.min(...xs) - centre - 5;
      expect(gap).toBeGreaterThanOrEqual(5 - 1e-9);
    }
  });
});

interface P {
  x: number;
  y: number;
}
