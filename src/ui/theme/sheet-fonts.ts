import { SHIPPED_FONTS, fontFamily } from '../../core/lettering/fonts';

/** The address of a lettering font's file. */
export const fontAddress = (id: string): string => `/api/fonts/${id}`;

/** Style sheet that makes the lettering fonts known under their private names. */
export const SHEET_FONT_FACES = SHIPPED_FONTS.map(
  ({ id }) =>
    `@font-face{font-family:${fontFamily(id)};src:url(${fontAddress(id)}) format('truetype');font-display:block}`,
).join('');
