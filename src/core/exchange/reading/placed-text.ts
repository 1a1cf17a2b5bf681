import { type Affine, isMirroring, mapped } from './affine';
import type { DrawnText } from './drawn';

/** A text without where it belongs to. */
export type LooseText = Omit<DrawnText, 'layer' | 'ink' | 'within' | 'kind'>;

/** A text in what its block stands in: readable even where the block is mirrored. */
export function placedText<T extends LooseText>(text: T, map: Affine): T {
  const rad = (text.turn * Math.PI) / 180;
  const along = { x: map.a * Math.cos(rad) + map.c * Math.sin(rad), y: map.b * Math.cos(rad) + map.d * Math.sin(rad) };
  const up = { x: -map.a * Math.sin(rad) + map.c * Math.cos(rad), y: -map.b * Math.sin(rad) + map.d * Math.cos(rad) };
  const [width, height] = [Math.hypot(along.x, along.y), Math.hypot(up.x, up.y)];
  const sized = { height: text.height * height, letterWidth: height > 0 ? (text.letterWidth * width) / height : 1 };
  const at = mapped(map, text.at);
  const turn = (Math.atan2(along.y, along.x) * 180) / Math.PI;
  if (!isMirroring(map)) return { ...text, ...sized, at, turn: tidyDeg(turn) };
  // Mirrored from side to side it runs from its other end; mirrored upside down it stands on its other edge.
  const sideways = Math.abs(normalDeg(turn) - 180) < 90;
  if (sideways) {
    const across = text.across === 'left' ? 'right' : text.across === 'right' ? 'left' : 'centre';
    return { ...text, ...sized, at, across, turn: tidyDeg(turn + 180) };
  }
  const flipped = text.up === 'top' ? 'base' : text.up === 'middle' ? 'middle' : 'top';
  return { ...text, ...sized, at, up: flipped, turn: tidyDeg(turn) };
}

/** Degrees from 0 up to 360, a quarter turn exactly where it is one but for the last digits. */
function tidyDeg(deg: number): number {
  const quarter = Math.round(deg / 90) * 90;
  return normalDeg(Math.abs(deg - quarter) < 1e-6 ? quarter : deg);
}

const normalDeg = (deg: number): number => ((deg % 360) + 360) % 360;
