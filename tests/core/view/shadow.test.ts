import fc from 'fast-check';
import type { Point } from '@/core/geometry/box';
import { AS_MODELLED, axesOf } from '@/core/view/direction';
import { shadowOf } from '@/core/view/shadow';
import type { Mesh } from '@/core/specimen/shape';
import { measureShape } from '@/core/specimen/shape';
import { block, rod } from './bodies';

const together = (meshes: readonly Mesh[]): Mesh => ({
  positions: meshes.flatMap(({ positions }) => Array.from(positions)),
  triangles: meshes.flatMap(({ triangles }, i) => {
    const before = meshes.slice(0, i).reduce((sum, { positions }) => sum + positions.length / 3, 0);
    return Array.from(triangles, (corner) => corner + before);
  }),
});

/** How often outlines wind about a point. */
const windings = (rings: readonly Point[][], { x, y }: Point): number =>
  rings.reduce((sum, ring) => {
    const turn = ring.reduce((all, a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const [p, q] = [Math.atan2(a.y - y, a.x - x), Math.atan2(b.y - y, b.x - x)];
      const step = q - p;
      return all + (step > Math.PI ? step - 2 * Math.PI : step < -Math.PI ? step + 2 * Math.PI : step);
    }, 0);
    return sum + Math.round(turn / (2 * Math.PI));
  }, 0);

test('the bodies of these tests are closed', () => {
  expect(measureShape([block([0, 0, 0], [2, 3, 5])])).toMatchObject({ volume: expect.closeTo(30) });
  const ring = rod(1, { radius: 10, bore: 4, from: 0, to: 5 }, 400);
  expect(measureShape([ring])!.volume).toBeCloseTo(Math.PI * (100 - 16) * 5, 0);
});

test('blocks beside, over and before one another cover what any of them covers, whatever the side they are seen from', () => {
  const mm = fc.integer({ min: 0, max: 12 });
  const blocks = fc.array(
    fc.tuple(
      mm,
      mm,
      mm,
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 6 }),
    ),
    {
      minLength: 1,
      maxLength: 5,
    },
  );
  fc.assert(
    fc.property(blocks, fc.constantFrom('front', 'above', 'left', 'rear'), (some, from) => {
      const boxes = some.map(([x, y, z, a, b, c]) => ({ low: [x, y, z], high: [x + a, y + b, z + c] }));
      const axes = axesOf(from, AS_MODELLED);
      const rings = shadowOf(together(boxes.map(({ low, high }) => block(low, high))), axes);
      const flat = (point: readonly number[]) => ({
        x: axes.right.reduce((sum, one, i) => sum + one * point[i]!, 0),
        y: axes.up.reduce((sum, one, i) => sum + one * point[i]!, 0),
      });
      for (let i = -19.5; i < 20; i += 1.37) {
        for (let j = -0.5; j < 20; j += 1.37) {
          const isCovered = boxes.some(({ low, high }) => {
            const [a, b] = [flat(low), flat(high)];
            return (i - a.x) * (i - b.x) < 0 && (j - a.y) * (j - b.y) < 0;
          });
          if ((windings(rings, { x: i, y: j }) !== 0) !== isCovered) return false;
        }
      }
      return true;
    }),
    { numRuns: 30 },
  );
});

test('a ring that is seen along its axis leaves its bore free', () => {
  const rings = shadowOf(rod(2, { radius: 10, bore: 4, from: 0, to: 5 }), axesOf('above', AS_MODELLED));
  expect(rings).toHaveLength(2);
  expect(windings(rings, { x: 0, y: 0 })).toBe(0);
  expect(windings(rings, { x: 7, y: 0 })).not.toBe(0);
});
