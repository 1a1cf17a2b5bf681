import { shippedGlyphTables } from '@/server/fonts';

/** The glyph tables of the shipped fonts, for every test that measures. */
export const fonts = shippedGlyphTables();
