import { clippedTo } from '@/core/view/clipping';
import type { ViewCurve } from '@/core/view/projected';
import { tidied } from '@/core/view/tidying';

const line = (x1: number, y1: number, x2: number, y2: number): ViewCurve => ({
  kind: 'line',
  from: { x: x1, y: y1 },
  to: { x: x2, y: y2 },
});
const arc = (fromDeg: number, toDeg: number, radius = 10): ViewCurve => ({
  kind: 'arc',
  centre: { x: 0, y: 0 },
  radius,
  fromDeg,
  toDeg,
});

test('lines on one another, touching or overlapping, are drawn once, whichever way they run', () => {
  const { visible } = tidied([line(0, 0, 10, 0), line(20, 0, 10, 0), line(5, 0, 12, 0), line(0, 5, 10, 5)], []);
  expect(visible).toEqual([line(0, 0, 20, 0), line(0, 5, 10, 5)]);
});

test('upright and slanting lines too', () => {
  expect(tidied([line(3, 9, 3, 1), line(3, 4, 3, 12)], []).visible).toEqual([line(3, 1, 3, 12)]);
  const [slant] = tidied([line(0, 0, 3, 3), line(6, 6, 2, 2)], []).visible;
  expect(slant).toMatchObject({ kind: 'line' });
  const { from, to } = slant as ViewCurve & { kind: 'line' };
  expect([from.x, from.y, to.x, to.y].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([0, 0, 6, 6]);
});

test('what is hidden under something visible is left out', () => {
  expect(tidied([line(4, 0, 6, 0)], [line(0, 0, 10, 0)]).hidden).toEqual([line(0, 0, 4, 0), line(6, 0, 10, 0)]);
  expect(tidied([line(0, 0, 10, 0)], [line(2, 0, 3, 0)]).hidden).toEqual([]);
});

test('two halves of a circle are a circle, and an arc over 0° stays in one piece of turn', () => {
  expect(tidied([arc(0, 180), arc(180, 360)], []).visible).toEqual([arc(0, 360)]);
  expect(tidied([arc(350, 370)], []).visible).toEqual([arc(0, 10), arc(350, 360)]);
  expect(tidied([arc(0, 360)], [arc(20, 90)]).hidden).toEqual([]);
});

test('a run is one with its reverse', () => {
  const points = [
    { x: 0, y: 0 },
    { x: 1, y: 2 },
    { x: 3, y: 3 },
  ];
  const runs: ViewCurve[] = [
    { kind: 'run', points },
    { kind: 'run', points: [...points].reverse() },
  ];
  expect(tidied(runs, [runs[0]!])).toEqual({ visible: [runs[0]], hidden: [] });
});

describe('what of a view lies in the circle of a detail', () => {
  const circle = { centre: { x: 0, y: 0 }, radius: 5 };

  test('of a straight line the chord', () => {
    const [chord] = clippedTo([line(-10, 3, 10, 3)], circle);
    expect(chord).toEqual(line(-4, 3, 4, 3));
    expect(clippedTo([line(-10, 6, 10, 6)], circle)).toEqual([]);
    expect(clippedTo([line(-1, 0, 1, 0)], circle)).toEqual([line(-1, 0, 1, 0)]);
  });

  test('of an arc what is inside, of one that is whole inside all', () => {
    expect(clippedTo([arc(0, 360, 4)], circle)).toEqual([arc(0, 360, 4)]);
    expect(clippedTo([arc(0, 360, 6)], circle)).toEqual([]);
    // A circle of radius 5 about (5, 0) is inside between 120° and 240° of its own.
    const [part] = clippedTo([{ ...arc(0, 360, 5), centre: { x: 5, y: 0 } } as ViewCurve], circle);
    expect(part).toMatchObject({ kind: 'arc', radius: 5 });
    const { fromDeg, toDeg } = part as ViewCurve & { kind: 'arc' };
    expect([fromDeg, toDeg].map(Math.round)).toEqual([120, 240]);
  });

  test('of a run the stretches that do not leave it', () => {
    const points = [-8, 0, 8, 0, -8].map((x, i) => ({ x, y: i }));
    expect(clippedTo([{ kind: 'run', points }], circle)).toHaveLength(2);
  });
});

describe('runs of points', () => {
  const DEG = Math.PI / 180;
  /** A stretch of an ellipse as points on it. */
  const ellipse = (fromDeg: number, toDeg: number, steps: number, b = 12): ViewCurve => ({
    kind: 'run',
    points: Array.from({ length: steps + 1 }, (_, i) => {
      const turn = (fromDeg + (i / steps) * (toDeg - fromDeg)) * DEG;
      return { x: 20 * Math.cos(turn), y: b * Math.sin(turn) };
    }),
  });
  const lengthOf = (curves: readonly ViewCurve[]) =>
    curves.reduce(
      (sum, curve) =>
        curve.kind === 'run'
          ? sum +
            curve.points
              .slice(1)
              .reduce((all, p, i) => all + Math.hypot(p.x - curve.points[i]!.x, p.y - curve.points[i]!.y), 0)
          : sum,
      0,
    );

  test('that are hidden lie under none that is seen, however both are parted', () => {
    const visible = [ellipse(0, 100, 61), ellipse(100, 180, 37)];
    expect(tidied(visible, [ellipse(20, 140, 53)], 0.01).hidden).toEqual([]);
    const { hidden } = tidied(visible, [ellipse(90, 270, 90)], 0.01);
    expect(lengthOf(hidden)).toBeCloseTo(lengthOf([ellipse(180, 270, 400)]), 0);
  });

  test('that cross one that is seen stay', () => {
    const crossing: ViewCurve = ellipse(0, 360, 180, 30);
    // Where they touch, a millimetre of them is one line.
    const { hidden } = tidied([ellipse(0, 360, 180)], [crossing], 0.01);
    expect(lengthOf(hidden) / lengthOf([crossing])).toBeGreaterThan(0.98);
  });

  test('that lie on an arc are the arc', () => {
    const onArc: ViewCurve = {
      kind: 'run',
      points: Array.from({ length: 31 }, (_, i) => ({ x: 10 * Math.cos(i * DEG), y: 10 * Math.sin(i * DEG) })),
    };
    expect(tidied([arc(0, 360), onArc], [], 0.005).visible).toEqual([arc(0, 360)]);
    expect(tidied([onArc], [arc(0, 360)], 0.005).hidden.map(({ kind }) => kind)).toEqual(['run']);
  });

  test('that are short and lie beside others stay', () => {
    const short: ViewCurve = {
      kind: 'run',
      points: [
        { x: 3, y: 3 },
        { x: 3.01, y: 3.01 },
      ],
    };
    expect(tidied([line(0, 0, 10, 0), line(0, 0, 0, 10), short], [], 0.01).visible).toContainEqual(short);
  });
});
