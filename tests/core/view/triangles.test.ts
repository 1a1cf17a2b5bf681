import { AS_MODELLED, axesOf } from '@/core/view/direction';
import {
  coarselyProjected,
  middleOfBodies,
  partNames,
  partsSeen,
  seenBodies,
  shadedBodies,
} from '@/core/view/triangles';

/** A box as triangles. */
function box(x: number, y: number, z: number, dx: number, dy: number, dz: number) {
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [x + (i & 1) * dx, y + ((i >> 1) & 1) * dy, z + (i >> 2) * dz]);
  const sides = [
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
    [0, 2, 3, 1],
    [4, 5, 7, 6],
  ];
  return {
    positions: corners.flat(),
    triangles: sides.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]),
  };
}

const front = axesOf('front', AS_MODELLED);
// A plate, and a block behind it that looks out over it on the right.
const plate = { mesh: box(0, 0, 0, 100, 5, 60), path: ['Frame', 'Plate'] };
const block = { mesh: box(60, 20, 20, 80, 30, 20), path: ['Frame', 'Block'] };

test('what is nearer hides what is behind it', () => {
  const { body, columns, cell, corner } = seenBodies([plate.mesh, block.mesh], front, 140);
  const at = (x: number, z: number) =>
    body[Math.floor((z - corner.y) / cell) * columns + Math.floor((x - corner.x) / cell)];
  expect(at(70, 30)).toBe(0);
  expect(at(120, 30)).toBe(1);
  expect(at(120, 50)).toBe(-1);
});

test('each part is told at a place where it is seen', () => {
  const parts = partsSeen([plate, block], front);
  expect(parts.map(({ name }) => name)).toEqual(['Plate', 'Block']);
  const { x, y } = parts[1]!.at;
  expect(x).toBeGreaterThan(100);
  expect(y).toBeGreaterThan(20);
  expect(y).toBeLessThan(40);
});

test('parts are called by the first product in which they differ', () => {
  const drum = (name: string) => ({ mesh: plate.mesh, path: ['Winch', 'Drum', name] });
  expect(partNames([drum('Barrel'), { mesh: block.mesh, path: ['Winch', 'Pawl'] }])).toEqual(['Drum', 'Pawl']);
  expect(partNames([drum('Barrel'), drum('Shaft')])).toEqual(['Barrel', 'Shaft']);
  expect(partNames([plate])).toEqual(['Frame']);
});

test('without the kernel edges are parted into what is seen and what is hidden', () => {
  const {
    visible,
    hidden,
    box: about,
  } = coarselyProjected([plate, block], {
    shape: '0'.repeat(64),
    axes: front,
    hidden: true,
  });
  expect(about.width).toBeCloseTo(140, 0);
  expect(about.height).toBeCloseTo(60, 0);
  const length = (curves: typeof visible) =>
    curves.reduce((sum, one) => {
      if (one.kind !== 'line') return sum;
      return sum + Math.hypot(one.to.x - one.from.x, one.to.y - one.from.y);
    }, 0);
  // The plate's outline, 320, and of the block two sides of 40 and one of 20 beside it.
  expect(length(visible)).toBeGreaterThan(418);
  expect(length(visible)).toBeLessThan(422);
  // Behind the plate two sides of 40 and one of 20.
  expect(length(hidden)).toBeGreaterThan(98);
  expect(length(hidden)).toBeLessThan(102);
});

test('a shaded picture is clear where nothing is, and of a section shows what is behind the plane', () => {
  const { width, height, pixels, box: about } = shadedBodies([plate.mesh, block.mesh], front);
  const opaque = (picture: typeof pixels) => picture.filter((value, i) => i % 2 === 1 && value === 255).length;
  expect(opaque(pixels) / (width * height)).toBeCloseTo((100 * 60 + 40 * 20) / (140 * 60), 2);
  expect(about.width).toBeCloseTo(140, 0);
  const cut = shadedBodies([plate.mesh, block.mesh], front, () => -10);
  expect(opaque(cut.pixels) / (cut.width * cut.height)).toBeCloseTo((80 * 20) / (140 * 60), 2);
});

test('the middle of bodies is that of the box about them', () => {
  expect(middleOfBodies([plate.mesh, block.mesh])).toEqual([70, 25, 30]);
});
