import type { Primitive } from '@/core/scene/scene';
import { isoProfile } from '@/core/profile/starts';
import { drawnViews } from '@/core/view/drawing';
import { placedViews } from '@/core/view/placing';
import type { Projected, ProjectionState } from '@/core/view/projected';
import type { ViewsToDraw } from '@/core/view/to-draw';
import type { SheetView } from '@/core/view/view';
import { demoPackage, demoResources } from '../demo';

const { fonts } = demoResources(demoPackage('workshop-sheets'));
const profile = isoProfile();
const size = { x: 100, y: 40, z: 60 };

/** A block of 100 × 60 with a bore of 20 in its middle, as its front is seen. */
const bored: Projected = {
  middle: { x: 50, y: 30 },
  box: { x: 0, y: 0, width: 100, height: 60 },
  visible: [
    { kind: 'line', from: { x: 0, y: 0 }, to: { x: 100, y: 0 } },
    { kind: 'arc', centre: { x: 50, y: 30 }, radius: 10, fromDeg: 0, toDeg: 360 },
  ],
  hidden: [{ kind: 'line', from: { x: 0, y: 30 }, to: { x: 100, y: 30 } }],
  smooth: [
    {
      kind: 'run',
      points: [
        { x: 0, y: 5 },
        { x: 50, y: 6 },
        { x: 100, y: 5 },
      ],
    },
  ],
  axes: [{ from: { x: 0, y: 30 }, to: { x: 100, y: 30 }, radius: 10 }],
  centres: [{ at: { x: 50, y: 30 }, radius: 10 }],
  cut: [],
};

function drawn(
  views: SheetView[],
  state: ProjectionState | undefined,
  more: Partial<ViewsToDraw['models'][string]> = {},
) {
  const model = { name: 'Block', kind: 'part' as const, shape: { hash: 'a'.repeat(64), size }, ...more };
  const placed = placedViews(
    {
      setting: { views, scale: '1:2', standing: { front: '-y', up: 'z' } },
      models: Object.fromEntries(views.map(({ id }) => [id, model])),
      profile,
    },
    { x: 0, y: 0, width: 400, height: 280 },
  );
  const known = new Map(placed.views.flatMap(({ key }) => (key !== undefined && state ? [[key, state] as const] : [])));
  return { primitives: drawnViews({ profile, fonts }, placed, known), placed };
}
const front: SheetView = { id: 'front', of: { kind: 'seen', from: 'front' }, style: 'outline' };
const of = <K extends Primitive['kind']>(primitives: Primitive[], kind: K) =>
  primitives.filter((one): one is Primitive & { kind: K } => one.kind === kind);

test('lines stand at scale about the middle; arcs stay arcs; each knows its view', () => {
  const { primitives } = drawn([front], { projected: bored });
  const [edge] = of(primitives, 'line').filter(({ layer }) => layer === 'outlines');
  expect(edge).toMatchObject({ from: { x: 175, y: 125 }, to: { x: 225, y: 125 }, source: 'view front' });
  expect(of(primitives, 'arc')[0]).toMatchObject({ centre: { x: 200, y: 140 }, radius: 5 });
  expect(edge!.width).toBe(0.5);
});

test('centre lines run beyond their outlines as the profile has it', () => {
  const { primitives } = drawn([front], { projected: bored });
  const { centreBeyond } = profile.lines;
  const [axis, across] = of(primitives, 'line').filter(({ layer }) => layer === 'centre');
  expect(axis!.type).toBe('long-dashed dotted');
  expect(axis!.from.x).toBeCloseTo(175 - centreBeyond, 9);
  expect(across!.to.x).toBeCloseTo(205 + centreBeyond, 9);
});

test('hidden lines and smooth edges are drawn where they are wanted', () => {
  const layers = (view: SheetView) => new Set(drawn([view], { projected: bored }).primitives.map(({ layer }) => layer));
  expect(layers(front).has('hidden')).toBe(false);
  expect(layers({ ...front, style: 'outline with hidden lines' }).has('hidden')).toBe(true);
  expect(of(drawn([front], { projected: bored }).primitives, 'run')).toEqual([]);
  const [smooth] = of(drawn([{ ...front, smooth: true }], { projected: bored }).primitives, 'run');
  expect(smooth).toMatchObject({ width: 0.25 });
  expect(smooth!.points).toHaveLength(3);
});

test('until it is projected, and where it cannot be, the outline of its box stands for a view', () => {
  for (const state of ['waiting', undefined, { trouble: 'No' }] as const)
    expect(of(drawn([front], state).primitives, 'line')).toHaveLength(6);
});

test('a section is hatched, titled, and its plane drawn in the view that shows it from its side', () => {
  const ring = [
    { x: 0, y: 0 },
    { x: 40, y: 0 },
    { x: 40, y: 60 },
    { x: 0, y: 60 },
  ];
  const section: SheetView = { id: 'cut', of: { kind: 'section', from: 'left', at: 0 }, style: 'outline' };
  const { primitives } = drawn([front, section], { projected: { ...bored, cut: [{ solid: 0, rings: [ring] }] } });
  expect(of(primitives, 'line').some(({ layer }) => layer === 'hatching')).toBe(true);
  expect(of(primitives, 'text').map(({ text }) => text)).toEqual(expect.arrayContaining(['A–A', 'A']));
  expect(of(primitives, 'fill').filter(({ layer }) => layer === 'section')).toHaveLength(2);
});

test('a detail shows what its circle holds, larger, and no more', () => {
  const detail: SheetView = {
    id: 'big',
    of: { kind: 'detail', of: 'front', at: { x: 0, y: 0 }, radius: 15, times: 4 },
    style: 'outline',
  };
  const { primitives, placed } = drawn([front, detail], { projected: bored });
  const own = primitives.filter(({ source }) => source === 'view big');
  // At 2:1 the bore is 20, the circle 30; the edge at the bottom is out of it.
  expect(placed.views[1]!.factor).toBe(2);
  expect(
    of(own, 'arc')
      .map(({ radius }) => radius)
      .sort((a, b) => a - b),
  ).toEqual([7.5, 20, 30]);
  expect(of(own, 'line')).toEqual([]);
});

test('every part has one balloon with its item number, and no two leaders cross', () => {
  const names = ['Barrel', 'Flange', 'Shaft', 'Wheel', 'Flange'];
  const parts = names.map((name, i) => ({ name, at: { x: 10 + 17 * i, y: 10 + 13 * ((i * 3) % 5) } }));
  const components = ['Barrel', 'Flange', 'Shaft', 'Wheel'].map((name, i) => ({
    name,
    item: String(i + 1),
    holds: [],
  }));
  const { primitives } = drawn([{ ...front, balloons: true }], { projected: { ...bored, parts } }, { components });
  expect(
    of(primitives, 'text')
      .map(({ text }) => text)
      .sort(),
  ).toEqual(['1', '2', '3', '4']);
  const leaders = of(primitives, 'line').filter(({ layer }) => layer === profile.lines.roles.leader.layer);
  expect(leaders).toHaveLength(4);
  const side = (a: { x: number; y: number }, b: typeof a, c: typeof a) =>
    Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  leaders.forEach((one, i) => {
    for (const other of leaders.slice(i + 1)) {
      const crosses =
        side(one.from, one.to, other.from) !== side(one.from, one.to, other.to) &&
        side(other.from, other.to, one.from) !== side(other.from, other.to, one.to);
      expect(crosses).toBe(false);
    }
  });
});

test('a shaded view is a picture under its outlines', () => {
  const shaded = { hash: 'b'.repeat(64), pixels: { width: 100, height: 60 }, box: bored.box };
  const { primitives } = drawn([{ ...front, style: 'shaded' }], { projected: { ...bored, shaded } });
  expect(primitives[0]).toMatchObject({ kind: 'image', x: 175, y: 125, width: 50, height: 30 });
});
