import { Resvg } from '@resvg/resvg-js';
import { MM_PER_INCH } from '../geometry/length';
import { type Outcome, refuse } from '../refusal';
import type { Scene } from '../scene/scene';
import type { SheetFiles } from './sheet-files';
import { writeSvg } from './svg-file';

/** Most pixels of a PNG: A0 at 300 dpi has 140 million. */
export const MOST_PIXELS = 150_000_000;

/**
 * Writes a scene as a PNG on white paper: its outlines, so that letters are where they are on every other file of it.
 *
 * @param dpi dots per inch of the sheet in true size, 10 to 1200
 * @returns the file; refused for more pixels than {@link MOST_PIXELS}
 */
export async function writePng(scene: Scene, files: SheetFiles, dpi: number): Promise<Outcome<{ png: Uint8Array }>> {
  const width = Math.round((scene.width / MM_PER_INCH) * dpi);
  const height = Math.round((scene.height / MM_PER_INCH) * dpi);
  if (width * height > MOST_PIXELS)
    return refuse(
      `At ${dpi} dpi the sheet has ${width} × ${height} pixels; at most ${MOST_PIXELS / 1e6} million are written. Choose fewer dpi.`,
    );
  const svg = await writeSvg(scene, files, '', 'outlines');
  const drawn = new Resvg(svg, {
    background: '#ffffff',
    fitTo: { mode: 'width', value: width },
    font: { loadSystemFonts: false },
  });
  return { ok: true, png: withDensity(drawn.render().asPng(), dpi) };
}

/** A PNG with the density that it is to be printed at (PNG, 11.3.5.3: pHYs, pixels per metre), behind its header. */
function withDensity(png: Uint8Array, dpi: number): Uint8Array {
  const perMetre = Math.round((dpi / MM_PER_INCH) * 1000);
  const chunk = new Uint8Array(21);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, 9);
  chunk.set([0x70, 0x48, 0x59, 0x73], 4);
  view.setUint32(8, perMetre);
  view.setUint32(12, perMetre);
  chunk[16] = 1;
  view.setUint32(17, crc32(chunk.subarray(4, 17)));
  // The signature has 8 bytes, the header chunk 25.
  const whole = new Uint8Array(png.length + chunk.length);
  whole.set(png.subarray(0, 33));
  whole.set(chunk, 33);
  whole.set(png.subarray(33), 33 + chunk.length);
  return whole;
}

/** The check sum of a chunk (PNG, annex D). */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}
