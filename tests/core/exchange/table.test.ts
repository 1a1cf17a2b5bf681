import fc from 'fast-check';
import { readTable, writeTable } from '@/core/exchange/table';
import type { PropertyDefinition } from '@/core/property/definition';
import type { DisplayFormat } from '@/core/property/display';
import { dictionaryCsv, readDictionary } from '@/core/property/dictionary-csv';
import { readModels, typedValue } from '@/core/specimen/reading-table';
import type { WritingHabits } from '@/core/specimen/written-numbers';
import { demoPackage } from '../demo';

const { properties } = demoPackage('workshop-sheets');
const bytes = (text: string) => new TextEncoder().encode(text);
const table = (text: string) => {
  const read = readTable(bytes(text));
  if (!read.ok) throw new Error(read.reason);
  return read.table;
};
const reason = (given: Uint8Array) => {
  const read = readTable(given);
  return read.ok ? 'read' : read.reason;
};

describe('a CSV file', () => {
  test('is read with commas, semicolons or tabs, quoted or not, in UTF-8 or UTF-16', () => {
    const expected = { header: ['Model', 'Title'], rows: [{ line: 2, cells: ['Pawl', 'PAWL; LEFT'] }] };
    expect(table('Model,Title\r\nPawl,PAWL; LEFT\r\n')).toEqual(expected);
    expect(table('Model;Title\nPawl;"PAWL; LEFT"\n')).toEqual(expected);
    expect(table('\uFEFFModel\tTitle\nPawl\tPAWL; LEFT\n\n')).toEqual(expected);
    const utf16 = new Uint8Array(Buffer.from('\uFEFFModel\tTitle\nPawl\tPAWL; LEFT\n', 'utf16le'));
    const read = readTable(utf16);
    expect(read.ok && read.table).toEqual(expected);
  });

  test.each<[string, Uint8Array, RegExp]>([
    ['in Latin-1', Uint8Array.from([...bytes('Model,Titel\nPawl,Sperrklinke f'), 0xfc, 0x72]), /line 2 .*CSV UTF-8/],
    ['that is empty', bytes('  \n'), /is empty/],
    ['with a nameless column', bytes('Model,,Title\n'), /Column 2 has no name/],
    ['with a name twice', bytes('Model,Title,Title\n'), /Two columns are named “Title”/],
    ['without a header', bytes('1,2,3\n4,5,6\n'), /must name the columns/],
    ['with an open quotation', bytes('Model,Title\nPawl,"PAWL\n'), /quotation mark that is not closed/],
    ['of over 200,000 rows', bytes(`Model\n${'x\n'.repeat(200_001)}`), /200001 rows; at most 200000/],
  ])('%s is refused with the reason', (_, given, words) => expect(reason(given)).toMatch(words));
});

test('what a spreadsheet would take for a formula goes out as text, and comes in as it was', () => {
  const cells = ['=HYPERLINK("x")', '+1+1', '-x', '@cmd', '-12,5', '+3.5', "'plain", 'A=B', "'-:", "''=1"];
  const text = writeTable([...'ABCDEFGHIJ'], [cells]);
  expect(text.split('\r\n')[1]).toMatch(/^"?'=HYPERLINK/);
  expect(text).toContain(',-12,5,'.replace('-12,5', '"-12,5"'));
  expect(table(text).rows[0]!.cells).toEqual(cells);
});

test('a line is told by its number in the file, also behind cells of several lines and empty ones', () => {
  const { rows } = table('Model,Title\n"Pawl\nof two lines",A\n\nPin,B\n');
  expect(rows.map(({ line, cells }) => [line, cells[1]])).toEqual([
    [2, 'A'],
    [5, 'B'],
  ]);
});

describe('a table of models', () => {
  const read = (text: string) => {
    const models = readModels(table(text), properties);
    if (!models.ok) throw new Error(models.reason);
    return models;
  };

  test('matches columns by name and alias, and keeps what no property reads', () => {
    const { columns, models } = read('Model;P/N;Weight;Coating batch;Crate\nDeck eye;DE-1;2,5;Z-9;C4\n');
    expect(columns.map(({ as, property }) => [as, property?.id])).toEqual([
      ['model', undefined],
      ['alias', 'part-number'],
      ['alias', 'mass'],
      ['property', 'coating-batch'],
      ['new', undefined],
    ]);
    expect(models).toEqual([
      {
        kind: 'zonograph/specimen',
        version: 1,
        id: 'deck-eye',
        name: 'Deck eye',
        model: 'part',
        values: { 'P/N': 'DE-1', Weight: { value: 2.5, unit: 'kg' }, 'Coating batch': 'Z-9', Crate: 'C4' },
        variants: [],
        components: [],
      },
    ]);
  });

  test('rows with a variant become variants; a kind may be named', () => {
    const { models } = read('Model,Kind,Variant,Mass\nFrame,assembly,,40\nFrame,assembly,316L,41 kg\n');
    expect(models).toMatchObject([
      {
        name: 'Frame',
        model: 'assembly',
        values: { Mass: { value: 40 } },
        variants: [{ name: '316L', values: { Mass: { value: 41, unit: 'kg' } } }],
      },
    ]);
  });

  test('what is wrong is named with its line, the rest is usable', () => {
    const { rows, models } = read(
      'Model,Mass,Kind\nA,heavy,part\nB,"1.25.5",part\n,3,part\nA,4,part\nC,5 m,part\nD,6,thing\nE,7,part,more\n',
    );
    expect(rows.map(({ line, problems }) => [line, problems[0]])).toEqual([
      [2, 'Mass: “heavy” is not a number.'],
      [3, 'Mass: “1.25.5” is not a number: its marks do not part groups of three.'],
      [4, 'It names no model.'],
      [5, 'A stands on line 2 already.'],
      [6, 'Mass: “m” is a unit of length, not of mass.'],
      [7, '“thing” is no kind: part or assembly.'],
      [8, 'It has 4 values for 3 columns.'],
    ]);
    expect(models.map((model) => [model.name, model.values])).toEqual([
      ['A', {}],
      ['B', {}],
      ['C', {}],
    ]);
  });

  test.each<[string, number, string?]>([
    ['.5', 0.5],
    [',5 kg', 0.5, 'kg'],
    ['1/2 lb', 0.5, 'lb'],
    ['1 1/2', 1.5],
    ['1e3', 1000],
    ['1.5E-2 KG', 0.015, 'kg'],
    ['12 KG', 12, 'kg'],
    ['\u22123', -3],
    ['1 250,5 kg', 1250.5, 'kg'],
    ['1.250,5', 1250.5],
    ['1,250,000', 1_250_000],
    ['0,125', 0.125],
  ])('a number written %s is read', (text, value, unit = 'kg') => {
    const mass = properties.find(({ id }) => id === 'mass')!;
    expect(typedValue(text, mass)).toEqual({ ok: true, value: { value, unit } });
  });

  test('what can be read in two ways is never read in silence: the file shows how, or it is asked', () => {
    const masses = (...cells: string[]) => `Model;Mass\n${cells.map((cell, i) => `M${i};${cell}`).join('\n')}\n`;
    const values = (text: string, said?: WritingHabits) => {
      const models = readModels(table(text), properties, said);
      if (!models.ok) throw new Error(models.reason);
      return {
        doubts: models.doubts!,
        values: models.models.map((model) => (model.values.Mass as { value: number })?.value),
      };
    };
    const doubtful = values(masses('1,250', '3'));
    expect(doubtful.values).toEqual([undefined, 3]);
    expect(doubtful.doubts).toEqual([{ about: 'decimal mark', line: 2, column: 'Mass', text: '1,250' }]);
    expect(values(masses('1,250', '3'), { decimalMark: ',' })).toEqual({ doubts: [], values: [1.25, 3] });
    expect(values(masses('1,250', '3'), { decimalMark: '.' })).toEqual({ doubts: [], values: [1250, 3] });
    expect(values(masses('1,250', '3,5')).values).toEqual([1.25, 3.5]);
    expect(values(masses('1,250', '3.5')).values).toEqual([1250, 3.5]);
    // Two cells that show different marks settle nothing.
    expect(values(masses('1,250', '3.5', '4,5'))).toMatchObject({
      doubts: [{ line: 2 }],
      values: [undefined, 3.5, 4.5],
    });
  });

  test('dates with slashes are read as the file shows, or as is said', () => {
    const issued = { id: 'issued', name: 'Issued', type: 'date', source: 'model', aliases: [] } as PropertyDefinition;
    const dates = (cells: string[], said?: WritingHabits) => {
      const models = readModels(
        table(`Model,Issued\n${cells.map((cell, i) => `M${i},${cell}`).join('\n')}\n`),
        [issued],
        said,
      );
      if (!models.ok) throw new Error(models.reason);
      return [models.models.map((model) => model.values.Issued), models.doubts!.length];
    };
    expect(dates(['02/06/2026'])).toEqual([[undefined], 1]);
    expect(dates(['02/06/2026'], { slashDates: 'month' })).toEqual([['2026-02-06'], 0]);
    expect(dates(['02/06/2026', '25/06/2026'])).toEqual([['2026-06-02', '2026-06-25'], 0]);
    expect(dates(['02/06/2026', '06/25/2026'])).toEqual([['2026-02-06', '2026-06-25'], 0]);
  });

  test('a table without a model column is refused', () => {
    expect(readModels(table('Title,Mass\nX,1\n'), properties)).toEqual({
      ok: false,
      reason: 'No column names the model. Name one “Model”; the columns are Title, Mass.',
    });
  });

  test.each([
    ['02.06.2026', '2026-06-02'],
    ['2026-06-02', '2026-06-02'],
  ])('the date %s is read', (text, value) => {
    const date = { id: 'd', name: 'D', type: 'date', source: 'model', aliases: [] } as const;
    expect(typedValue(text, { ...date, aliases: [] })).toEqual({ ok: true, value });
  });
});

describe('the dictionary as CSV', () => {
  test('is read back without loss', () => {
    const read = readDictionary(table(dictionaryCsv(properties)), properties);
    expect(read.ok && read.rows.every(({ does }) => does === 'leaves as it is')).toBe(true);
    expect(read.ok && read.rows).toHaveLength(properties.length);
  });

  test('is whole: read into an empty office it is the same dictionary, whatever its names and choices hold', () => {
    const whole = (given: readonly PropertyDefinition[]) => {
      const read = readDictionary(table(dictionaryCsv(given)), []);
      if (!read.ok) throw new Error(read.reason);
      expect(read.rows.filter(({ does }) => does !== 'adds')).toEqual([]);
      return read.rows.map(({ property }) => property);
    };
    for (const name of ['workshop-sheets', 'inch-sheets', 'sketch-sheet']) {
      const { properties: brought } = demoPackage(name);
      expect(whole(brought)).toEqual(brought);
    }
    const text = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }).map((one) => one.trim() || 'x');
    const written = fc.oneof(
      text,
      fc.constantFrom('a | b', '=1+1', '+x', "'quoted", '[1]', 'semi;colon', 'line\nbreak', '"'),
    );
    fc.assert(
      fc.property(
        fc.record({
          choices: fc.option(fc.array(written, { maxLength: 5 }), { nil: undefined }),
          description: fc.option(written, { nil: undefined }),
          mustHave: fc.option(fc.record({ part: fc.boolean(), assembly: fc.boolean() }), { nil: undefined }),
          length: fc.option(fc.integer({ min: 1, max: 500 }), { nil: undefined }),
          display: fc.option(
            fc.constantFrom<DisplayFormat>(
              { kind: 'text', case: 'upper', prefix: '⌀ ' },
              { kind: 'text', suffix: ' | mm' },
            ),
            { nil: undefined },
          ),
          aliases: fc.uniqueArray(fc.constantFrom('One', 'Two | Three', '=Four', 'Fünf'), { maxLength: 4 }),
        }),
        (given) => {
          const some = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
          const property = { id: 'some-id', name: 'Some', type: 'choice', source: 'drawing', aliases: [], ...some };
          expect(whole([property as PropertyDefinition])).toEqual([property]);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('adds, changes and renames; what is wrong is refused row by row', () => {
    const text =
      'Name,Type,Unit,Quantity,Longest,Id\nCrate,text,,,12,\nNet mass,number,kg,mass,,mass\nBad,colour,,,,\nBad unit,text,kg,,,\nCrate,text,,,,\n';
    const read = readDictionary(table(text), properties);
    expect(read.ok && read.rows.map(({ line, does, words }) => [line, does, words])).toEqual([
      [2, 'adds', 'Crate'],
      [3, 'changes', 'Mass → Net mass'],
      [4, 'refused', expect.stringContaining('“Bad” is not valid at type')],
      [5, 'refused', expect.stringContaining('only a number has a unit')],
      [6, 'refused', '“Crate” stands on line 2 already.'],
    ]);
    expect(read.ok && read.rows[1]!.property).toMatchObject({ id: 'mass', aliases: ['Weight', 'WT'] });
    expect(readDictionary(table('Title\nX\n'), properties)).toMatchObject({ ok: false });
  });

  test('a name that belongs to another property is refused, also one that an earlier row has taken', () => {
    const read = readDictionary(table('Name,Also read as\nKind,Blank\nClass,Grade\nQuality,GRADE\n'), properties);
    expect(read.ok && read.rows.map(({ does, words }) => [does, words])).toEqual([
      ['refused', '“Kind”: “Blank” is a name of “Stock size” already. Each name belongs to one property.'],
      ['adds', 'Class'],
      ['refused', '“Quality”: “GRADE” is a name of “Class” already. Each name belongs to one property.'],
    ]);
  });
});
