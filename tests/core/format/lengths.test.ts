import { everyLength, hasException, lengthAt, withLength, withoutException } from '@/core/format/length-value';
import { conditionInWords } from '@/core/format/occasion';
import { applyStep } from '@/core/format/steps/step';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');
const block = format.blocks[0]!;
const [track] = block.columns;

test('a length takes exceptions size by size and gives them up again', () => {
  const own = withLength(10, 12, 'iso-a4-portrait');
  expect([lengthAt(own, 'iso-a4-portrait'), lengthAt(own, 'iso-a3-landscape')]).toEqual([12, 10]);
  expect(hasException(own, 'iso-a4-portrait')).toBe(true);
  expect(withLength(own, 11)).toEqual({ base: 11, at: { 'iso-a4-portrait': 12 } });
  expect(everyLength(own)).toEqual([10, 12]);
  expect(withoutException(own, 'iso-a4-portrait')).toBe(10);
});

test('a column may be of another width on one size; a width that no column takes is refused with its figure', () => {
  const set = (size: Parameters<typeof everyLength>[0]) =>
    applyStep(format, { op: 'set track', block: block.id, axis: 'column', track: track!.id, size });
  const done = set({ base: 35, at: { 'iso-a0-landscape': 50 } });
  expect(done.ok && done.document.blocks[0]!.columns[0]).toMatchObject({
    size: { base: 35, at: { 'iso-a0-landscape': 50 } },
  });
  expect(set({ base: 35, at: { 'iso-a0-landscape': 0.1 } })).toEqual({
    ok: false,
    reason: 'Column 1 cannot be 0.1 mm: a column takes 0.5 to 5000 mm.',
  });
});

test.each([
  [{}, ''],
  [{ sizes: ['iso-a4-portrait', 'iso-a3-landscape'] }, 'A4 A3'],
  [{ sizes: [] }, 'no size'],
  [{ sheets: 'following', kinds: 'assembly' }, 'following sheets, assemblies only'],
  [{ sheets: 'first', kinds: 'part' }, 'first sheet, parts only'],
] as const)('the condition %j reads “%s”', (condition, words) => {
  expect(
    conditionInWords({ ...condition, sizes: 'sizes' in condition ? [...condition.sizes] : undefined }, format.sizes),
  ).toBe(words);
});
