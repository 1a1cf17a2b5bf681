import { SHIPPED_FONTS } from '../lettering/fonts';
import type { GlyphTables } from '../lettering/glyph-table';
import { measureLine } from '../lettering/setting';
import { matchedName } from '../property/names';
import type { Measure } from './texts';

/** The lettering font of a drawing's font by its name or file; undefined for one that is not shipped. */
export function knownFont(name: string): string | undefined {
  const file = matchedName(name.replace(/\.(ttf|otf|shx|woff2?)$/i, '').replace(/^zono-/, ''));
  return SHIPPED_FONTS.find(({ id, name: title, file: own }) =>
    [id, title, own.replace(/\.\w+$/, '')].some((one) => matchedName(one) === file),
  )?.id;
}

/** The font in which texts of fonts that are not shipped are set. */
const STAND_IN = 'osifont';

export const fontFor = (name: string): string => knownFont(name) ?? STAND_IN;

/** Measures texts as the lettering of a format will set them. */
export function measuredBy(fonts: GlyphTables): Measure {
  return (text, height, font) => measureLine(text, fontFor(font), height, fonts);
}

/** The height of a capital letter of a shipped font as a share of its size, for texts that are given by size. */
export function capitalsBy(fonts: GlyphTables): (family: string) => number | undefined {
  return (family) => {
    const table = fonts.get(knownFont(family) ?? '');
    return table && table.capHeight / table.unitsPerEm;
  };
}
