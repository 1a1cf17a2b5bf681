import type { FormatDocument } from '@/core/format/document';
import { lengthAt, valueAt } from '@/core/format/length-value';
import { sheetGeometry } from '@/core/format/sheet';
import { addingSize, flippingSize, sizeInWords, sizeOf } from '@/core/format/sizing';
import { startFromStandard } from '@/core/format/starting';
import { demoPackage } from '../demo';
import { done } from '../../builders';

const workshop = demoPackage('workshop-sheets').format;
const inch = demoPackage('inch-sheets').format;
const started = (standard: 'iso' | 'asme', sizes: string[]): FormatDocument => {
  const outcome = startFromStandard(
    { id: 'n', name: 'N', standard, sizes, zones: true, titleBlock: 'none' },
    () => 'new',
  );
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.document;
};
const sheetOf = (document: FormatDocument, id: string) => {
  const geometry = sheetGeometry(document, id);
  if (!geometry.ok) throw new Error(geometry.reason);
  return geometry;
};

test.each([
  ['iso', 'iso-a3-landscape', 'iso-a4-portrait'],
  ['iso', 'iso-a4-portrait', 'iso-a0-landscape'],
  ['asme', 'asme-b-landscape', 'asme-d-landscape'],
  ['asme', 'asme-a-portrait', 'asme-e-landscape'],
] as const)('a size of %s added to %s: %s has the sheet it would have had from the start', (standard, first, added) => {
  const start = started(standard, [first]);
  const document = done(start, addingSize(start, sizeOf(added, start.unit)!));
  const whole = started(standard, [first, added]);
  expect(sheetOf(document, added).sheet.zones).toEqual(sheetOf(whole, added).sheet.zones);
  for (const side of ['left', 'right', 'top', 'bottom'] as const)
    expect(lengthAt(document.margins[side], added)).toBeCloseTo(lengthAt(whole.margins[side], added), 9);
  // What was there stands as it did.
  expect(sheetOf(document, first).sheet).toEqual(sheetOf(start, first).sheet);
});

test('a size of one’s own has what holds for the family', () => {
  const size = { id: 'custom-1', name: 'Legal', width: 355.6, height: 215.9 };
  const document = done(workshop, addingSize(workshop, size));
  expect(document.sizes.at(-1)).toEqual(size);
  expect(document.margins).toEqual(workshop.margins);
  expect(document.zones).toEqual(workshop.zones);
});

test('a size is turned on its side, its counted zones with it, and back', () => {
  const [size] = inch.sizes;
  const turned = done(inch, flippingSize(inch, size!.id));
  const now = turned.sizes[0]!;
  expect([now.width, now.height]).toEqual([size!.height, size!.width]);
  const [before, after] = [inch, turned].map(({ zones }) => valueAt(zones.rule, size!.id));
  expect(before).toMatchObject({ kind: 'count' });
  expect(after).toMatchObject({
    columns: (before as { rows: number }).rows,
    rows: (before as { columns: number }).columns,
  });
  const back = done(turned, flippingSize(turned, size!.id));
  expect(back.sizes).toEqual(inch.sizes);
  expect(sheetOf(back, size!.id).sheet.zones).toEqual(sheetOf(inch, size!.id).sheet.zones);
});

test('sizes are said in the format’s unit', () => {
  expect(sizeInWords(sizeOf('iso-a3-landscape', 'mm')!, 'mm')).toBe('420 × 297 mm');
  expect(sizeInWords(sizeOf('asme-a-landscape', 'in')!, 'in')).toBe('11 × 8.5 in');
  expect(sizeOf('asme-a-landscape', 'in')).toMatchObject({ width: { mm: 279.4, entered: '11 in' } });
});
