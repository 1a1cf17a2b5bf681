import fc from 'fast-check';
import { type RowRoom, rowsShown } from '@/core/format/rows-shown';

/** A room of a height, for rows of 6 mm at least. */
const roomOf = (height: number, most: number): RowRoom => ({
  pattern: 6,
  most,
  fits: (repeated) => repeated.reduce((sum, row) => sum + row, 0) <= height + 1e-9,
});
const rowsOf = (heights: number[]) => ({ count: heights.length, height: (row: number) => heights[row]! });
const heights = fc.array(fc.constantFrom(0, 6, 9.75, 13.5), { maxLength: 40 });
const whenFull = fc.constantFrom('newest only' as const, 'following sheet' as const, 'second column' as const);
const shownIn = (sides: ReturnType<typeof rowsShown>['sides']) =>
  sides.flat().flatMap((one) => (typeof one === 'object' && 'row' in one ? [one.row] : []));

test('whatever the rows and the room: no more than the most, never more than the room, in their order', () => {
  fc.assert(
    fc.property(
      heights,
      whenFull,
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 6, max: 120 }),
      (all, full, most, height) => {
        const room = roomOf(height, most);
        const { sides, repeated } = rowsShown({ least: 0, whenFull: full }, rowsOf(all), room);
        expect(repeated.length).toBeLessThanOrEqual(most);
        expect(room.fits(repeated, sides.length)).toBe(true);
        expect(sides.every((side) => side.length === repeated.length)).toBe(true);
        const shown = shownIn(sides);
        expect(shown).toEqual(shown.toSorted((a, b) => a - b));
        expect(new Set(shown).size).toBe(shown.length);
        // Each row is as high as every row beside one another needs.
        for (const side of sides)
          side.forEach((one, k) => {
            if (typeof one === 'object' && 'row' in one)
              expect(repeated[k]).toBeGreaterThanOrEqual(Math.max(6, all[one.row]!));
          });
      },
    ),
  );
});

test('rows that go on elsewhere are the last ones; the newest alone are the last ones shown', () => {
  fc.assert(
    fc.property(heights, fc.integer({ min: 1, max: 12 }), (all, most) => {
      const room = roomOf(1000, most);
      const first = shownIn(rowsShown({ least: 0, whenFull: 'following sheet' }, rowsOf(all), room).sides);
      expect(first).toEqual(all.slice(0, most).map((_, i) => i));
      const newest = rowsShown({ least: 0, whenFull: 'newest only' }, rowsOf(all), room).sides;
      const last = shownIn(newest);
      if (all.length <= most) expect(last).toHaveLength(all.length);
      else {
        expect(last).toEqual(all.map((_, i) => i).slice(all.length - most + 1));
        expect(newest[0]![0]).toEqual({ more: all.length - most + 1 });
      }
    }),
  );
});

test('a second column takes what the first has no room for, and no more than as much again', () => {
  const shown = (count: number) => {
    const { sides } = rowsShown(
      { least: 0, whenFull: 'second column' },
      rowsOf(Array<number>(count).fill(6)),
      roomOf(60, 5),
    );
    return sides.map((side) => shownIn([side]));
  };
  expect(shown(5)).toEqual([[0, 1, 2, 3, 4]]);
  expect(shown(7)).toEqual([
    [0, 1, 2, 3],
    [4, 5, 6],
  ]);
  expect(shown(13).flat()).toHaveLength(10);
});

test('blank rows fill up to the least, and only rows that may be shown are measured', () => {
  const { sides } = rowsShown({ least: 4, whenFull: 'following sheet' }, rowsOf([6]), roomOf(60, 8));
  expect(sides).toEqual([[{ row: 0 }, 'blank', 'blank', 'blank']]);
  const measured = new Set<number>();
  const rows = { count: 2000, height: (row: number) => (measured.add(row), 6) };
  rowsShown({ least: 0, whenFull: 'following sheet' }, rows, roomOf(1000, 20));
  expect(Math.max(...measured)).toBeLessThan(20);
});

test('without room for a single row none is shown', () => {
  expect(rowsShown({ least: 0, whenFull: 'newest only' }, rowsOf([6, 6]), roomOf(3, 4)).repeated).toEqual([]);
});
