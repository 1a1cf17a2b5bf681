import { PropertyDefinition } from '@/core/property/definition';
import { type DisplayFormat, type DisplayTrouble, displayValue, missingText } from '@/core/property/display';
import { longestCandidates, tradeText } from '@/core/property/longest';
import { matchedName } from '@/core/property/names';
import { readValue } from '@/core/property/reading-value';
import { resolveProperty } from '@/core/property/resolving';
import { convert, knownUnit } from '@/core/property/units';
import type { Value } from '@/core/property/value';
import { schemeNames } from '@/core/revision/scheme';
import { seenIn } from '@/core/specimen/coverage';
import { seenValues } from '@/core/specimen/seen-values';
import { readSpecimen } from '@/core/specimen/specimen';
import { demoFacts, demoModels, demoPackage, demoSpecimens } from '../demo';

describe('units', () => {
  test.each([
    [1, 'lb', 'kg', 0.45359237],
    [100.715, 'kg', 'lb', 222.0385681],
    [1, 'in', 'mm', 25.4],
    [1, 'ft', 'in', 12],
    [2, 'm', 'mm', 2000],
    [1, 'in²', 'mm²', 645.16],
    [1, 'l', 'cm³', 1000],
    [180, '°', 'rad', Math.PI],
    [1, 'lbf', 'N', 4.4482216152605],
    [12.5, 'kN', 'lbf', 2810.1117879],
    [3, 'kg', 'kg', 3],
  ])('%d %s is %d %s', (value, from, to, expected) => {
    expect(convert(value, from, to)).toBeCloseTo(expected, 5);
  });

  test('what does not measure the same is not converted', () => {
    expect(convert(1, 'kg', 'mm')).toBeUndefined();
    expect(convert(1, 'kg', 'stone')).toBeUndefined();
    expect(knownUnit('lbs')).toEqual({ unit: 'lb', quantity: 'mass' });
  });
});

describe('display formats', () => {
  const comma = { decimalMark: ',' } as const;
  const point = { decimalMark: '.' } as const;
  const number = (rest: object): DisplayFormat => ({ kind: 'number', ...rest });
  test.each<[Value, DisplayFormat, { decimalMark: ',' | '.' }, string | undefined, string]>([
    [18.42, number({ decimals: 2 }), comma, undefined, '18,42'],
    [{ value: 18.4, unit: 'kg' }, number({ decimals: 2, showUnit: true }), point, undefined, '18.40 kg'],
    [{ value: 18.4, unit: 'kg' }, number({ decimals: 2, trailingZeros: false }), point, undefined, '18.4'],
    [{ value: 2.75, unit: 'lb' }, number({ unit: 'kg', decimals: 2, showUnit: true }), comma, undefined, '1,25 kg'],
    ['12,5 kN', number({ unit: 'kN', decimals: 1 }), point, undefined, '12.5'],
    [7, number({ unit: 'lb', decimals: 1 }), point, 'kg', '15.4'],
    [1.5, number({ prefix: '≈ ', suffix: ' approx.' }), point, undefined, '≈ 1.5 approx.'],
    ['Drum barrel', { kind: 'text', case: 'upper' }, point, undefined, 'DRUM BARREL'],
    [true, { kind: 'text' }, point, undefined, 'yes'],
    ['', { kind: 'text', prefix: 'No. ' }, point, undefined, ''],
    ['2026-06-02', { kind: 'date', pattern: 'yyyy-MM-dd' }, point, undefined, '2026-06-02'],
    ['2026-06-02', { kind: 'date', pattern: 'dd.MM.yyyy' }, point, undefined, '02.06.2026'],
    ['2026-06-02', { kind: 'date', pattern: 'd MMM yyyy' }, point, undefined, '2 Jun 2026'],
  ])('%j is written “%5$s”', (value, display, locale, unit, text) => {
    expect(displayValue(value, display, locale, unit)).toEqual({ ok: true, text });
  });

  test.each<[Value, DisplayFormat, DisplayTrouble]>([
    ['heavy', number({}), { kind: 'not a number', value: 'heavy' }],
    [
      { value: 3, unit: 'mm' },
      number({ unit: 'kg' }),
      { kind: 'another quantity', from: 'mm', fromQuantity: 'length', to: 'kg', toQuantity: 'mass' },
    ],
    [{ value: 3, unit: 'stone' }, number({ unit: 'kg' }), { kind: 'unknown unit', unit: 'stone' }],
    ['02.06.2026', { kind: 'date', pattern: 'yyyy-MM-dd' }, { kind: 'not a date', value: '02.06.2026' }],
  ])('%j as %j cannot be written', (value, display, trouble) => {
    expect(displayValue(value, display, point)).toEqual({ ok: false, trouble });
  });

  test('what is printed in place of a missing value', () => {
    expect(missingText({ print: 'dash', report: true })).toBe('–');
    expect(missingText({ print: 'text', text: 'see model', report: false })).toBe('see model');
    expect(missingText({ print: 'nothing', report: true })).toBe('');
  });
});

describe('resolving', () => {
  const workshop = demoPackage('workshop-sheets');
  const property = (id: string) => workshop.properties.find((candidate) => candidate.id === id)!;
  const trace = (id: string, specimen?: string, variant?: string) =>
    resolveProperty(property(id), demoFacts(workshop, specimen, variant), { 'sheet-size': 'A3', 'sheet-number': 2 });

  test('the variant’s value stands before the model’s, and the trace says so', () => {
    expect(trace('material', 'drum-barrel', '316L')).toMatchObject({
      value: 'X2CrNiMo17-12-2 EN 10088-3',
      variant: '316L',
      from: 'Drum barrel',
    });
    expect(trace('line-pull', 'drum-barrel', '316L')).toEqual({
      property: 'line-pull',
      name: 'Line pull',
      source: 'model',
      from: 'Drum barrel',
      value: { value: 12.5, unit: 'kN' },
    });
  });

  test('another name of the same datum is read, and named in the trace', () => {
    expect(trace('material', 'fairlead-roller')).toMatchObject({ value: 'Cast nylon 6, blue', alias: 'MATL' });
    expect(matchedName('Werk-stoff Ä')).toBe(matchedName('WERKSTOFFA'));
  });

  test.each([
    ['legal-owner', 'organisation', 'KELVARRA BUOY\nAND WINCH WORKS'],
    ['project', 'project', 'Northern array'],
    ['general-tolerance', 'profile', 'ISO 2768-m'],
    ['drawing-number', 'drawing', 'KW-2201-D01'],
    ['sheet-size', 'sheet', 'A3'],
    ['sheet-number', 'sheet', 2],
  ])('%s comes from the %s', (id, source, value) => {
    expect(trace(id)).toMatchObject({ source, value });
  });

  test('a value that nothing gives is absent, with the place that was asked', () => {
    expect(trace('heat-treatment', 'guard')).toEqual({
      property: 'heat-treatment',
      name: 'Heat treatment',
      source: 'model',
      from: 'Guard',
    });
    expect(trace('material').value).toBeUndefined();
  });

  test('the variant’s own name is a value', () => {
    expect(trace('variant', 'pawl', 'galvanised').value).toBe('galvanised');
  });
});

describe('longest on record', () => {
  test('a text of the declared length, the same every time', () => {
    expect(tradeText({ type: 'text' }, 25)).toHaveLength(25);
    expect(tradeText({ type: 'text' }, 25)).toBe(tradeText({ type: 'text' }, 25));
    expect(tradeText({ type: 'person' }, 20)).not.toBe(tradeText({ type: 'text' }, 20));
    for (let length = 1; length < 80; length++) expect(tradeText({ type: 'text' }, length)).toMatch(/\S$/);
  });

  test('candidates are the values seen and the text of the declared length', () => {
    const base = { id: 'x', name: 'X', source: 'model' as const, aliases: [] };
    expect(longestCandidates({ ...base, type: 'text', length: 5 }, ['ab'])).toEqual(['ab', 'WELDM']);
    expect(longestCandidates({ ...base, type: 'number' }, [3, 1250.5])).toEqual([3, 1250.5]);
    expect(longestCandidates({ ...base, type: 'choice', choices: ['as cast', 'machined'] }, [])).toEqual([
      'as cast',
      'machined',
    ]);
  });

  test('what is one of a set is never a filler: a choice, a scale, a revision', () => {
    const base = { name: 'X', source: 'drawing' as const, aliases: [], length: 20 };
    const of = (id: string, rest: object, seen: string[] = []) =>
      longestCandidates({ ...base, id, type: 'text', ...rest } as PropertyDefinition, seen);
    expect(of('finish', { type: 'choice', choices: ['as cast'] }, ['a longer word seen'])).toEqual(['as cast']);
    expect(of('scale', {})).toEqual(expect.arrayContaining(['1:10000', 'as noted']));
    expect(of('scale', {})).not.toContainEqual(expect.stringContaining('WELDMENT'));
    const names = schemeNames({ sequence: { kind: 'letters', omit: ['I', 'O'] }, firstIssue: '-' });
    expect(names).toEqual(expect.arrayContaining(['-', 'A', 'Z', 'AA']));
    expect(of('revision', {}, names)).toEqual(names);
  });

  test('the values seen are those of all specimens and variants, each once', () => {
    const { properties } = demoPackage('workshop-sheets');
    const seen = seenValues(properties, demoSpecimens());
    expect(seen.get('finish')).toEqual(expect.arrayContaining(['Pickled and passivated', 'Electropolished', 'None']));
    expect(new Set(seen.get('finish')).size).toBe(seen.get('finish')!.length);
    expect(seen.has('drawing-number')).toBe(false);
    const pulls = demoSpecimens().flatMap((specimen) => seenIn(specimen, demoModels({ properties })));
    expect(pulls.filter(({ property, variant }) => property === 'line-pull' && variant === '')).toMatchObject([
      { text: '12.5 kN' },
      { text: '12.5 kN' },
      { text: '12.5 kN' },
    ]);
  });
});

describe('what a definition and a specimen may not be', () => {
  const base = { id: 'x', name: 'X', type: 'text', source: 'model', aliases: [] };
  test.each([
    [{ ...base, unit: 'kg' }, /only a number has a unit/],
    [{ ...base, id: 'Not so' }, /small letters/],
    [{ ...base, name: '  ' }, /needs a name/],
  ])('%j', (definition, reason) => {
    expect(PropertyDefinition.safeParse(definition).error?.issues[0]?.message).toMatch(reason);
  });

  test('a specimen with two variants of one name, or a part with components, is refused', () => {
    const specimen = {
      kind: 'zonograph/specimen',
      version: 1,
      id: 's',
      name: 'S',
      model: 'part',
      values: {},
      variants: [],
      components: [],
    };
    expect(readSpecimen(specimen).ok).toBe(true);
    const variant = { name: 'galvanised', values: {} };
    expect(readSpecimen({ ...specimen, variants: [variant, variant] })).toMatchObject({
      reason: expect.stringContaining('two variants named “galvanised”'),
    });
    expect(readSpecimen({ ...specimen, components: [{ specimen: 'a', quantity: 1 }] })).toMatchObject({
      reason: expect.stringContaining('A part has no components'),
    });
    expect(readSpecimen({ ...specimen, id: undefined })).toMatchObject({ reason: expect.stringMatching(/at id/) });
  });
});

describe('in a row of a table', () => {
  const format = demoPackage('workshop-sheets');
  const property = (id: string) => format.properties.find((one) => one.id === id)!;
  const facts = {
    ...demoFacts(format, 'recovery-winch', '316L'),
    drawing: { name: 'Drawing', values: { revision: 'C', 'revision-zones': 'B4', 'created-by': 'Ines Sundqvist' } },
  };
  const row = { name: 'revision A', values: { revision: 'A', 'revision-zones': '' } };

  test('the row’s own values stand before the drawing’s; one that it has empty is not filled from the drawing', () => {
    expect(resolveProperty(property('revision'), { ...facts, row }, {})).toMatchObject({
      value: 'A',
      from: 'revision A',
    });
    expect(resolveProperty(property('revision-zones'), { ...facts, row }, {}).value).toBeUndefined();
    expect(resolveProperty(property('created-by'), { ...facts, row }, {})).toMatchObject({
      value: 'Ines Sundqvist',
      from: 'Drawing',
    });
  });

  test('a model’s properties are the component’s, never the row’s', () => {
    const component = { ...facts, row: { name: 'item 2', values: { title: 'no title', item: '2' } } };
    expect(resolveProperty(property('title'), component, {}).value).toBe('RECOVERY WINCH');
    expect(resolveProperty(property('item'), component, { item: 'the sheet’s' }).value).toBe('2');
    expect(resolveProperty(property('item'), facts, {}).value).toBeUndefined();
  });
});

test('the name of a person may be longer than its property says; a rule book judges that', () => {
  const checker = { name: 'Checked by', type: 'person', length: 20 } as const;
  const person = 'Persephone Vanterpool-Szymborska';
  expect(readValue(checker, person)).toEqual({ ok: true, value: person });
  expect(readValue({ ...checker, type: 'text' }, person)).toMatchObject({ ok: false });
  expect(readValue(checker, 'x'.repeat(121))).toMatchObject({ ok: false });
});
