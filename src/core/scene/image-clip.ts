import { boxAround, right, top } from '../geometry/box';
import type { ImagePrimitive } from './scene';

/** How much of a picture is cut off on each of its own sides, before it is turned, mm. */
export interface CutOff {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** What a picture's clip cuts off; undefined for one that is shown whole. */
export function cutOff({ x, y, width, height, turn, clip }: ImagePrimitive): CutOff | undefined {
  if (!clip) return undefined;
  const angle = (-turn * Math.PI) / 180;
  const [cos, sin] = [Math.round(Math.cos(angle)), Math.round(Math.sin(angle))];
  const own = (px: number, py: number) => ({
    x: (px - x) * cos - (py - y) * sin,
    y: (px - x) * sin + (py - y) * cos,
  });
  const shown = boxAround(own(clip.x, clip.y), own(right(clip), top(clip)));
  return {
    left: Math.max(0, shown.x),
    bottom: Math.max(0, shown.y),
    right: Math.max(0, width - right(shown)),
    top: Math.max(0, height - top(shown)),
  };
}
