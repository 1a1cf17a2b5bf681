import { type DrawingSources, type DrawnData, FrozenDrawing, frozenDrawing, planDrawing } from '@/core/drawing/sheets';
import { printedOtherwise } from '@/core/drawing/since';
import { composePlanned } from '@/core/scene/planning';
import { demoFacts, demoModels, demoPackage, demoResources, demoSpecimens } from '../demo';

const workshop = demoPackage('workshop-sheets');
const resources = demoResources(workshop);
const sources: DrawingSources = {
  document: workshop.format,
  facts: demoFacts(workshop),
  scale: '1:5',
  others: new Map(),
  models: demoModels(workshop),
  profile: workshop.profile.document,
};
const pawl: DrawnData = {
  number: 'KD-00007',
  specimen: 'pawl',
  variant: 'galvanised',
  sizeId: 'iso-a3-landscape',
  answers: { 'created-by': 'Ines Sundqvist' },
  overruled: {},
  revisions: [],
  items: {},
  sheets: [
    { id: 'first', name: '' },
    { id: 'winch', name: 'Where it goes', specimen: 'recovery-winch', variant: '316L', scale: '1:20' },
  ],
};
const scenes = (drawing: DrawnData, given: DrawingSources) =>
  planDrawing(drawing, given, resources).map((sheet) => {
    const composed = composePlanned(sheet, resources);
    return composed.ok && composed.scene;
  });

const renamed = demoSpecimens().map((one) =>
  one.id === 'pawl' ? { ...one, values: { ...one.values, Title: 'PAWL, LOCKING' } } : one,
);
const later: DrawingSources = {
  ...sources,
  models: demoModels(workshop, { specimens: renamed }),
  facts: { ...sources.facts, today: '2031-01-01', locale: { decimalMark: '.' } },
};

test('a finished drawing is made of what it printed, through JSON and back, whatever its model and the office say', () => {
  const frozen = FrozenDrawing.parse(JSON.parse(JSON.stringify(frozenDrawing(pawl, sources, {}))));
  expect(scenes(pawl, { ...later, frozen })).toEqual(scenes(pawl, sources));
  expect(scenes(pawl, later)).not.toEqual(scenes(pawl, sources));
});

test('what would print otherwise now is told cell by cell', () => {
  const frozen = frozenDrawing(pawl, sources, {});
  expect(printedOtherwise(pawl, { ...sources, frozen }, resources)).toEqual([]);
  const otherwise = printedOtherwise(pawl, { ...later, frozen }, resources);
  expect(otherwise).toContainEqual({ sheet: 1, cell: 'Title', was: 'PAWL', is: 'PAWL, LOCKING' });
  expect(otherwise.filter(({ cell }) => cell === 'Mass').map(({ sheet }) => sheet)).toEqual([1, 2]);
  expect(printedOtherwise(pawl, later, resources)).toEqual([]);
});

test('a trial drawing is marked across its sheet, under everything else, and has no number', () => {
  const [first] = planDrawing({ ...pawl, number: '' }, sources, resources);
  const composed = composePlanned(first!, resources);
  if (!composed.ok) throw new Error(composed.reason);
  const [mark] = composed.scene.primitives;
  expect(mark).toMatchObject({ kind: 'text', text: 'TRIAL', source: 'trial' });
  const { x, y, width, turn } = mark as { x: number; y: number; width: number; turn: number };
  const end = { x: x + width * Math.cos((turn * Math.PI) / 180), y: y + width * Math.sin((turn * Math.PI) / 180) };
  expect(Math.min(x, y)).toBeGreaterThan(0);
  expect([end.x < composed.scene.width, end.y < composed.scene.height]).toEqual([true, true]);
  expect(composed.report.cells.find(({ id }) => id === 'number')!.text).not.toContain('KD-');
});
