import { AS_MODELLED, axesOf } from '@/core/view/direction';
import { matchedBodies } from '@/core/view/matching-bodies';
import { sightOf } from '@/core/view/sight';
import { innerPoint } from '@/core/geometry/inner-point';

/** A rod along y about a middle, hollow where it has a bore, as triangles. */
function rod(radius: number, length: number, bore = 0, [x, y, z] = [0, 0, 0], corners = 48) {
  const ring = (r: number, at: number) =>
    Array.from({ length: corners }, (_, i) => {
      const turn = (2 * Math.PI * i) / corners;
      return [x! + r * Math.cos(turn), y! + at, z! + r * Math.sin(turn)];
    });
  const rings = [ring(radius, -length / 2), ring(radius, length / 2), ring(bore, length / 2), ring(bore, -length / 2)];
  const triangles = rings.flatMap((_, n) =>
    Array.from({ length: corners }, (__, i) => {
      const [a, b] = [n * corners + i, n * corners + ((i + 1) % corners)];
      const [c, d] = [((n + 1) % 4) * corners + i, ((n + 1) % 4) * corners + ((i + 1) % corners)];
      return [a, c, b, b, c, d];
    }).flat(),
  );
  return { positions: rings.flat(2), triangles };
}

const front = axesOf('front', AS_MODELLED);

test('what something nearer hides is not seen', () => {
  // Seen against y: a disc before a smaller one, with a bore that lets the one behind be seen.
  const isSeen = sightOf([rod(30, 10, 5), rod(20, 10, 0, [0, 50, 0])], front, 0.1);
  expect(isSeen([0, 45, 0])).toBe(true);
  expect(isSeen([10, 45, 0])).toBe(false);
  expect(isSeen([10, -5, 0])).toBe(true);
  expect(isSeen([10, 5, 0])).toBe(false);
  expect(isSeen([100, 5, 0])).toBe(true);
});

describe('bodies that were read twice', () => {
  const shaft = rod(10, 60);
  const sleeve = rod(20, 60, 10.5);
  const finer = [rod(20, 60, 10.5, [0, 0, 0], 90), rod(10, 60, 0, [0, 0, 0], 90)];

  test('are told apart where they have one middle', () => {
    expect(matchedBodies([shaft, sleeve], finer)).toEqual([1, 0]);
    expect(matchedBodies([shaft], finer)).toEqual([1]);
  });

  test('are told apart by their volumes where they have one box', () => {
    const [thin, thick] = [rod(20, 60, 19), rod(20, 60, 12)];
    expect(matchedBodies([thick, thin], [rod(20, 60, 19, [0, 0, 0], 90), rod(20, 60, 12, [0, 0, 0], 90)])).toEqual([
      1, 0,
    ]);
  });

  test('are each one of them, where the same is there more than once', () => {
    const four = [0, 1, 2, 3].map((n) => rod(5, 20, 0, [n * 30, 0, 0]));
    expect(matchedBodies(four.toReversed(), four)).toEqual([3, 2, 1, 0]);
  });

  test('are none where none fits', () => {
    expect(matchedBodies([rod(12, 60)], finer)).toEqual([undefined]);
    expect(matchedBodies([rod(10, 60, 0, [0, 3, 0])], finer)).toEqual([undefined]);
  });
});

describe('a point inside an area', () => {
  const square = (size: number) => [
    { x: -size, y: -size },
    { x: size, y: -size },
    { x: size, y: size },
    { x: -size, y: size },
  ];

  test('lies beside its holes', () => {
    const point = innerPoint([square(10), square(8)])!;
    const reach = Math.max(Math.abs(point.x), Math.abs(point.y));
    expect(reach).toBeGreaterThan(8);
    expect(reach).toBeLessThan(10);
  });

  test('is there for a narrow one, and not for one without width', () => {
    expect(innerPoint([square(1e-3)])).toBeDefined();
    expect(
      innerPoint([
        [
          { x: 0, y: 0 },
          { x: 5, y: 0 },
        ],
      ]),
    ).toBeUndefined();
  });
});
