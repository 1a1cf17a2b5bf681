import { profileFacts } from '@/core/profile/printed';
import { accepting } from '@/core/findings/accepting';
import type { Finding, FindingCode } from '@/core/findings/finding';
import { CHECKS } from '@/core/findings/registry';
import { KINDS } from '@/core/findings/finding';
import type { Cell, FormatDocument } from '@/core/format/document';
import type { Facts } from '@/core/property/facts';
import type { LimitValue } from '@/core/rules/document';
import { emptyBook, standardBook } from '@/core/rules/standard-book';
import { compose } from '@/core/scene/compose';
import { done } from '../../builders';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const A3 = 'iso-a3-landscape';

function findings(document: FormatDocument, change: Partial<Facts> = {}, specimen = 'side-cheek'): Finding[] {
  const facts = { ...demoFacts(workshop, specimen, 'galvanised'), rules: standardBook('ISO'), ...change };
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
const profile = (
  values: Facts['profile'] extends infer P | undefined ? (P & { values: object })['values'] : never,
) => ({
  profile: { name: 'P', values: { ...profileFacts(workshop.profile).profile!.values, ...values } },
});
/** The ISO book with one check that weighs what it usually does, and has other limits. */
const house = (code: FindingCode, limits: Record<string, LimitValue> = {}): Partial<Facts> => ({
  rules: {
    name: 'House',
    document: { ...emptyBook('iso'), changes: { [code]: { weight: KINDS[code].weight, limits, why: 'So it is' } } },
  },
});
const titled = (title: string): Partial<Facts> => {
  const { model } = demoFacts(workshop, 'side-cheek', 'galvanised');
  return { model: { ...model!, values: { ...model!.values, title } } };
};
const language = workshop.format.asked.find(({ key }) => key === 'language')!;

test('the demo sheet has nothing to find', () => {
  expect(findings(workshop.format)).toEqual([]);
});

test('the registry lists every check, and each kind of finding has one', () => {
  const codes = Object.values(CHECKS).flatMap((checks) => checks.flatMap((check) => [...check.codes]));
  expect(new Set(codes)).toEqual(new Set(Object.keys(KINDS)));
});

test.each<[code: FindingCode, params: object, document: FormatDocument, facts?: Partial<Facts>]>([
  [
    'under the least height',
    { of: 'values', height: 1.8, least: 2.5 },
    withCell('material', { override: { height: 1.8 } }),
  ],
  ['under the least height', { of: 'captions', height: 1.5, least: 1.8 }, style('caption', { height: 1.5 })],
  [
    'text on a line',
    {
      text: 'Break sharp edges 0,2 to 0,5',
      of: 'content',
      width: 0.7,
      by: expect.closeTo(0.102, 3),
      other: 'Title block',
    },
    withCell('edges', { place: { across: 'left', up: 'base', inset: { x: 1, y: 1 } } }),
  ],
  [
    'text on a line',
    { text: caption.text, of: 'captions', width: 0.35, by: expect.closeTo(0.175, 1) },
    withCell('material', { caption: { ...caption, place: { across: 'left', up: 'top', inset: { x: 0.8, y: 0 } } } }),
  ],
  [
    'under the least height',
    { of: 'captions', height: 1.2, least: 1.8 },
    withCell('material', { caption: { ...caption, override: { height: 1.2 } } }),
  ],
  ['height outside the series', { styleName: 'Title', height: 4.7 }, style('title', { height: 4.7 })],
  [
    'line width outside the series',
    { width: 0.6 },
    { ...workshop.format, frame: { ...workshop.format.frame, width: 0.6 } },
  ],
  ['zone characters too large', { height: 3.5 }, { ...workshop.format, frame: { ...workshop.format.frame, width: 2 } }],
  ['zone characters too large', { height: 5 }, style('zone', { height: 5 })],
  ['nothing behind a caption', {}, withCell('material', { contents: [] })],
  ['sheet data as fixed text', { datum: 'scale', text: '1:2' }, withCell('scale', { contents: fixed('1:2') })],
  [
    'sheet data as fixed text',
    { datum: 'sheet-number', text: '1 of 2' },
    withCell('sheet', { contents: fixed('1 of 2') }),
  ],
  [
    'value as fixed text',
    { as: 'scale', text: 'Scale 1:2' },
    withCell('free', { contents: fixed('Scale 1:2 or full size') }),
  ],
  [
    'value as fixed text',
    { as: 'sheet size', text: 'size A3' },
    withCell('free', { contents: fixed('Print in size A3.') }),
  ],
  [
    'value as fixed text',
    { as: 'sheet number', text: 'Sheet 2 / 3' },
    withCell('free', { contents: fixed('Go on at Sheet 2 / 3') }),
  ],
  [
    'value as fixed text',
    { as: 'date', text: '2026-06-02' },
    withCell('free', { contents: fixed('Issued 2026-06-02') }),
  ],
  [
    'value as fixed text',
    { as: 'date', text: '02.06.2026' },
    withCell('free', { contents: fixed('Issued 02.06.2026') }),
  ],
  ['value as fixed text', { as: 'unit' }, withCell('free', { contents: fixed('All dimensions in mm') })],
  ['value as fixed text', { as: 'filler', text: 'XXX' }, withCell('free', { contents: fixed('XXX') })],
  [
    'value as fixed text',
    { as: 'filler', text: '<name of the part>' },
    withCell('free', { contents: fixed('<name of the part>') }),
  ],
  ['value as fixed text', { as: 'filler', text: '???' }, withCell('free', { contents: fixed('Heat number ???') })],
  ['no title block', { size: 'A3' }, { ...workshop.format, blocks: [] }],
  [
    'nobody is asked',
    { property: 'checked-by', name: 'Checked by' },
    {
      ...withCell('checked', { contents: [{ parts: [{ kind: 'linked', property: 'checked-by' }] }] }),
      asked: workshop.format.asked.filter(({ key }) => key !== 'checked-by'),
    },
  ],
  ['required data missing', { datum: 'approved-by' }, withCell('approved', { contents: fixed('–') })],
  [
    'one property under two captions',
    { property: 'material', first: 'STUFF', second: 'MATERIAL', more: 0 },
    withCell('free', {
      caption: { ...caption, text: 'STUFF' },
      contents: [{ parts: [{ kind: 'linked', property: 'material' }] }],
    }),
  ],
  ['little clear area', { percent: 63, wanted: 90 }, workshop.format, house('little clear area', { share: 90 })],
  [
    'checked by the drafter',
    { person: 'Ines  SUNDQVIST' },
    workshop.format,
    drawing({ 'checked-by': 'Ines  SUNDQVIST' }),
  ],
  [
    'asked twice',
    { key: 'language-2', name: 'Language' },
    { ...workshop.format, asked: [...workshop.format.asked, { ...language, key: 'language-2' }] },
  ],
  [
    'asked twice',
    { key: 'other', name: 'Tongue' },
    {
      ...workshop.format,
      asked: [...workshop.format.asked, { ...language, key: 'other', name: 'Tongue', property: 'language' }],
    },
  ],
  [
    'revision asked for',
    { name: 'Issue' },
    { ...workshop.format, asked: [...workshop.format.asked, { ...language, key: 'revision', name: 'Issue' }] },
  ],
  ['small letters', { text: 'Ines Sundqvist' }, workshop.format, house('small letters')],
  [
    'title block too large',
    { of: 'width', is: 180, most: 170 },
    workshop.format,
    house('title block too large', { width: 170 }),
  ],
  ['title block too large', { of: 'share', most: 5 }, workshop.format, house('title block too large', { share: 5 })],
  [
    'title or number too small',
    { of: 'title', height: 5, least: 6 },
    workshop.format,
    house('title or number too small', { height: 6, from: 400 }),
  ],
  [
    'line width outside the group',
    { width: 0.7, group: [0.5, 0.35, 0.25] },
    {
      ...workshop.format,
      blocks: workshop.format.blocks.map((block) => ({
        ...block,
        lines: { ...block.lines, outline: { ...block.lines.outline, width: 0.7 } },
      })),
    },
    house('line width outside the group'),
  ],
  ['filler as a value', { name: 'Title', value: 'TBD' }, workshop.format, titled('TBD')],
  [
    'caption of another property',
    { caption: 'Coating', name: 'Material', other: 'Finish' },
    withCell('material', { caption: { ...caption, text: 'Coating' } }),
  ],
  [
    'sheet number without the count',
    {},
    withCell('sheet', { contents: [{ parts: [{ kind: 'linked', property: 'sheet-number' }] }] }),
  ],
  [
    'data outside the lists',
    { property: 'material', name: 'Material' },
    workshop.format,
    house('data outside the lists'),
  ],
  [
    'title without its noun',
    { title: 'SIDE CHEEK', better: 'CHEEK, SIDE' },
    workshop.format,
    house('title without its noun'),
  ],
  [
    'title without its noun',
    { title: 'THE LARGE ONE' },
    workshop.format,
    { ...house('title without its noun'), ...titled('THE LARGE ONE') },
  ],
  ['title with a full stop', { title: 'CHEEK.', better: 'CHEEK' }, workshop.format, titled('CHEEK.')],
  ['title too long', { length: 26, most: 25 }, workshop.format, titled('CHEEK OF THE RECOVERY DRUM')],
  [
    'name too long',
    { name: 'Checked by', person: 'Persephone Vanterpool-Szymborska', length: 32, most: 20 },
    workshop.format,
    drawing({ 'checked-by': 'Persephone Vanterpool-Szymborska' }),
  ],
  [
    'number against its pattern',
    { number: 'KW-2201-D01', pattern: 'KB-.*' },
    workshop.format,
    house('number against its pattern', { pattern: 'KB-.*' }),
  ],
  [
    'dates out of order',
    { first: 'Date created', firstDate: '2026-03-05', second: 'Date checked', secondDate: '2026-03-02' },
    workshop.format,
    drawing({ 'date-created': '2026-03-05', 'date-checked': '2026-03-02' }),
  ],
  [
    'dates out of order',
    { first: 'Date approved', firstDate: '2027-01-01', second: 'B' },
    workshop.format,
    {
      ...drawing({ 'date-approved': '2027-01-01' }),
      revisions: [{ name: 'B', values: { revision: 'B', 'revision-date': '2026-05-18' } }],
    },
  ],
  [
    'dates in two forms',
    { first: 'yyyy-MM-dd', second: 'dd.MM.yyyy' },
    withCell('free', {
      contents: [
        {
          parts: [{ kind: 'linked', property: 'date-checked', display: { kind: 'date', pattern: 'dd.MM.yyyy' } }],
        },
      ],
    }),
  ],
  ['approved by its maker', { as: 'drafter' }, workshop.format, drawing({ 'approved-by': 'Ines Sundqvist' })],
  ['approved by its maker', { as: 'checker' }, workshop.format, drawing({ 'approved-by': 'Marlo Aketch' })],
  [
    'scale outside the series',
    { scale: '1:2' },
    workshop.format,
    house('scale outside the series', { scales: ['1:1', '1:5'] }),
  ],
  [
    'drafting data not printed',
    { what: 'tolerance' },
    {
      ...workshop.format,
      blocks: workshop.format.blocks
        .filter(({ role }) => role !== 'tolerances')
        .map((block) => ({
          ...block,
          cells: block.cells.map((cell) =>
            JSON.stringify(cell.contents).includes('general-tolerance') ? { ...cell, contents: [] } : cell,
          ),
        })),
    },
  ],
  [
    'against the profile',
    { what: 'tolerance', says: 'ISO 2768-c', profile: 'ISO 2768-m' },
    withCell('free', { contents: fixed('Castings ISO 2768-c') }),
  ],
  [
    'against the profile',
    { what: 'projection', says: 'Third angle', profile: 'first angle' },
    withCell('free', { contents: fixed('Third angle projection') }),
  ],
  [
    'old edition of a standard',
    { named: 'ISO 7573:1983', newest: 'ISO 7573:2008' },
    withCell('free', { contents: fixed('Parts list to ISO 7573:1983') }),
  ],
  [
    'old edition of a standard',
    { named: 'ISO 2768-2', newest: 'ISO 22081' },
    withCell('free', { contents: fixed('Geometry to ISO 2768-2') }),
  ],
  [
    'confidentiality note not printed',
    { name: 'Customer' },
    workshop.format,
    house('confidentiality note not printed', { note: 'customer' }),
  ],
  [
    'confidentiality note not printed',
    { name: 'Customer', says: 'Confidential. Do not copy.' },
    withCell('free', { contents: fixed('Confidential. Do not copy.') }),
    house('confidentiality note not printed', { note: 'customer' }),
  ],
  [
    'required data missing',
    { datum: 'heat-treatment', name: 'Heat treatment' },
    withCell('free', { contents: [] }),
    house('required data missing', { parts: ['heat-treatment'] }),
  ],
  [
    'house check',
    { checkName: 'No cheeks', name: 'Title', says: 'SIDE CHEEK' },
    workshop.format,
    {
      rules: {
        name: 'House',
        document: {
          ...emptyBook('iso'),
          house: [
            {
              id: 'c',
              name: 'No cheeks',
              weight: 'warning',
              property: 'title',
              of: 'parts',
              demand: { kind: 'is none of', texts: ['Side cheek'] },
              why: '',
            },
          ],
        },
      },
    },
  ],
  [
    'projection angle not stated',
    { stated: 'frist angle' },
    workshop.format,
    profile({ 'projection-angle': 'frist angle' }),
  ],
  ['projection angle not stated', {}, workshop.format, { profile: { name: 'P', values: {} } }],
])('%s: %j', (code, params, document, ...[facts]) => {
  const found = findings(document, facts).filter((finding) => finding.code === code);
  expect(found.map((finding) => finding.params)).toContainEqual(expect.objectContaining(params));
  expect(found.map((finding) => finding.weight)).toContain(KINDS[code].weight);
});

test('a projection that is not stated, or is misspelt, is not drawn as another one', () => {
  const drawn = (values: object) => {
    const facts = { ...demoFacts(workshop, 'pawl', '316L'), profile: { name: 'P', values: { ...values } } };
    const request = { sizeId: A3, sheet: { number: 1, total: 1 }, show: 'values' as const };
    const composed = compose(workshop.format, request, facts, demoResources(workshop));
    return composed.ok && composed.scene.primitives.filter(({ layer }) => layer === 'symbols').length;
  };
  expect(drawn({ 'projection-angle': 'third angle' })).toBeGreaterThan(drawn({}) as number);
  expect(drawn({ 'projection-angle': 'thrid angle' })).toBe(drawn({}));
});

test('the total mass: out of date, not known, zero', () => {
  const { model } = demoFacts(workshop, 'recovery-winch', 'galvanised');
  const found = (change: object, values: object = {}) =>
    findings(
      workshop.format,
      { model: { ...model!, ...change }, variant: { name: 'galvanised', values: { ...values } } },
      'recovery-winch',
    );
  expect(found({}, { mass: { value: 90, unit: 'kg' } })).toContainEqual(
    expect.objectContaining({
      code: 'mass out of date',
      params: { model: 'Recovery winch', says: 90, adds: expect.closeTo(100.71476) },
    }),
  );
  expect(found({}, { mass: { value: 0, unit: 'kg' } }).map(({ code }) => code)).toContain('mass is zero');
  expect(found({ withoutMass: ['Pawl', 'Guard'], derived: undefined })).toContainEqual(
    expect.objectContaining({
      code: 'total mass not known',
      params: { model: 'Recovery winch', without: ['Pawl', 'Guard'] },
    }),
  );
});

test.each([
  ['ISO 2768-mK, edges to ISO 13715'],
  ['Slope 1:50'],
  ['Thread taper 1:16'],
  ['Tests to EN ISO 9013:2017'],
  ['Sheet metal 2 mm'],
  ['–'],
  ['Format of the office'],
  ['Break sharp edges 0,2 to 0,5'],
])('“%s” may well be fixed text', (text) => {
  const found = findings(withCell('free', { contents: fixed(text) }));
  expect(found.filter(({ code }) => code === 'value as fixed text' || code === 'sheet data as fixed text')).toEqual([]);
});

test('a name of somebody on record is no fixed text', () => {
  const { facts, resources } = { facts: demoFacts(workshop, 'pawl', '316L'), resources: demoResources(workshop) };
  const seen = new Map([...resources.seen, ['checked-by', ['Ines Sundqvist', 'Ines']] as const]);
  const composed = compose(
    withCell('free', { contents: fixed('Ask ines sundqvist first') }),
    { sizeId: A3, sheet: { number: 1, total: 1 }, show: 'values' },
    facts,
    { ...resources, seen },
  );
  expect(composed.ok && composed.report.findings).toContainEqual(
    expect.objectContaining({ code: 'value as fixed text', params: { as: 'name', text: 'Ines Sundqvist' } }),
  );
});

test('a title block is known by what it prints, whatever it was made as; a sheet that only lists parts has none', () => {
  const own = workshop.format.blocks.map((block) => ({ ...block, role: 'other' as const }));
  const codes = (blocks: typeof workshop.format.blocks) =>
    findings({ ...workshop.format, blocks }).map(({ code }) => code);
  expect(codes(own)).not.toContain('no title block');
  expect(codes(own.filter(({ grow }) => grow?.rows === 'revisions'))).toContain('no title block');
});

test('a part’s own mass is held against its shape, and both values of one datum are told', () => {
  const { model } = demoFacts(workshop, 'pawl', '316L');
  const found = (change: object, values: object = {}) =>
    findings(workshop.format, {
      model: { ...model!, ...change },
      variant: { name: '316L', values: { ...values } },
    });
  const codes = (...given: Parameters<typeof found>) => found(...given).map(({ code }) => code);
  expect(model!.shapeMass).toBeCloseTo(0.639, 2);
  expect(codes({})).not.toContain('mass against the shape');
  expect(codes({}, { mass: { value: 0.66, unit: 'kg' } })).not.toContain('mass against the shape');
  expect(found({}, { mass: { value: 900, unit: 'g' } })).toContainEqual(
    expect.objectContaining({ code: 'mass against the shape', params: expect.objectContaining({ says: 0.9 }) }),
  );
  const disagreeing = [{ property: 'material', by: 'Material', says: 'S355', otherBy: 'Grade', otherSays: 'S235' }];
  expect(found({ disagreeing })).toContainEqual(
    expect.objectContaining({
      code: 'sources disagree',
      params: { model: 'Pawl', name: 'Material', ...disagreeing[0] },
    }),
  );
});

test('a model and a drawing at different revisions are told', () => {
  const facts = demoFacts(workshop, 'side-cheek', 'galvanised');
  const model = { ...facts.model!, values: { ...facts.model!.values, 'model-revision': 'C' } };
  expect(findings(workshop.format, { model })).toContainEqual(
    expect.objectContaining({ code: 'revisions disagree', params: { model: 'C', drawing: 'B' } }),
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
])('%s is mended by its repair', (code, document) => {
  const before = findings(document).filter((finding) => finding.code === code);
  expect(before).toHaveLength(1);
  const repaired = done(document, ...before[0]!.repair!.steps);
  expect(findings(repaired).filter((finding) => finding.code === code)).toEqual([]);
});

describe('an accepted finding', () => {
  const document = withCell('scale', { contents: fixed('1:2') });
  const accepted = (reason: string | undefined, of = document) =>
    done(of, { op: 'set accepted', accepted: accepting(of.accepted ?? [], findings(of)[0]!, reason) });

  test('carries its reason until its cause is another', () => {
    const kept = accepted('The pad is always at this scale');
    expect(findings(kept)[0]).toMatchObject({ accepted: 'The pad is always at this scale' });
    const other = done(kept, {
      op: 'set cell',
      block: 'title-block',
      cell: 'scale',
      change: { contents: fixed('1:5') },
    });
    expect(findings(other)[0]!.accepted).toBeUndefined();
  });

  test('stays accepted when only what it is called changes', () => {
    const kept = accepted('The pad is always at this scale');
    const renamed = done(kept, { op: 'set cell', block: 'title-block', cell: 'scale', change: { name: 'Ratio' } });
    expect(findings(renamed)[0]).toMatchObject({
      place: { name: 'Ratio' },
      accepted: 'The pad is always at this scale',
    });
  });

  test('is accepted no longer when its reason is taken away, and once only', () => {
    const kept = accepted('So it is');
    expect(accepted('Another reason', kept).accepted).toHaveLength(1);
    expect(accepted(undefined, kept).accepted).toEqual([]);
  });
});

test('a caption is lettered as its style says, but for what it has of its own', () => {
  const runsOf = (override?: Cell['override']) => {
    const document = withCell('material', { caption: { ...caption, ...(override && { override }) } });
    const facts = demoFacts(workshop, 'pawl', '316L');
    const request = { sizeId: A3, sheet: { number: 1, total: 1 }, show: 'values' as const };
    const composed = compose(document, request, facts, demoResources(workshop));
    if (!composed.ok) throw new Error(composed.reason);
    const runs = composed.scene.primitives.filter((one) => one.kind === 'text');
    return runs.find(({ text, source }) => source === 'material' && text === caption.text.toUpperCase())!;
  };
  expect(runsOf({ height: 2.5 }).height).toBe(2.5);
  expect(runsOf().height).toBe(1.8);
});
