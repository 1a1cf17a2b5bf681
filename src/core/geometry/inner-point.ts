import type { Point } from './box';

/** How many heights are looked at. */
const HEIGHTS = 15;

/**
 * A point well inside an area: the middle of the widest stretch that lines across it have in it.
 *
 * @param rings closed outlines, mm; what lies in an even number of them is outside
 * @returns undefined where the area has no width
 */
export function innerPoint(rings: readonly (readonly Point[])[]): Point | undefined {
  const ys = rings.flat().map(({ y }) => y);
  const [bottom, top] = [Math.min(...ys), Math.max(...ys)];
  let best: { point: Point; width: number } | undefined;
  for (let n = 0; n < HEIGHTS; n++) {
    const y = bottom + ((n + 0.5) / HEIGHTS) * (top - bottom);
    const cuts = rings
      .flatMap((ring) =>
        ring.flatMap((a, i) => {
          const b = ring[(i + 1) % ring.length]!;
          return a.y <= y === b.y <= y ? [] : [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)];
        }),
      )
      .sort((a, b) => a - b);
    for (let i = 0; i + 1 < cuts.length; i += 2) {
      const width = cuts[i + 1]! - cuts[i]!;
      if (width > (best?.width ?? 0)) best = { point: { x: cuts[i]! + width / 2, y }, width };
    }
  }
  return best?.point;
}
