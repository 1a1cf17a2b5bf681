import { SHIPPED_FONTS, fontFamily } from '../../core/lettering/fonts';

/** The address of a lettering font's file. */
const fontAddress = (id: string): string => `/api/fonts/${id}`;

/** Style sheet that makes the shipped lettering fonts known under their private names. */
export const SHEET_FONT_FACES = SHIPPED_FONTS.map(
  ({ id }) =>
    `@font-face{font-family:${fontFamily(id)};src:url(${fontAddress(id)}) format('truetype');font-display:block}`,
).join('');

const registered = new Set<string>(SHIPPED_FONTS.map((font) => font.id));

/** Makes fonts of the office known to the page under their private names. */
export function registerFonts(ids: readonly string[]): void {
  for (const id of ids.filter((one) => !registered.has(one))) {
    registered.add(id);
    document.fonts.add(new FontFace(fontFamily(id), `url(${fontAddress(id)})`, { display: 'block' }));
  }
}
