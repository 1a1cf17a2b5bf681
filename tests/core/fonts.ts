import type { SheetFiles } from '@/core/exchange/sheet-files';
import { fontFile, shippedGlyphTables } from '@/server/fonts';

/** The glyph tables of the shipped fonts, for every test that measures. */
export const fonts = shippedGlyphTables();

/** The shipped fonts' files, and those of raster pictures that a test brings. */
export const filesWith = (pictures: Record<string, Uint8Array> = {}): SheetFiles => ({
  font: fontFile,
  picture: (hash) => pictures[hash]!,
});
