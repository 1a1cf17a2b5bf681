import { MISSING_BOX, emSize, measureLine, setLine } from '@/core/lettering/setting';
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
