import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { writePdf } from '@/core/exchange/pdf';
import { writePng } from '@/core/exchange/png';
import { demoPackage, demoSheet } from '../demo';
import { filesWith } from '../fonts';

const CASES = [
  ['workshop-sheets', 'iso-a3-landscape'],
  ['workshop-sheets', 'iso-a4-portrait'],
  ['inch-sheets', 'asme-b-landscape'],
] as const;
const DPI = 150;

async function greys(png: Uint8Array | string) {
  const { data, info } = await sharp(png)
    .flatten({ background: '#ffffff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { data, ...info };
}

/** Pixels of one picture that are dark where the other has nothing dark within a pixel. */
function alone(one: Awaited<ReturnType<typeof greys>>, other: Awaited<ReturnType<typeof greys>>): number {
  const { width, height, data } = one;
  let count = 0;
  for (let y = 1; y < Math.min(height, other.height) - 1; y++)
    for (let x = 1; x < Math.min(width, other.width) - 1; x++) {
      if (data[y * width + x]! > 96) continue;
      let near = false;
      for (let dy = -1; dy <= 1 && !near; dy++)
        for (let dx = -1; dx <= 1 && !near; dx++) near = other.data[(y + dy) * other.width + x + dx]! < 200;
      if (!near) count++;
    }
  return count;
}

test.each(CASES)('the PNG of %s %s is the raster of its PDF, to a pixel', async (name, size) => {
  const { scene } = demoSheet(demoPackage(name), size, { specimen: 'drum-barrel', variant: '316L' });
  const files = filesWith();
  const written = await writePng(scene, files, DPI);
  if (!written.ok) throw new Error(written.reason);
  const folder = mkdtempSync(join(tmpdir(), 'zonograph-'));
  writeFileSync(join(folder, 'sheet.pdf'), await writePdf([{ scene }], files, { title: 'Sheet', date: '2026-01-01' }));
  execFileSync('pdftoppm', [
    '-r',
    String(DPI),
    '-png',
    '-singlefile',
    join(folder, 'sheet.pdf'),
    join(folder, 'sheet'),
  ]);
  const [png, pdf] = [await greys(written.png), await greys(readFileSync(join(folder, 'sheet.png')))];
  expect(Math.abs(png.width - pdf.width)).toBeLessThanOrEqual(1);
  expect(Math.abs(png.height - pdf.height)).toBeLessThanOrEqual(1);
  // A handful of pixels are as grey in the one as they are dark in the other.
  expect(alone(png, pdf)).toBeLessThan(5);
  expect(alone(pdf, png)).toBeLessThan(5);
  expect(png.data.filter((grey) => grey < 96).length).toBeGreaterThan(2000);
});

test('it says at how many dots per inch it is to be printed, and is refused when it is too large', async () => {
  const { scene } = demoSheet(demoPackage('sketch-sheet'), 'custom-1');
  const written = await writePng(scene, filesWith(), 254);
  if (!written.ok) throw new Error(written.reason);
  expect(await sharp(written.png).metadata()).toMatchObject({ density: 254, width: Math.round(scene.width * 10) });
  const large = await writePng({ ...scene, width: 1189, height: 841 }, filesWith(), 600);
  expect(large).toEqual({
    ok: false,
    reason: expect.stringMatching(/At 600 dpi the sheet has 28087 × 19866 pixels; at most 150 million/) as string,
  });
});
