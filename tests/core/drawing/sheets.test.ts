import { lossesOn } from '@/core/drawing/resizing';
import { revise } from '@/core/drawing/revising';
import {
  DrawingSheets,
  type DrawingSources,
  type DrawnData,
  drawnSheets,
  planDrawing,
  sheetTitle,
  zoneLabelsOf,
} from '@/core/drawing/sheets';
import { viewedModel } from '@/core/drawing/viewed';
import type { RevisionRow } from '@/core/revision/rows';
import { compose } from '@/core/scene/compose';
import { withFormer } from '@/core/specimen/specimen';
import { componentNamed } from '@/core/view/components';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimen, demoSpecimens } from '../demo';
import { revisionRow } from '../../builders';

const [workshop, inch] = ['workshop-sheets', 'inch-sheets'].map(demoPackage) as [
  ReturnType<typeof demoPackage>,
  ReturnType<typeof demoPackage>,
];
const resources = demoResources({ ...workshop, properties: [...workshop.properties, ...inch.properties] });
const sources: DrawingSources = {
  document: workshop.format,
  facts: demoFacts(workshop),
  scale: workshop.sample.scale,
  others: new Map([['inch-edition', inch.format]]),
  models: demoModels(workshop),
  profile: workshop.profile.document,
};
const winch: DrawnData = {
  number: 'KD-00042',
  specimen: 'recovery-winch',
  variant: '316L',
  sizeId: 'iso-a3-landscape',
  answers: { 'created-by': 'Ines Sundqvist', 'approved-by': 'Orsolya Brandt', language: 'en' },
  overruled: {},
  revisions: [],
  items: {},
  sheets: [{ id: 'first', name: 'Whole' }],
};

/** What cells of each sheet print, by the cells' ids. */
function printed(drawing: DrawnData, ...cells: string[]) {
  return planDrawing(drawing, sources, resources).map(({ document, sizeId, place, facts }) => {
    const made = compose(document, { sizeId, sheet: place, show: 'values' }, facts, resources);
    if (!made.ok) throw new Error(made.reason);
    return cells.map((id) => made.report.cells.find((cell) => cell.id === id)?.text);
  });
}

describe('the sheets of a drawing', () => {
  const several: DrawnData = {
    ...winch,
    sheets: [
      ...winch.sheets,
      { id: 'pawl', name: 'Pawl', specimen: 'pawl', variant: '316L', sizeId: 'iso-a4-portrait', scale: '1:1' },
      { id: 'inch', name: '', edition: 'inch-edition' },
    ],
  };

  test('have what they say for themselves, and else the drawing’s', () => {
    const { sheets } = drawnSheets(several, sources);
    expect(sheets.map(({ document, sizeId, scale, facts }) => [document.id, sizeId, scale, facts.model?.name])).toEqual(
      [
        ['workshop-sheets', 'iso-a3-landscape', '1:2', 'Recovery winch'],
        ['workshop-sheets', 'iso-a4-portrait', '1:1', 'Pawl'],
        // A size that the other format does not serve is its main one.
        ['inch-sheets', 'asme-b-landscape', '1:2', 'Recovery winch'],
      ],
    );
    expect(planDrawing(several, sources, resources).map(sheetTitle)).toEqual([
      'Sheet 1, Whole',
      'Sheet 2, Pawl',
      'Sheet 3',
    ]);
  });

  test('their numbers, totals and links follow when they are put into another order', () => {
    expect(printed(several, 'sheet', 'c-sheet', 'title', 'c-title')).toEqual([
      ['1 / 3', undefined, 'RECOVERY WINCH', undefined],
      [undefined, '2 / 3', undefined, 'PAWL'],
      ['3 OF 3', undefined, 'RECOVERY WINCH', undefined],
    ]);
    const [first, pawl, other] = several.sheets;
    expect(printed({ ...several, sheets: [pawl!, first!, other!] }, 'c-sheet')[0]).toEqual(['1 / 3']);
  });

  test.each([
    [[], 'a drawing has one sheet at least'],
    [
      [
        { id: 'a', name: '' },
        { id: 'a', name: '' },
      ],
      'two sheets have the same id',
    ],
    [[{ id: 'a', name: '', scale: 'half' }], 'a scale is written 1:2, or “as noted”'],
  ])('%j are refused', (sheets, reason) => {
    expect(DrawingSheets.safeParse(sheets).error?.issues[0]?.message).toBe(reason);
  });

  test('item numbers that were given stay; each assembly has its own', () => {
    const { items } = drawnSheets(
      { ...winch, sheets: [...winch.sheets, { id: 'drum', name: '', specimen: 'drum-assembly', variant: '316L' }] },
      sources,
    );
    expect(Object.keys(items)).toEqual([
      'recovery-winch components by part-number',
      'drum-assembly components by part-number',
    ]);
    const given = { 'recovery-winch components by part-number': { 'KW-2206-S': 1, 'KW-2204-S': 7 } };
    const kept = drawnSheets({ ...winch, items: given }, sources).items['recovery-winch components by part-number'];
    expect(kept).toMatchObject({ 'KW-2206-S': 1, 'KW-2204-S': 7, 'KW-2200-S': 8 });
  });

  test('zones are named as each sheet labels them', () => {
    const sheet = (made: typeof workshop, sizeId: string) => ({
      document: made.format,
      sizeId,
      facts: demoFacts(made),
    });
    expect(zoneLabelsOf(sheet(workshop, 'iso-a4-portrait'))).toEqual({
      letters: ['A', 'B', 'C', 'D', 'E', 'F'],
      numerals: ['1', '2', '3', '4'],
    });
    expect(zoneLabelsOf(sheet(inch, 'asme-b-landscape'))).toEqual({
      letters: ['A', 'B'],
      numerals: ['1', '2', '3', '4'],
    });
    expect(zoneLabelsOf(sheet(demoPackage('sketch-sheet'), 'custom-1'))).toEqual({ letters: [], numerals: [] });
  });
});

describe('revising', () => {
  const around = {
    ...sources,
    resources,
    scheme: { sequence: { kind: 'letters' as const, omit: ['I', 'O'] } },
    today: '2026-06-02',
  };
  const revised = { ...winch, revisions: [revisionRow('A'), revisionRow('B')] };

  test('adds, changes the newest, withdraws; the title block follows', () => {
    const added = revise(revised, { add: revisionRow('C', { zones: ['F8'] }) }, around);
    if (!added.ok) throw new Error(added.reason);
    expect(added.rows.map(({ revision }) => revision)).toEqual(['A', 'B', 'C']);
    expect(printed({ ...winch, revisions: added.rows }, 'revision')).toEqual([['C']]);
    const changed = revise(revised, { change: revisionRow('B', { description: 'Otherwise' }) }, around);
    expect(changed.ok && changed.rows.at(-1)!.description).toBe('Otherwise');
    const withdrawn = revise(revised, { withdraw: 'B' }, around);
    expect(withdrawn.ok && withdrawn.rows).toHaveLength(1);
  });

  test.each<[Partial<RevisionRow>, string, RegExp]>([
    [{ revision: 'D' }, 'revision', /D would skip C/],
    [{ zones: ['A9'] }, 'zones', /Sheet 1 has no zone A9; it has A to F and 1 to 8/],
    [{ date: '2026-06-03' }, 'date', /is in the future; today is 2026-06-02/],
    [{ date: '2026-05-01' }, 'date', /is before revision B/],
    [{ description: 'W'.repeat(200) }, 'description', /“What was changed” is too long for its row on A3/],
    [{ approvedBy: 'Orsolya Brandt' }, 'approvedBy', /Who approves a revision signs it/],
  ])('refuses %j and says at which datum', (change, place, reason) => {
    expect(revise(revised, { add: revisionRow('C', change) }, around)).toEqual({
      ok: false,
      place,
      reason: expect.stringMatching(reason),
    });
  });

  test('a revision may be on a sheet that followed by itself', () => {
    const small = { ...winch, sizeId: 'iso-a4-portrait' };
    expect(planDrawing(small, sources, resources)).toHaveLength(2);
    expect(revise(small, { add: revisionRow('A', { zones: ['2-B3'] }) }, around).ok).toBe(true);
    expect(revise(small, { add: revisionRow('A', { zones: ['3-B3'] }) }, around)).toMatchObject({
      reason: 'There is no sheet 3; the drawing has 2.',
    });
  });
});

test('another size: what no longer fits, what is not printed there, and sheets that follow are told', () => {
  const drawing = {
    ...winch,
    revisions: ['A', 'B', 'C', 'D'].map((name) => revisionRow(name)),
    overruled: { finish: 'x' },
  };
  expect(lossesOn('iso-a4-portrait', drawing, sources, resources)).toEqual([
    'Checked by, Document status, Language are not printed on it; what was answered is kept.',
    'There are 2 sheets now, 1 more.',
  ]);
  expect(lossesOn('iso-a2-landscape', drawing, sources, resources)).toEqual([]);
  const zoned = { ...winch, revisions: [revisionRow('A', { zones: ['B3', 'C7'] })] };
  expect(lossesOn('iso-a4-portrait', zoned, sources, resources)).toContain(
    'Revision A names zone C7. Sheet 1 has no zone C7; it has A to F and 1 to 4.',
  );
  expect(lossesOn('iso-a2-landscape', zoned, sources, resources)).toEqual([]);
  const long = {
    ...drawing,
    answers: { ...drawing.answers, 'created-by': 'Wilhelmina Montgomery-Hawthorne-Vandermeulen' },
  };
  expect(lossesOn('iso-a4-portrait', long, sources, resources)).not.toEqual([]);
});

test('a model that is renamed keeps its balloon: files of shapes go on to call it what it was', () => {
  const assembly = demoSpecimen('recovery-winch');
  const renamed = demoSpecimens().map((one) =>
    one.id === 'pawl' ? withFormer(one, { ...one, name: 'Sperrklinke' }) : one,
  );
  const models = demoModels(workshop, { specimens: renamed });
  const numbers = drawnSheets(winch, { ...sources, models }).items;
  const { components } = viewedModel(assembly, undefined, { document: workshop.format, models }, numbers, []);
  const before = viewedModel(assembly, undefined, { document: workshop.format, models: sources.models }, numbers, []);
  const item = (of: typeof components, name: string) => componentNamed(of!, name)?.item;
  expect(item(before.components, 'Pawl')).toMatch(/^\d+$/);
  expect(item(components, 'Pawl')).toBe(item(before.components, 'Pawl'));
  expect(componentNamed(components!, 'Pawl')!.name).toBe('Sperrklinke');
  // Another model that is called so now has the name for itself.
  const taken = components!.map((one) => (one.name === 'Guard' ? { ...one, name: 'Pawl' } : one));
  expect(item(taken, 'Pawl')).toBe(item(components, 'Guard'));
});
