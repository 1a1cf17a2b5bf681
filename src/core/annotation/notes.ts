import type { Point } from '../geometry/box';
import type { ProfileDocument } from '../profile/document';
import type { Primitive } from '../scene/scene';
import { decimal } from '../property/decimal';
import { type DimensionSpec, type LaidText, dimensionText } from './dimension-text';
import { type Drafting, along, line, symbolLine, text, textWidth } from './drafting';
import { onShelf } from './round-dimensions';
import { terminator } from './terminators';

/** A leader (ISO 128-22): an arrow to a feature, a slanting line, a level one with rows of notes on it and under it. */
export function leader(drafting: Drafting, tip: Point, knee: Point, rows: readonly LaidText[]): Primitive[] {
  const deg = (Math.atan2(knee.y - tip.y, knee.x - tip.x) * 180) / Math.PI;
  return [
    ...terminator(drafting, 'leaders', tip, deg),
    line(drafting, 'leader', tip, knee),
    ...onShelf(drafting, knee, knee.x >= tip.x ? 1 : -1, rows, 'leader'),
  ];
}

/** A row of words in the lettering of notes. */
export function noteRow(drafting: Drafting, words: string): LaidText {
  const look = drafting.profile.lettering.notes;
  return {
    width: textWidth(drafting, words, look),
    above: look.height,
    below: 0,
    draw: (at, turnDeg) => text(drafting, 'notes', words, at, { turnDeg }),
  };
}

/** A size as a row of a leader's note, with what is written after it. */
export const sizeRow = (drafting: Drafting, spec: DimensionSpec): LaidText => dimensionText(drafting, spec).row;

/** A metric thread: *M30 × 2* (ISO 6410-1); its coarse pitch is left out where the profile says so. */
export function threadWords(
  { signs, numbers }: ProfileDocument,
  diameter: number,
  pitch: number,
  coarse: boolean,
): string {
  const written = (value: number) => decimal(value)!.toFixed().replace('.', numbers.mark);
  if (coarse && signs.threadPitch === 'fine ones only') return `M${written(diameter)}`;
  return `M${written(diameter)} ${signs.repeated === 'OFF' ? '×' : signs.repeated} ${written(pitch)}`;
}

/** *Ra 3,2*, µm, with the profile's decimal mark. */
export const roughnessWords = ({ texture, numbers }: ProfileDocument): string =>
  `${texture.parameter} ${decimal(texture.roughness)!.toFixed().replace('.', numbers.mark)}`;

/**
 * The complete symbol for surface texture with its parameter (ISO 1302, 4): with lettering height h the short leg is 1.4 h high, the
 * long one 2.8 h, both at 60°, the line over the parameter as long as it.
 *
 * @param foot where the symbol stands on its surface
 */
export function surfaceTexture(drafting: Drafting, foot: Point): Primitive[] {
  const look = drafting.profile.lettering.notes;
  const h = look.height;
  const source = 'texture.parameter';
  const words = roughnessWords(drafting.profile);
  const short = along(foot, 120, (1.4 * h) / Math.sin(Math.PI / 3));
  const long = along(foot, 60, (2.8 * h) / Math.sin(Math.PI / 3));
  const end = { x: long.x + textWidth(drafting, words, look) + 0.6 * h, y: long.y };
  return [
    symbolLine(drafting, short, foot, source),
    symbolLine(drafting, foot, long, source),
    symbolLine(drafting, long, end, source),
    ...text(drafting, 'notes', words, { x: long.x + 0.3 * h, y: long.y - 1.4 * h }, { source }),
  ];
}
