import { readFileSync } from 'node:fs';
import { readStarter, type StarterDocument } from '@/core/starter/starter';
import { freshSheet, freshStarter } from '@/core/starter/fresh';
import { type Starting, starterKind, startedSheets } from '@/core/starter/starting';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimen } from '../demo';

const workshop = demoPackage('workshop-sheets');
const read = readStarter(JSON.parse(readFileSync('demo/starters/workshop-drawings.json', 'utf8')));
if (!read.ok) throw new Error(read.reason);
const usual = read.starter;

const starting = (specimen: string, starter: StarterDocument = usual, variant?: string): Starting => ({
  starter,
  drawing: { number: 'KD-00009', answers: {}, overruled: {}, specimen, variant, revisions: [], items: {} },
  sources: {
    document: workshop.format,
    others: new Map(),
    models: demoModels(workshop),
    profile: workshop.profile.document,
    facts: demoFacts(workshop),
    scale: '',
  },
  editions: new Map(),
  resources: demoResources(workshop),
});

test.each([
  ['drive-shaft', 'turned'],
  ['drum-barrel', 'turned'],
  ['drum-flange', 'flat'],
  ['side-cheek', 'flat'],
  ['guard', 'folded'],
  ['pawl-wheel', 'part'],
  ['recovery-winch', 'assembly'],
])('%s takes the sheets of %s', (id, kind) => {
  expect(starterKind(demoSpecimen(id), usual)).toBe(kind);
});

test('the winch gets a cover sheet and a sheet for every part made here, each by its form', () => {
  const { sheets, leftOut } = startedSheets(starting('recovery-winch'));
  expect(leftOut).toEqual([]);
  expect(sheets.map(({ name }) => name)).toEqual([
    'Assembly',
    'Drum barrel',
    'Drum flange',
    'Drive shaft',
    'Pawl wheel',
    'Side cheek',
    'Pawl',
    'Guard',
  ]);
  expect(sheets[0]!.specimen).toBeUndefined();
  expect(sheets.at(-1)).toMatchObject({ specimen: 'guard' });
  expect(sheets.at(-1)!.views!.views.map(({ of }) => of.kind)).toContain('flat');
  // The bought roller is not drawn; every sheet has an id of its own and a scale that is settled.
  expect(sheets.some(({ specimen }) => specimen === 'fairlead-roller')).toBe(false);
  expect(new Set(sheets.map(({ id }) => id)).size).toBe(8);
  for (const { views } of sheets) expect(views!.scale).toMatch(/^\d+:\d+$/);
});

test('the smallest sheet is taken on which the views stand at the wanted scale, or at a smaller one, as the sheet says', () => {
  const wanted = (gives: 'scale' | 'sheet'): StarterDocument => ({
    ...freshStarter('Wanted'),
    sheets: {
      ...freshStarter('Wanted').sheets,
      part: [{ ...freshSheet('a'), gives, views: { ...freshSheet('a').views, scale: '1:2' } }],
    },
  });
  const sized = (gives: 'scale' | 'sheet') => startedSheets(starting('side-cheek', wanted(gives))).sheets[0]!;
  expect(sized('scale')).toMatchObject({ sizeId: 'iso-a4-portrait', views: { scale: '1:10' } });
  expect(sized('sheet')).toMatchObject({ sizeId: 'iso-a1-landscape', views: { scale: '1:2' } });
});

test('a view that a model does not have is left out and said', () => {
  const flat = [{ id: 'f', of: { kind: 'flat' as const }, style: 'outline' as const }, ...freshSheet('a').views.views];
  const starter = { ...usual, sheets: { ...usual.sheets, turned: [freshSheet('a', flat)] } };
  const { sheets, leftOut } = startedSheets(starting('drive-shaft', starter));
  expect(leftOut).toEqual(['Drive shaft has no flat shape, so that view is left out.']);
  expect(sheets[0]!.views!.views).toHaveLength(4);
});

test('a view that is pulled apart begins as was kept with the assembly, but for what the starter moves', () => {
  const apart = {
    id: 'p',
    of: { kind: 'seen' as const, from: 'isometric' as const, apart: { Pawl: [0, 0, 5] as const } },
  };
  const sheet = freshSheet('a', [{ ...apart, style: 'outline' as const }]);
  const given = starting('recovery-winch', { ...usual, sheets: { ...usual.sheets, assembly: [sheet] } });
  const winch = { ...demoSpecimen('recovery-winch'), apart: { Pawl: [1, 1, 1] as const, Guard: [0, 80, 0] as const } };
  const models = {
    ...given.sources.models,
    specimens: new Map([...given.sources.models.specimens, [winch.id, winch]]),
  };
  const { sheets } = startedSheets({ ...given, sources: { ...given.sources, models } });
  expect(sheets[0]!.views!.views[0]!.of).toMatchObject({ apart: { Pawl: [0, 0, 5], Guard: [0, 80, 0] } });
});

test('every component is one sheet, whatever it is made of; without a beginning, parts with a shape are made here', () => {
  const shows = (what: 'components' | 'parts made here'): StarterDocument => ({
    ...usual,
    madeHere: [],
    sheets: { ...usual.sheets, assembly: [{ ...freshSheet('a'), shows: { what } }] },
  });
  const names = (what: 'components' | 'parts made here') =>
    startedSheets(starting('recovery-winch', shows(what))).sheets.map(({ name }) => name);
  expect(names('components')).toEqual(['Drum assembly', 'Side cheek', 'Pawl', 'Fairlead roller', 'Guard']);
  expect(names('parts made here')).toContain('Fairlead roller');
  const { sheets, leftOut } = startedSheets(
    starting('pawl', {
      ...shows('components'),
      sheets: { ...usual.sheets, part: [{ ...freshSheet('a'), shows: { what: 'components' } }] },
    }),
  );
  expect([sheets.length, leftOut]).toEqual([0, ['A sheet: Pawl has none of what it shows.']]);
});

test('what is no starter is refused in words', () => {
  const reason = (json: unknown) => {
    const outcome = readStarter(json);
    return outcome.ok ? '' : outcome.reason;
  };
  expect(reason({ ...usual, name: ' ' })).toMatch(/name/);
  expect(reason({ ...usual, version: 2 })).toMatch(/newer/);
  const twice = { ...usual, sheets: { ...usual.sheets, part: [freshSheet('a'), freshSheet('a')] } };
  expect(reason(twice)).toContain('two sheets have the same id');
});
