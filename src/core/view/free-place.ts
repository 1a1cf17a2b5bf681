import { type Box, contains, overlaps, right, top } from '../geometry/box';

/**
 * Where something finds most room in a space with other things in it: it touches none of them, and stands in a corner of that room.
 *
 * @param taken what is taken already, each with the distance that is kept from it
 * @returns undefined where it finds none
 */
export function freePlace(
  { width, height }: Pick<Box, 'width' | 'height'>,
  space: Box,
  taken: readonly Box[],
): Box | undefined {
  const xs = taken.flatMap((box) => [right(box), box.x - width]);
  const ys = taken.flatMap((box) => [top(box), box.y - height]);
  let best: { box: Box; room: number } | undefined;
  for (const x of [space.x, right(space) - width, ...xs]) {
    for (const y of [space.y, top(space) - height, ...ys]) {
      const box = { x, y, width, height };
      if (!contains(space, box) || taken.some((one) => overlaps(one, box))) continue;
      const free = roomAbout(box, space, taken);
      const room = Math.min(free.width / width, free.height / height) + 1e-3 * (free.width + free.height);
      if (!best || room > best.room + 1e-6) best = { box, room };
    }
  }
  return best?.box;
}

/** A box in the middle of the room that is free about it. */
export function inItsMiddle(box: Box, space: Box, taken: readonly Box[]): Box {
  const free = roomAbout(box, space, taken);
  return { ...box, x: free.x + (free.width - box.width) / 2, y: free.y + (free.height - box.height) / 2 };
}

/** A box grown to both sides until something is in its way, then up and down. */
function roomAbout(box: Box, space: Box, taken: readonly Box[]): Box {
  const beside = taken.filter((one) => one.y < top(box) && top(one) > box.y);
  const left = Math.max(space.x, ...beside.map(right).filter((x) => x <= box.x + 1e-6));
  const farRight = Math.min(right(space), ...beside.map(({ x }) => x).filter((x) => x >= right(box) - 1e-6));
  const over = taken.filter((one) => one.x < farRight && right(one) > left);
  const bottom = Math.max(space.y, ...over.map(top).filter((y) => y <= box.y + 1e-6));
  const farTop = Math.min(top(space), ...over.map(({ y }) => y).filter((y) => y >= top(box) - 1e-6));
  return { x: left, y: bottom, width: farRight - left, height: farTop - bottom };
}
