import { partsCsv } from '@/core/drawing/parts-csv';
import { registerCsv } from '@/core/drawing/register-csv';
import Papa from 'papaparse';
import { demoPackage, demoSheet } from '../demo';

const rows = (csv: string) => Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: true }).data;

test('a parts list is its heading and its rows in the order of its items', () => {
  const workshop = demoPackage('workshop-sheets');
  const { report } = demoSheet(workshop, 'iso-a3-landscape', { specimen: 'recovery-winch', variant: '316L' });
  const [header, ...lines] = rows(partsCsv([{ document: workshop.format, report }])!);
  expect(header).toEqual(['ITEM', 'QTY', 'PART NUMBER', 'DESCRIPTION', 'MATERIAL', 'MASS']);
  expect(lines.length).toBeGreaterThan(3);
  expect(lines.map(([item]) => Number(item))).toEqual(lines.map((_, i) => i + 1));
});

test('a drawing of a part has none', () => {
  const workshop = demoPackage('workshop-sheets');
  const { report } = demoSheet(workshop, 'iso-a3-landscape', { specimen: 'drum-barrel' });
  expect(partsCsv([{ document: workshop.format, report }])).toBeUndefined();
});

test('the register has a row for each drawing, with what is unanswered', () => {
  const csv = registerCsv([
    {
      number: 'KD-00001',
      title: 'Drum, "left"',
      modelName: 'Drum',
      formatName: 'Workshop sheets',
      edition: 2,
      sizeName: 'A3',
      sheets: 1,
      state: 'in work',
      open: ['Checked by', 'Approved by'],
      modelChanged: false,
      changedAt: '2026-01-02',
    },
  ]);
  expect(rows(csv)[1]).toEqual([
    'KD-00001',
    'Drum, "left"',
    'Drum',
    '',
    'Workshop sheets',
    '2',
    'A3',
    '1',
    '',
    'in work',
    'Checked by; Approved by',
    'no',
    '2026-01-02',
  ]);
});
