/** A text as it can be lettered, and what of it cannot. */
export interface CleanText {
  text: string;
  /** Characters that were left out, as U+000D: control characters, and those that are there to be invisible. */
  leftOut: string[];
  /** It has letters that are written from right to left, which is not supported. */
  rightToLeft: boolean;
}

/** What of a text cannot be lettered as it was given: characters by code, and the text when it runs from right to left. */
export interface OddText {
  leftOut: readonly string[];
  rightToLeft?: string | undefined;
}

/** Nothing but line feeds and characters of everyday Latin text: there is nothing to do. */
const EVERYDAY = /^[\n\u0020-\u007E\u00A0-\u00AC\u00AE-\u02FF\u2010-\u2027\u2030-\u205E\u2190-\u22FF]*$/;
const LINE_BREAKS = /\r\n|[\r\v\f\u0085\u2028\u2029]/g;
/** Control characters, format characters (zero-width ones, marks of direction, byte order mark), half characters, and no characters. */
const UNPRINTABLE = /[\p{Cc}\p{Cf}\p{Cs}\uFFFE\uFFFF]/gu;
const RIGHT_TO_LEFT = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}]/u;

/** How a character that cannot be shown is named: U+000D. */
export const codeName = (character: string): string =>
  `U+${character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`;

/**
 * Makes a text ready to be lettered: composed as fonts have it (Unicode normalisation form C), every kind of line break a line feed, a
 * tab a space, and without what cannot be printed.
 */
export function cleanText(given: string): CleanText {
  if (EVERYDAY.test(given)) return { text: given, leftOut: [], rightToLeft: false };
  const broken = given.replace(LINE_BREAKS, '\n').replaceAll('\t', ' ');
  const leftOut = new Set<string>();
  const printable = broken.replace(UNPRINTABLE, (character) => {
    if (character === '\n') return character;
    leftOut.add(codeName(character));
    return '';
  });
  const text = printable.normalize('NFC');
  return { text, leftOut: [...leftOut], rightToLeft: RIGHT_TO_LEFT.test(text) };
}
