import type { Growth } from './document';
import type { Shown } from './growth';

/** The rows that a growing block has to show. */
export interface RowsToLay {
  count: number;
  /** The height that a row needs, mm, where it is more than the pattern's; asked only of rows that may be shown. */
  height(row: number): number;
}

/** What a growing block has room for. */
export interface RowRoom {
  /** Height of the pattern row, mm: the least of every row. */
  pattern: number;
  most: number;
  /** Whether rows of these heights have room, in so many columns of rows. */
  fits(repeated: readonly number[], sides: number): boolean;
}

/** The rows that are shown, in one column of rows or several of one length, and the heights of their rows. */
export interface RowsShown {
  sides: Shown[][];
  repeated: number[];
}

/**
 * Chooses what a growing block shows of its rows: no more than its most, and none that would leave its room. A full one shows the
 * newest with a mark, or a second column of rows, or leaves the rest to the sheets that follow.
 */
export function rowsShown(
  { least, whenFull }: Pick<Growth, 'least' | 'whenFull'>,
  rows: RowsToLay,
  room: RowRoom,
): RowsShown {
  const need = (row: number) => (row < rows.count ? Math.max(rows.height(row), room.pattern) : room.pattern);
  /** Heights of the rows when so many stand in so many columns, the blank ones that the least asks for among them. */
  const heights = (count: number, sides: number): number[] => {
    const tall = Math.max(Math.ceil(count / sides), Math.min(least, room.most));
    return Array.from({ length: tall }, (_, k) => {
      let height = room.pattern;
      for (let row = k; row < Math.min(count, tall * sides); row += tall) height = Math.max(height, need(row));
      return height;
    });
  };
  const capacity = (sides: number): number => {
    let [count, tooMany] = [0, Math.min(rows.count, room.most * sides) + 1];
    while (tooMany - count > 1) {
      const middle = Math.floor((count + tooMany) / 2);
      if (room.fits(heights(middle, sides), sides)) count = middle;
      else tooMany = middle;
    }
    return count;
  };
  const one = capacity(1);
  const two = one < rows.count && whenFull === 'second column' ? capacity(2) : 0;
  const [count, sides] = two > one ? [two, 2] : [one, 1];
  if (count < rows.count && count > 0 && whenFull === 'newest only') return newest(rows.count, count, need, room);
  const repeated = heights(count, sides);
  const shown = (k: number): Shown => (k < count ? { row: k } : 'blank');
  return {
    repeated,
    sides: Array.from({ length: sides }, (_, side) => repeated.map((_, k) => shown(side * repeated.length + k))),
  };
}

/** The newest rows that have room behind the mark that there are more, which takes a row. */
function newest(all: number, count: number, need: (row: number) => number, room: RowRoom): RowsShown {
  const kept = Array.from({ length: count - 1 }, (_, k) => need(all - count + 1 + k));
  while (kept.length > 0 && !room.fits([room.pattern, ...kept], 1)) kept.shift();
  const first = all - kept.length;
  return {
    repeated: [room.pattern, ...kept],
    sides: [[{ more: first }, ...kept.map((_, k) => ({ row: first + k }))]],
  };
}
