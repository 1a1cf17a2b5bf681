import { documentDefects } from '@/core/format/defects';
import { cellsInRange, rangeAround } from '@/core/format/ranges';
import { sheetGeometry } from '@/core/format/sheet';
import { READY_PARTS, type ReadyPart, emptyGrid, readyBlock } from '@/core/format/ready-parts';
import { type StartOptions, partStyle, startBlank, startFromStandard } from '@/core/format/starting';
import { tilingDefects } from '@/core/format/defects';
import { styleOn, withHeight, withOwnHeight } from '@/core/lettering/style';
import { STANDARD_SIZES } from '@/core/sheet/sizes';
import { demoPackage, demoSheet } from '../demo';

const ids = () => {
  let n = 0;
  return () => `id-${++n}`;
};
const workshop = demoPackage('workshop-sheets');
const inch = demoPackage('inch-sheets');
const start = (options: Partial<StartOptions>) => {
  const outcome = startFromStandard(
    {
      id: 'new',
      name: 'New',
      standard: 'iso',
      sizes: ['iso-a3-landscape', 'iso-a4-portrait'],
      zones: true,
      titleBlock: 'full',
      ...options,
    },
    ids(),
  );
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.document;
};

test('titles, drawing numbers and zones of inch sheets are some 6 mm high on D and larger, and keep to their band', () => {
  const document = start({ standard: 'asme', sizes: ['asme-c-landscape', 'asme-d-landscape', 'asme-e-landscape'] });
  const heights = (size: string) => {
    const { scene, report } = demoSheet({ ...inch, format: document }, size, { specimen: 'drum-barrel' });
    expect(report.findings.filter(({ code }) => code === 'text overflows')).toEqual([]);
    const runs = scene.primitives.filter((primitive) => primitive.kind === 'text');
    return [runs.find(({ layer }) => layer === 'zones')!.height, Math.max(...runs.map(({ height }) => height))];
  };
  expect([heights('asme-c-landscape'), heights('asme-d-landscape'), heights('asme-e-landscape')]).toEqual([
    [3.5, 5],
    [6, 6],
    [6, 6],
  ]);
  expect(document.zones.band).toMatchObject({ base: { mm: 5.08 }, at: { 'asme-e-landscape': { mm: 8.89 } } });
});

test('a height of its own holds on its size, is set there alone, and can be given up', () => {
  const [style] = start({}).letterings;
  const own = withOwnHeight(style!, true, 'iso-a4-portrait');
  expect(withHeight(own, 2.5, 'iso-a4-portrait')).toMatchObject({ height: 1.8, heights: { 'iso-a4-portrait': 2.5 } });
  expect(styleOn(withHeight(own, 3.5, 'iso-a3-landscape'), 'iso-a4-portrait').height).toBe(1.8);
  expect(withOwnHeight(own, false, 'iso-a4-portrait')).toEqual(style);
});

test.each(Object.keys(READY_PARTS) as ReadyPart[])('the ready part “%s” tiles its grid', (part) => {
  expect(tilingDefects(readyBlock(part, partStyle(workshop.format), ids()))).toEqual([]);
});

describe.each<[string, Partial<StartOptions>, number]>([
  ['full', { titleBlock: 'full' }, 1],
  ['compact', { titleBlock: 'compact' }, 1],
  ['full above, compact on A4', { titleBlock: 'full, compact on A4' }, 2],
  ['none', { titleBlock: 'none' }, 0],
])('a format started from ISO with a title block: %s', (_, options, blocks) => {
  const document = start({
    sizes: STANDARD_SIZES.filter((size) => size.standard === 'iso').map((size) => size.id),
    ...options,
  });
  test('is sound and composes on every size with no finding that blocks', () => {
    expect(documentDefects(document)).toEqual([]);
    expect(document.blocks).toHaveLength(blocks);
    for (const size of document.sizes) {
      const { report } = demoSheet({ ...workshop, format: document }, size.id, {
        specimen: 'drum-barrel',
        variant: 'galvanised',
      });
      // A start without a title block lacks just that.
      expect(report.findings.flatMap(({ weight, code }) => (weight === 'blocks release' ? [code] : []))).toEqual(
        blocks === 0 ? ['no title block'] : [],
      );
    }
  });
});

test('a format started from ASME has its sizes’ own margins and zones, in inches', () => {
  const document = start({ standard: 'asme', sizes: ['asme-b-landscape', 'asme-d-landscape'], titleBlock: 'full' });
  expect(document).toMatchObject({
    unit: 'in',
    mainSize: 'asme-b-landscape',
    zones: { verticalRuns: 'up', horizontalRuns: 'leftward' },
  });
  expect(document.margins.left).toEqual({
    base: { mm: 15.748, entered: '0.62 in' },
    at: { 'asme-d-landscape': { mm: 25.4, entered: '1 in' } },
  });
  const { report } = demoSheet({ ...inch, format: document }, 'asme-d-landscape', { specimen: 'drum-barrel' });
  expect([report.zones.columns.length, report.zones.rows.length]).toEqual([8, 4]);
  expect(report.findings.filter((finding) => finding.code === 'block outside')).toEqual([]);
});

test('sizes of another standard or none are refused', () => {
  const refused = (sizes: string[]) =>
    startFromStandard({ id: 'n', name: 'N', standard: 'iso', sizes, zones: true, titleBlock: 'none' }, ids());
  expect(refused([])).toMatchObject({ ok: false, reason: 'Choose one size or more.' });
  expect(refused(['asme-b-landscape'])).toMatchObject({
    ok: false,
    reason: 'asme-b-landscape is no size of that standard.',
  });
});

test('a blank format is one A3 sheet with a frame', () => {
  const document = startBlank({ id: 'blank', name: 'Blank' });
  expect(documentDefects(document)).toEqual([]);
  const { scene } = demoSheet({ ...workshop, format: document }, 'iso-a3-landscape');
  expect(scene.primitives.map((primitive) => primitive.source)).toEqual(['frame']);
});

describe('ranges of cells', () => {
  const block = emptyGrid('Grid', 4, 3, { width: 10, height: 10 }, partStyle(workshop.format), ids());
  test('hold whole cells only, and grow until they do', () => {
    const wide = { ...block.cells[5]!, columnSpan: 2 };
    const joined = {
      ...block,
      cells: block.cells
        .filter((cell) => cell.id !== block.cells[6]!.id)
        .map((cell) => (cell.id === wide.id ? wide : cell)),
    };
    expect(cellsInRange(joined, { column: 1, row: 0, columnSpan: 1, rowSpan: 2 })).toHaveLength(3);
    expect(rangeAround(cellsInRange(joined, { column: 1, row: 0, columnSpan: 1, rowSpan: 2 }))).toEqual({
      column: 1,
      row: 0,
      columnSpan: 2,
      rowSpan: 2,
    });
  });
});

test('the guide’s other answers: unit, language, a size of one’s own, so many zones', () => {
  const outcome = startFromStandard(
    {
      id: 'n',
      name: 'N',
      standard: 'iso',
      sizes: ['iso-a3-landscape', 'iso-a4-portrait'],
      zones: true,
      titleBlock: 'full',
      unit: 'in',
      language: 'tr',
      own: [{ name: 'Strip', width: 900, height: 297 }],
      zoneCount: { columns: 5, rows: 3 },
    },
    ids(),
  );
  if (!outcome.ok) throw new Error(outcome.reason);
  const { document } = outcome;
  expect(document.unit).toBe('in');
  expect(document.sizes.at(-1)).toEqual({ id: 'custom-1', name: 'Strip', width: 900, height: 297 });
  expect(document.asked.find(({ key }) => key === 'language')?.default).toEqual({ value: 'tr' });
  for (const { id } of document.sizes) {
    const geometry = sheetGeometry(document, id);
    expect(geometry.ok && [geometry.sheet.zones.columns.length, geometry.sheet.zones.rows.length]).toEqual([5, 3]);
  }
});

test('a size of one’s own is not called like another one', () => {
  const own = [{ name: 'a3', width: 900, height: 297 }];
  const options = {
    id: 'n',
    name: 'N',
    standard: 'iso',
    sizes: ['iso-a3-landscape'],
    zones: true,
    titleBlock: 'none',
  } as const;
  expect(startFromStandard({ ...options, sizes: [...options.sizes], own }, ids())).toEqual({
    ok: false,
    reason: 'Two sizes are named a3. Give one another name.',
  });
});
