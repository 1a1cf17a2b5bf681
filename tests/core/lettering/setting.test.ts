import { SHIPPED_FONTS } from '@/core/lettering/fonts';
import { readGlyphTable } from '@/core/lettering/reading-glyphs';
import { MISSING_BOX, emSize, lineInk, measureLine, setLine } from '@/core/lettering/setting';
import { fontFile } from '@/server/fonts';
import { fonts } from '../fonts';

// Read from the font files with another reader: units per em, capital height, and widths of texts at h = 3.5 mm.
const METRICS = [
  ['osifont', 2048, 1515],
  ['routed-gothic', 1024, 736],
  ['dejavu-sans', 2048, 1493],
] as const;
const WIDTHS = [
  ['osifont', 'MATERIAL', 23.0007],
  ['osifont', 'KW-2201-D01', 30.2848],
  ['osifont', 'X2CrNiMo17-12-2 EN 10088-3', 68.0086],
  ['osifont', '⌀55 ±0,1', 19.265],
  ['routed-gothic', 'MATERIAL', 25.1372],
  ['routed-gothic', 'Wilhelmina', 24.6522],
  ['dejavu-sans', 'KW-2201-D01', 33.3848],
] as const;

test.each(METRICS)('%s: %d units per em, capitals %d high', (font, unitsPerEm, capHeight) => {
  expect(fonts.get(font)).toMatchObject({ unitsPerEm, capHeight });
  // h = 3.5 mm is the height of a capital, so the size to set is larger by unitsPerEm / capHeight.
  expect(emSize(fonts.get(font)!, 3.5)).toBeCloseTo((3.5 * unitsPerEm) / capHeight, 9);
});

test.each(WIDTHS)('%s sets “%s” %d mm wide', (font, text, width) => {
  expect(measureLine(text, font, 3.5, fonts)).toBeCloseTo(width, 3);
  expect(setLine(text, font, 3.5, fonts).width).toBeCloseTo(width, 3);
});

test('a character the font lacks comes from the next font that has it, at the same capital height', () => {
  const line = setLine('A⟂B', 'routed-gothic', 5, fonts);
  expect(line.runs.map((run) => [run.font, run.text])).toEqual([
    ['routed-gothic', 'A'],
    ['dejavu-sans-mono', '⟂'],
    ['routed-gothic', 'B'],
  ]);
  expect(line.fallbacks).toEqual(['⟂']);
  expect(line.missing).toEqual([]);
  expect(line.runs[1]!.emSize).toBeCloseTo((5 * 2048) / 1493, 9);
  expect(measureLine('A⟂B', 'routed-gothic', 5, fonts)).toBeCloseTo(line.width, 9);
});

test('a character no font has is a visible box, whatever its length in memory', () => {
  const line = setLine('A𓀀B', 'osifont', 5, fonts);
  expect(line.missing).toEqual(['𓀀']);
  expect(line.runs.map((run) => run.text).join('')).toBe(`A${MISSING_BOX}B`);
  expect(line.runs.reduce((sum, run) => sum + run.length, 0)).toBe('A𓀀B'.length);
});

test('the tables that are shipped are those of the fonts that are shipped', () => {
  for (const { id } of SHIPPED_FONTS) expect(fonts.get(id)).toEqual(readGlyphTable(id, fontFile(id)));
});

const osifont = { font: 'osifont', slantDeg: 0, weight: 'regular' } as const;

// At h = 15.15 mm a font unit of Osifont is 0.01 mm. Outlines read from the file: A from 100 to 1158, g from -456 to 1057.
test('the ink of a line reaches as far as the outlines of its glyphs', () => {
  const ink = lineInk('Ag', osifont, 15.15, 1, fonts);
  expect(ink.before).toBeCloseTo(-1, 6);
  expect(ink.below).toBeCloseTo(4.56, 6);
  expect(ink.above).toBeCloseTo(15.1, 6);
  const bold = lineInk('Ag', { ...osifont, weight: 'bold' }, 15.15, 1, fonts);
  expect(bold.below - ink.below).toBeCloseTo(15.15 / 30, 6);
  const leaning = lineInk('A', { ...osifont, slantDeg: 15 }, 15.15, 0.5, fonts);
  expect(leaning.after).toBeCloseTo(lineInk('A', osifont, 15.15, 0.5, fonts).after + 15.1 * Math.tan(Math.PI / 12), 6);
  expect(lineInk('   ', osifont, 15.15, 1, fonts)).toEqual({ before: 0, after: 0, above: 0, below: 0 });
});

test('a mark that no composed letter has stands over its letter, in a run by itself and without an advance', () => {
  const line = setLine('q\u0303a', 'dejavu-sans-mono', 5, fonts);
  expect(line.runs.map(({ text, length }) => [text, length])).toEqual([
    ['q', 1],
    ['\u0303', 1],
    ['a', 1],
  ]);
  expect(line.width).toBeCloseTo(measureLine('qa', 'dejavu-sans-mono', 5, fonts), 9);
  const { boxes, advances, capHeight } = fonts.get('dejavu-sans-mono')!;
  const middle = (code: number) => (boxes.get(code)!.left + boxes.get(code)!.right) / 2;
  const over = middle(0x71) - advances.get(0x71)! - middle(0x303);
  expect(line.runs[1]!.offset.across).toBeCloseTo((over * 5) / capHeight, 9);
  // Drawn for small letters, a mark is lifted over a capital: clear of it by 0.08 of the height.
  const [capital, small] = ['Z\u0308', 'z\u0308'].map(
    (text) => setLine(text, 'dejavu-sans', 5, fonts).runs[1]!.offset.up,
  );
  const sans = fonts.get('dejavu-sans')!;
  const top = (sans.boxes.get(0x5a)!.top * 5) / sans.capHeight;
  const foot = (sans.boxes.get(0x308)!.bottom * 5) / sans.capHeight;
  expect(small).toBeLessThan(capital!);
  expect(foot + capital!).toBeCloseTo(top + 0.4, 9);
});
