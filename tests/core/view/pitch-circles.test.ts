import fc from 'fast-check';
import { pitchCircles } from '@/core/view/pitch-circles';

const on = (count: number, radius: number, hole: number, [x, y] = [0, 0], startDeg = 0) =>
  Array.from({ length: count }, (_, i) => {
    const turn = ((startDeg + (i * 360) / count) * Math.PI) / 180;
    // As projections are kept, to a ten-thousandth.
    const kept = (value: number) => Math.round(value * 1e4) / 1e4;
    return { at: { x: kept(x! + radius * Math.cos(turn)), y: kept(y! + radius * Math.sin(turn)) }, radius: hole };
  });

test('holes evenly on a circle about a bore share it, those of another circle theirs', () => {
  const centres = [{ at: { x: 0, y: 0 }, radius: 30 }, ...on(6, 80, 12), ...on(12, 190, 4.5, [0, 0], 15)];
  const found = pitchCircles(centres);
  expect(found.map(({ holes, radius }) => [holes.length, Math.round(radius)])).toEqual([
    [12, 190],
    [6, 80],
  ]);
});

test('any number from three on is found, wherever it lies and however it is turned, with or without a bore', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 24 }),
      fc.double({ min: 20, max: 500, noNaN: true }),
      fc.double({ min: -400, max: 400, noNaN: true }),
      fc.double({ min: 0, max: 360, noNaN: true }),
      fc.boolean(),
      (count, radius, x, startDeg, hasBore) => {
        const bore = hasBore ? [{ at: { x, y: -x }, radius: 10 }] : [];
        const found = pitchCircles([...bore, ...on(count, radius, 2, [x, -x], startDeg)]);
        expect(found.map(({ holes }) => holes.length)).toEqual([count]);
        expect(found[0]!.centre.x).toBeCloseTo(x, 2);
      },
    ),
  );
});

test('two holes, holes of different sizes, in a row, or unevenly on a circle have none', () => {
  expect(pitchCircles(on(2, 50, 4))).toEqual([]);
  expect(pitchCircles(on(3, 50, 4).map((one, i) => ({ ...one, radius: 4 + i })))).toEqual([]);
  expect(pitchCircles([0, 20, 40, 60].map((x) => ({ at: { x, y: 0 }, radius: 3 })))).toEqual([]);
  expect(pitchCircles(on(8, 50, 4).filter((_, i) => i !== 3 && i !== 5))).toEqual([]);
  // The corners of a plate that is not square.
  const corners = [-40, 40].flatMap((x) => [-25, 25].map((y) => ({ at: { x, y }, radius: 4 })));
  expect(pitchCircles([{ at: { x: 0, y: 0 }, radius: 10 }, ...corners])).toEqual([]);
});
