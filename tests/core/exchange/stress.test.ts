import { isoDxf as writeDxf } from './iso-dxf';
import { writePdf } from '@/core/exchange/pdf';
import { writeSvg } from '@/core/exchange/svg-file';
import { filesWith } from '../fonts';
import { cases } from '../generated';
import { stressSheets } from '../stress-sheets';
import { expectAgreement } from './agreement';
import { readDxfs, readPdfPages, readSvg } from './readers';

const sheets = stressSheets(cases(60, 250));
const files = filesWith();

test('sheets of all formats, models and languages read from PDF as they were composed', async () => {
  const pdf = await writePdf(sheets, files, { title: 'Stress', date: '2026-06-02' });
  const pages = readPdfPages(pdf);
  expect(pages).toHaveLength(sheets.length);
  pages.forEach((page, i) => expectAgreement(page, sheets[i]!.scene));
});

test('and from DXF, without an error to a strict reader', () => {
  const read = readDxfs(sheets.map(({ scene }) => writeDxf(scene)));
  read.forEach((sheet, i) => {
    expect(sheet.errors).toEqual([]);
    expectAgreement(sheet, sheets[i]!.scene);
  });
});

test('and from SVG', async () => {
  for (const { scene } of sheets) expectAgreement(readSvg(await writeSvg(scene, files, 'Stress')), scene);
});
