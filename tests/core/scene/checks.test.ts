import type { Cell, FormatDocument } from '@/core/format/document';
import { type Step, applyStep } from '@/core/format/steps/step';
import type { Facts } from '@/core/property/facts';
import { compose } from '@/core/scene/compose';
import type { Finding } from '@/core/scene/report';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const A3 = 'iso-a3-landscape';

function findings(document: FormatDocument, change: Partial<Facts> = {}, specimen = 'side-cheek'): Finding[] {
  const facts = { ...demoFacts(workshop, specimen, 'galvanised'), ...change };
  const request = { sizeId: A3, sheet: { number: 1, total: 1, scale: '1:2' }, show: 'values' as const };
  const composed = compose(document, request, facts, demoResources(workshop));
  if (!composed.ok) throw new Error(composed.reason);
  return composed.report.findings;
}

const withCell = (id: string, change: Partial<Cell>): FormatDocument => ({
  ...workshop.format,
  blocks: workshop.format.blocks.map((block) => ({
    ...block,
    cells: block.cells.map((cell) => (cell.id === id ? { ...cell, ...change } : cell)),
  })),
});
const fixed = (text: string): Cell['contents'] => [{ parts: [{ kind: 'fixed', text }] }];
const style = (id: string, change: object): FormatDocument => ({
  ...workshop.format,
  letterings: workshop.format.letterings.map((one) => (one.id === id ? { ...one, ...change } : one)),
});
const caption = workshop.format.blocks[0]!.cells.find((cell) => cell.id === 'material')!.caption!;
const drawing = (values: Record<string, string>) => ({
  drawing: { name: 'Sample', values: { ...workshop.sample.drawing.values, ...values } },
});

test('the demo sheet has nothing to find', () => {
  expect(findings(workshop.format)).toEqual([]);
});

test.each<[code: string, words: RegExp, document: FormatDocument, facts?: Partial<Facts>]>([
  [
    'under the least height',
    /lettered 1.8 mm high; 2.5 mm is the least/,
    withCell('material', { override: { height: 1.8 } }),
  ],
  ['under the least height', /Captions in “Caption” are 1.5 mm high; 1.8 mm/, style('caption', { height: 1.5 })],
  ['height outside the series', /“Title” is 4.7 mm high/, style('title', { height: 4.7 })],
  [
    'line width outside the series',
    /The frame line is 0.6 mm wide/,
    { ...workshop.format, frame: { ...workshop.format.frame, width: 0.6 } },
  ],
  ['nothing behind a caption', /caption has nothing behind it/, withCell('material', { contents: [] })],
  ['sheet data as fixed text', /the scale “1:2” is fixed text/, withCell('scale', { contents: fixed('1:2') })],
  ['sheet data as fixed text', /the sheet number “1 of 2” is fixed/, withCell('sheet', { contents: fixed('1 of 2') })],
  [
    'required data missing',
    /lacks the approval person, which ISO 7200/,
    withCell('approved', { contents: fixed('–') }),
  ],
  [
    'one property under two captions',
    /“Material” stands under STUFF and under MATERIAL/,
    withCell('free', {
      caption: { ...caption, text: 'STUFF' },
      contents: [{ parts: [{ kind: 'linked', property: 'material' }] }],
    }),
  ],
  [
    'little clear area',
    /largest clear rectangle is 63 % of the drawing space; 90 % is wanted/,
    workshop.format,
    { profile: { name: 'P', values: { ...workshop.profile.values, 'Least clear area': 90 } } },
  ],
  [
    'checked by the drafter',
    /has checked a drawing of their own/,
    workshop.format,
    drawing({ 'Checked by': 'Ines  SUNDQVIST' }),
  ],
  [
    'asked twice',
    /“Language” is asked for twice/,
    { ...workshop.format, asked: [...workshop.format.asked, { ...workshop.format.asked[5]!, key: 'language-2' }] },
  ],
  [
    'revision asked for',
    /“Revision” is asked for, but it follows the newest row/,
    {
      ...workshop.format,
      asked: [...workshop.format.asked, { ...workshop.format.asked[5]!, key: 'revision', name: 'Revision' }],
    },
  ],
  [
    'small letters',
    /“Ines Sundqvist” has small letters/,
    workshop.format,
    { profile: { name: 'P', values: { ...workshop.profile.values, Capitals: 'yes' } } },
  ],
])('%s: %s', (code, words, document, ...[facts]) => {
  const found = findings(document, facts).filter((finding) => finding.code === code);
  expect(found.map((finding) => finding.words)).toContainEqual(expect.stringMatching(words));
});

test('the total mass: out of date, not known, zero', () => {
  const { model } = demoFacts(workshop, 'recovery-winch', 'galvanised');
  const words = (change: object, values: object = {}) =>
    findings(
      workshop.format,
      { model: { ...model!, ...change }, variant: { name: 'galvanised', values: { ...values } } },
      'recovery-winch',
    ).map((finding) => finding.words);
  expect(words({}, { Mass: { value: 90, unit: 'kg' } })).toContain(
    'The mass of Recovery winch says 90 kg; its components add up to 100.715 kg.',
  );
  expect(words({}, { Mass: { value: 0, unit: 'kg' } })).toContain('The mass of Recovery winch is zero.');
  expect(words({ withoutMass: ['Pawl', 'Guard'], derived: undefined })).toContain(
    'The total mass of Recovery winch is not known: Pawl, Guard has no mass.',
  );
});

test('a model and a drawing at different revisions are told', () => {
  const facts = demoFacts(workshop, 'side-cheek', 'galvanised');
  const model = { ...facts.model!, values: { ...facts.model!.values, 'Model revision': 'C' } };
  expect(findings(workshop.format, { model }).map((finding) => finding.words)).toContain(
    'The model is at revision C, the drawing at B.',
  );
});

test.each([
  ['nothing behind a caption', withCell('material', { contents: [] })],
  ['sheet data as fixed text', withCell('sheet', { contents: fixed('1 / 2') })],
  ['height outside the series', style('title', { height: 4.7 })],
  [
    'text overflows',
    withCell('title', {
      contents: fixed('COUPLING SLEEVE WITH DAMPING RING AND LOCKING PAWL FOR THE RECOVERY WINCH'),
      fit: [],
    }),
  ],
])('%s is mended by its repair, in one step', (code, document) => {
  const before = findings(document).filter((finding) => finding.code === code);
  expect(before).toHaveLength(1);
  const repaired = applyStep(document, before[0]!.repair!.step as Step);
  if (!repaired.ok) throw new Error(repaired.reason);
  expect(findings(repaired.document).filter((finding) => finding.code === code)).toEqual([]);
});

test('an accepted finding carries its reason until it says something else', () => {
  const document = withCell('scale', { contents: fixed('1:2') });
  const [finding] = findings(document);
  const { code, block, cell, words } = finding!;
  const accepted = applyStep(document, {
    op: 'set accepted',
    accepted: [{ code, block, cell, words, reason: 'The pad is always at this scale' }],
  });
  if (!accepted.ok) throw new Error(accepted.reason);
  expect(findings(accepted.document)[0]).toMatchObject({ accepted: 'The pad is always at this scale' });
  const other = applyStep(accepted.document, {
    op: 'set cell',
    block: 'title-block',
    cell: 'scale',
    change: { contents: fixed('1:5') },
  });
  if (!other.ok) throw new Error(other.reason);
  expect(findings(other.document)[0]!.accepted).toBeUndefined();
});
