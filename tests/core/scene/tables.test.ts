import fc from 'fast-check';
import type { Block, FormatDocument, Growth } from '@/core/format/document';
import type { Facts, TableRow } from '@/core/property/facts';
import { compose } from '@/core/scene/compose';
import { layOut } from '@/core/scene/laying';
import { planSheets, proofSheets } from '@/core/scene/planning';
import { ComposeMemo } from '@/core/scene/memo';
import { composeProof } from '@/core/scene/proof';
import type { SheetRequest } from '@/core/scene/resources';
import { partsRules, partsTables } from '@/core/specimen/parts-tables';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const winch = demoFacts(workshop, 'recovery-winch', '316L');
const A3 = 'iso-a3-landscape';

/** The workshop format with its growing block of that id changed. */
const withTable = (id: string, change: (block: Block) => Partial<Block>): FormatDocument => ({
  ...workshop.format,
  blocks: workshop.format.blocks.map((block) => (block.id === id ? { ...block, ...change(block) } : block)),
});
const growing = (id: string, change: Partial<Growth>) =>
  withTable(id, ({ grow }) => ({ grow: { ...grow!, ...change } }));

function sheet(document: FormatDocument, facts: Facts, request: Partial<SheetRequest> = {}, memo?: ComposeMemo) {
  const composed = compose(
    document,
    { sizeId: A3, sheet: { number: 1, total: 1 }, show: 'values', ...request },
    facts,
    resources,
    memo,
  );
  if (!composed.ok) throw new Error(composed.reason);
  return composed;
}

/** What a block prints, row by row from the top, cell by cell from the left. */
function printed({ report }: ReturnType<typeof sheet>, id: string): string[] {
  const cells = report.cells.filter((cell) => cell.block === id);
  const rows = [...new Set(cells.map(({ box }) => box.y))].sort((a, b) => b - a);
  return rows.map((y) =>
    cells
      .filter(({ box }) => box.y === y)
      .sort((a, b) => a.box.x - b.box.x)
      .map(({ text }) => text.replaceAll('\n', ' '))
      .join(' | '),
  );
}
const blockOf = ({ report }: ReturnType<typeof sheet>, id: string) => report.blocks.find((block) => block.id === id);

const revision = (name: string, description = `Change ${name}`): TableRow => ({
  name: `revision ${name}`,
  values: {
    revision: name,
    'revision-zones': name === 'A' ? '' : 'B2',
    'revision-description': description,
    'revision-date': '2026-05-04',
    'revision-approved-by': 'Orsolya Brandt',
  },
});
const revised = (...names: string[]): Facts => ({ ...winch, revisions: names.map((name) => revision(name)) });

describe('a revision table', () => {
  test('grows downward from its heading, the oldest first; the title block prints the newest', () => {
    const made = sheet(workshop.format, revised('A', 'B', 'C'));
    expect(printed(made, 'revisions-block')).toEqual([
      'REV. | ZONE | CHANGE | DATE | APPROVED',
      'A |  | Change A | 2026-05-04 | O. BRANDT',
      'B | B2 | Change B | 2026-05-04 | O. BRANDT',
      'C | B2 | Change C | 2026-05-04 | O. BRANDT',
    ]);
    expect(blockOf(made, 'revisions-block')).toMatchObject({
      box: { x: 255, y: 287 - 24, width: 155, height: 24 },
      grown: { all: 3, before: 0, rows: 3, left: 0, rowsOf: [0, 1, 1, 1], columnsOf: [0, 1, 2, 3, 4] },
    });
    expect(made.report.cells.find((cell) => cell.id === 'revision')?.text).toBe('C');
  });

  test('the newest revision stands before what was answered for the drawing', () => {
    const facts = { ...revised('A', 'B'), drawing: { name: 'D', values: { revision: 'X' } } };
    expect(sheet(workshop.format, facts).report.cells.find((cell) => cell.id === 'revision')?.text).toBe('B');
  });

  test('a row is as high as its wrapped text needs, and what is docked follows', () => {
    const long = 'Keyway widened, thread undercut added, and the bearing seat ground to a closer fit on both ends';
    const made = sheet(workshop.format, { ...winch, revisions: [revision('A'), revision('B', long), revision('C')] });
    const { rowEdges } = blockOf(made, 'revisions-block')!;
    const heights = rowEdges.slice(1).map((edge, i) => edge - rowEdges[i]!);
    // Three lines 3.75 mm apart of capitals 2.5 mm high, 1 mm clear above and below.
    expect(heights).toEqual([6, 6, 2 * 3.75 + 2.5 + 2, 6]);
    const own = made.report.findings.filter(({ place }) => place.block === 'revisions-block');
    expect(own).toEqual([]);
  });

  test('a full one shows the newest, with a mark that there are more', () => {
    const made = sheet(growing('revisions-block', { most: { base: 3 } }), revised('A', 'B', 'C', 'D', 'E'));
    expect(printed(made, 'revisions-block').map((row) => row.split(' | ').slice(0, 3).join(' '))).toEqual([
      'REV. ZONE CHANGE',
      '  … (3)',
      'D B2 Change D',
      'E B2 Change E',
    ]);
    expect(made.report.findings).toContainEqual(
      expect.objectContaining({ code: 'older rows not shown', weight: 'note', params: { rows: 3 } }),
    );
  });

  test('without rows it is not on the sheet; a least number of rows stays blank for the pen', () => {
    expect(blockOf(sheet(workshop.format, { ...winch, revisions: [] }), 'revisions-block')).toBeUndefined();
    const made = sheet(growing('revisions-block', { least: 2 }), { ...winch, revisions: [] });
    expect(printed(made, 'revisions-block').slice(1)).toEqual([' |  |  |  | ', ' |  |  |  | ']);
    const own = made.report.findings.filter(({ place }) => place.block === 'revisions-block');
    expect(own).toEqual([]);
  });

  test('a finding of a repeated cell is about the cell of the format, said once for all rows', () => {
    const long = 'W'.repeat(80);
    const facts = { ...winch, revisions: ['A', 'B', 'C'].map((name) => revision(name, long)) };
    const found = sheet(workshop.format, facts).report.findings.filter(({ code }) => code === 'text overflows');
    const pattern = workshop.format.blocks.find(({ id }) => id === 'revisions-block')!.cells[7]!.id;
    expect(found).toHaveLength(1);
    expect(found[0]).toMatchObject({ place: { cell: pattern, moreRows: 2 } });
  });
});

describe('a parts list', () => {
  test('grows upward from its heading over the title block, the notes on top of it', () => {
    const made = sheet(workshop.format, winch);
    expect(printed(made, 'parts-block')).toEqual([
      '5 | 2 | TRV-88104-SS | FAIRLEAD ROLLER, 3 IN FACE | Cast nylon 6, blue | 2,54 kg',
      '4 | 1 | KW-2208-S | GUARD, FOLDED, FOR PAWL WHEEL AND DRIVE SHAFT COUPLING | X2CrNiMo17-12-2 EN 10088-2 | 3,31 kg',
      '3 | 2 | KW-2206-S | SIDE CHEEK | X2CrNiMo17-12-2 EN 10088-3 | 46,32 kg',
      '2 | 2 | KW-2204-S | PAWL | X5CrNiCuNb16- 4+P960 EN 10088-3 | 1,30 kg',
      '1 | 1 | KW-2200-S | DRUM ASSEMBLY | – | 48,64 kg',
      'ITEM | QTY | PART NUMBER | DESCRIPTION | MATERIAL | MASS',
    ]);
    const list = blockOf(made, 'parts-block')!;
    expect(list.box.y).toBe(64);
    expect(blockOf(made, 'notes-block')!.box.y).toBe(64 + list.box.height);
    expect(made.report.cells.find((cell) => cell.id === 'mass')?.text).toBe('102,11 kg');
  });

  test('is not on the sheet of a part; what stands on it stands on the title block then', () => {
    const made = sheet(workshop.format, demoFacts(workshop, 'pawl', '316L'));
    expect(blockOf(made, 'parts-block')).toBeUndefined();
    expect(blockOf(made, 'notes-block')!.box.y).toBe(64);
  });

  const many = (count: number): Facts => ({
    ...winch,
    parts: {
      'components by part-number': {
        rows: Array.from({ length: count }, (_, i) => ({
          name: `item ${i + 1}`,
          model: {
            name: `Part ${i + 1}`,
            kind: 'part' as const,
            values: { 'part-number': `P-${i + 1}`, title: 'PART', material: 'Steel' },
          },
          values: { item: String(i + 1), quantity: 2 },
        })),
        withoutNumber: [],
      },
    },
  });
  const items = (made: ReturnType<typeof sheet>) =>
    printed(made, 'parts-block')
      .map((row) => Number(row.split(' | ')[0]))
      .filter((item) => !Number.isNaN(item));

  test('goes on over the following sheets, which follow by themselves; every item stands once', () => {
    const facts = many(40);
    const planned = planSheets([{ document: workshop.format, sizeId: A3, facts }], resources);
    expect(planned.map(({ place, follows }) => [place.number, place.total, follows ?? false])).toEqual([
      [1, 3, false],
      [2, 3, true],
      [3, 3, true],
    ]);
    const sheets = planned.map(({ place }) => sheet(workshop.format, facts, { sheet: place }));
    expect(sheets.flatMap((one) => items(one).toReversed())).toEqual(Array.from({ length: 40 }, (_, i) => i + 1));
    expect(
      sheets.map((one) => blockOf(one, 'parts-block')!.grown).map((grown) => [grown!.before, grown!.left]),
    ).toEqual([
      [0, 26],
      [14, 12],
      [28, 0],
    ]);
    expect(sheets.map((one) => blockOf(one, 'title-block') !== undefined)).toEqual([true, false, false]);
    expect(sheets[1]!.report.cells.find(({ text }) => text === '2 / 3')?.block).toBe('following-block');
    expect(sheets.flatMap(({ report }) => report.findings).map(({ code }) => code)).not.toContain(
      'rows without a place',
    );
  });

  test('sheets of another model have their own list; what is left of the first follows right behind it', () => {
    const other = { ...demoFacts(workshop, 'drum-assembly', '316L') };
    const sheets = [many(20), other].map((facts) => ({ document: workshop.format, sizeId: A3, facts }));
    const planned = planSheets(sheets, resources);
    expect(planned.map(({ facts, follows }) => [facts.model!.name, follows ?? false])).toEqual([
      ['Recovery winch', false],
      ['Recovery winch', true],
      ['Drum assembly', false],
    ]);
    const made = planned.map(({ facts, place }) => items(sheet(workshop.format, facts, { sheet: place })).length);
    expect(made).toEqual([14, 6, 4]);
    // The next sheet of the same model goes on with its list itself.
    const same = planSheets([sheets[0]!, sheets[0]!, sheets[1]!], resources);
    expect(same.map(({ follows }) => follows ?? false)).toEqual([false, false, false]);
  });

  test('rows that no sheet goes on with block the release', () => {
    const made = sheet(workshop.format, many(40));
    expect(made.report.findings).toContainEqual(
      expect.objectContaining({
        code: 'rows without a place',
        weight: 'blocks release',
        params: { rows: 26 },
      }),
    );
    // A format whose list is bound to the first sheet is not followed by sheets without end.
    const first = withTable('parts-block', ({ condition }) => ({ condition: { ...condition, sheets: 'first' } }));
    expect(planSheets([{ document: first, sizeId: A3, facts: many(40) }], resources)).toHaveLength(1);
  });

  test('goes on in a second column beside the first, which stands at its dock', () => {
    const document = growing('parts-block', { whenFull: 'second column', most: { base: 8 } });
    const made = sheet(document, many(13));
    expect(blockOf(made, 'parts-block')).toMatchObject({
      box: { x: 410 - 360, y: 64, width: 360, height: 6 * 8 },
      grown: { rows: 13, left: 0, columnsOf: [0, 1, 2, 3, 4, 5, 0, 1, 2, 3, 4, 5] },
    });
    expect(printed(made, 'parts-block').at(-2)).toBe('8 | 2 | P-8 | PART | Steel | – | 1 | 2 | P-1 | PART | Steel | –');
    expect(printed(made, 'parts-block')[0]).toBe(' |  |  |  |  |  | 7 | 2 | P-7 | PART | Steel | –');
  });

  test('never leaves the drawing space, whatever its most', () => {
    const made = sheet(growing('parts-block', { most: { base: 400 } }), many(200));
    const { box, grown } = blockOf(made, 'parts-block')!;
    expect(box.y + box.height).toBeLessThanOrEqual(287);
    expect(grown!.rows).toBe(Math.floor((287 - 64 - 6) / 6));
    expect(planSheets([{ document: workshop.format, sizeId: A3, facts: many(200) }], resources)).toHaveLength(15);
  });

  test('whatever the number of parts and the sizes of the sheets: every item stands once, every sheet has its number', () => {
    const sizes = workshop.format.sizes.map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 120 }),
        fc.array(fc.constantFrom(...sizes), { minLength: 1, maxLength: 4 }),
        (count, sheets) => {
          const facts = many(count);
          const given = sheets.map((sizeId) => ({ document: workshop.format, sizeId, facts }));
          const planned = planSheets(given, resources);
          expect(planned.map(({ place }) => place.number)).toEqual(planned.map((_, i) => i + 1));
          expect(planned.every(({ place }) => place.total === planned.length)).toBe(true);
          expect(planned.filter(({ follows }) => !follows).map(({ sizeId }) => sizeId)).toEqual(sheets);
          const found = planned.flatMap(({ sizeId, place }) => {
            const laid = layOut(workshop.format, { sizeId, sheet: place, show: 'values' }, facts, resources);
            if (!laid.ok) throw new Error(laid.reason);
            const block = laid.laid.find(({ block: { id } }) => id === 'parts-block');
            const rows = laid.tables.get('parts-block')?.toShow.slice(0, block?.grown?.rows ?? 0) ?? [];
            return rows.map(({ values }) => Number(values.item));
          });
          expect(found).toEqual(Array.from({ length: count }, (_, i) => i + 1));
        },
      ),
      { numRuns: 40 },
    );
  });

  test('turned on its side it grows across the sheet, and what stands on it follows', () => {
    const turned = withTable('parts-block', ({ dock, grow }) => ({
      turn: 90,
      dock: { ...dock, to: [], corner: 'lower left', align: 'start' },
      grow: { ...grow!, most: { base: 400 } },
      condition: {},
    }));
    const made = sheet(turned, many(60));
    const { box, grown } = blockOf(made, 'parts-block')!;
    expect([box.x, box.y, box.height]).toEqual([20, 10, 180]);
    expect(box.width).toBe(6 * 61);
    expect(grown!.rows).toBe(60);
    expect(blockOf(sheet(turned, many(90)), 'parts-block')!.grown).toMatchObject({ rows: 64, left: 26 });
  });

  test('2,000 components, ones without a part number or with the same, one that is not there: said', () => {
    const [assembly] = demoSpecimens().filter(({ id }) => id === 'recovery-winch');
    const numberless = {
      ...demoSpecimens().find(({ id }) => id === 'pawl')!,
      id: 'spare',
      name: 'Spare',
      values: {},
      variants: [],
    };
    const with2000 = Array.from({ length: 2000 }, (_, i) => ({ ...numberless, id: `spare-${i}`, name: `Spare ${i}` }));
    const list = (components: { specimen: string; quantity: number }[]) =>
      partsTables(
        partsRules(workshop.format),
        { specimen: { ...assembly!, components }, variant: undefined },
        demoModels(workshop, { specimens: [...demoSpecimens(), ...with2000] }),
      ).parts;
    const found = (parts: Facts['parts']) => sheet(workshop.format, { ...winch, parts }).report.findings;
    const all = list(with2000.map(({ id }) => ({ specimen: id, quantity: 1 })));
    const [numberlessFinding] = found(all).filter(({ code }) => code === 'component without a part number');
    expect(numberlessFinding!.params).toMatchObject({ components: expect.arrayContaining(['Spare 0', 'Spare 1999']) });
    expect(
      planSheets([{ document: workshop.format, sizeId: A3, facts: { ...winch, parts: all } }], resources),
    ).toHaveLength(143);
    const alike = ['one', 'two'].map((id) => ({ ...numberless, id, name: id, values: { 'Part number': 'KW-1' } }));
    with2000.push(...alike);
    expect(found(list(alike.map(({ id }) => ({ specimen: id, quantity: 1 }))))).toContainEqual(
      expect.objectContaining({ code: 'part number shared', params: { number: 'KW-1', by: ['one', 'two'] } }),
    );
    const trouble = { kind: 'component not there', assembly: 'Recovery winch', component: 'gone' };
    expect(found(list([{ specimen: 'gone', quantity: 1 }]))).toContainEqual(
      expect.objectContaining({ code: 'no parts list', params: { trouble } }),
    );
  });

  test('a memo gives the same sheets, also when rows change', () => {
    const memo = new ComposeMemo();
    for (const facts of [winch, many(3), many(5), winch])
      expect(sheet(workshop.format, facts, {}, memo)).toEqual(sheet(workshop.format, facts));
  });
});

describe('general tolerances and notes', () => {
  test('come from the class that the profile states, for the sizes asked for', () => {
    const made = sheet(workshop.format, winch, { sizeId: 'iso-a1-landscape' });
    expect(printed(made, 'tolerance-table').slice(0, 3)).toEqual([
      'SIZE | TOLERANCE',
      '0,5 – 3 | ± 0,1',
      '> 3 – 6 | ± 0,1',
    ]);
    const vague = { ...winch, profile: { name: 'P', values: { 'general-tolerance': 'as usual' } } };
    const { findings } = sheet(workshop.format, vague, { sizeId: 'iso-a1-landscape' }).report;
    expect(findings).toContainEqual(
      expect.objectContaining({ code: 'no general tolerances', params: { stated: 'as usual' } }),
    );
  });

  test('inch offices state them by decimal places; notes are numbered, one without a value has no row', () => {
    const inch = demoPackage('inch-sheets');
    const request = { sizeId: 'asme-b-landscape', sheet: { number: 1, total: 1 }, show: 'values' } as const;
    const facts = demoFacts(inch, 'drum-barrel', '316L');
    const notes = { ...facts, drawing: { name: 'D', values: { notes: 'Degrease; pack dry' } } };
    const made = compose(inch.format, request, notes, demoResources(inch));
    if (!made.ok) throw new Error(made.reason);
    expect(printed(made, 'tolerance-table').slice(1)).toEqual(['.X | ± .1', '.XX | ± .03', '.XXX | ± .010']);
    expect(printed(made, 'notes-block')).toEqual([
      'NOTES',
      '1 | All dimensions in inch',
      '2 | Break sharp edges .01 to .02',
      '3 | Pickled and passivated',
      '4 | Degrease',
      '5 | pack dry',
    ]);
  });
});

describe('sample rows', () => {
  const rows = (sample: SheetRequest['rows'], facts = revised('A')) =>
    printed(sheet(workshop.format, facts, { ...(sample !== undefined && { rows: sample }) }), 'revisions-block')
      .slice(1)
      .map((row) => row.split(' | ')[0]);
  test('one, three, full, over-full', () => {
    expect([rows(undefined), rows(3), rows('full')]).toEqual([['A'], ['A', 'B', 'C'], ['A', 'B', 'C', 'D', 'E', 'F']]);
    expect(rows('over-full')).toEqual(['', 'E', 'F', 'G', 'H', 'J']);
    expect(rows(2, { ...winch, revisions: [] })).toEqual(['A', 'B']);
  });
  test('of a parts list without an assembly are made from values seen', () => {
    const facts = { ...winch, parts: {} };
    expect(printed(sheet(workshop.format, facts, { rows: 1 }), 'parts-block')[0]).toMatch(/^1 \| 1 \| KW-2/);
  });
});

test('a proof takes in the following sheet, where the format has anything on it, and says what is on it alone', () => {
  const odd = withTable('following-block', ({ cells }) => ({
    cells: cells.map((cell, i) =>
      i === 0 ? { ...cell, contents: [{ parts: [{ kind: 'linked', property: 'gone' }] }] } : cell,
    ),
  }));
  const given = { document: odd, sizeId: A3, facts: demoFacts(workshop, 'pawl', '316L') };
  expect(proofSheets(given, resources)).toHaveLength(2);
  const proof = composeProof(odd, { sizeId: A3, show: 'values' }, given.facts, resources);
  expect(proof.sheets).toBe(2);
  expect(proof.findings).toContainEqual(
    expect.objectContaining({
      code: 'unknown property',
      params: { property: 'gone' },
      place: expect.objectContaining({ sheet: 2, name: 'Owner' }),
    }),
  );
});
