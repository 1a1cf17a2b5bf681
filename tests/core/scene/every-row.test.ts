import fc from 'fast-check';
import type { FormatDocument, Growth } from '@/core/format/document';
import { layBlocks } from '@/core/format/layout';
import type { Facts, TableRow } from '@/core/property/facts';
import { compose } from '@/core/scene/compose';
import { composePlanned, planSheets } from '@/core/scene/planning';
import { tableKey } from '@/core/scene/tables';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const winch = demoFacts(workshop, 'recovery-winch', '316L');
const [like] = Object.values(winch.parts!)[0]!.rows;
const { variant: _, ...row } = like!;

/** So many rows of a parts list, each with a name by which it is found on the sheets. */
const rows = (count: number): TableRow[] =>
  Array.from({ length: count }, (_, i): TableRow => ({
    ...row,
    name: `item ${i + 1}`,
    values: { ...row.values, item: i + 1 },
    model: { ...row.model!, values: { ...row.model!.values, 'part-number': `ROW-${i + 1}-` } },
  }));
const withRows = (count: number): Facts => ({
  ...winch,
  parts: Object.fromEntries(Object.keys(winch.parts!).map((key) => [key, { rows: rows(count), withoutNumber: [] }])),
});

const formatWith = (id: string, change: Partial<Growth>, sheets: 'first' | 'following' | undefined): FormatDocument =>
  ({
    ...workshop.format,
    blocks: workshop.format.blocks.map((block) =>
      block.id === id
        ? { ...block, condition: { ...block.condition, sheets }, grow: { ...block.grow!, ...change } }
        : block.grow?.rows === 'parts'
          ? { ...block, condition: { ...block.condition, sizes: ['custom-none'] } }
          : block,
    ),
  }) as FormatDocument;

/** How often each row of the parts list is printed on a set of sheets, and how many rows are told to have no place. */
function shown(document: FormatDocument, facts: Facts, sizeId: string, count: number) {
  const sheet = { document, sizeId, scale: '1:2', facts };
  const printed = new Map<string, number>();
  let told = 0;
  for (const planned of planSheets(
    Array.from({ length: count }, () => sheet),
    resources,
  )) {
    const composed = composePlanned(planned, resources);
    if (!composed.ok) throw new Error(composed.reason);
    for (const { text } of composed.report.cells)
      for (const [name] of text.replaceAll('\n', '').matchAll(/ROW-\d+-/g))
        printed.set(name, (printed.get(name) ?? 0) + 1);
    for (const finding of composed.report.findings)
      if (finding.code === 'rows without a place' || finding.code === 'older rows not shown')
        told += finding.params.rows;
  }
  return { printed, told };
}

test('whatever the format, the rows and the sheets: every row is printed once, or it is told that it is not', () => {
  const sizes = workshop.format.sizes.map(({ id }) => id);
  fc.assert(
    fc.property(
      fc.record({
        whenFull: fc.constantFrom<Growth['whenFull']>('following sheet', 'second column'),
        most: fc.integer({ min: 1, max: 40 }),
        least: fc.integer({ min: 0, max: 1 }),
        sheets: fc.constantFrom<'first' | 'following' | undefined>('first', 'following', undefined),
        count: fc.integer({ min: 0, max: 60 }),
        total: fc.integer({ min: 1, max: 3 }),
        sizeId: fc.constantFrom(...sizes),
      }),
      ({ whenFull, most, least, sheets, count, total, sizeId }) => {
        const document = formatWith('parts-block', { whenFull, most: { base: most }, least }, sheets);
        const space = { x: 20, y: 10, width: 390, height: 277 };
        const isThere = [true, false].some((first) =>
          layBlocks(document, space, { sizeId, first, kind: 'assembly' }).some(
            ({ block }) => block.id === 'parts-block',
          ),
        );
        const { printed, told } = shown(document, withRows(count), sizeId, total);
        for (const [name, times] of printed) expect([name, times]).toEqual([name, 1]);
        // A format that shows the table on no sheet of the set has nothing to say of its rows.
        if (isThere && (sheets !== 'following' || total > 1)) expect(printed.size + told).toBe(count);
      },
    ),
    { numRuns: 120 },
  );
});

test('a table on the first sheet alone says what has no place, though there is a second sheet', () => {
  const document = formatWith('parts-block', { most: { base: 17 }, whenFull: 'following sheet' }, 'first');
  const { printed, told } = shown(document, withRows(30), 'iso-a1-landscape', 2);
  expect([printed.size, told]).toEqual([17, 13]);
});

test('two tables of different notes do not take one another’s rows for their own', () => {
  const notes = { rows: 'notes', direction: 'down', least: 0, most: { base: 9 }, whenFull: 'following sheet' } as const;
  const key = (list: string[] | undefined) => tableKey({ ...notes, ...(list && { notes: list }) }, winch);
  expect(new Set([key(['title']), key(['material']), key(['title', 'material']), key(undefined)]).size).toBe(4);
});

test('a sheet of more cells than one can be looked at is refused with the figures', () => {
  const parts = workshop.format.blocks.find(({ id }) => id === 'parts-block')!;
  const tracks = (name: string, count: number) =>
    Array.from({ length: count }, (_, i) => ({ id: `${name}${i}`, size: 1 }));
  const [like] = parts.cells;
  const block = {
    ...parts,
    columns: tracks('c', 40),
    rows: tracks('r', 2),
    cells: Array.from({ length: 80 }, (_, i) => ({
      ...like!,
      id: `cell${i}`,
      column: i % 40,
      row: Math.floor(i / 40),
      columnSpan: 1,
      rowSpan: 1,
      contents: [],
    })),
    lines: { ...parts.lines, edges: [] },
    dock: { ...parts.dock, to: [] },
    grow: { ...parts.grow!, most: { base: 500 } },
  };
  const document = { ...workshop.format, blocks: [block] } as FormatDocument;
  const request = { sizeId: 'iso-a0-landscape', sheet: { number: 1, total: 1 }, show: 'values' as const };
  const many = compose(document, request, withRows(400), resources);
  expect(many).toMatchObject({ ok: false, reason: expect.stringMatching(/would have 16040 cells; it takes 10000/) });
  expect(compose(document, request, withRows(40), resources).ok).toBe(true);
});
