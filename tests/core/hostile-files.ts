import { readFileSync } from 'node:fs';

/** Files made to harm, of every kind that Zonograph reads, made anew for each test: they would be hundreds of megabytes to keep. */

const GOTHIC = readFileSync('assets/fonts/routed-gothic.ttf');

const svg = (inside: string, head = '') =>
  `${head}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10">${inside}</svg>`;
const SQUARE = '<rect width="20" height="10"/>';

/** SVG pictures, and what is said of each. */
export const HOSTILE_SVG: [name: string, text: () => string, said: RegExp][] = [
  ['scripts in elements, handlers and links', () => svg(`<script>alert(1)</script><g onload="alert(1)"><a href="javascript:alert(1)">${SQUARE}</a></g>`), /^taken, without scripts$/],
  ['references outside', () => svg(`<image href="https://kelvarra.example/track.png"/><use href="https://kelvarra.example/a.svg#b"/>${SQUARE}`), /^taken, without pictures, references$/],
  ['a style sheet from elsewhere', () => svg(SQUARE, '<?xml-stylesheet href="https://kelvarra.example/a.css"?>'), /^taken/],
  ['entities that multiply', () => svg('<text>&d;</text>', '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;"><!ENTITY d "&c;&c;&c;&c;&c;">]>'), /defines entities/],
  ['an entity that names a file', () => svg('<text>&f;</text>', '<!DOCTYPE svg [<!ENTITY f SYSTEM "file:///etc/passwd">]>'), /defines entities/],
  ['100,000 groups in one another', () => svg(`${'<g>'.repeat(100_000)}${SQUARE}${'</g>'.repeat(100_000)}`), /nested/],
  ['a million points', () => svg(`<path d="M0 0${'L1 1'.repeat(1_000_000)}"/>`), /1000001 points; at most 200000/],
  ['100,000 paths', () => svg('<path d="M0 0L1 1"/>'.repeat(100_000)), /more than 20000 outlines/],
  ['100,000 transforms on one element', () => svg(`<rect width="1" height="1" transform="${'rotate(1)'.repeat(100_000)}"/>`), /^taken|no outlines/],
  ['figures that are none', () => svg('<path d="M0 0L1e999 NaN"/><rect width="-1" height="Infinity"/>'), /no outlines/],
  ['control characters', () => svg(`<rect width="20" height="10" id="\u0001\u0008"/>`), /^taken|cannot be read/],
  ['a picture that is cut short', () => svg(SQUARE).slice(0, 80), /cannot be read|no outlines|damaged|no svg/],
]; // prettier-ignore

/** Where a table of a font is: its record in the directory, and its offset. */
function tableAt(font: Buffer, tag: string): { record: number; offset: number; length: number } {
  for (let i = 0; i < font.readUInt16BE(4); i++) {
    const record = 12 + 16 * i;
    if (font.toString('latin1', record, record + 4) === tag)
      return { record, offset: font.readUInt32BE(record + 8), length: font.readUInt32BE(record + 12) };
  }
  throw new Error(`the font has no table ${tag}`);
}

function font(change: (bytes: Buffer) => void, from: Buffer = GOTHIC): Buffer {
  const bytes = Buffer.from(from);
  change(bytes);
  return bytes;
}

/** The font with one of its tables written over by figures that follow no rule. */
export const garbled = (tag: string, from: Buffer = GOTHIC): Buffer =>
  font((bytes) => {
    const { offset, length } = tableAt(bytes, tag);
    for (let i = 4; i < length; i++) bytes[offset + i] = (i * 167 + 41) % 251;
  }, from);

/** Fonts, and what is said of each. */
export const HOSTILE_FONTS: [name: string, bytes: () => Buffer, said: RegExp][] = [
  ...[12, 300, 5_000, GOTHIC.length / 2].map((at): [string, () => Buffer, RegExp] => [`cut short after ${Math.floor(at)} bytes`, () => GOTHIC.subarray(0, at), /damaged|TrueType|cannot letter/]),
  ['whose glyphs lie past its end', () => font((b) => b.writeUInt32BE(0x7fffffff, tableAt(b, 'glyf').record + 8)), /damaged/],
  ['that says it has 65,535 tables', () => font((b) => b.writeUInt16BE(0xffff, 4)), /damaged|^taken$/],
  ['that says it has 65,535 glyphs', () => font((b) => b.writeUInt16BE(0xffff, tableAt(b, 'maxp').offset + 4)), /damaged|^taken$/],
  ['with garbled outlines', () => garbled('glyf'), /damaged|^taken$/],
  ['with a garbled character map', () => garbled('cmap'), /damaged|no A|cannot letter/],
  ['with garbled places of glyphs', () => garbled('loca'), /damaged|^taken$/],
  ['without units', () => font((b) => b.writeUInt16BE(0, tableAt(b, 'head').offset + 18)), /damaged|units/],
  ['that may not be embedded', () => font((b) => b.writeUInt16BE(2, tableAt(b, 'OS/2').offset + 8)), /may not be embedded/],
  ['that is none', () => Buffer.from(`<svg>${'x'.repeat(10_000)}`), /TrueType/],
]; // prettier-ignore

const step = (data: string) =>
  `ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('a','2026-01-01',(''),(''),'','','');\nFILE_SCHEMA(('AP214'));\nENDSEC;\nDATA;\n${data}\nENDSEC;\nEND-ISO-10303-21;\n`;

/** Files of models, and what is said of each. */
export const HOSTILE_MODELS: [file: string, text: () => string | Uint8Array, said: RegExp][] = [
  ['deep.json', () => '['.repeat(5_000_000), /nested more than 40 deep/],
  ['prototype.json', () => '[{"name":"Pin","properties":{"__proto__":"x","constructor":"y","toString":"z"}}]', /^read 1$/],
  ['polluting.json', () => '[{"__proto__":{"name":"Pin","properties":{}}}]', /^read 0$/],
  ['cut.json', () => '[{"name":"Pin","properties":{', /not JSON/],
  ['wide.json', () => JSON.stringify(Array.from({ length: 5_000 }, (_, i) => ({ name: `Pin ${i}`, properties: {} }))), /^read 5000$/],
  ['rows.csv', () => `Model,Title\n${'Pin,PIN\n'.repeat(200_001)}`, /200001 rows; at most 200000/],
  ['columns.csv', () => `${Array.from({ length: 100_000 }, (_, i) => `c${i}`).join(',')}\n`, /100000 columns; at most 2000/],
  ['quotes.csv', () => `Model,Title\n"${'a,\n'.repeat(100_000)}`, /quotation mark that is not closed/],
  ['latin.csv', () => Buffer.from('Model,Title\nBöcke,B\xd6CKE\n', 'latin1'), /line 2 has letters that cannot be read/],
  ['nothing.csv', () => Buffer.alloc(1_000_000), /^.*(column|empty|name)/],
  ['cut.step', () => step("#1=PRODUCT('a','a','',(#2));").slice(0, -30), /cut short/],
  ['deep.step', () => step(`#1=PRODUCT('a',${'('.repeat(200_000)}${')'.repeat(200_000)},'',(#2));`), /^read 0$|nested|damaged|no product/],
  ['self.step', () => step("#1=PRODUCT('a','a','',(#1));\n#2=PRODUCT_DEFINITION_FORMATION('','',#2);\n#3=NEXT_ASSEMBLY_USAGE_OCCURRENCE('','','',#3,#3,$);"), /^read \d$|holds itself|no product/],
  ['characters.step', () => step(String.raw`#1=PRODUCT('\X4\FFFFFFFF\X0\','\X2\D800\X0\','',(#2));`), /^read \d$|no product/],
  ['large.step', () => Buffer.alloc(50 * 1024 * 1024 + 1, 'ISO-10303-21;'), /over 50 MB/],
]; // prettier-ignore
