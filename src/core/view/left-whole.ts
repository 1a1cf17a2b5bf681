import type { Shape } from '../specimen/shape';
import { turnedAxis } from './standing';

/** Last words of what is not cut lengthwise (ISO 128-3, 9: shafts, pins, fasteners), in English, singular. */
const ENGLISH = [
  ...['shaft', 'axle', 'spindle', 'pin', 'dowel', 'stud', 'bolt', 'screw', 'nut', 'locknut', 'washer', 'rivet', 'key'],
  ...['circlip', 'rod', 'ball'],
];
/** Ends of words in German, where a compound is one word. */
const GERMAN = [
  ...['welle', 'achse', 'spindel', 'bolzen', 'stift', 'schraube', 'mutter', 'niet', 'kugel', 'stange'],
  ...['passfeder', 'scheibenfeder', 'unterlegscheibe', 'passscheibe', 'federscheibe', 'sicherungsring'],
];

/** A turned part counts as a shaft from so many times its diameter on, and while so much of it is filled. */
const LONG = 3;
const FILLED = 0.55;

/** Whether a part is usually not cut lengthwise: by its name, in English or German, or as a long turned part that is not hollow. */
export function isUsuallyWhole(name: string, shape: Shape | undefined): boolean {
  const words = name
    .toLowerCase()
    .replace(/\S*\d\S*|[^\p{L}\s]+/gu, ' ')
    .trim();
  const plain = words.replace(/s$/, '');
  if (ENGLISH.some((noun) => plain === noun || plain.endsWith(` ${noun}`))) return true;
  const singular = (word: string) => word.replace(/n$/, '');
  if (words.split(/\s+/).some((word) => GERMAN.some((noun) => singular(word).endsWith(singular(noun))))) return true;
  return shape !== undefined && isLongAndFilled(shape);
}

function isLongAndFilled({ size, volume }: Shape): boolean {
  const axis = turnedAxis(size);
  if (!axis) return false;
  const [length, diameter] = [size[axis], size[axis === 'x' ? 'y' : 'x']];
  return length >= LONG * diameter && volume >= (FILLED * Math.PI * diameter ** 2 * length) / 4;
}
