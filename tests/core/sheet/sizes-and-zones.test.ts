import { sheetGeometry } from '@/core/format/sheet';
import { centringMarks, trimmingMarks } from '@/core/sheet/marks';
import { STANDARD_SIZES, standardSize } from '@/core/sheet/sizes';
import { zoneLetters, zoneNumerals } from '@/core/sheet/zone-labels';
import { pitchBoundaries, zoneAt, zonesOf } from '@/core/sheet/zones';
import { demoPackage } from '../demo';

const labelling = {
  lettersAlong: 'vertical',
  verticalRuns: 'down',
  horizontalRuns: 'rightward',
  omit: ['I', 'O'],
} as const;

// ISO 5457: trimmed size, drawing space, fields columns × rows, corner fields left and right, bottom and top (all mm).
const ISO = [
  ['iso-a4-portrait', 210, 297, 180, 277, 4, 6, [35, 45], [38.5, 38.5]],
  ['iso-a3-landscape', 420, 297, 390, 277, 8, 6, [40, 50], [38.5, 38.5]],
  ['iso-a2-landscape', 594, 420, 564, 400, 12, 8, [27, 37], [50, 50]],
  ['iso-a1-landscape', 841, 594, 811, 574, 16, 12, [50.5, 60.5], [37, 37]],
  ['iso-a0-landscape', 1189, 841, 1159, 821, 24, 16, [24.5, 34.5], [60.5, 60.5]],
] as const;

describe('ISO 5457 sheets', () => {
  test.each(ISO)(
    '%s',
    (id, width, height, spaceWidth, spaceHeight, columns, rows, [left, rightmost], [bottom, topmost]) => {
      const size = standardSize(id)!;
      expect([size.width, size.height]).toEqual([width, height]);
      const { margins: m } = size;
      const frame = { x: m.left, y: m.bottom, width: width - m.left - m.right, height: height - m.top - m.bottom };
      expect([frame.width, frame.height]).toEqual([spaceWidth, spaceHeight]);
      const zones = zonesOf(size, frame, { kind: 'pitch', pitch: 50, corner: 10 }, labelling);
      expect([zones.columns.length, zones.rows.length]).toEqual([columns, rows]);
      const length = (zone: { from: number; to: number }) => zone.to - zone.from;
      expect(length(zones.columns[0]!)).toBeCloseTo(left, 6);
      expect(length(zones.columns.at(-1)!)).toBeCloseTo(rightmost, 6);
      expect(length(zones.rows[0]!)).toBeCloseTo(bottom, 6);
      expect(length(zones.rows.at(-1)!)).toBeCloseTo(topmost, 6);
      for (const zone of [...zones.columns.slice(1, -1), ...zones.rows.slice(1, -1)])
        expect(length(zone)).toBeCloseTo(50, 6);
    },
  );

  test('the boundaries of A3 are counted from the axis of the trimmed sheet', () => {
    expect(pitchBoundaries(420, 20, 410, 50, 10)).toEqual([20, 60, 110, 160, 210, 260, 310, 360, 410]);
    expect(pitchBoundaries(297, 10, 287, 50, 10)).toEqual([10, 48.5, 98.5, 148.5, 198.5, 248.5, 287]);
  });
});

// ASME Y14.1: inch sizes, margins top and bottom, left and right, zones columns × rows.
const ASME = [
  ['asme-a-landscape', 11, 8.5, 0.38, 0.25, 2, 2],
  ['asme-a-portrait', 8.5, 11, 0.25, 0.38, 2, 2],
  ['asme-b-landscape', 17, 11, 0.38, 0.62, 4, 2],
  ['asme-c-landscape', 22, 17, 0.75, 0.5, 4, 4],
  ['asme-d-landscape', 34, 22, 0.5, 1, 8, 4],
  ['asme-e-landscape', 44, 34, 1, 0.5, 8, 8],
  ['asme-f-landscape', 40, 28, 0.5, 0.5, 8, 6],
] as const;

describe('ASME Y14.1 sheets', () => {
  test.each(ASME)('%s', (id, width, height, topBottom, leftRight, columns, rows) => {
    const size = standardSize(id)!;
    expect(size.width / 25.4).toBeCloseTo(width, 9);
    expect(size.height / 25.4).toBeCloseTo(height, 9);
    expect(size.margins.top / 25.4).toBeCloseTo(topBottom, 7);
    expect(size.margins.bottom).toBe(size.margins.top);
    expect(size.margins.left / 25.4).toBeCloseTo(leftRight, 7);
    expect(size.margins.right).toBe(size.margins.left);
    expect(size.zoneCount).toEqual({ columns, rows });
  });

  test('the sizes of the demo’s inch family carry the standard’s zones, numbered from right to left and bottom up', () => {
    const { format } = demoPackage('inch-sheets');
    for (const [id, width, height, topBottom, leftRight, columns, rows] of ASME.filter(([name]) =>
      format.sizes.some((s) => s.id === name),
    )) {
      const geometry = sheetGeometry(format, id);
      if (!geometry.ok) throw new Error(geometry.reason);
      const { zones, space } = geometry.sheet;
      expect([zones.columns.length, zones.rows.length]).toEqual([columns, rows]);
      expect(space.width / 25.4).toBeCloseTo(width - 2 * leftRight, 6);
      expect(space.height / 25.4).toBeCloseTo(height - 2 * topBottom, 6);
      expect(zones.columns[0]!.label).toBe(String(columns));
      expect(zones.rows[0]!.label).toBe('A');
      const fields = zones.columns.map((zone) => zone.to - zone.from);
      for (const field of fields) expect(field).toBeCloseTo(space.width / columns, 4);
    }
  });
});

test('there are 17 standard sizes with distinct ids', () => {
  expect(new Set(STANDARD_SIZES.map((size) => size.id)).size).toBe(17);
});

describe('zone labels', () => {
  test('letters omit I and O and go on with AA after Z', () => {
    expect(zoneLetters(10)).toEqual(['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'J', 'K']);
    expect(zoneLetters(27).slice(22)).toEqual(['Y', 'Z', 'AA', 'AB', 'AC']);
    expect(zoneNumerals(3)).toEqual(['1', '2', '3']);
  });

  test('a point is cited letter before numeral', () => {
    const zones = zonesOf(
      { width: 420, height: 297 },
      { x: 20, y: 10, width: 390, height: 277 },
      { kind: 'pitch', pitch: 50, corner: 10 },
      labelling,
    );
    expect(zoneAt(zones, { x: 30, y: 280 })).toBe('A1');
    expect(zoneAt(zones, { x: 291, y: 24.5 })).toBe('F6');
    expect(zoneAt(zones, { x: 5, y: 5 })).toBeUndefined();
  });
});

describe('marks', () => {
  const frame = { x: 20, y: 10, width: 390, height: 277 };
  test('centring marks run from the band to 10 mm inside the frame, on the axes of the trimmed sheet', () => {
    expect(centringMarks({ width: 420, height: 297 }, frame, 5, 10)).toEqual([
      { from: { x: 210, y: 292 }, to: { x: 210, y: 277 } },
      { from: { x: 210, y: 5 }, to: { x: 210, y: 20 } },
      { from: { x: 15, y: 148.5 }, to: { x: 30, y: 148.5 } },
      { from: { x: 415, y: 148.5 }, to: { x: 400, y: 148.5 } },
    ]);
  });

  test('trimming marks are four Ls of 10 × 5 at the corners', () => {
    const marks = trimmingMarks({ width: 420, height: 297 }, 10, 5);
    expect(marks).toHaveLength(4);
    expect(marks[0]).toEqual([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 5 },
      { x: 5, y: 5 },
      { x: 5, y: 10 },
      { x: 0, y: 10 },
    ]);
    expect(marks[2]![0]).toEqual({ x: 420, y: 297 });
  });
});
