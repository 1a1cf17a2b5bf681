import { lackingOnSheets, lackingToFinish, lackingWords } from '@/core/drawing/finishing';
import type { Answers } from '@/core/drawing/drawing';
import type { RevisionRow } from '@/core/revision/rows';
import type { FormatDocument } from '@/core/format/document';
import { type Finding, noticed } from '@/core/findings/finding';
import { SUPPLIED } from '@/core/property/supplied';
import { askedValue } from '../../builders';
import { demoPackage } from '../demo';

const { format } = demoPackage('workshop-sheets');
const A: RevisionRow = { revision: 'A', zones: [], description: 'First issue', date: '2026-06-02', madeBy: 'x' };
const SIGNED = ['checked-by', 'approved-by'].map((of) => ({
  of,
  name: 'x',
  account: 'x',
  at: '2026-06-02T10:00:00.000Z',
  content: 'x',
}));
const all: Answers = Object.fromEntries(format.asked.map(({ key }) => [key, 'x']));
const without = (...keys: string[]): Answers =>
  Object.fromEntries(Object.entries(all).filter(([key]) => !keys.includes(key)));
const said = (
  document: FormatDocument,
  answers: Answers,
  revisions: RevisionRow[] = [A],
  scales: { scale: string; sheets: { scale?: string }[] } = { scale: '1:2', sheets: [{}] },
) => lackingToFinish([document], { answers, revisions, signatures: SIGNED, ...scales }).map(lackingWords);

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
  const words = (scale: string, sheets: { scale?: string }[]) => said(format, all, [A], { scale, sheets });
  expect(words('', [{}])).toEqual(['The scale is not chosen.']);
  expect(words('as noted', [{}])).toEqual([]);
  expect(words('', [{ scale: '1:5' }, { scale: '2:1' }])).toEqual([]);
  expect(words('', [{ scale: '1:5' }, {}])).toEqual(['The scale is not chosen.']);
  const without = { ...format, blocks: [] };
  expect(said(without, all, [A], { scale: '', sheets: [{}] })).not.toContain('The scale is not chosen.');
});

test('a name that is only typed where somebody signs is lacking; so is an approver typed into the newest row', () => {
  const typed = lackingToFinish([format], {
    answers: all,
    revisions: [{ ...A, approvedBy: 'Orsolya Brandt' }],
    signatures: SIGNED.slice(0, 1),
    scale: '1:2',
    sheets: [{}],
  });
  expect(typed.map(lackingWords)).toEqual([
    'Approved by: “x” is typed, not signed.',
    'Revision A approved: “Orsolya Brandt” is typed, not signed.',
  ]);
});

test('what blocks on a sheet, and views that are not to be seen or coarse, are lacking; what is accepted is not', () => {
  const found = (rest: Partial<Finding>) =>
    ({
      ...noticed('view not to be seen', { view: 'v', name: 'Front', trouble: 'its file is gone' }, {}),
      ...rest,
    }) as Finding;
  const blocking = { ...noticed('caption too long', { text: 'Long', needs: 9, has: 5 }, {}) };
  const sheets = [
    { number: 1, findings: [found({}), found({ accepted: 'known' })] },
    { number: 2, findings: [blocking, { ...blocking, weight: 'warning' } as Finding] },
  ];
  expect(lackingOnSheets(sheets, new Map()).map(lackingWords)).toEqual([
    expect.stringMatching(/^Sheet 1: .*its file is gone/),
    expect.stringMatching(/^Sheet 2: .*Long/),
  ]);
});
