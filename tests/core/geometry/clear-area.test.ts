import fc from 'fast-check';
import { type Box, type Point, contains, overlaps } from '@/core/geometry/box';
import { clearArea } from '@/core/geometry/clear-area';

const space = { x: 20, y: 10, width: 390, height: 277 };

/** Signed area of a ring: positive counter-clockwise. */
const area = (ring: Point[]) =>
  ring.reduce((sum, p, i) => sum + p.x * ring[(i + 1) % ring.length]!.y - ring[(i + 1) % ring.length]!.x * p.y, 0) / 2;

test('an empty space is clear as a whole', () => {
  expect(clearArea(space, []).largest).toEqual(space);
});

test('a title block in the corner leaves an L and the larger of its two rectangles', () => {
  const { polygon, largest } = clearArea(space, [{ x: 230, y: 10, width: 180, height: 54 }]);
  expect(largest).toEqual({ x: 20, y: 64, width: 390, height: 223 });
  expect(polygon).toHaveLength(1);
  expect(polygon[0]).toHaveLength(6);
  expect(area(polygon[0]!)).toBeCloseTo(390 * 277 - 180 * 54, 6);
});

test('a block in the middle leaves a hole', () => {
  const { polygon } = clearArea(space, [{ x: 100, y: 100, width: 50, height: 50 }]);
  expect(polygon).toHaveLength(2);
  expect(polygon.map(area).sort((a, b) => a - b)[0]).toBeCloseTo(-2500, 6);
});

test('a space that is covered has nothing clear', () => {
  expect(clearArea(space, [space])).toMatchObject({ polygon: [], largest: { width: 0, height: 0 } });
});

test('for any blocks the largest rectangle touches none, and the rings enclose just what is clear', () => {
  const block = fc.record({
    x: fc.integer({ min: 0, max: 90 }),
    y: fc.integer({ min: 0, max: 90 }),
    width: fc.integer({ min: 1, max: 60 }),
    height: fc.integer({ min: 1, max: 60 }),
  });
  const all: Box = { x: 0, y: 0, width: 100, height: 100 };
  fc.assert(
    fc.property(fc.array(block, { maxLength: 6 }), (blocks) => {
      const { polygon, largest } = clearArea(all, blocks);
      expect(blocks.some((one) => overlaps(one, largest))).toBe(false);
      if (largest.width > 0) expect(contains(all, largest)).toBe(true);
      let clear = 0;
      for (let x = 0; x < 100; x++) {
        for (let y = 0; y < 100; y++) {
          if (!blocks.some((b) => x >= b.x && x < b.x + b.width && y >= b.y && y < b.y + b.height)) clear += 1;
        }
      }
      expect(polygon.reduce((sum, ring) => sum + area(ring), 0)).toBeCloseTo(clear, 6);
    }),
    { numRuns: 60 },
  );
});
