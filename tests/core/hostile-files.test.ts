import { readFileSync } from 'node:fs';
import { writePdf } from '@/core/exchange/pdf';
import { writeSvg } from '@/core/exchange/svg-file';
import { readFontFile } from '@/core/lettering/font-file';
import { readSvgPicture } from '@/core/picture/read-svg';
import { readModelFiles } from '@/core/specimen/reading-files';
import { demoPackage, demoSheet } from './demo';
import { filesWith } from './fonts';
import { HOSTILE_FONTS, HOSTILE_MODELS, HOSTILE_SVG, garbled } from './hostile-files';

const workshop = demoPackage('workshop-sheets');

test.each(HOSTILE_SVG)('an SVG picture with %s', (_, text, said) => {
  const read = readSvgPicture(text());
  const without = read.ok && read.leftOut.length > 0 ? `, without ${read.leftOut.join(', ')}` : '';
  expect(read.ok ? `taken${without}` : read.reason).toMatch(said);
  if (read.ok) expect(JSON.stringify(read.picture)).not.toMatch(/script|kelvarra|NaN|null/);
});

test.each(HOSTILE_FONTS)('a font %s', (_, bytes, said) => {
  const read = readFontFile('f'.repeat(64), bytes());
  expect(read.ok ? 'taken' : read.reason).toMatch(said);
});

test.each(HOSTILE_MODELS)('%s', async (name, text, said) => {
  const given = text();
  const bytes = typeof given === 'string' ? new TextEncoder().encode(given) : given;
  const read = await readModelFiles([{ name, bytes }], workshop.properties);
  expect(read.ok ? `read ${read.models.length}` : read.reason).toMatch(said);
  expect({}).not.toHaveProperty('name');
});

test('a font with garbled layout tables letters a sheet like any other: sheets are set without them', async () => {
  const whole = readFileSync('assets/fonts/DejaVuSans.ttf');
  const bytes = ['GSUB', 'GPOS', 'GDEF'].reduce<Buffer>((font, tag) => garbled(tag, font), whole);
  expect(readFontFile('f'.repeat(64), bytes)).toMatchObject({ ok: true });
  const letterings = workshop.format.letterings.map((style) => ({ ...style, font: 'dejavu-sans' }));
  const { scene } = demoSheet({ ...workshop, format: { ...workshop.format, letterings } }, 'iso-a3-landscape');
  const files = filesWith();
  const own = { ...files, font: (id: string) => (id === 'dejavu-sans' ? bytes : files.font(id)) };
  const details = { title: 'T', date: '2026-06-02' };
  const [with_, without] = [await writePdf([{ scene }], own, details), await writePdf([{ scene }], files, details)];
  expect(Buffer.from(with_).equals(Buffer.from(without))).toBe(true);
  expect(await writeSvg(scene, own, 'T')).toContain('font/ttf;base64');
});
