import { readFileSync } from 'node:fs';
import openReader, { type Occt } from 'occt-import-js';
import { readModelFiles } from '@/core/specimen/reading-files';
import { readStepProducts } from '@/core/specimen/reading-step';
import { demoPackage } from '../demo';

const file = (data: string) => `ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n${data}\nENDSEC;\nEND-ISO-10303-21;\n`;

/** A product with its formation and definition, numbered from `at`. */
const product = (at: number, number: string, name: string, revision = '') => `
#${at}=PRODUCT('${number}','${name}','',(#900));
#${at + 1}=PRODUCT_DEFINITION_FORMATION('${revision}','',#${at});
#${at + 2}=PRODUCT_DEFINITION('design','',#${at + 1},#901);`;

function read(data: string) {
  const outcome = readStepProducts(file(data), 'eye.step');
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.products.map(({ model }) => model);
}

test('a product’s number, name and revision', () => {
  const [model] = read(product(10, 'KW-9', 'Deck eye', 'B'));
  expect(model).toMatchObject({
    id: 'deck-eye',
    name: 'Deck eye',
    model: 'part',
    values: { 'Part number': 'KW-9', 'Model revision': 'B', 'File name': 'eye.step' },
  });
});

test('a product that has only one name has no part number made of it', () => {
  expect(read(product(10, 'Deck eye', 'Deck eye'))[0]!.values).toEqual({ 'File name': 'eye.step' });
});

/** A property of product definition #12 with one item; `at` numbers its four instances. */
const property = (at: number, name: string, item: string) => `
#${at}=${item};
#${at + 1}=REPRESENTATION('',(#${at}),#902);
#${at + 2}=PROPERTY_DEFINITION('${name}','',#12);
#${at + 3}=PROPERTY_DEFINITION_REPRESENTATION(#${at + 2},#${at + 1});`;

const UNITS = `
#800=(MASS_UNIT()NAMED_UNIT(*)SI_UNIT(.KILO.,.GRAM.));
#801=(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.));
#802=(CONVERSION_BASED_UNIT('INCH',#803)LENGTH_UNIT()NAMED_UNIT(#804));
#805=DERIVED_UNIT((#806));
#806=DERIVED_UNIT_ELEMENT(#801,2.);
#807=(FORCE_UNIT()NAMED_UNIT(*)SI_UNIT($,.NEWTON.));`;

test.each<[string, string, unknown]>([
  ['Finish', "DESCRIPTIVE_REPRESENTATION_ITEM('Finish','Galvanised')", 'Galvanised'],
  ['Coats', "INTEGER_REPRESENTATION_ITEM('Coats',3)", 3],
  ['Painted', "BOOLEAN_REPRESENTATION_ITEM('Painted',.T.)", true],
  ['Mass', "MEASURE_REPRESENTATION_ITEM('Mass',MASS_MEASURE(2.5),#800)", { value: 2.5, unit: 'kg' }],
  ['Reach', "MEASURE_REPRESENTATION_ITEM('Reach',LENGTH_MEASURE(3.),#802)", { value: 3, unit: 'in' }],
  ['Skin', "MEASURE_REPRESENTATION_ITEM('Skin',AREA_MEASURE(90.),#805)", { value: 90, unit: 'mm²' }],
  [
    'Pull',
    "(MEASURE_REPRESENTATION_ITEM()MEASURE_WITH_UNIT(FORCE_MEASURE(8.),#807)REPRESENTATION_ITEM('Pull'))",
    { value: 8, unit: 'N' },
  ],
  ['Odd', "MEASURE_REPRESENTATION_ITEM('Odd',RATIO_MEASURE(8.),#999)", 8],
])('a property that users defined: %s', (name, item, value) => {
  const [model] = read(product(10, 'KW-9', 'Deck eye') + UNITS + property(100, name, item));
  expect(model!.values[name]).toEqual(value);
});

test('a property is called by its definition where its item has no name; values that check geometry are none', () => {
  const [model] = read(
    product(10, '', 'Deck eye') +
      property(100, 'Grade', "DESCRIPTIVE_REPRESENTATION_ITEM('','8')") +
      property(200, 'geometric validation property', "MEASURE_REPRESENTATION_ITEM('volume',VOLUME_MEASURE(8.),#1)"),
  );
  expect(model!.values).toEqual({ Grade: '8', 'File name': 'eye.step' });
});

test('an assembly’s components are counted', () => {
  const use = (at: number, part: number) => `#${at}=NEXT_ASSEMBLY_USAGE_OCCURRENCE('${at}','','',#12,#${part},$);`;
  const [whole, pin] = read(
    product(10, 'A', 'Shackle') +
      product(20, 'B', 'Pin') +
      product(30, 'C', 'Nut') +
      use(50, 22) +
      use(51, 32) +
      use(52, 32),
  );
  expect(whole).toMatchObject({
    model: 'assembly',
    components: [
      { specimen: 'pin', quantity: 1 },
      { specimen: 'nut', quantity: 2 },
    ],
  });
  expect(pin!.model).toBe('part');
});

test.each([
  ['#1=POINT(1,2);', /It has no product/],
  ["#1=PRODUCT_DEFINITION('','',#77,#8);", /lead nowhere/],
])('without a product it is refused', (data, reason) => {
  const outcome = readStepProducts(file(data), 'eye.step');
  expect(outcome.ok ? '' : outcome.reason).toMatch(reason);
});

describe('with its shape', () => {
  const { properties } = demoPackage('workshop-sheets');
  const bytes = (name: string) => readFileSync(`demo/models/${name}.step`);
  const opened: { reader?: Promise<Occt> } = {};
  const reader = () => (opened.reader ??= openReader({ printErr: () => undefined }));
  const one = async (name: string, given: Uint8Array) => {
    const outcome = await readModelFiles([{ name, bytes: given }], properties, reader);
    if (!outcome.ok) throw new Error(outcome.reason);
    return outcome;
  };

  test('the drum flange: a disc of 420 × 12 less its bore, lightening holes and bolt holes', async () => {
    const { models, shapes, rows } = await one('drum-flange.step', bytes('drum-flange'));
    const circle = (diameter: number) => (Math.PI / 4) * diameter ** 2;
    const volume = 12 * (circle(420) - circle(108) - 6 * circle(84) - 12 * circle(9));
    expect(models[0]!.shape!.volume / volume).toBeCloseTo(1, 3);
    expect(models[0]!.shape!.size).toEqual({ x: expect.closeTo(420, 0), y: expect.closeTo(420, 0), z: 12 });
    expect(shapes).toEqual([{ hash: models[0]!.shape!.hash, file: 'drum-flange.step' }]);
    expect(rows[0]).toMatchObject({ model: 'Drum flange', problems: [], refused: false });
    expect(models[0]!.values).toMatchObject({
      'Model date': '2026-03-02',
      'Part number': 'KW-2202',
      Material: 'S355J2 EN 10025-2',
    });
  });

  test('the guard: a sheet of 2, folded twice with inner radii of 3', async () => {
    const { models } = await one('guard.step', bytes('guard'));
    const section = 2 * (2 * 75 + 180) + 2 * (Math.PI / 4) * (5 ** 2 - 3 ** 2);
    const volume = section * 610 - 4 * (Math.PI / 4) * 9 ** 2 * 2;
    expect(models[0]!.shape!.volume / volume).toBeCloseTo(1, 3);
    expect(models[0]!.values['Stock size']).toBe('Sheet 2 × 610 × 355');
  });

  test('a file cut short is refused by name; one whose faces do not close has no volume', async () => {
    const outcome = await readModelFiles([{ name: 'cut.step', bytes: bytes('pawl').subarray(0, 40_000) }], [], reader);
    expect(outcome.ok ? '' : outcome.reason).toMatch(/^cut.step: It is cut short/);
    const open = bytes('pawl')
      .toString()
      .replace(/CLOSED_SHELL\('',\(#\d+,/, "CLOSED_SHELL('',(");
    const { models, rows, shapes } = await one('open.step', Buffer.from(open));
    expect([models[0]!.shape, shapes]).toEqual([undefined, []]);
    expect(rows[0]!.problems).toEqual([expect.stringMatching(/faces do not close/)]);
  });
});

test.each<[string, string]>([
  ['a character that there is none of', "#1=PRODUCT('\\\\X4\\\\7FFFFFFF\\\\X0\\\\','a','',(#2));"],
  ['lists by the thousand in one another', `#1=PRODUCT(${'('.repeat(20_000)}${')'.repeat(20_000)});`],
  ['a text of millions of letters', `#1=PRODUCT('${"a''".repeat(2_000_000)}','a','',(#2));`],
  ['a text that never ends', `#1=PRODUCT('${'a'.repeat(3_000_000)}`],
])('%s is read or refused in words', (_, data) => {
  expect(() => readStepProducts(file(data), 'eye.step')).not.toThrow();
});
