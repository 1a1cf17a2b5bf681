import { filledElsewhere } from '@/core/drawing/filled-elsewhere';
import type { AskedValue } from '@/core/format/document';
import { readDrawing } from '@/core/recognising/reading-in';
import { writeDxf } from '@/core/exchange/dxf';
import { demoPackage, demoSheet } from '../demo';
import { fonts } from '../fonts';

const workshop = demoPackage('workshop-sheets');
const { scene } = demoSheet(workshop, 'iso-a3-landscape', { specimen: 'drum-barrel', variant: '316L' });
const { asked } = workshop.format;

/** The attributes of the sheet's DXF, with some texts changed in the file. */
function attributes(changes: Record<string, string> = {}): { tag: string; text: string }[] {
  const read = readDrawing(new TextEncoder().encode(writeDxf(scene, workshop.profile.document)), fonts);
  if (!read.ok) throw new Error(read.reason);
  return read.drawing.spaces[0]!.drawn.flatMap((one) =>
    one.kind === 'text' && one.attribute
      ? [{ tag: one.attribute.tag, text: changes[one.attribute.tag] ?? one.text }]
      : [],
  );
}

test('a file that nobody changed says what the sheets say', () => {
  const found = filledElsewhere(attributes(), [scene], asked);
  expect(found).toMatchObject({ answers: [], unread: [], given: [] });
  expect(found.same).toBeGreaterThan(10);
});

test('what is asked is an answer, what the model gives is told, what is no answer says why', () => {
  const found = filledElsewhere(
    attributes({ CREATED_BY: 'Noor Ferreira', MATERIAL: 'Wood', DATE_OF_ISSUE: 'next week' }),
    [scene],
    asked,
  );
  expect(found.answers).toEqual([
    { name: 'Created by', key: 'created-by', was: 'Ines Sundqvist', is: 'Noor Ferreira', value: 'Noor Ferreira' },
  ]);
  expect(found.given).toEqual([{ name: 'Material', was: expect.any(String) as string, is: 'Wood' }]);
  expect(found.unread).toEqual([
    expect.objectContaining({ name: 'Date of issue', reason: expect.stringMatching(/is not a date/) as string }),
  ]);
});

test('an emptied place is no answer any more, and tags of nothing are passed over', () => {
  const found = filledElsewhere([...attributes({ CHECKED_BY: '' }), { tag: 'WOBBLE', text: 'x' }], [scene], asked);
  expect(found.answers).toEqual([expect.objectContaining({ key: 'checked-by', is: '', value: undefined })]);
});

describe('a value in several places', () => {
  const question: AskedValue = {
    key: 'batch',
    name: 'Batch',
    prompt: '?',
    type: 'text',
    required: false,
    missing: { print: 'dash', report: true },
  };
  const twice = {
    ...scene,
    primitives: ['A 1', 'A 1'].map(
      (text) =>
        ({
          ...scene.primitives.find((one) => one.kind === 'text')!,
          text,
          tag: 'Batch',
        }) as (typeof scene.primitives)[number],
    ),
  };

  test('is changed where one of them is', () => {
    const file = [
      { tag: 'BATCH', text: 'A 1' },
      { tag: 'BATCH_2', text: 'B 2' },
    ];
    expect(filledElsewhere(file, [twice], [question]).answers).toEqual([
      { name: 'Batch', key: 'batch', was: 'A 1', is: 'B 2', value: 'B 2' },
    ]);
  });
});
