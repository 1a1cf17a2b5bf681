import { lackingToFinish, lackingWords } from '@/core/drawing/finishing';
import type { Answers } from '@/core/drawing/drawing';
import type { FormatDocument } from '@/core/format/document';
import { SUPPLIED } from '@/core/property/supplied';
import { askedValue } from '../../builders';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');
const all: Answers = Object.fromEntries(format.asked.map(({ key }) => [key, 'x']));
const without = (...keys: string[]): Answers =>
  Object.fromEntries(Object.entries(all).filter(([key]) => !keys.includes(key)));
const said = (
  document: FormatDocument,
  answers: Answers,
  revisions: unknown[] = [{}],
  scales: { scale: string; sheets: { scale?: string }[] } = { scale: '1:2', sheets: [{}] },
) => lackingToFinish([document], { answers, revisions, ...scales }).map(lackingWords);

test('a drawing with all its answers and a revision lacks nothing', () => {
  expect(said(format, all)).toEqual([]);
});

test('required answers come first, then who had a part in it, then the revision', () => {
  const asked = format.asked.map((one) => ({ ...one, required: one.key === SUPPLIED.approvedBy }));
  expect(said({ ...format, asked }, without('approved-by', 'checked-by', 'created-by'), [])).toEqual([
    'Approved by must be answered.',
    'Created by is empty.',
    'Checked by is empty.',
    'There is no revision yet.',
  ]);
});

test('what no format prints or asks for is not lacking', () => {
  const bare = { ...format, asked: [askedValue('colour')], blocks: [] };
  expect(said(bare, {}, [])).toEqual([]);
});

test('a person that is only linked is looked for too', () => {
  const linked = { ...format, asked: format.asked.filter(({ key }) => key !== 'checked-by') };
  const blocks = linked.blocks.map((block) => ({
    ...block,
    cells: block.cells.map((cell) =>
      cell.id === 'checked'
        ? { ...cell, contents: [{ parts: [{ kind: 'linked' as const, property: 'checked-by' }] }] }
        : cell,
    ),
  }));
  expect(said({ ...linked, blocks }, without('checked-by'))).toEqual(['Checked by is empty.']);
});

test('a scale that is printed is chosen for the drawing, or for each of its sheets', () => {
  const words = (scale: string, sheets: { scale?: string }[]) => said(format, all, [{}], { scale, sheets });
  expect(words('', [{}])).toEqual(['The scale is not chosen.']);
  expect(words('as noted', [{}])).toEqual([]);
  expect(words('', [{ scale: '1:5' }, { scale: '2:1' }])).toEqual([]);
  expect(words('', [{ scale: '1:5' }, {}])).toEqual(['The scale is not chosen.']);
  const without = { ...format, blocks: [] };
  expect(said(without, all, [{}], { scale: '', sheets: [{}] })).not.toContain('The scale is not chosen.');
});
