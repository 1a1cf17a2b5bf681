import type { Drawn, DrawnSpace } from '@/core/exchange/reading/drawn';
import { readDxf } from '@/core/exchange/reading/read-dxf';
import { entity, insert, line, smallDxf } from './small-dxf';

function read(bytes: Uint8Array) {
  const outcome = readDxf(bytes);
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.drawing;
}
const model = (bytes: Uint8Array): Drawn[] => read(bytes).spaces[0]!.drawn;
const reason = (bytes: Uint8Array): string => {
  const outcome = readDxf(bytes);
  return outcome.ok ? 'it was read' : outcome.reason;
};
const bytes = (text: string) => new TextEncoder().encode(text);

describe('what is no drawing is refused in words', () => {
  test.each<[string, Uint8Array, RegExp]>([
    ['nothing', bytes(''), /empty/],
    ['a DWG', bytes('AC1032\0\0\0rest'), /This is a DWG file\. Save the drawing as DXF/],
    ['a binary file', bytes('Some Binary DXF\r\n\x1a\0'), /binary file/],
    ['a letter', bytes('Dear office,\nhere is our sheet.'), /no DXF drawing/],
    ['one that was cut short', smallDxf({ entities: line(0, 0, 1, 1), end: false }), /cut short/],
    ['one cut in the middle of a value', smallDxf({ entities: line(0, 0, 1, 1) }).slice(0, -40), /cut short/],
    [
      'one whose pairs are mixed up',
      bytes('0\nSECTION\n2\nENTITIES\nLINE\n0\n0\nEOF\n'),
      /Line 5 of the drawing should be a group code and is “LINE”/,
    ],
    ['one without figures', smallDxf({}), /empty: nothing in it has lines or texts/],
  ])('%s', (_, given, words) => {
    expect(reason(given)).toMatch(words);
  });

  test('a million entities, before any of them is read', () => {
    const many = `0\nSECTION\n2\nENTITIES\n${'0\nPOINT\n'.repeat(1_000_001)}0\nENDSEC\n0\nEOF\n`;
    expect(reason(bytes(many))).toMatch(/more than 1,000,000 entities/);
  });

  test('blocks that open into millions of figures', () => {
    const ten = (name: string) => Array.from({ length: 10 }, (_, i) => insert(name, i)).flat();
    const blocks = {
      A: Array.from({ length: 10 }, () => line(0, 0, 1, 1)).flat(),
      B: ten('A'),
      C: ten('B'),
      D: ten('C'),
      E: ten('D'),
      F: ten('E'),
    };
    expect(reason(smallDxf({ blocks, entities: insert('F') }))).toMatch(/more than 400,000 figures/);
  });
});

describe('what cannot be placed is left out and counted', () => {
  const odd = (entities: (string | number)[]) =>
    read(smallDxf({ entities: [...line(0, 0, 1, 1), ...entities] })).leftOut;
  test.each<[string, (string | number)[], string]>([
    ['no number', line('NaN', 0, 1, 1), 'figures whose numbers make no sense'],
    ['a number beyond paper', line(0, 0, '1e300', 1), 'figures whose numbers make no sense'],
    ['an entity that nobody knows', entity('WOBBLE', 10, 1), 'WOBBLE entities'],
    ['a window onto the model', entity('VIEWPORT', 10, 1, 20, 1), 'windows onto the model'],
    ['a block that is not there', insert('NOBODY'), 'references to blocks that are not in the drawing'],
    ['a text without a height', entity('TEXT', 10, 0, 20, 0, 1, 'x'), 'texts without a height'],
    ['something hidden', entity('LINE', 60, 1, 10, 0, 20, 0, 11, 1, 21, 1), 'hidden figures'],
  ])('%s', (_, entities, what) => {
    expect(odd(entities)).toContainEqual({ what, count: 1 });
  });

  test('a block that holds itself ends', () => {
    const drawing = read(
      smallDxf({ blocks: { A: [...line(0, 0, 1, 1), ...insert('B')], B: insert('A') }, entities: insert('A') }),
    );
    expect(drawing.spaces[0]!.drawn).toHaveLength(1);
    expect(drawing.leftOut).toEqual([{ what: 'blocks that hold themselves', count: 1 }]);
  });

  test('blocks a hundred deep are opened to the last', () => {
    const blocks = Object.fromEntries(
      Array.from({ length: 100 }, (_, i) => [`B${i}`, i === 99 ? line(0, 0, 1, 0) : insert(`B${i + 1}`, 1, 0)]),
    );
    const [found] = model(smallDxf({ blocks, entities: insert('B0') }));
    expect(found).toMatchObject({ kind: 'line', from: { x: 99, y: 0 }, to: { x: 100, y: 0 } });
    expect(found!.within).toHaveLength(100);
  });
});

describe('blocks stand where their references put them', () => {
  const one = (...more: (string | number)[]) =>
    model(smallDxf({ blocks: { A: line(1, 0, 3, 0) }, entities: insert('A', 10, 5, ...more) }));
  test.each<[string, (string | number)[], Drawn['kind'], object]>([
    ['as they are', [], 'line', { from: { x: 11, y: 5 }, to: { x: 13, y: 5 } }],
    ['turned', [50, 90], 'line', { from: { x: 10, y: 6 }, to: { x: 10, y: 8 } }],
    ['mirrored', [41, -1], 'line', { from: { x: 9, y: 5 }, to: { x: 7, y: 5 } }],
    ['enlarged', [41, 2, 42, 2], 'line', { from: { x: 12, y: 5 }, to: { x: 16, y: 5 } }],
    ['on the back of their plane', [230, -1], 'line', { from: { x: -11, y: 5 }, to: { x: -13, y: 5 } }],
  ])('%s', (_, more, kind, place) => {
    expect(one(...more)).toEqual([expect.objectContaining({ kind, ...place })]);
  });

  test('in rows and columns', () => {
    expect(one(70, 3, 71, 2, 44, 20, 45, 30)).toHaveLength(6);
  });

  test('circles stay circles when enlarged alike, and become curves when not', () => {
    const circle = (...more: (string | number)[]) =>
      model(smallDxf({ blocks: { A: entity('CIRCLE', 10, 0, 20, 0, 40, 2) }, entities: insert('A', 0, 0, ...more) }));
    expect(circle(41, -3, 42, 3)).toEqual([expect.objectContaining({ kind: 'arc', radius: 6 })]);
    expect(circle(41, 3, 42, 1)).toEqual([expect.objectContaining({ kind: 'run' })]);
  });

  test('mirrored texts are readable, held at their other end', () => {
    const [text] = model(
      smallDxf({
        blocks: { A: entity('TEXT', 10, 2, 20, 1, 40, 3, 1, 'Scale') },
        entities: insert('A', 10, 0, 41, -1),
      }),
    );
    expect(text).toMatchObject({
      kind: 'text',
      text: 'Scale',
      across: 'right',
      turn: 0,
      height: 3,
      at: { x: 8, y: 1 },
    });
  });
});

describe('figures', () => {
  test('a bulge is an arc between its points', () => {
    const [, arc] = model(
      smallDxf({ entities: entity('LWPOLYLINE', 70, 0, 10, 0, 20, 0, 10, 10, 20, 0, 42, 1, 10, 10, 20, 10) }),
    );
    expect(arc).toMatchObject({
      kind: 'arc',
      centre: { x: expect.closeTo(10, 6) as number, y: expect.closeTo(5, 6) as number },
      radius: expect.closeTo(5, 6) as number,
      fromDeg: expect.closeTo(270, 6) as number,
    });
  });

  test('a spline given by the points it goes through goes through them', () => {
    const through = [
      [0, 0],
      [5, 3],
      [9, -1],
    ] as const;
    const [run] = model(
      smallDxf({ entities: entity('SPLINE', 70, 8, 71, 3, ...through.flatMap(([x, y]) => [11, x, 21, y])) }),
    );
    if (run?.kind !== 'run') throw new Error('no run');
    for (const [x, y] of through) expect(run.points.some((p) => Math.hypot(p.x - x, p.y - y) < 1e-9)).toBe(true);
  });

  test('colour, weight and type come from the entity, else from its layer', () => {
    const tables = [
      ...[0, 'TABLE', 2, 'LTYPE', 0, 'ENDTAB'],
      ...[0, 'TABLE', 2, 'LAYER'],
      ...[0, 'LAYER', 5, '10', 2, 'THICK', 70, 0, 62, 1, 6, 'HIDDEN2', 370, 70],
      ...[0, 'LAYER', 5, '11', 2, 'OFF', 70, 0, 62, -1, 6, 'CONTINUOUS'],
      ...[0, 'ENDTAB'],
      ...[0, 'TABLE', 2, 'STYLE', 0, 'ENDTAB', 0, 'TABLE', 2, 'VPORT', 0, 'ENDTAB'],
    ];
    const entities = [
      ...entity('LINE', 5, 'A1', 8, 'THICK', 10, 0, 20, 0, 11, 1, 21, 0),
      ...entity('LINE', 5, 'A2', 8, 'THICK', 62, 5, 370, 25, 420, 0x123456, 6, 'CENTER', 10, 0, 20, 0, 11, 1, 21, 0),
      ...entity('LINE', 5, 'A3', 8, 'OFF', 10, 0, 20, 0, 11, 1, 21, 0),
    ];
    const drawing = read(smallDxf({ tables, entities }));
    expect(drawing.spaces[0]!.drawn).toMatchObject([
      { ink: '#ff0000', width: 0.7, type: 'dashed' },
      { ink: '#123456', width: 0.25, type: 'long-dashed dotted' },
    ]);
    expect(drawing.leftOut).toEqual([{ what: 'figures on layers that are off', count: 1 }]);
  });

  test('the solid is filled as it is given, its last corners crossed', () => {
    const [fill] = model(
      smallDxf({ entities: entity('SOLID', 10, 0, 20, 0, 11, 4, 21, 0, 12, 0, 22, 2, 13, 4, 23, 2) }),
    );
    expect(fill).toMatchObject({
      kind: 'fill',
      outlines: [
        [
          { x: 0, y: 0 },
          { x: 4, y: 0 },
          { x: 4, y: 2 },
          { x: 0, y: 2 },
        ],
      ],
    });
  });
});

describe('texts', () => {
  const texts = (entities: (string | number)[], blocks = {}) =>
    model(smallDxf({ entities, blocks })).flatMap((one) => (one.kind === 'text' ? [one] : []));

  test.each([
    ['%%c12 %%p0.1 45%%d', 'Ø12 ±0.1 45°'],
    ['\\U+2300 x', '⌀ x'],
    ['100%%%', '100%'],
    ['%%uunder%%u', 'under'],
  ])('%s is %s', (coded, plain) => {
    expect(texts(entity('TEXT', 10, 0, 20, 0, 40, 2, 1, coded))[0]!.text).toBe(plain);
  });

  test('a longer text is its lines, with the height and font that it begins with', () => {
    const coded = '{\\H5;\\fArial|b1|i0;DRUM\\~BARREL}\\P\\S1/2; \\{a\\} \\LB\\l';
    expect(texts(entity('MTEXT', 10, 0, 20, 10, 40, 2.5, 71, 1, 1, coded))).toMatchObject([
      { text: 'DRUM BARREL', height: 5, bold: true, font: 'Arial', at: { x: 0, y: 5 } },
      { text: '1/2 {a} B', at: { x: 0, y: expect.closeTo(5 - 25 / 3, 6) as number } },
    ]);
  });

  test('an attribute has its value, its prompt and how it stands; a place without one is empty', () => {
    const place = entity(
      'ATTDEF',
      100,
      'AcDbText',
      10,
      1,
      20,
      1,
      40,
      2,
      1,
      'none',
      100,
      'AcDbAttributeDefinition',
      3,
      'Which scale?',
      2,
      'SCALE',
      70,
      0,
    );
    const value = entity(
      'ATTRIB',
      100,
      'AcDbText',
      10,
      11,
      20,
      1,
      40,
      2,
      50,
      90,
      41,
      0.8,
      72,
      2,
      1,
      '1:2',
      100,
      'AcDbAttribute',
      2,
      'SCALE',
      70,
      0,
      74,
      0,
      11,
      12,
      21,
      1,
    );
    const blocks = { T: place };
    expect(texts([...insert('T', 10, 0, 66, 1), ...value, ...entity('SEQEND')], blocks)).toMatchObject([
      {
        text: '1:2',
        turn: 90,
        letterWidth: 0.8,
        across: 'right',
        at: { x: 12, y: 1 },
        attribute: { tag: 'SCALE', prompt: 'Which scale?', isEmpty: false },
      },
    ]);
    expect(texts(insert('T', 10, 0), blocks)).toMatchObject([
      { text: 'none', attribute: { tag: 'SCALE', isEmpty: true } },
    ]);
  });

  test('a name or text that reads like the beginning of a part is a name or text', () => {
    const blocks = { BLOCK: [...entity('TEXT', 10, 0, 20, 0, 40, 2, 1, 'ENDBLK'), ...line(0, 0, 1, 1)] };
    expect(texts(insert('BLOCK'), blocks)).toMatchObject([{ text: 'ENDBLK', within: ['BLOCK'] }]);
  });
});

describe('encodings', () => {
  const of = (version: string, page: string, text: number[]) => {
    const [before, after] = new TextDecoder()
      .decode(
        smallDxf({
          header: [9, '$ACADVER', 1, version, 9, '$DWGCODEPAGE', 3, page],
          entities: entity('TEXT', 10, 0, 20, 0, 40, 2, 1, '@@@'),
        }),
      )
      .split('@@@');
    return new Uint8Array([...bytes(before!), ...text, ...bytes(after!)]);
  };
  test.each<[string, string, string, number[], string, number]>([
    ['a code page', 'AC1015', 'ANSI_1252', [0x4d, 0x61, 0xdf], 'Maß', 0],
    ['another code page', 'AC1015', 'ANSI_1251', [0xcc, 0xe0], 'Ма', 0],
    ['UTF-8 since 2007', 'AC1021', 'ANSI_1252', [0xc3, 0xa9], 'é', 0],
    ['one that lies', 'AC1021', 'ANSI_1252', [0x4d, 0x61, 0xdf], 'Maß', 1],
  ])('%s', (_, version, page, given, text, remarks) => {
    const drawing = read(of(version, page, given));
    expect(drawing.spaces[0]!.drawn).toMatchObject([{ text }]);
    expect(drawing.remarks).toHaveLength(remarks);
  });
});

test('the model and each layout are spaces of their own, with the paper that is set', () => {
  const space = (name: string, spaces: DrawnSpace[]) => spaces.find((one) => one.name === name);
  const tables = [0, 'TABLE', 2, 'BLOCK_RECORD', 0, 'BLOCK_RECORD', 5, '1B', 2, '*Paper_Space', 0, 'ENDTAB'];
  const layout = [
    0,
    'LAYOUT',
    5,
    '59',
    100,
    'AcDbPlotSettings',
    1,
    '',
    40,
    7.5,
    41,
    20,
    44,
    420,
    45,
    297,
    72,
    1,
    73,
    0,
    100,
    'AcDbLayout',
    1,
    'Sheet',
    330,
    '1B',
  ];
  const whole = new TextDecoder().decode(
    smallDxf({ tables, entities: [...line(0, 0, 1, 1), ...entity('LINE', 67, 1, 10, 0, 20, 0, 11, 2, 21, 2)] }),
  );
  const objects = ['0', 'SECTION', '2', 'OBJECTS', ...layout, '0', 'ENDSEC'].join('\n');
  const { spaces } = read(bytes(whole.replace('0\nEOF', `${objects}\n0\nEOF`)));
  expect(space('Model', spaces)).toMatchObject({ kind: 'model', drawn: [{ to: { x: 1, y: 1 } }] });
  expect(space('Sheet', spaces)).toMatchObject({
    kind: 'paper',
    paper: { x: -7.5, y: -20, width: 420, height: 297 },
    drawn: [{ to: { x: 2, y: 2 } }],
  });
});
