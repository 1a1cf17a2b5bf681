import { contains, inflated, overlaps } from '@/core/geometry/box';
import { isoProfile } from '@/core/profile/starts';
import { componentNamed, differingComponents } from '@/core/view/components';
import {
  detailAt,
  laidOutAgain,
  NO_VIEWS,
  withChanged,
  withMoved,
  withPartMoved,
  withoutView,
  withSlotFilled,
  withView,
} from '@/core/view/changing';
import { ISOMETRIC_LINES } from '@/core/view/direction';
import { placedViews, projectionsOf, scaleText, shownIn } from '@/core/view/placing';
import type { Projected } from '@/core/view/projected';
import type { ViewsToDraw } from '@/core/view/to-draw';
import type { SheetView, SheetViews } from '@/core/view/view';

const shape = { hash: 'a'.repeat(64), size: { x: 100, y: 40, z: 60 } };
const view = (id: string, of: SheetView['of'], more: Partial<SheetView> = {}): SheetView => ({
  id,
  of,
  style: 'outline',
  ...more,
});
const seen = (from: 'front' | 'above' | 'left' | 'isometric') => ({ kind: 'seen' as const, from });

/** Views of a box as it is modelled. */
function toDraw(views: SheetView[], scale: SheetViews['scale'] = 'fit', size = shape.size): ViewsToDraw {
  const model = { name: 'Pawl', kind: 'part' as const, shape: { ...shape, size } };
  return {
    setting: { views, scale, standing: { front: '-y', up: 'z' } },
    models: Object.fromEntries(views.filter(({ specimen }) => specimen !== null).map(({ id }) => [id, model])),
    profile: isoProfile(),
  };
}
const A3 = { x: 20, y: 10, width: 400, height: 277 };
const placedIn = (given: ViewsToDraw) =>
  Object.fromEntries(placedViews(given, A3).views.map((one) => [one.view.id, one]));

/*
 * A front view alone in 400 × 277 has 384 × 261 between its borders. The largest size for each scale of the series, by hand:
 * width up to, height up to.
 */
const LARGEST: readonly [scale: string, width: number, height: number][] = [
  ['50:1', 7.68, 5.22],
  ['20:1', 19.2, 13.05],
  ['10:1', 38.4, 26.1],
  ['5:1', 76.8, 52.2],
  ['2:1', 192, 130.5],
  ['1:1', 384, 261],
  ['1:2', 768, 522],
  ['1:5', 1920, 1305],
  ['1:10', 3840, 2610],
  ['1:20', 7680, 5220],
  ['1:50', 19200, 13050],
];
const WIDTHS = [4, 7.6, 7.7, 19, 20, 38, 39, 76, 77, 191, 193, 383, 385, 767, 769, 1919, 1921, 3839, 7679, 19199];
const HEIGHTS = [5, 5.3, 13, 26, 27, 52, 130, 260, 262, 1304];

test('a part of a view that is pulled apart is moved, and put back; other views have no parts to be moved', () => {
  const apart = {
    id: 'p',
    of: { kind: 'seen' as const, from: 'isometric' as const, apart: {} },
    style: 'outline' as const,
  };
  const setting = { views: [apart], scale: 'fit' };
  const moved = withPartMoved(setting, 'p', 'Pawl', [0, 0, 40]);
  expect(moved.views[0]!.of).toMatchObject({ apart: { Pawl: [0, 0, 40] } });
  expect(withPartMoved(moved, 'p', 'Pawl', undefined)).toEqual(setting);
  const whole = { views: [{ ...apart, of: { kind: 'seen' as const, from: 'front' as const } }], scale: 'fit' };
  expect(withPartMoved(whole, 'p', 'Pawl', [0, 0, 40])).toBe(whole);
});

test('the scale of 200 boxes is that of the table', () => {
  for (const x of WIDTHS) {
    for (const z of HEIGHTS) {
      const [scale] = LARGEST.find(([, width, height]) => x <= width && z <= height)!;
      const placed = placedViews(toDraw([view('front', seen('front'))], 'fit', { x, y: 1, z }), A3);
      expect([x, z, placed.scale]).toEqual([x, z, scale]);
    }
  }
});

test('a scale that is wanted stays, and is said not to fit', () => {
  const views = [view('front', seen('front')), view('left', seen('left'))];
  expect(placedViews(toDraw(views, '1:1'), A3)).toMatchObject({ scale: '1:1', fits: true });
  expect(placedViews(toDraw(views, '5:1'), A3)).toMatchObject({ scale: '5:1', fits: false });
});

test('a view takes the room of what is seen of it, once that is known; what was finished before, of the corners', () => {
  // A drum of 200 seen from a corner: about 200 wide, where the corners of its box are 283 apart.
  const drum = toDraw([view('iso', seen('isometric'))], 'fit', { x: 200, y: 200, z: 200 });
  const round: Projected = {
    middle: { x: 10, y: 20 },
    box: { x: -95, y: -92, width: 210, height: 224 },
    visible: [],
    hidden: [],
    smooth: [],
    axes: [],
    centres: [],
    cut: [],
  };
  const known = (given: ViewsToDraw) =>
    new Map([...projectionsOf(given).keys()].map((key) => [key, { projected: round }] as const));
  const area = { x: 0, y: 0, width: 300, height: 245 };
  expect(placedViews({ ...drum, manner: 2 }, area, { projections: known(drum) })).toMatchObject({
    scale: '1:1',
    fits: true,
  });
  expect(placedViews({ ...drum, manner: 2 }, area)).toMatchObject({ scale: '1:2' });
  expect(placedViews(drum, area, { projections: known(drum) })).toMatchObject({ scale: '1:2' });
  const [iso] = placedViews({ ...drum, manner: 2 }, area, { projections: known(drum) }).views;
  expect(iso!.box).toMatchObject({ width: 210, height: 224 });
});

test('a shape whose reach is known takes the room of what it shows from a corner before it is projected', () => {
  // A ball of 200: 200 wide from anywhere, where the corners of its box are 283 apart.
  const ball = toDraw([view('iso', seen('isometric'))], 'fit', { x: 200, y: 200, z: 200 });
  const reach = ISOMETRIC_LINES.map(() => 100);
  const known = { ...ball, models: { iso: { ...ball.models.iso!, shape: { ...ball.models.iso!.shape!, reach } } } };
  const area = { x: 0, y: 0, width: 220, height: 220 };
  expect(placedViews(known, area)).toMatchObject({ scale: '1:1', views: [{ box: { width: 200, height: 200 } }] });
  expect(placedViews(ball, area)).toMatchObject({ scale: '1:2' });
});

test('an isometric view stands beside the title block where it finds no field among the others; not in what was finished before', () => {
  // The largest clear rectangle is over a block at the lower right; beside the block 200 × 100 are free.
  const space = { x: 0, y: 0, width: 400, height: 260 };
  const block = { x: 210, y: 0, width: 190, height: 100 };
  const area = { x: 0, y: 100, width: 400, height: 160 };
  const views = [view('front', seen('front')), view('above', seen('above')), view('iso', seen('isometric'))];
  const given = { ...toDraw(views, '1:1', { x: 90, y: 25, z: 20 }), manner: 3 as const };
  const place = (toDraw: ViewsToDraw, height = 160) =>
    placedViews(toDraw, { ...area, height }, { around: { space, taken: [block] } });
  const tight = { ...given, setting: { ...given.setting, scale: '2:1' } };
  const placed = place(tight);
  expect(placed.fits).toBe(true);
  expect(place({ ...tight, manner: 2 }).fits).toBe(false);
  const boxes = placed.views.map(({ box }) => box);
  boxes.forEach((box, i) => {
    expect(contains(inflated(space, -8), box)).toBe(true);
    expect(overlaps(inflated(block, 8), box)).toBe(false);
    for (const other of boxes.slice(i + 1)) expect(overlaps(inflated(other, 15), box)).toBe(false);
  });
});

test('views in projection stand in line, and move with the front view', () => {
  const views = [view('front', seen('front')), view('above', seen('above')), view('left', seen('left'))];
  const before = placedIn(toDraw(views));
  expect(before.above!.middle.x).toBe(before.front!.middle.x);
  expect(before.left!.middle.y).toBe(before.front!.middle.y);
  const setting = withMoved({ views, scale: 'fit' }, 'front', { x: 10, y: -5 });
  const after = placedIn(toDraw(setting.views));
  for (const id of ['front', 'above', 'left'])
    expect(after[id]!.middle).toEqual({ x: before[id]!.middle.x + 10, y: before[id]!.middle.y - 5 });
});

test('a view in projection goes along its lines alone until it is freed, and is then lettered and shown by an arrow', () => {
  const views = [view('front', seen('front')), view('left', seen('left'))];
  const moved = withMoved({ views, scale: 'fit' }, 'left', { x: 12, y: 30 });
  expect(moved.views[1]!.moved).toEqual({ x: 12, y: 0 });
  const freed = withMoved(withChanged({ views, scale: 'fit' }, 'left', { free: true }), 'left', { x: 12, y: 30 });
  expect(freed.views[1]!.moved).toEqual({ x: 12, y: 30 });
  const placed = placedViews(toDraw(freed.views), A3).views;
  expect(placed[1]).toMatchObject({ letter: 'A', title: { words: 'A' } });
  expect(shownIn(placed[1]!, placed)).toBe(placed[0]);
  expect(laidOutAgain(freed).views).toEqual(views);
});

test('sections and details are lettered in the order of the views, by the profile', () => {
  const placed = placedIn(
    toDraw([
      view('front', seen('front')),
      view('cut', { kind: 'section', from: 'left', at: 5 }),
      view('big', { kind: 'detail', of: 'front', at: { x: 10, y: 5 }, radius: 8, times: 2 }),
    ]),
  );
  expect(placed.cut).toMatchObject({ letter: 'A', title: { words: 'A–A' }, projection: { cut: 5 } });
  // The sheet's scale is 2:1; twice as large is nearest to 5:1 of the series.
  expect(placed.big).toMatchObject({ letter: 'B', factor: 5, title: { words: 'B', scale: '5:1' } });
});

test('a view of its own scale says it in its title; factors are written as scales', () => {
  expect([2, 0.5, 1, 0.4, 5].map(scaleText)).toEqual(['2:1', '1:2', '1:1', '1:2.5', '5:1']);
});

test('what a model does not have is said, and its place stays', () => {
  const given = toDraw([view('flat', { kind: 'flat' }), view('slot', seen('front'), { specimen: null })]);
  const placed = placedIn(given);
  expect(placed.flat!.lacks).toBe('Pawl has no flat shape.');
  expect(placed.slot!.lacks).toContain('A place kept for a view');
  expect(placed.flat!.box.width).toBeGreaterThan(0);
  expect(projectionsOf(given).size).toBe(0);
});

test('the same view of the same shape is one projection, whatever its place and scale', () => {
  const one = projectionsOf(toDraw([view('a', seen('front'))]));
  const other = projectionsOf(toDraw([view('b', seen('front'), { moved: { x: 3, y: 4 }, scale: '1:10' })], '1:2'));
  expect([...one.keys()]).toEqual([...other.keys()]);
  expect(projectionsOf(toDraw([view('a', seen('front'), { style: 'shaded' })])).has([...one.keys()][0]!)).toBe(false);
});

test('views are added, taken away with their details, and slots filled in their order', () => {
  let setting = withView(NO_VIEWS, 'front', seen('front'));
  setting = withView(setting, 'slot', seen('left'), { specimen: null });
  const [front] = placedViews(toDraw(setting.views), A3).views;
  setting = withView(setting, 'big', detailAt({ ...front!, id: 'front' }, front!.middle));
  expect(setting.views[2]!.of).toMatchObject({ kind: 'detail', of: 'front', at: { x: 0, y: 0 }, radius: 12 });
  expect(withoutView(setting, 'front').views.map(({ id }) => id)).toEqual(['slot']);
  expect(withSlotFilled(setting, 'pawl').views[1]!.specimen).toBe('pawl');
  expect(withSlotFilled(NO_VIEWS, 'pawl')).toBe(NO_VIEWS);
});

test('parts of a file are told by the names of components and of what these hold', () => {
  const components = [
    { name: 'Drum assembly', item: '1', holds: ['Drum barrel', 'Drive shaft'] },
    { name: 'Pawl', item: '2', holds: [] },
  ];
  expect(componentNamed(components, 'DRUM BARREL')?.item).toBe('1');
  expect(differingComponents(components, [{ name: 'Drive shaft' }, { name: 'Spacer' }])).toEqual({
    onlyInShape: ['Spacer'],
    onlyInList: ['Pawl'],
  });
});
