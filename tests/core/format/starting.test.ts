import { documentDefects } from '@/core/format/defects';
import { cellsInRange, rangeAround } from '@/core/format/ranges';
import { READY_PARTS, type ReadyPart, emptyGrid, readyBlock } from '@/core/format/ready-parts';
import { type StartOptions, partStyle, startBlank, startFromStandard } from '@/core/format/starting';
import { tilingDefects } from '@/core/format/defects';
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
      expect(report.findings.filter((finding) => finding.weight === 'blocks release')).toEqual([]);
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
