import DxfParser from 'dxf-parser';
import sharp from 'sharp';
import { compose } from '@/core/scene/compose';
import type { Cell } from '@/core/format/document';
import { lineWeight } from '@/core/exchange/dxf-records';
import { isoDxf as writeDxf } from './iso-dxf';
import { writePdf } from '@/core/exchange/pdf';
import { writeSvg } from '@/core/exchange/svg-file';
import type { Scene } from '@/core/scene/scene';
import { demoFacts, demoPackage, demoResources, demoSheet } from '../demo';
import { filesWith } from '../fonts';
import { expectAgreement, expected } from './agreement';
import { type ReadSheet, readDxf, readOutlines, readPdf, readPdfInk, readSvg } from './readers';

const files = filesWith();
const workshop = demoPackage('workshop-sheets');
const details = { title: 'Test', date: '2026-06-02' };

/** Workshop sheets with what is hard to write: signs, marks over letters, a fallback glyph, turned and slanted text. */
function difficult() {
  const [title, ...others] = workshop.format.blocks;
  const change: Record<string, Partial<Cell>> = {
    free: {
      contents: [{ parts: [{ kind: 'fixed', text: '⌀12 ⟂ 50% ^ <a&b>' }] }],
      fit: [{ kind: 'squeeze', least: 0.4 }],
    },
    language: { turn: 90, fit: [] },
    created: { override: { slantDeg: 15 } },
    status: {
      contents: [
        {
          parts: [
            { kind: 'fixed', text: 'Łódź É – ' },
            { kind: 'linked', property: 'revision' },
          ],
        },
      ],
    },
  };
  const cells = title!.cells.map((cell) => ({ ...cell, ...change[cell.id] }));
  return { ...workshop, format: { ...workshop.format, blocks: [{ ...title!, cells }, ...others] } };
}

const CASES: [string, Scene][] = [
  ['Workshop sheets A3', demoSheet(workshop, 'iso-a3-landscape', { specimen: 'drum-barrel', variant: '316L' }).scene],
  [
    'Workshop sheets A1, with the number upside down',
    demoSheet(workshop, 'iso-a1-landscape', { specimen: 'guard', variant: '316L' }).scene,
  ],
  ['difficult texts on A2', demoSheet(difficult(), 'iso-a2-landscape', { specimen: 'recovery-winch' }).scene],
  ['Inch sheets C', demoSheet(demoPackage('inch-sheets'), 'asme-c-landscape', { specimen: 'fairlead-roller' }).scene],
];

describe.each(CASES)('%s', (_, scene) => {
  test('SVG says what the scene says', async () =>
    expectAgreement(readSvg(await writeSvg(scene, files, 'Test')), scene));
  test('PDF says what the scene says, with its line widths', async () => {
    const read = readPdf(await writePdf([{ scene }], files, details));
    expectAgreement(read, scene);
    const widths = (sheet: ReadSheet) => sheet.segments.map((segment) => segment.width!.toFixed(3)).sort();
    expect(widths(read)).toEqual(widths(expected(scene)));
  });
  test('DXF says what the scene says, and a strict reader finds no error', () => {
    const read = readDxf(writeDxf(scene));
    expect(read.errors).toEqual([]);
    expectAgreement(read, scene);
  });
});

describe('the DXF', () => {
  const read = readDxf(writeDxf(CASES[0]![1]));
  test('carries the title block as a block whose linked lines are attributes with readable tags', () => {
    expect(read.blocks.TITLE_BLOCK).toEqual(
      expect.arrayContaining(['TITLE', 'DRAWING_NUMBER', 'MATERIAL', 'MASS', 'LEGAL_OWNER', 'SHEET_NUMBER']),
    );
    expect(read.definitions).toEqual(read.blocks);
    expect(read.texts.find((text) => text.tag === 'MATERIAL')?.text).toBe('X2CrNiMo17-12-2 EN 10088-3');
  });
  test('has layers by what things are, styles with letter width, and weights on its lines', () => {
    expect(read.layers.filter((layer) => layer !== 'Defpoints')).toEqual([
      '0',
      'ADJACENT',
      'BLOCK_LINES',
      'CAPTIONS',
      'CENTRE',
      'CUTTING_PLANE',
      'DIMENSIONS',
      'FINE_LINES',
      'FIXED_TEXT',
      'FRAME',
      'HATCHING',
      'HIDDEN',
      'MARKS',
      'NOTES',
      'PICTURES',
      'SYMBOLS',
      'VALUES',
      'VISIBLE',
      'ZONES',
    ]);
    expect(read.styles.OSIFONT).toEqual(['osifont.ttf', 1]);
    expect(read.styles.OSIFONT_W679).toEqual(['osifont.ttf', 0.679]);
    expect(new Set(read.lineWeights.filter((line) => line.layer === 'FRAME').map((line) => line.weight))).toEqual(
      new Set([70]),
    );
    expect(new Set(read.lineWeights.filter((line) => line.layer === 'ZONES').map((line) => line.weight))).toEqual(
      new Set([35]),
    );
  });
  test('is in millimetres with its limits, an inch format in inches', () => {
    expect(read).toMatchObject({
      units: 4,
      limits: [
        [0, 0],
        [420, 297],
      ],
    });
    expect(readDxf(writeDxf(CASES[3]![1]))).toMatchObject({
      units: 1,
      limits: [
        [0, 0],
        [22, 17],
      ],
    });
  });
  test('opens in another parser too', () => {
    const parsed = new DxfParser().parseSync(writeDxf(CASES[0]![1]))!;
    expect(Object.keys(parsed.blocks)).toEqual(expect.arrayContaining(['TITLE_BLOCK', 'TOLERANCES_AND_NOTES']));
    expect(parsed.entities.filter((entity) => entity.type === 'INSERT')).toHaveLength(3);
  });
  test.each([
    [0.7, 70],
    [0.35, 35],
    [0.18, 18],
    [0.6, 60],
    [0.13, 13],
    [2, 200],
    [1.4, 140],
  ])('a line %d mm wide has weight %d', (width, weight) => {
    expect(lineWeight(width)).toBe(weight);
  });
});

test('repeated tags are numbered', () => {
  const tags = readDxf(writeDxf(CASES[2]![1])).blocks.TITLE_BLOCK!;
  expect(tags.filter((tag) => tag.startsWith('REVISION'))).toEqual(['REVISION', 'REVISION_2']);
});

test('a value that reads like the end of a file is a value, and so is a name', () => {
  const hostile = 'x\n0\nEOF\u0007 {\\P} %%d \\U+0041';
  const properties = workshop.properties.map((property) =>
    property.id === 'title' ? { ...property, name: hostile } : property,
  );
  const facts = demoFacts(workshop, 'pawl', '316L');
  const composed = compose(
    workshop.format,
    { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1, scale: '1:2' }, show: 'values' },
    { ...facts, model: { ...facts.model!, values: { ...facts.model!.values, title: hostile } } },
    { ...demoResources(workshop), properties: new Map(properties.map((property) => [property.id, property])) },
  );
  if (!composed.ok) throw new Error(composed.reason);
  const read = readDxf(writeDxf(composed.scene));
  expect(read.errors).toEqual([]);
  const lines = composed.scene.primitives.filter((one) => one.kind === 'text' && one.tag === hostile);
  expect(lines.map((one) => one.kind === 'text' && one.text)).toEqual(['x', '0', 'EOF {\\P} %%d \\U+0041']);
  const texts = read.texts.map(({ text }) => text);
  expect(texts).toHaveLength(composed.scene.primitives.filter(({ kind }) => kind === 'text').length);
  expect(texts).toEqual(expect.arrayContaining(['x', '0']));
});

test('what would be read as a code is written as itself', () => {
  const [title, ...others] = workshop.format.blocks;
  const cells = title!.cells.map((cell) =>
    cell.id === 'free' ? { ...cell, contents: [{ parts: [{ kind: 'fixed' as const, text: '5%%d ^J' }] }] } : cell,
  );
  const { scene } = demoSheet(
    { ...workshop, format: { ...workshop.format, blocks: [{ ...title!, cells }, ...others] } },
    'iso-a3-landscape',
  );
  expect(writeDxf(scene)).toContain('\n5%%%%%%d ^ J\n');
});

test('an SVG of outlines has no letters and no font, and its outlines fill the boxes that those of the PDF fill', async () => {
  const scene = CASES[2]![1];
  const svg = await writeSvg(scene, files, 'Test', 'outlines');
  expect(svg).not.toMatch(/<text|font/);
  const printed = readPdfInk(await writePdf([{ scene }], files, details));
  const outlines = readOutlines(svg);
  expect(outlines).toHaveLength(printed.length);
  outlines.forEach(({ text, ink }, i) => {
    // The last points of curves lie on their extremes in these fonts but for a few, which reach 0.1 mm further.
    for (const side of ['left', 'right', 'bottom', 'top'] as const)
      if (ink) expect([text, side, Math.abs(ink[side] - printed[i]!.ink![side]) < 0.15]).toEqual([text, side, true]);
  });
});

test('an SVG carries the letters that it uses, each with its position, and no more of their fonts', async () => {
  const one = (text: string) => {
    const parts = [{ kind: 'fixed' as const, text }];
    const [title, ...others] = workshop.format.blocks;
    const cells = title!.cells.map((cell) => (cell.id === 'free' ? { ...cell, contents: [{ parts }], fit: [] } : cell));
    const format = { ...workshop.format, blocks: [{ ...title!, cells }, ...others] };
    return writeSvg(demoSheet({ ...workshop, format }, 'iso-a3-landscape').scene, files, 'T');
  };
  const [without, withSign] = [await one('A'), await one('A⟂')];
  expect(withSign.length - without.length).toBeLessThan(8_000);
  expect(withSign.length).toBeLessThan(100_000);
  const runs = [...withSign.matchAll(/<text ([^>]*)>([^<]*)</g)];
  for (const [, attributes, text] of runs)
    if (text!.length > 1 && !text!.includes('&'))
      expect(/ x="([^"]+)"/.exec(attributes!)![1]!.split(' ')).toHaveLength(text!.length);
});

test('equal sheets are equal files', async () => {
  const scene = CASES[0]![1];
  expect(writeDxf(scene)).toBe(writeDxf(scene));
  expect(await writeSvg(scene, files, 'T')).toBe(await writeSvg(scene, files, 'T'));
  expect(
    Buffer.from(await writePdf([{ scene }], files, details)).equals(
      Buffer.from(await writePdf([{ scene }], files, details)),
    ),
  ).toBe(true);
});

test('bold letters are thickened by the same line in all three files', async () => {
  const files = filesWith();
  const workshop = demoPackage('workshop-sheets');
  const letterings = workshop.format.letterings.map((style) =>
    style.id === 'title' ? { ...style, weight: 'bold' as const } : style,
  );
  const sheet = demoSheet({ ...workshop, format: { ...workshop.format, letterings } }, 'iso-a3-landscape', {
    specimen: 'drum-barrel',
  });
  const bold = sheet.scene.primitives.flatMap((one) => (one.kind === 'text' && one.bold !== undefined ? [one] : []));
  expect(bold.map((run) => run.text)).toContain('DRUM BARREL');
  for (const run of bold) expect(run.bold).toBeCloseTo(run.height / 15, 9);
  const svg = await writeSvg(sheet.scene, files, 'T');
  const [, scale, width] = /scale\([\d.]+ ([\d.]+)\)"[^>]* stroke-width="([\d.]+)"[^>]*>DRUM BARREL</
    .exec(svg)!
    .map(Number);
  expect(width! * scale!).toBeCloseTo(bold[0]!.bold!, 3);
  const dxf = readDxf(writeDxf(sheet.scene));
  expect(dxf.errors).toEqual([]);
  expect(dxf.bold).toEqual([expect.stringMatching(/_BOLD/)]);
  const pdf = await writePdf([sheet], files, { title: 'T', date: '2026-06-02' });
  expect(readPdf(pdf).texts.map((run) => run.text)).toContain('DRUM BARREL');
});

test('a PDF is of version 1.7 with its title, author and language, as XMP too; a picture on many sheets is in it once', async () => {
  const files = filesWith();
  const workshop = demoPackage('workshop-sheets');
  const { scene } = demoSheet(workshop, 'iso-a3-landscape', { specimen: 'pawl' });
  const details = { title: 'KD-1 PAWL', date: '2026-06-02', author: 'Ines Sundqvist', language: 'en' };
  const text = Buffer.from(await writePdf([{ scene }], files, details)).toString('latin1');
  expect(text).toMatch(/^%PDF-1\.7/);
  expect(text).toContain('/Lang (en)');
  expect(text).toContain('/DisplayDocTitle true');
  expect(text).toMatch(/<dc:creator>[\s\S]*Ines Sundqvist[\s\S]*<\/dc:creator>/);
  expect(text).toMatch(/<dc:title>[\s\S]*KD-1 PAWL/);

  const image = { kind: 'image', source: 'x', layer: 'pictures', hash: 'a'.repeat(64), type: 'png', x: 20, y: 20, width: 20, height: 20, turn: 0 } as const; // prettier-ignore
  const png = await sharp({ create: { width: 300, height: 300, channels: 3, background: '#B93A24' } })
    .png()
    .toBuffer();
  const noise = Buffer.from(await sharp(Buffer.from(Array.from({ length: 270_000 }, (_, i) => (i * 7919) % 251)), { raw: { width: 300, height: 300, channels: 3 } }).png().toBuffer()); // prettier-ignore
  expect(noise.length).toBeGreaterThan(png.length);
  const withPicture = { font: files.font, picture: () => noise };
  const page = { scene: { ...scene, primitives: [image, { ...image, x: 60 }] as never } };
  const pages = Array.from({ length: 5 }, () => page);
  const pdf = Buffer.from(await writePdf(pages, withPicture, details)).toString('latin1');
  expect(pdf.match(/\/Subtype \/Image/g)).toHaveLength(1);
});

test('a value with codes, control characters and other alphabets goes through DXF as itself, and names keep their letters', () => {
  const workshop = demoPackage('workshop-sheets');
  const value = '50%% \\U+00B0 {x}';
  const names = ['Werkstoff Ü', 'Łączna masa', '図面 番号', 'Υλικό'];
  const properties = workshop.properties.map((one, i) =>
    one.id === 'material' ? { ...one, name: names[2]! } : i < 2 ? { ...one, name: names[i]! } : one,
  );
  const office = { ...workshop, properties };
  const resources = demoResources(office);
  const facts = { ...demoFacts(office), model: { name: 'Pin', kind: 'part' as const, values: { material: value } } };
  const composed = compose(
    office.format,
    { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1, scale: '1:2' }, show: 'values' },
    facts,
    resources,
  );
  if (!composed.ok) throw new Error(composed.reason);
  const written = writeDxf(composed.scene);
  const read = readDxf(written);
  expect(read.errors).toEqual([]);
  expect(written).toContain('図面_番号');
  // As readers decode what DXF writes by code.
  const decoded = (text: string) =>
    text.replace(/\\U\+([0-9A-F]{4})/g, (_, code: string) => String.fromCodePoint(parseInt(code, 16)));
  expect(read.texts.map((one) => decoded(one.text))).toContain(value);
});
