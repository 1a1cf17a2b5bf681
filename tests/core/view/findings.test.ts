import { findingWords } from '@/core/findings/words';
import { compose } from '@/core/scene/compose';
import { projectionsOf } from '@/core/view/placing';
import type { Projected, ProjectionState } from '@/core/view/projected';
import type { ViewedModel, ViewsToDraw } from '@/core/view/to-draw';
import type { SheetView, SheetViews } from '@/core/view/view';
import { demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const front: SheetView = { id: 'front', of: { kind: 'seen', from: 'front' }, style: 'outline' };
const isometric: SheetView = { id: 'iso', of: { kind: 'seen', from: 'isometric' }, style: 'outline' };
const seen: Projected = {
  middle: { x: 0, y: 0 },
  box: { x: -50, y: -30, width: 100, height: 60 },
  visible: [{ kind: 'line', from: { x: -50, y: 0 }, to: { x: 50, y: 0 } }],
  hidden: [],
  smooth: [],
  axes: [],
  centres: [],
  cut: [],
};

/** What is found about the views of an A3 sheet, and the scale that it prints. */
function found(
  views: SheetView[],
  scale: SheetViews['scale'],
  state: ProjectionState = { projected: seen },
  more: Partial<ViewedModel> = {},
) {
  const model: ViewedModel = {
    name: 'Pawl',
    kind: 'part',
    shape: { hash: 'a'.repeat(64), size: { x: 100, y: 40, z: 60 } },
    ...more,
  };
  const toDraw: ViewsToDraw = {
    setting: { views, scale, standing: { front: '-y', up: 'z' } },
    models: Object.fromEntries(views.map(({ id }) => [id, model])),
    profile: workshop.profile.document,
  };
  const projections = new Map([...projectionsOf(toDraw).keys()].map((key) => [key, state] as const));
  const composed = compose(
    workshop.format,
    { sizeId: 'iso-a3-landscape', sheet: { number: 1, total: 1, scale: '1:50' }, show: 'values', views: toDraw },
    demoFacts(workshop, 'pawl'),
    { ...demoResources(workshop), projections },
  );
  if (!composed.ok) throw new Error(composed.reason);
  const { report } = composed;
  return {
    words: report.findings.filter(({ code }) => /^view|^shape of|^part not/.test(code)).map(findingWords),
    scale: report.cells.find(({ caption }) => caption === 'SCALE')!.text,
    placed: report.views!.placed,
    empty: report.findings.filter(({ code }) => code === 'sheet mostly empty').map(findingWords),
  };
}

test('a sheet whose views take little of the clear area is mostly empty, a filled one is not', () => {
  expect(found([front], '1:5').empty).toEqual([
    expect.stringMatching(/^The views take \d % of the clear area; 25 % is wanted\./),
  ]);
  expect(found([front, isometric], '1:1').empty).toEqual([]);
});

test('what a section is to leave whole and its shape does not name is said; another name of it will do', () => {
  const whole = ['Drive shaft', 'Pin'];
  const section: SheetView = { id: 's', of: { kind: 'section', from: 'front', at: 0, whole }, style: 'outline' };
  const known = { whole: [{ name: 'Drive shaft', called: ['KW-2203'] }, { name: 'Pin' }] };
  const words = (uncut: string[]) => found([section], '1:1', { projected: { ...seen, uncut } }, known).words;
  expect(words(['KW-2203'])).toEqual([
    expect.stringContaining('the shape has no Pin, so nothing of it is left whole.'),
  ]);
  expect(words(['Drive shaft', 'Pin'])).toEqual([]);
});

test('views that stand apart in the clear area are no finding, and their scale is what the sheet prints', () => {
  expect(found([front, isometric], '1:1')).toMatchObject({ words: [], scale: '1:1' });
  expect(found([front], 'fit').scale).toBe('2:1');
});

test('views that do not fit are said, with the blocks and views that they lie on', () => {
  const { words } = found([front, isometric], '5:1');
  expect(words).toContain('The views do not find room in the clear area, even at 5:1.');
  expect(words.some((one) => /reaches over the drawing space|lies on/.test(one))).toBe(true);
});

test('one that is moved onto another, onto a block, or over the frame is said', () => {
  const on = (x: number, y: number) => found([front, { ...isometric, moved: { x, y } }], '1:2').words;
  const [a, b] = found([front, isometric], '1:2').placed;
  expect(on(a!.middle.x - b!.middle.x, a!.middle.y - b!.middle.y)).toEqual(['Front lies on another view: Isometric.']);
  expect(on(330 - b!.middle.x, 40 - b!.middle.y)).toEqual(['Title block: Isometric lies on “Title block”.']);
  expect(on(-b!.middle.x, 0)).toEqual(['Isometric reaches over the drawing space.']);
});

test('one that cannot be seen says why; one that is still projected says nothing', () => {
  expect(found([front], '1:2', { trouble: 'There is no solid body in it.' }).words).toEqual([
    'Front cannot be seen: There is no solid body in it.',
  ]);
  expect(found([front], '1:2', { projected: seen }, { shape: undefined }).words).toEqual([
    'Front cannot be seen: Pawl has no shape.',
  ]);
  expect(found([front], '1:2', 'waiting').words).toEqual([]);
});

test('an assembly whose file has other parts than its list is told by their names', () => {
  const parts = [
    { name: 'Barrel', at: { x: 0, y: 0 } },
    { name: 'Spacer', at: { x: 1, y: 0 } },
  ];
  const components = ['Barrel', 'Pawl wheel'].map((name) => ({ name, holds: [] }));
  expect(found([front], '1:2', { projected: { ...seen, parts } }, { kind: 'assembly', components }).words).toEqual([
    'The shape of Pawl has other components than its list. Only in the shape: Spacer. Only in the list: Pawl wheel.',
  ]);
});
