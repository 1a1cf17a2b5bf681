import { AS_MODELLED, axesOf } from '@/core/view/direction';
import { MOST_APART, movedApart, pathsSeen, pulledApart } from '@/core/view/pulled-apart';
import type { PlacedMesh } from '@/core/view/triangles';
import type { Mesh } from '@/core/specimen/shape';
import { block, rod } from './bodies';

/** Bodies of one assembly, each a part; those of one name are several places of it. */
const assembly = (bodies: readonly (readonly [name: string, mesh: Mesh])[]): PlacedMesh[] =>
  bodies.map(([name, mesh], i) => ({ mesh, path: ['Assembly', name], places: [0, i + 1] }));

const boxOf = ({ positions }: Mesh) => {
  const along = (axis: number) => Array.from(positions).filter((_, i) => i % 3 === axis);
  return [0, 1, 2].map((axis) => [Math.min(...along(axis)), Math.max(...along(axis))] as const);
};

/** A housing, a cover on it, and four bolts on that. */
const housing = assembly([
  ['Housing', block([0, 0, 0], [100, 100, 60])],
  ['Cover', block([0, 0, 60], [100, 100, 70])],
  ...[10, 90].flatMap((x) =>
    [10, 90].map((y): readonly [string, Mesh] => ['Bolt', rod(2, { radius: 4, from: 70, to: 82, middle: [x, y, 0] })]),
  ),
]);
/** A shaft in a sleeve in a tube, of one middle, with a ring on either end. */
const concentric = assembly([
  ['Shaft', rod(0, { radius: 10, from: -60, to: 60 })],
  ['Sleeve', rod(0, { radius: 20, bore: 10, from: -40, to: 40 })],
  ['Tube', rod(0, { radius: 30, bore: 20, from: -40, to: 40 })],
  ['Ring', rod(0, { radius: 20, bore: 10, from: 40, to: 45 })],
  ['Ring', rod(0, { radius: 20, bore: 10, from: -45, to: -40 })],
]);

test.each([
  ['a cover with bolts', housing],
  ['what is about one axis', concentric],
])('%s: no two parts are in one place any more, one stays', (_, placed) => {
  const parts = pulledApart(placed);
  const boxes = movedApart(placed, parts).map(({ mesh }) => boxOf(mesh));
  boxes.forEach((box, i) => {
    for (const other of boxes.slice(i + 1))
      expect(box.every(([low, high], axis) => low < other[axis]![1] - 1 && high > other[axis]![0] + 1)).toBe(false);
  });
  expect(parts.filter(({ by }) => by.every((mm) => mm === 0))).toHaveLength(1);
});

test('what is about one axis goes along it, the rings each to its own side', () => {
  const parts = new Map(pulledApart(concentric).map(({ name, by }) => [name, by]));
  expect([...parts.keys()]).toEqual(['Shaft', 'Sleeve', 'Tube', 'Ring', 'Ring 2']);
  for (const [x, y, z] of parts.values()) expect([typeof x, y, z]).toEqual(['number', 0, 0]);
  expect(parts.get('Ring')![0]).toBeGreaterThan(0);
  expect(parts.get('Ring 2')![0]).toBeLessThan(0);
});

test('bolts go off the way they came, above the cover that goes with them', () => {
  const parts = pulledApart(housing);
  const up = (name: string) => parts.filter((part) => part.name.startsWith(name)).map(({ by }) => by);
  const [[, , cover]] = up('Cover') as [[number, number, number]];
  expect(cover).toBeGreaterThan(0);
  for (const [x, y, z] of up('Bolt')) {
    expect([x, y]).toEqual([0, 0]);
    expect(z).toBeGreaterThan(cover);
  }
});

test('a part that is moved otherwise takes along what is beside it', () => {
  const as = pulledApart(housing);
  const moved = pulledApart(housing, { Cover: [0, 0, 300] });
  const by = (parts: typeof as, name: string) => parts.find((part) => part.name === name)!.by[2];
  expect(by(moved, 'Cover')).toBe(300);
  expect(by(moved, 'Bolt 3') - 300).toBeCloseTo(by(as, 'Bolt 3') - by(as, 'Cover'), 1);
});

test('what stays may be moved too, and all that is about it goes along', () => {
  const as = pulledApart(housing);
  const moved = pulledApart(housing, { Housing: [0, -200, 0] });
  for (const [i, { by }] of moved.entries()) expect(by).toEqual([as[i]!.by[0], as[i]!.by[1] - 200, as[i]!.by[2]]);
});

test('a part that is moved off its way goes that way first, then along the other axes', () => {
  const lid = pulledApart(housing, { Cover: [0, -40, 300] }).find(({ name }) => name === 'Cover')!;
  expect(lid.path).toEqual([
    [50, 50, 65],
    [50, 50, 365],
    [50, 10, 365],
  ]);
});

test('the ways that parts went are seen between them and not on them', () => {
  const parts = pulledApart(housing);
  const axes = axesOf('front', AS_MODELLED);
  const paths = pathsSeen(parts, movedApart(housing, parts), axes);
  expect(paths.length).toBeGreaterThan(0);
  const heights = movedApart(housing, parts).map(({ mesh }) => boxOf(mesh)[2]!);
  for (const { from, to } of paths) {
    expect(from.x).toBeCloseTo(to.x, 6);
    const middle = (from.y + to.y) / 2;
    expect(heights.some(([low, high]) => middle > low + 1 && middle < high - 1)).toBe(false);
  }
});

test('a subassembly goes as one, and more parts than can be tried are refused in words', () => {
  const [first, ...others] = housing;
  const nested = [
    { ...first!, path: ['Assembly', 'Body', 'Housing'], places: [0, 1, 2] },
    ...others.map((one, i) => ({ ...one, path: ['Assembly', 'Lid', ...one.path.slice(1)], places: [0, 3, 4 + i] })),
  ];
  expect(pulledApart(nested).map(({ name, bodies }) => [name, bodies.length])).toEqual([
    ['Body', 1],
    ['Lid', 5],
  ]);
  const many = assembly(
    Array.from({ length: MOST_APART + 1 }, (_, i) => ['Pin', block([2 * i, 0, 0], [2 * i + 1, 1, 1])] as const),
  );
  expect(() => pulledApart(many)).toThrow(`It has ${MOST_APART + 1} parts; ${MOST_APART} at most can be pulled apart.`);
});

test('every part has a name of its own, and one may be called like what every object has', () => {
  const blocks = ['Pin', 'Pin 2', 'Pin', 'constructor', 'Base'].map((name, i): readonly [string, Mesh] => [
    name,
    block([10 * i, 0, 0], [10 * i + (name === 'Base' ? 90 : 5), 5, 5]),
  ]);
  const parts = pulledApart(assembly(blocks), { 'Pin 3': [0, 40, 0] });
  expect(parts.map(({ name }) => name)).toEqual(['Pin', 'Pin 2', 'Pin 3', 'constructor', 'Base']);
  expect(parts[2]!.by).toEqual([0, 40, 0]);
  for (const { by } of parts) expect(by.every(Number.isFinite)).toBe(true);
});
