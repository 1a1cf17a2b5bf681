import { joinedLines, joinedScene } from '@/core/scene/joined';
import type { LinePrimitive, Primitive } from '@/core/scene/scene';
import { demoPackage, demoSheet } from '../demo';

const line = (x1: number, y1: number, x2: number, y2: number, rest: Partial<LinePrimitive> = {}): LinePrimitive => ({
  kind: 'line',
  source: 'b',
  block: 'b',
  layer: 'blocks',
  ink: '#000000',
  width: 0.7,
  type: 'continuous',
  from: { x: x1, y: y1 },
  to: { x: x2, y: y2 },
  ...rest,
});
const box = (rest: [object?, object?, object?, object?] = []): LinePrimitive[] => [
  line(0, 0, 0, 10, rest[0]),
  line(20, 0, 20, 10, rest[1]),
  line(0, 10, 20, 10, rest[2]),
  line(0, 0, 20, 0, rest[3]),
];
const points = (one: Primitive | undefined) =>
  one && 'points' in one
    ? one.points.map(({ x, y }) => [x, y])
    : one?.kind === 'line'
      ? [one.from, one.to].map(({ x, y }) => [x, y])
      : undefined;

test('the outline of a block is one closed path, and stands where its first line stood', () => {
  const inside = line(10, 0, 10, 10, { width: 0.35 });
  const made = joinedLines([...box(), inside]);
  expect(made.map(({ kind }) => kind)).toEqual(['outline', 'line']);
  expect(points(made[0])).toEqual([
    [0, 10],
    [20, 10],
    [20, 0],
    [0, 0],
  ]);
  // It ends inside the outline's own width.
  expect(points(made[1])).toEqual([
    [10, 0],
    [10, 10],
  ]);
});

test('lines of different widths reach to one another’s edge; what is dashed or another block’s is let be', () => {
  const made = joinedLines(box([{ width: 0.35 }]));
  expect(made.map(({ kind }) => kind)).toEqual(['line', 'run']);
  expect(points(made[0])).toEqual([
    [0, -0.35],
    [0, 10.35],
  ]);
  expect(points(made[1])).toEqual([
    [-0.175, 0],
    [20, 0],
    [20, 10],
    [-0.175, 10],
  ]);
  const apart = [...box([{ type: 'dashed' }, { block: 'other' }]).slice(0, 2), line(0, 10, 20, 10)];
  expect(joinedLines(apart)).toEqual(apart);
});

test('an open end stays where it is', () => {
  const [left, , top] = box() as [LinePrimitive, LinePrimitive, LinePrimitive];
  expect(points(joinedLines([left, top])[0])).toEqual([
    [0, 0],
    [0, 10],
    [20, 10],
  ]);
});

test('four lines that meet in one point are drawn each for itself, to the edges of the others', () => {
  const cross = [line(0, 5, 10, 5), line(10, 5, 20, 5), line(10, 0, 10, 5), line(10, 5, 10, 10)];
  const made = joinedLines(cross);
  expect(made.map(({ kind }) => kind)).toEqual(['line', 'line', 'line', 'line']);
  expect(points(made[0])).toEqual([
    [0, 5],
    [10.35, 5],
  ]);
});

test('on a demo sheet every block’s corners are closed, and nothing else is touched', () => {
  const { scene } = demoSheet(demoPackage('workshop-sheets'), 'iso-a3-landscape');
  const joined = joinedScene(scene);
  expect(joinedScene(scene)).toBe(joined);
  const others = (list: readonly Primitive[]) => list.filter(({ layer }) => layer !== 'blocks');
  expect(others(joined.primitives)).toEqual(others(scene.primitives));
  for (const { id } of scene.blocks)
    expect([id, joined.primitives.filter((one) => one.kind === 'outline' && one.source === id).length]).toEqual([
      id,
      1,
    ]);
});
