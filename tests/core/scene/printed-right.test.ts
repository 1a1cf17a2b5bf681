import fc from 'fast-check';
import type { Finding } from '@/core/findings/finding';
import { findingWords } from '@/core/findings/words';
import type { Cell, Part } from '@/core/format/document';
import { cleanText } from '@/core/lettering/clean-text';
import { type DisplayFormat, displayValue } from '@/core/property/display';
import type { Facts } from '@/core/property/facts';
import { convert } from '@/core/property/units';
import type { Value } from '@/core/property/value';
import { nextRevision } from '@/core/revision/scheme';
import { compose } from '@/core/scene/compose';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const point = { decimalMark: '.' } as const;

/** What the material's cell prints with those parts, and every finding of the sheet. */
function printed(
  parts: Part[],
  facts: Partial<Facts> = {},
  change: Partial<Cell> = {},
): { text: string; findings: Finding[] } {
  const document = {
    ...workshop.format,
    blocks: workshop.format.blocks.map((block) => ({
      ...block,
      cells: block.cells.map((cell) => (cell.id === 'material' ? { ...cell, contents: [{ parts }], ...change } : cell)),
    })),
  };
  const composed = compose(
    document,
    { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1, scale: '1:2' }, show: 'values' },
    { ...demoFacts(workshop, 'pawl', '316L'), ...facts },
    resources,
  );
  if (!composed.ok) throw new Error(composed.reason);
  const { cells, findings } = composed.report;
  return { text: cells.find(({ id }) => id === 'material')!.text, findings };
}
const fixed = (text: string): Part[] => [{ kind: 'fixed', text }];
const model = (values: Record<string, Value>): Partial<Facts> => ({
  model: { name: 'Pin', kind: 'part', values },
  variant: undefined as never,
});
const codes = (findings: readonly Finding[]) => findings.map(({ code }) => code);

describe('numbers are rounded as by hand', () => {
  const number = (value: Value, display: object, unit?: string) =>
    displayValue(value, { kind: 'number', ...display } as DisplayFormat, point, unit);

  test.each<[Value, object, string]>([
    [4.185, { decimals: 2 }, '4.19'],
    [1.005, { decimals: 2 }, '1.01'],
    [-4.185, { decimals: 2 }, '-4.19'],
    [2.5, { decimals: 0 }, '3'],
    [{ value: 46254, unit: 'in' }, { unit: 'ft', decimals: 0 }, '3855'],
    [{ value: 46254, unit: 'in' }, { unit: 'ft', decimals: 2 }, '3854.50'],
    [-0.0001, { decimals: 2 }, '0.00'],
    [1e21, { decimals: 0 }, '1000000000000000000000'],
    [1e-7, {}, '0'],
    [1.5e-5, { decimals: 8 }, '0.00001500'],
    ['0.1', { decimals: 1 }, '0.1'],
    [123456.785, { decimals: 2, thousands: true }, '123\u00A0456.79'],
  ])('%j as %j is %s', (value, display, text) => {
    expect(number(value, display)).toMatchObject({ ok: true, text });
  });

  test('however large, none is thrown over and none has an exponent', () => {
    const big = number(1e308, { decimals: 2, thousands: true });
    expect(big.ok && big.text).toMatch(/^100\u00A0.*\.00$/);
    expect(displayValue(1e-9, { kind: 'text' }, point)).toMatchObject({ text: '0.000000001' });
    expect(displayValue({ value: 2.5e21, unit: 'kg' }, { kind: 'text' }, point)).toMatchObject({
      text: '2500000000000000000000 kg',
    });
  });

  test('any number of three decimals is rounded to two as its numerals say', () => {
    fc.assert(
      fc.property(fc.integer({ min: -10_000_000, max: 10_000_000 }), (thousandths) => {
        const written = number(thousandths / 1000, { decimals: 2 });
        const rounded = Math.sign(thousandths) * Math.floor((Math.abs(thousandths) + 5) / 10);
        const sign = rounded < 0 ? '-' : '';
        const [whole, part] = [Math.floor(Math.abs(rounded) / 100), Math.abs(rounded) % 100];
        expect(written).toMatchObject({ text: `${sign}${whole}.${String(part).padStart(2, '0')}` });
      }),
    );
  });

  test('units are converted without an error of their own, there and back', () => {
    expect(convert(1, 'lb', 'kg')).toBe(0.45359237);
    expect(convert(0.45359237, 'kg', 'lb')).toBe(1);
    expect(convert(1, 'in²', 'mm²')).toBe(645.16);
    expect(convert(convert(12.7, 'mm', 'in')!, 'in', 'mm')).toBe(12.7);
  });

  test('what is not zero but prints as zero is said; what is zero is not', () => {
    const mass: Part[] = [{ kind: 'linked', property: 'mass', display: { kind: 'number', decimals: 2, unit: 'kg' } }];
    const light = printed(mass, model({ mass: 0.0004 }));
    expect(light.text).toBe('0,00');
    expect(light.findings).toContainEqual(
      expect.objectContaining({ code: 'prints as zero', params: { property: 'mass', name: 'Mass', value: '0.0004' } }),
    );
    expect(codes(printed(mass, model({ mass: 0.4 })).findings)).not.toContain('prints as zero');
    expect(codes(printed(mass, model({ mass: 0 })).findings)).not.toContain('prints as zero');
  });
});

describe('texts are made ready to be lettered', () => {
  test.each<[string, string, string[]]>([
    ['a\r\nb\rc\u2028d\u0085e', 'a\nb\nc\nd\ne', []],
    ['A\u030A', '\u00C5', []],
    ['zero\u200Bwidth\uFEFF', 'zerowidth', ['U+200B', 'U+FEFF']],
    ['soft\u00ADhyphen', 'softhyphen', ['U+00AD']],
    ['bell\u0007', 'bell', ['U+0007']],
    ['half \uD800', 'half ', ['U+D800']],
    ['tab\there', 'tab here', []],
    ['Ünïcødé Ελληνικά Čeština', 'Ünïcødé Ελληνικά Čeština', []],
  ])('%j becomes %j', (given, text, leftOut) => {
    expect(cleanText(given)).toEqual({ text, leftOut, rightToLeft: false });
  });

  test('what is left out is said by its code, and right to left is refused at release', () => {
    const odd = printed([...fixed('S355\u200BJ2\u0007'), ...fixed('\u200B')]);
    expect(odd.text).toBe('S355J2');
    expect(odd.findings).toContainEqual(
      expect.objectContaining({ code: 'characters left out', params: { characters: ['U+200B', 'U+0007'] } }),
    );
    const hebrew = printed(fixed('פלדה'));
    expect(hebrew.findings).toContainEqual(
      expect.objectContaining({ code: 'right-to-left text', weight: 'blocks release' }),
    );
    expect(codes(printed(fixed('S355J2')).findings)).not.toContain('characters left out');
  });

  test('white space alone is no value', () => {
    const material: Part[] = [{ kind: 'linked', property: 'material' }];
    const blank = printed(material, model({ material: ' \u00A0 ' }));
    expect([blank.text, codes(blank.findings)]).toEqual(['–', expect.arrayContaining(['no value'])]);
  });

  test('capitals follow the drawing’s language', () => {
    const material: Part[] = [{ kind: 'linked', property: 'material' }];
    const upper = { override: { case: 'upper' as const } };
    const steel = model({ material: 'çelik' });
    const inLanguage = (language: string) => ({
      ...steel,
      drawing: { name: 'D', values: { ...workshop.sample.drawing.values, language } },
    });
    expect(printed(material, inLanguage('tr'), upper).text).toBe('ÇELİK');
    expect(printed(material, inLanguage('en'), upper).text).toBe('ÇELIK');
    expect(printed(material, inLanguage('no language at all'), upper).text).toBe('ÇELIK');
  });
});

describe('what a sheet says of itself', () => {
  test('a date with a time is the day it names, wherever the machine stands', () => {
    const date = { kind: 'date', pattern: 'dd.MM.yyyy' } as const;
    for (const time of ['T23:30:00Z', 'T00:10:00+13:00', ' 04:05', 'T12:00:00-11:00'])
      expect(displayValue(`2026-06-02${time}`, date, point)).toEqual({ ok: true, text: '02.06.2026' });
    expect(displayValue('2026-06-31T10:00:00Z', date, point).ok).toBe(false);
  });

  test.each([
    [0.3, '0.3 mm'],
    [0.02, '0.02 mm'],
    [0.0001, 'less than 0.01 mm'],
  ])('an excess of %d mm is said to be %s', (excess, words) => {
    const params = { text: 'X', excess, way: 'long', steps: [] } as const;
    expect(findingWords({ code: 'text overflows', params, place: {} } as never)).toContain(` is ${words} too long`);
  });

  test('text that fitting steps down below the least height is said', () => {
    const { findings } = printed(fixed('A NAME THAT IS LONG'), {}, { fit: [{ kind: 'step down', least: 1.8 }] });
    expect(findings).toContainEqual(
      expect.objectContaining({
        code: 'under the least height',
        params: expect.objectContaining({ height: 1.8, least: 2.5 }),
      }),
    );
  });

  test.each<[number, string[]]>([
    [0, ['mass is zero']],
    [-2, ['mass is negative']],
    [2, []],
  ])('a part’s mass of %d kg is looked at', (mass, expected) => {
    const said = codes(printed(fixed('X'), model({ mass })).findings).filter((code) => code.startsWith('mass is'));
    expect(said).toEqual(expected);
  });

  test('kilograms and pounds of one mass under two captions are no fault, one unit twice is', () => {
    const caption = (text: string) => ({
      ...workshop.format.blocks[0]!.cells.find(({ id }) => id === 'material')!.caption!,
      text,
    });
    const mass = (unit: string): Part[] => [{ kind: 'linked', property: 'mass', display: { kind: 'number', unit } }];
    const said = (unit: string) =>
      codes(printed(mass(unit), {}, { caption: caption('WEIGHT') }).findings).includes(
        'one property under two captions',
      );
    expect([said('lb'), said('kg')]).toEqual([false, true]);
  });

  test('a revision letter that was given once is not proposed again by another scheme', () => {
    const iso = { sequence: { kind: 'letters', omit: ['I', 'O'] } } as const;
    const asme = { sequence: { kind: 'letters', omit: ['I', 'O', 'Q', 'S', 'X', 'Z'] } } as const;
    const given: string[] = [];
    for (let i = 0; i < 40; i++) {
      const scheme = i % 2 ? asme : iso;
      const next = nextRevision(scheme as never, given, false);
      expect(given).not.toContain(next);
      given.push(next);
    }
    expect(nextRevision(asme as never, ['P', 'Q'], false)).toBe('A');
    expect(nextRevision(asme as never, ['A', 'B', 'Q'], false)).toBe('C');
  });
});
