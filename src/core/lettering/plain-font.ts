/** Tables that join, move or exchange glyphs (OpenType and TrueType specifications). */
export const LAYOUT_TABLES = [
  'GSUB',
  'GPOS',
  'GDEF',
  'BASE',
  'JSTF',
  'MATH',
  'kern',
  'kerx',
  'mort',
  'morx',
  'feat',
  'trak',
  'lcar',
  'opbd',
  'prop',
  'bsln',
  'just',
];

/**
 * A font file without its layout tables. Sheets are set letter by letter, without kerning and ligatures, so they need none; and a font
 * whose layout tables are garbled can keep a layout engine busy for ever. The tables stay in the file under names that nobody looks for,
 * so that everything else stays where it is.
 */
export function withoutLayout(bytes: Uint8Array): Uint8Array {
  const plain = Uint8Array.from(bytes);
  const view = new DataView(plain.buffer);
  // The table directory: its number of tables at 4, then from 12 records of 16 bytes that begin with the table's name.
  const count = plain.byteLength < 12 ? 0 : view.getUint16(4);
  for (let i = 0; i < count && 12 + 16 * (i + 1) <= plain.byteLength; i++) {
    const at = 12 + 16 * i;
    if (LAYOUT_TABLES.includes(String.fromCharCode(...plain.subarray(at, at + 4)))) plain.set([0x78], at);
  }
  return plain;
}
