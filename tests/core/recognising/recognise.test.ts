import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FormatDocument } from '@/core/format/document';
import { sound } from '@/core/format/soundness';
import { type Choices, formatOf, readDrawing, readIn } from '@/core/recognising/reading-in';
import { NO_CORRECTIONS } from '@/core/recognising/recognition';
import { ReadingReport, readingReport, recognisedCell } from '@/core/recognising/report';
import { fonts } from '../fonts';
import { entity, insert, line, smallDxf } from '../exchange/reading/small-dxf';
import { demoOffice } from './office';

const properties = demoOffice();

function drawingOf(bytes: Uint8Array) {
  const read = readDrawing(bytes, fonts);
  if (!read.ok) throw new Error(read.reason);
  return read.drawing;
}

function recognised(bytes: Uint8Array, choices: Choices = {}) {
  const drawing = drawingOf(bytes);
  const found = readIn(drawing, choices, properties, fonts);
  if (!found.ok) throw new Error(found.reason);
  let n = 0;
  const format = formatOf(
    found,
    { id: 'read', name: 'Read', keepRest: true, newId: () => `n${n++}` },
    properties,
    fonts,
  );
  if (!format.ok) throw new Error(format.reason);
  const report = readingReport(
    drawing,
    found.proposal,
    found.recognition,
    found.drawn.map(({ kind }) => kind),
    format.over,
  );
  return { ...found, ...format, report };
}

const box = (x: number, y: number, width: number, height: number) => [
  ...line(x, y, x + width, y),
  ...line(x + width, y, x + width, y + height),
  ...line(x + width, y + height, x, y + height),
  ...line(x, y + height, x, y),
];
const text = (words: string, x: number, y: number, height = 2.5, ...more: (string | number)[]) =>
  entity('TEXT', 10, x, 20, y, 40, height, 1, words, ...more);
/** A frame of A3, and a title block of two cells in its corner. */
const a3 = (x = 0, y = 0) => [
  ...box(x + 20, y + 10, 390, 277),
  ...line(x + 310, y + 10, x + 310, y + 30),
  ...line(x + 310, y + 30, x + 410, y + 30),
  ...line(x + 360, y + 10, x + 360, y + 30),
  ...text('TITLE', x + 311, y + 27, 1.8),
  ...text('SHACKLE', x + 312, y + 13),
  ...text('SCALE', x + 361, y + 27, 1.8),
  ...text('1:2', x + 362, y + 13),
];
const cells = ({ recognition }: ReturnType<typeof recognised>) =>
  recognition.blocks.flatMap((block) => block.cells.map(recognisedCell));

test('a sheet of another program, in inches, off the origin, blocks in blocks, is a living format', () => {
  const path = join(mkdtempSync(join(tmpdir(), 'zonograph-')), 'foreign.dxf');
  const { status, stderr } = spawnSync('/usr/bin/python3', ['tests/core/recognising/foreign-sheet.py', path], {
    encoding: 'utf8',
  });
  expect({ status, stderr }).toMatchObject({ status: 0 });
  const found = recognised(readFileSync(path));
  const { report, built } = found;
  expect(ReadingReport.parse(report)).toEqual(report);
  expect(report).toMatchObject({
    unit: { mmPerUnit: 25.4, isSaidByDrawing: true },
    movedBy: { x: -946.15, y: 317.5 },
    sheet: { standard: 'asme-b-landscape' },
    zones: { columns: 4, rows: 2, exact: true, band: 5.08 },
    looseTexts: ['BREAK SHARP EDGES\nDIMENSIONS IN INCHES'],
    leftOver: { figures: {}, offSheet: 2, notRead: {} },
  });
  const [title, revisions] = report.blocks;
  expect(title).toMatchObject({
    role: 'title',
    columns: [1, 1, 0.5, 1, 0.5, 0.5, 1, 1].map((inch) => expect.closeTo(inch * 25.4, 3) as number),
  });
  expect(
    title!.cells.map(({ caption, kind, property, text: words }) => [caption, kind, property ?? '', words]),
  ).toEqual([
    ['', 'fixed', '', 'KELVARRA FLOATS'],
    ['DRAWN BY', 'linked', 'created-by', 'P. Oduya'],
    ['RELEASE CLASS', 'asked', 'release-class', 'P'],
    ['', 'picture', '', ''],
    ['TITLE', 'linked', 'title', 'SHACKLE PIN'],
    ['DRAWING NO.', 'linked', 'drawing-number', 'KF-0042'],
    ['SCALE', 'linked', 'scale', '1:2'],
    ['REV', 'linked', 'revision', 'C'],
    ['SIZE', 'linked', 'sheet-size', 'B'],
    ['', 'symbol', '', ''],
    ['WEIGHT', 'linked', 'mass', '0.4 lb'],
    ['SHEET', 'linked', 'sheet-number', '1 OF 3'],
  ]);
  expect(revisions).toMatchObject({ table: { rows: 'revisions', direction: 'down', shown: 3, blank: 3 } });
  expect(FormatDocument.parse(built.document)).toEqual(built.document);
  expect(sound(built.document)).toMatchObject({ ok: true });
  expect(built.document.unit).toBe('in');
  expect(built.document.asked).toContainEqual(
    expect.objectContaining({ key: 'release-class', prompt: 'Which release class?' }),
  );
  expect(built.pictures.size).toBe(1);
  const symbol = found.recognition.blocks[0]!.cells.find(({ drawn }) => drawn?.kind === 'symbol')!.drawn;
  expect(symbol).toMatchObject({ angle: 'third angle' });
});

describe('the sheet is found', () => {
  test('by its frame, wherever it lies', () => {
    const { report } = recognised(smallDxf({ entities: a3(-1000, 500) }));
    expect(report).toMatchObject({
      sheet: { standard: 'iso-a3-landscape', foundBy: 'the frame' },
      movedBy: { x: 1000, y: -500 },
      frame: { x: 20, y: 10, width: 390, height: 277 },
    });
  });

  test('in the unit that makes sense of it when the drawing says none', () => {
    const header = [9, '$ACADVER', 1, 'AC1021'];
    const inches = a3().map((value, i) =>
      typeof value === 'number' && i > 0 && !Number.isInteger(i / 2) ? value / 25.4 : value,
    );
    expect(recognised(smallDxf({ header, entities: a3() })).proposal).toMatchObject({
      mmPerUnit: 1,
      isUnitKnown: false,
    });
    expect(recognised(smallDxf({ header, entities: inches })).proposal).toMatchObject({
      mmPerUnit: 25.4,
      isUnitKnown: false,
    });
  });

  test('each of two sheets in one model by itself', () => {
    const both = smallDxf({ entities: [...a3(), ...a3(500, 0)] });
    expect(recognised(both).recognition.blocks).toHaveLength(1);
    const second = recognised(both, { sheet: 1 });
    expect(second.report.movedBy.x).toBe(-500);
    expect(second.recognition.blocks).toHaveLength(1);
    expect(second.report.leftOver.offSheet).toBeGreaterThan(5);
  });

  test('around a title block alone, in the corner of its frame', () => {
    const alone = [
      ...box(0, 0, 100, 20),
      ...line(50, 0, 50, 20),
      ...text('TITLE', 1, 17, 1.8),
      ...text('SHACKLE', 2, 3),
    ];
    const { report } = recognised(smallDxf({ entities: alone }));
    expect(report.sheet).toMatchObject({ standard: 'iso-a3-landscape', foundBy: 'a title block alone' });
    expect(report.blocks[0]).toMatchObject({ box: { x: 310, y: 10, width: 100, height: 20 }, columns: [50, 50] });
  });
});

describe('what is put right', () => {
  const bytes = smallDxf({ entities: [...a3(), ...text('HANDLE WITH CARE', 311, 18, 1.8)] });
  const [title, scale] = recognised(bytes).recognition.blocks[0]!.cells;

  test('a text becomes what somebody says that it is', () => {
    const id = title!.content[0]!.text.id;
    const as = (correction: Parameters<typeof recognised>[1]) => cells(recognised(bytes, correction))[0];
    expect(as({ corrections: { ...NO_CORRECTIONS, meanings: { [id]: { kind: 'fixed' } } } })).toMatchObject({
      kind: 'fixed',
      by: 'hand',
    });
    expect(
      as({ corrections: { ...NO_CORRECTIONS, meanings: { [id]: { kind: 'linked', property: 'mass' } } } }),
    ).toMatchObject({ kind: 'linked', property: 'mass' });
    expect(
      as({ corrections: { ...NO_CORRECTIONS, meanings: { [id]: { kind: 'asked', name: 'Hook' } } } }),
    ).toMatchObject({ kind: 'asked', property: 'hook' });
  });

  test('a caption becomes a text', () => {
    const corrected = recognised(bytes, {
      corrections: { ...NO_CORRECTIONS, captions: { [scale!.caption!.id]: 'content' } },
    });
    expect(cells(corrected)[1]).toMatchObject({ caption: '', text: 'SCALE\n1:2' });
  });

  test('a block that is none stays as it is drawn, and nothing of it is lost', () => {
    const { recognition, built } = recognised(bytes, {
      corrections: { ...NO_CORRECTIONS, notBlocks: [recognised(bytes).recognition.blocks[0]!.id] },
    });
    expect(recognition.blocks).toEqual([]);
    expect(recognition.rest).toHaveLength(3);
    expect(recognition.looseTexts.flatMap(({ lines }) => lines).map(({ text: words }) => words)).toEqual(
      expect.arrayContaining(['TITLE', 'SHACKLE', 'SCALE', '1:2']),
    );
    expect(built.document.blocks.map(({ name }) => name)).toContain('What was not understood');
  });
});

test('every figure ends somewhere: in the border, a block, a loose text, the rest, or off the sheet', () => {
  const entities = [
    ...a3(),
    ...entity('CIRCLE', 10, 200, 20, 150, 40, 30),
    ...line(150, 100, 260, 190),
    ...text('SEE NOTE 3', 100, 200),
    ...line(900, 900, 950, 950),
  ];
  const { recognition, report, built } = recognised(smallDxf({ entities }));
  expect(recognition.rest).toHaveLength(2);
  expect(recognition.offSheet).toHaveLength(1);
  expect(report.looseTexts).toEqual(['SEE NOTE 3']);
  expect(report.leftOver).toMatchObject({ figures: { arc: 1, line: 1 }, offSheet: 1 });
  expect(built.document.blocks.at(-1)).toMatchObject({
    name: 'What was not understood',
    dock: { corner: 'lower left' },
  });
});

test('a block whose texts stand upright is turned, with tracks as its texts run', () => {
  const upright = [
    ...box(20, 10, 390, 277),
    ...line(20, 90, 40, 90),
    ...line(40, 10, 40, 90),
    ...line(20, 60, 40, 60),
    ...text('TITLE', 23, 11, 1.8, 50, 90),
    ...text('SHACKLE', 36, 12, 2.5, 50, 90),
    ...text('SCALE', 23, 61, 1.8, 50, 90),
    ...text('1:2', 36, 62, 2.5, 50, 90),
  ];
  const { report } = recognised(smallDxf({ entities: upright }));
  expect(report.blocks[0]).toMatchObject({ turn: 90, columns: [50, 30], rows: [20] });
  expect(report.blocks[0]!.cells.map(({ column, caption, property }) => [column, caption, property])).toEqual([
    [0, 'TITLE', 'title'],
    [1, 'SCALE', 'scale'],
  ]);
});

test('a parts list over a title block of its width is a block of its own, and grows up', () => {
  const heads = ['ITEM', 'QTY', 'PART NUMBER', 'MATERIAL'];
  const xs = [310, 325, 340, 380, 410];
  const table = [40, 50, 60, 70].flatMap((y) => line(310, y, 410, y));
  const uprights = xs.flatMap((x) => line(x, 30, x, 70));
  const list = [...table, ...uprights, ...heads.flatMap((head, i) => text(head, xs[i]! + 1, 33))];
  const { report } = recognised(smallDxf({ entities: [...a3(), ...list] }));
  expect(report.blocks.map(({ role, columns, rows, table: grows }) => ({ role, columns, rows, grows }))).toEqual(
    expect.arrayContaining([
      {
        role: 'parts',
        columns: [15, 15, 40, 30],
        rows: [10, 10],
        grows: { rows: 'parts', direction: 'up', shown: 3, blank: 3 },
      },
      expect.objectContaining({ role: 'title', columns: [50, 50], rows: [20] }),
    ]),
  );
});

test('an insert within an insert brings its attributes to its own place', () => {
  const value = entity(
    'ATTRIB',
    100,
    'AcDbText',
    10,
    5,
    20,
    5,
    40,
    2.5,
    1,
    'KW-7',
    100,
    'AcDbAttribute',
    2,
    'DWG_NO',
    70,
    0,
  );
  const blocks = { INNER: box(0, 0, 100, 20), OUTER: [...insert('INNER', 0, 0, 66, 1), ...value, ...entity('SEQEND')] };
  const { report } = recognised(
    smallDxf({ blocks, entities: [...box(20, 10, 390, 277), ...insert('OUTER', 310, 10)] }),
  );
  expect(report.blocks[0]!.cells[0]).toMatchObject({ kind: 'linked', property: 'drawing-number', text: 'KW-7' });
});
