import { AS_MODELLED, axesOf, cross, dot, viewSize } from '@/core/view/direction';
import { partForm, usualStanding } from '@/core/view/standing';

// Right, up and the way to whoever looks, of a model that is seen against y with z up.
test.each([
  ['front', [1, 0, 0], [0, 0, 1], [0, -1, 0]],
  ['above', [1, 0, 0], [0, 1, 0], [0, 0, 1]],
  ['below', [1, 0, 0], [0, -1, 0], [0, 0, -1]],
  ['left', [0, -1, 0], [0, 0, 1], [-1, 0, 0]],
  ['right', [0, 1, 0], [0, 0, 1], [1, 0, 0]],
  ['rear', [-1, 0, 0], [0, 0, 1], [0, 1, 0]],
] as const)('the view %s', (direction, right, up, toViewer) => {
  expect(axesOf(direction, AS_MODELLED)).toEqual({ right, up, toViewer });
});

test.each(['isometric', 'isometric left', 'isometric rear', 'isometric rear left'] as const)(
  'in the view %s all three axes are foreshortened alike, by √⅔',
  (direction) => {
    const { right, up, toViewer } = axesOf(direction, AS_MODELLED);
    for (const axis of [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const)
      expect(Math.hypot(dot(axis, right), dot(axis, up))).toBeCloseTo(Math.sqrt(2 / 3), 9);
    expect(dot(cross(right, up), toViewer)).toBeCloseTo(1, 9);
    expect(up[2]).toBeGreaterThan(0);
  },
);

test('a model that stands otherwise turns all its views with it', () => {
  // A shaft along z, its axis level and z to the right.
  const { right, toViewer } = axesOf('front', { front: '-y', up: '-x' });
  expect([right, toViewer]).toEqual([
    [0, 0, 1],
    [0, -1, 0],
  ]);
  expect(viewSize(axesOf('front', { front: '-y', up: '-x' }), { x: 46, y: 46, z: 750 })).toEqual({
    width: 750,
    height: 46,
  });
});

test.each([
  ['a shaft', { x: 46, y: 46, z: 750 }, false, 'turned', { front: '-y', up: '-x' }],
  ['a flange', { x: 420, y: 420, z: 12 }, false, 'flat', { front: 'z', up: 'y' }],
  ['a folded guard', { x: 190, y: 610, z: 80 }, true, 'folded', { front: '-y', up: 'z' }],
  ['a pawl', { x: 134, y: 50, z: 17.5 }, false, 'other', { front: 'z', up: 'y' }],
  ['a pin along x', { x: 90, y: 12, z: 12 }, false, 'turned', { front: '-y', up: 'z' }],
  ['a roller', { x: 76.2, y: 76.2, z: 88.9 }, false, 'turned', { front: '-y', up: '-x' }],
] as const)('%s is told by its box', (_, size, hasFlat, form, standing) => {
  expect(partForm(size, hasFlat)).toBe(form);
  expect(usualStanding('part', size, hasFlat)).toEqual(standing);
});
