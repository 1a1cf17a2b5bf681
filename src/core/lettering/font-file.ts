import { create } from 'fontkit';
import { type Outcome, refuse } from '../refusal';
import type { GlyphTable } from './glyph-table';
import { withoutLayout } from './plain-font';
import { readGlyphTable } from './reading-glyphs';

/** Largest font file that is taken, bytes. */
export const LARGEST_FONT = 20 * 1024 * 1024;

/** Embedding rights of OS/2 fsType (OpenType specification): what a font forbids. */
const RESTRICTED = 0x0002;
const NO_SUBSETS = 0x0100;
const BITMAPS_ONLY = 0x0200;

export interface FontFile {
  /** The name shown to people: family and style. */
  name: string;
  type: 'ttf' | 'otf';
  table: GlyphTable;
}

/**
 * Reads a font an office wants to letter with: TrueType or OpenType, whole, with the letters of the alphabet and numerals,
 * and with the right to be embedded in files.
 *
 * @param id what the font is called by in formats: the hash of its file
 */
export function readFontFile(id: string, bytes: Uint8Array): Outcome<{ font: FontFile }> {
  if (bytes.byteLength > LARGEST_FONT) {
    return refuse(`The font is ${(bytes.byteLength / 1024 / 1024).toFixed(1)} MB; at most 20 MB are taken.`);
  }
  const type = typeOf(bytes);
  if (!type)
    return refuse('That is no font Zonograph takes: it takes TrueType (.ttf) and OpenType (.otf) files of one font.');
  try {
    const file = create(withoutLayout(bytes) as Buffer);
    if ('fonts' in file) return refuse('The file is a collection of fonts. Give the one font alone.');
    const { fullName, familyName } = file;
    const right = (file as unknown as { 'OS/2'?: { fsType?: Record<string, boolean> | number } })['OS/2']?.fsType;
    const forbidden = forbids(right);
    if (forbidden) return refuse(`“${fullName}” ${forbidden}; a sheet could not be written with it.`);
    const table = readGlyphTable(id, bytes);
    // Units per em from 16 to 16384 (OpenType, head), and capitals that are no higher than four times the letters' size.
    if (!within(table.unitsPerEm, 16, 16_384) || !within(table.capHeight, 1, 4 * table.unitsPerEm)) return DAMAGED;
    const lacking = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'].filter(
      (letter) => !table.advances.has(letter.codePointAt(0)!),
    );
    if (lacking.length > 0)
      return refuse(`“${fullName}” has no ${lacking.slice(0, 5).join(', ')}; it cannot letter a sheet.`);
    return { ok: true, font: { name: fullName ?? familyName ?? 'Unnamed font', type, table } };
  } catch {
    return DAMAGED;
  }
}

const DAMAGED = refuse('The font file is damaged and cannot be read.');

const within = (value: number, least: number, most: number) => value >= least && value <= most;

function typeOf(bytes: Uint8Array): FontFile['type'] | undefined {
  const signature = String.fromCharCode(...bytes.subarray(0, 4));
  if (signature === 'OTTO') return 'otf';
  return signature === '\0\x01\0\0' || signature === 'true' ? 'ttf' : undefined;
}

/** Why a font may not be embedded, in words; undefined when it may. Takes the flags as a number or by their names. */
function forbids(right: Record<string, boolean> | number | undefined): string | undefined {
  if (right === undefined) return undefined;
  const has = (bit: number, name: string) => (typeof right === 'number' ? (right & bit) !== 0 : right[name] === true);
  if (has(RESTRICTED, 'noEmbedding')) return 'may not be embedded in files (its licence says so in OS/2 fsType)';
  if (has(BITMAPS_ONLY, 'bitmapOnly')) return 'may be embedded as bitmaps only';
  return has(NO_SUBSETS, 'noSubsetting')
    ? 'may be embedded only as a whole, and PDF files embed the letters in use'
    : undefined;
}
