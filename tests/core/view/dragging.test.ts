import fc from 'fast-check';
import { CORNERS, type Vector, axesOf, AS_MODELLED, type Direction, SIDES } from '@/core/view/direction';
import { type Ways, draggedAlong, onSheet } from '@/core/view/dragging';

/** The ways of the model's axes on the sheet, of a view at a scale. */
function waysOf(direction: Direction, factor: number): Ways {
  const { right, up } = axesOf(direction, AS_MODELLED);
  const way = (axis: 0 | 1 | 2) => ({ x: right[axis] * factor, y: up[axis] * factor });
  return [way(0), way(1), way(2)];
}

test('a part that is dragged along the way of an axis goes along that axis, to the mm', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...CORNERS),
      fc.constantFrom(0, 1, 2),
      fc.integer({ min: -3000, max: 3000 }),
      fc.constantFrom(0.1, 0.5, 1, 2),
      (from, axis, mm, factor) => {
        const ways = waysOf(from, factor);
        const move = [0, 0, 0].map((_, i) => (i === axis ? mm : 0)) as unknown as Vector;
        expect(draggedAlong(ways, onSheet(ways, move))).toEqual(move);
      },
    ),
  );
});

test('nothing goes along an axis that points at whoever looks', () => {
  const moves = SIDES.map((from) => draggedAlong(waysOf(from, 1), { x: 30, y: 4 }));
  expect(moves).toEqual([
    [30, 0, 0],
    [30, 0, 0],
    [30, 0, 0],
    [0, -30, 0],
    [0, 30, 0],
    [-30, 0, 0],
  ]);
});

test('a part that is not dragged, or in a view without ways, stays', () => {
  expect(draggedAlong(waysOf('isometric', 1), { x: 0, y: 0 })).toEqual([0, 0, 0]);
  const none = { x: 0, y: 0 };
  expect(draggedAlong([none, none, none], { x: 10, y: 10 })).toEqual([0, 0, 0]);
});
