import type { Finding, FindingCode } from '@/core/findings/finding';
import { repairWords } from '@/core/findings/repair-words';
import type { Block, Cell, FormatDocument } from '@/core/format/document';
import { readyBlock } from '@/core/format/ready-parts';
import { together } from '@/core/format/steps/step';
import { Repairing, repairAll } from '@/core/repairing/repairing';
import type { Proof } from '@/core/repairing/situation';
import type { Facts } from '@/core/property/facts';
import type { Show } from '@/core/scene/resources';
import { done } from '../../builders';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const ids = () => {
  let next = 0;
  return () => `new-${++next}`;
};

const proofsOf = (
  { sizes }: FormatDocument,
  {
    shows = ['values', 'longest'],
    specimen = 'side-cheek',
    facts = {},
  }: { shows?: Show[]; specimen?: string; facts?: Partial<Facts> } = {},
): Proof[] =>
  sizes.flatMap(({ id }) =>
    shows.map((show) => ({
      request: { sizeId: id, show, scale: '1:2' },
      facts: { ...demoFacts(workshop, specimen, 'galvanised'), ...facts },
    })),
  );

/** The words of what is offered for the first finding of a kind, and of what comes of the one that is chosen. */
function offersFor(
  document: FormatDocument,
  code: FindingCode,
  given: Parameters<typeof proofsOf>[1] & { where?: (finding: Finding) => boolean } = {},
) {
  const { where = () => true } = given;
  const repairing = new Repairing(resources, proofsOf(document, given), ids());
  const proved = repairing.prove(document);
  const on = proved.proofs.findIndex(({ findings }) => findings.some((one) => one.code === code && where(one)));
  expect(on).toBeGreaterThanOrEqual(0);
  const finding = proved.proofs[on]!.findings.find((one) => one.code === code && where(one))!;
  return [...repairing.offers(proved, on, finding)];
}
const wordsFor = (...given: Parameters<typeof offersFor>) =>
  offersFor(...given).map(({ repair }) => repairWords(repair));

const withCell = (id: string, change: Partial<Cell>): FormatDocument => ({
  ...workshop.format,
  blocks: workshop.format.blocks.map((block) => ({
    ...block,
    cells: block.cells.map((cell) => (cell.id === id ? { ...cell, ...change } : cell)),
  })),
});
const withBlock = (id: string, change: Partial<Block>): FormatDocument => ({
  ...workshop.format,
  blocks: workshop.format.blocks.map((block) => (block.id === id ? { ...block, ...change } : block)),
});

/** A title block as somebody draws it in an evening: sixteen cells of a grid, each linked, none fitted. */
function freshTitleBlock(): FormatDocument {
  const { inks } = workshop.format;
  const style = {
    ink: inks[0]!.id,
    wide: 0.7,
    narrow: 0.35,
    caption: 'caption',
    value: 'value',
    title: 'value',
    row: 9,
  };
  const newId = ids();
  const linked = [
    'title',
    'drawing-number',
    'material',
    'finish',
    'mass',
    'created-by',
    'checked-by',
    'approved-by',
    'date-of-issue',
    'document-type',
    'sheet-number',
    'scale',
    'legal-owner',
    'revision',
    'part-number',
    'department',
  ];
  const block = readyBlock('full', style, newId);
  const cells = linked.map((property, i): Cell => ({
    id: newId(),
    column: i % 4,
    row: Math.floor(i / 4),
    columnSpan: 1,
    rowSpan: 1,
    caption: {
      text: property.replaceAll('-', ' ').toUpperCase(),
      lettering: 'caption',
      place: { across: 'left', up: 'top', inset: { x: 0.8, y: 0.8 } },
    },
    contents: [{ parts: [{ kind: 'linked', property }] }],
    lettering: style.value,
    place: { across: 'left', up: 'base', inset: { x: 1, y: 1.2 } },
    turn: 0,
    fit: [],
  }));
  return {
    ...workshop.format,
    sizes: workshop.format.sizes.slice(0, 3),
    blocks: [
      {
        ...block,
        columns: [50, 35, 35, 30].map((size) => ({ id: newId(), size })),
        rows: [9, 9, 9, 9].map((size) => ({ id: newId(), size })),
        cells,
        width: 'sum',
      },
    ],
  };
}

const overflows = (repairing: Repairing, document: FormatDocument) =>
  repairing.prove(document).proofs.flatMap(({ findings }) => findings.filter(({ code }) => code === 'text overflows'));

test('every text that the longest on record finds on a fresh title block has a repair, and each was tried', () => {
  const document = freshTitleBlock();
  const repairing = new Repairing(resources, proofsOf(document), ids());
  const proved = repairing.prove(document);
  const longest = proved.proofs[1]!.findings.filter(({ code }) => code === 'text overflows');
  expect(longest.length).toBeGreaterThanOrEqual(7);
  for (const finding of longest) {
    const offers = [...repairing.offers(proved, 1, finding)];
    expect(offers.length).toBeGreaterThan(0);
    for (const { repair } of offers) {
      const after = repairing.prove(done(document, together('Repair', repair.steps))).proofs[1]!;
      expect(
        after.findings.filter(({ code, place }) => code === finding.code && place.cell === finding.place.cell),
      ).toEqual([]);
    }
  }
});

test('all like one are repaired over all sizes, as one thing to undo', () => {
  const document = freshTitleBlock();
  const repairing = new Repairing(resources, proofsOf(document), ids());
  const { steps, done: repaired, left } = repairAll(repairing, document, 'text overflows');
  expect(left).toEqual([]);
  expect(repaired.length).toBeGreaterThanOrEqual(7);
  expect(overflows(repairing, done(document, together('Repair all', steps)))).toEqual([]);
});

test('what cannot be repaired is left, and said', () => {
  const document = freshTitleBlock();
  const tight = { ...document, blocks: document.blocks.map((block) => ({ ...block, locked: true })) };
  const repairing = new Repairing(resources, proofsOf(tight), ids());
  const { steps, left } = repairAll(repairing, tight, 'text overflows');
  expect(steps).toEqual([]);
  expect(left.length).toBeGreaterThan(0);
});

test('text on the thick outline of the block beneath stands further from it', () => {
  const low = withCell('edges', { place: { across: 'left', up: 'base', inset: { x: 1, y: 1 } } });
  const [first] = offersFor(low, 'text on a line');
  expect(first!.repair.kind).toEqual({ kind: 'larger inset', inset: 1.2 });
  expect(first!.brings).toEqual([]);
});

test('letting a text wrap changes nothing else', () => {
  const document = freshTitleBlock();
  const high = {
    ...document,
    blocks: document.blocks.map((block) => ({ ...block, rows: block.rows.map(({ id }) => ({ id, size: 16 })) })),
  };
  const wraps = offersFor(high, 'text overflows', { where: ({ place }) => place.name === 'Title' })[0]!;
  expect(wraps.repair).toEqual({
    kind: { kind: 'widen the plan', allow: [{ kind: 'wrapped', lines: 3 }] },
    steps: [
      {
        op: 'set cell',
        block: expect.any(String),
        cell: expect.any(String),
        change: { fit: [{ kind: 'wrap', lines: 3 }] },
      },
    ],
  });
  expect(wraps).toMatchObject({ settles: [], brings: [], refits: [] });
});

const ownBlock = (change: Partial<Block>) => withBlock('title-block', change);
const title = workshop.format.blocks.find(({ id }) => id === 'title-block')!;
const caption = title.cells.find(({ id }) => id === 'material')!.caption!;
const cases: [
  name: string,
  document: FormatDocument,
  code: FindingCode,
  expected: string[],
  given?: Parameters<typeof proofsOf>[1],
][] = [
  [
    'a caption that is too wide',
    withCell('language', {
      caption: {
        ...title.cells.find(({ id }) => id === 'language')!.caption!,
        text: 'LANGUAGE OF THIS DRAWING',
        lettering: 'value',
      },
    }),
    'caption too long',
    ['Make column 7 36.5 mm wider, and the block with it'],
  ],
  [
    'a block moved out of the frame',
    ownBlock({ dock: { ...title.dock, offset: { x: 5, y: 0 } } }),
    'block outside',
    ['Move it to its dock on A3'],
  ],
  [
    'a table wider than the smallest size',
    withBlock('revisions-block', {
      columns: workshop.format.blocks
        .find(({ id }) => id === 'revisions-block')!
        .columns.map((column, i) => (i === 2 ? { id: column.id, size: 110 } : column)),
    }),
    'block outside',
    ['Fit its columns and rows to A4', 'Give A4 a block of its own that fits', 'Leave it off A4'],
  ],
  [
    'a block on another',
    withBlock('tolerance-table', { dock: { to: [], corner: 'lower right', align: 'end', offset: { x: 0, y: 0 } } }),
    'block on another',
    ['Dock it to the left of Title block', 'Dock it above General tolerances'],
  ],
  [
    'a value lettered too low',
    withCell('material', { override: { height: 1.8 } }),
    'under the least height',
    ['Make it 2.5 mm'],
  ],
  [
    'an odd line of a block',
    ownBlock({ lines: { ...title.lines, inside: { ...title.lines.inside, width: 0.4 } } }),
    'line width outside the series',
    ['Make it 0.35 mm wide'],
  ],
  [
    'an odd frame line',
    { ...workshop.format, frame: { ...workshop.format.frame, width: 0.6 } },
    'line width outside the series',
    ['Make it 0.5 mm wide'],
  ],
  [
    'a font that is gone',
    {
      ...workshop.format,
      letterings: workshop.format.letterings.map((one) => (one.id === 'value' ? { ...one, font: 'gone' } : one)),
    },
    'font missing',
    ['Letter it in Osifont (ISO 3098)'],
  ],
  [
    'a caption with nothing behind it',
    withCell('material', { contents: [] }),
    'nothing behind a caption',
    ['It is for the pen', 'Link Material'],
  ],
  [
    'a value that prints as zero',
    withCell('mass', {
      contents: [
        { parts: [{ kind: 'linked', property: 'mass', display: { kind: 'number', unit: 't', decimals: 1 } }] },
      ],
    }),
    'prints as zero',
    ['Write Mass with 2 decimals'],
  ],
  [
    'data that the title block lacks',
    withCell('approved', { contents: [{ parts: [{ kind: 'fixed', text: '–' }] }] }),
    'required data missing',
    ['Put Approved by into an empty cell', 'Add a row for Approved by'],
  ],
  [
    'a value the model does not have',
    withCell('free', { contents: [{ parts: [{ kind: 'linked', property: 'heat-treatment' }] }] }),
    'no value',
    ['Leave a pen line where Heat treatment is missing', 'Print nothing where Heat treatment is missing'],
  ],
  [
    'a value that nobody is asked for',
    withCell('free', { contents: [{ parts: [{ kind: 'linked', property: 'date-checked' }] }] }),
    'no value',
    [
      'Ask for Date checked',
      'Leave a pen line where Date checked is missing',
      'Print nothing where Date checked is missing',
    ],
  ],
  [
    'a date that is no date',
    withCell('free', {
      contents: [
        { parts: [{ kind: 'linked', property: 'material', display: { kind: 'date', pattern: 'yyyy-MM-dd' } }] },
      ],
    }),
    'value cannot be written',
    ['Write Material as text'],
  ],
  [
    'a caption with what cannot be seen',
    withCell('material', { caption: { ...caption, text: 'MATERIAL\u200b' } }),
    'characters left out',
    ['Take these characters out'],
  ],
  [
    'one property under two captions',
    withCell('free', {
      caption: { ...caption, text: 'STUFF' },
      contents: [{ parts: [{ kind: 'linked', property: 'material' }] }],
    }),
    'one property under two captions',
    ['Empty the second cell'],
  ],
  [
    'a value asked for twice',
    { ...workshop.format, asked: [...workshop.format.asked, { ...workshop.format.asked[0]!, key: 'again' }] },
    'asked twice',
    ['Ask for Created by once, for all cells'],
  ],
  [
    'columns that miss their total',
    ownBlock({
      width: { total: 170 },
      columns: title.columns.map((column) => ('size' in column ? column : { id: column.id, size: 40 })),
    }),
    'tracks do not add up',
    ['Make the block’s total 177 mm', 'Let column 2 share what is left'],
  ],
  [
    'a sharing column without a total',
    ownBlock({ width: 'sum' }),
    'tracks do not add up',
    ['Make the block’s total 157 mm'],
  ],
  [
    'rows that have no place',
    withBlock('parts-block', {
      grow: { ...workshop.format.blocks.find(({ id }) => id === 'parts-block')!.grow!, most: { base: 3 } },
      condition: { sheets: 'first', kinds: 'assembly' },
    }),
    'rows without a place',
    ['Show 5 rows at most on A4', 'Let it go on on the following sheet'],
    { specimen: 'recovery-winch' },
  ],
];
test.each(cases)('%s', (...[, document, code, expected, given]) => {
  expect(wordsFor(document, code, given)).toEqual(expected);
});
