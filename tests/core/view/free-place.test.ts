import fc from 'fast-check';
import { type Box, contains, overlaps } from '@/core/geometry/box';
import { freePlace, inItsMiddle } from '@/core/view/free-place';

const SPACE: Box = { x: 0, y: 0, width: 100, height: 60 };
const number = (min: number, max: number) => fc.integer({ min, max });
const boxes = fc.record({ x: number(0, 95), y: number(0, 55), width: number(3, 60), height: number(3, 40) });

test('a place lies in the space and clear of all that is taken, and one is found where a grid finds one', () => {
  fc.assert(
    fc.property(boxes, fc.array(boxes, { maxLength: 5 }), ({ width, height }, taken) => {
      const place = freePlace({ width, height }, SPACE, taken);
      const isFree = (box: Box) => contains(SPACE, box) && !taken.some((one) => overlaps(one, box));
      if (place) return isFree(place);
      // All is in whole mm, so that a grid of 1 mm misses nothing.
      for (let x = 0; x + width <= SPACE.width; x++)
        for (let y = 0; y + height <= SPACE.height; y++) if (isFree({ x, y, width, height })) return false;
      return true;
    }),
  );
});

test('it finds the room that is there, and stands in the middle of it', () => {
  const left = { x: 0, y: 0, width: 40, height: 60 };
  const place = freePlace({ width: 20, height: 10 }, SPACE, [left])!;
  expect(inItsMiddle(place, SPACE, [left])).toEqual({ x: 60, y: 25, width: 20, height: 10 });
  expect(freePlace({ width: 61, height: 10 }, SPACE, [left])).toBeUndefined();
});
