import { readFileSync } from 'node:fs';
import { readDocument, storedDocument } from '@/core/format/reading';
import { valuesById } from '@/core/property/places-by-name';
import { upgraded } from '@/core/upgrading';
import { demoPackage } from '../demo';

const workshop = demoPackage('workshop-sheets');
const version1 = (name: string) =>
  JSON.parse(readFileSync(`tests/data/version-1/${name}.json`, 'utf8')) as {
    format: { version: number; accepted?: object[]; asked: object[] };
  };

test('a document of version 1 is the one that was written out again in version 2', () => {
  for (const name of ['workshop-sheets', 'inch-sheets', 'sketch-sheet']) {
    const { properties, format } = demoPackage(name);
    // What the inch sheets ask for has come since, and by whom what is asked is answered.
    const asked = name === 'inch-sheets' ? [] : format.asked.map(({ answeredBy: _, ...one }) => one);
    // The note on edges stands 0.2 mm higher since.
    const blocks = format.blocks.map((block) => ({
      ...block,
      cells: block.cells.map((cell) =>
        name === 'workshop-sheets' && cell.id === 'edges'
          ? { ...cell, place: { ...cell.place, inset: { x: 1, y: 1 } } }
          : cell,
      ),
    }));
    const document = { ...format, asked, blocks };
    const read = readDocument(version1(name).format, properties);
    expect(read).toEqual({ ok: true, document });
    expect(storedDocument(version1(name).format, properties)).toEqual(document);
  }
});

test('upgrading leaves what it is given as it is', () => {
  const { format } = version1('sketch-sheet');
  const before = JSON.stringify(format);
  readDocument(format, workshop.properties);
  expect(JSON.stringify(format)).toBe(before);
});

test.each<[code: string, words: string, params: object]>([
  [
    'required data missing',
    'The title block lacks the date of issue, which ISO 7200 requires.',
    { datum: 'date-of-issue' },
  ],
  [
    'little clear area',
    'The largest clear rectangle is 38 % of the drawing space; 40 % is wanted for views.',
    { percent: 38, wanted: 40 },
  ],
  ['nothing behind a caption', 'Material: its caption has nothing behind it.', {}],
  [
    'sheet data as fixed text',
    'Scale: the scale “1:2” is fixed text; it will not follow the sheet.',
    { datum: 'scale', text: '1:2' },
  ],
  [
    'under the least height',
    'Captions in “Caption” are 1.5 mm high; 1.8 mm is the least.',
    { of: 'captions', style: 'caption', height: 1.5 },
  ],
  [
    'nearly aligned',
    'Upright lines of “Notes” and “Title block” lie 0.4 mm apart.',
    { lines: 'upright', other: 'title-block', distance: 0.4 },
  ],
  [
    'one property under two captions',
    '“Material” stands under STUFF and under MATERIAL and 1 more.',
    { property: 'material', more: 1 },
  ],
  ['asked out of order', '“Language” is asked for in another order than it stands on the sheet.', { key: 'language' }],
  ['text overflows', 'Title: “SLEEVE” is 3.2 mm too long, even squeezed to 0.5.', { text: 'SLEEVE' }],
  ['a check of later days', 'Something else.', {}],
])('an acceptance of version 1 holds for its cause: %s', (code, words, params) => {
  const accepted = [{ code, block: 'title-block', words, reason: 'So it is' }];
  const read = readDocument({ ...version1('workshop-sheets').format, accepted }, workshop.properties);
  expect(read.ok && read.document.accepted).toEqual([
    { code, place: { block: 'title-block' }, params: expect.objectContaining(params), reason: 'So it is' },
  ]);
});

test('an asked value that was named like a property is that property’s now', () => {
  const { format } = version1('workshop-sheets');
  const named = {
    key: 'b7',
    name: 'Notes',
    prompt: '',
    type: 'text',
    required: false,
    missing: { print: 'dash', report: true },
  };
  const read = readDocument({ ...format, asked: [...format.asked, named] }, workshop.properties);
  expect(read.ok && read.document.asked.at(-1)).toMatchObject({ key: 'b7', property: 'notes' });
  const known = read.ok && read.document.asked.find(({ key }) => key === 'created-by');
  expect(known).not.toHaveProperty('property');
});

test('values that a place gave by name are given by property id; a name that no property has stays', () => {
  expect(
    valuesById({ Projection: 'first angle', 'Units note': 'mm', Colour: 'red' }, 'profile', workshop.properties),
  ).toEqual({ 'projection-angle': 'first angle', 'units-note': 'mm', Colour: 'red' });
  expect(valuesById({ 'Drg no': 'K-1', Rev: 'B' }, 'drawing', workshop.properties)).toEqual({
    'drawing-number': 'K-1',
    revision: 'B',
  });
});

test('a version that never was, or is not yet, is refused', () => {
  const chain = {
    what: 'thing',
    newest: 3,
    steps: { 1: (json: object) => ({ ...json }), 2: (json: object) => ({ ...json }) },
  };
  expect(upgraded({ version: 1 }, chain, undefined)).toEqual({ ok: true, json: { version: 3 } });
  expect(upgraded({ version: 4 }, chain, undefined)).toMatchObject({
    ok: false,
    reason: expect.stringMatching(/newer/),
  });
  expect(upgraded({ version: 0 }, chain, undefined)).toMatchObject({ ok: false });
});
