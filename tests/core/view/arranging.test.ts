import fc from 'fast-check';
import { contains, inflated, overlaps } from '@/core/geometry/box';
import { PROJECTION_ANGLES } from '@/core/property/supplied';
import { type ToArrange, arranged } from '@/core/view/arranging';
import { SIDES } from '@/core/view/direction';

// A box 60 wide, 40 high and 20 deep in an area of 400 × 280.
const AREA = { x: 20, y: 10, width: 400, height: 280 };
const six: ToArrange[] = [
  { id: 'front', from: 'front', width: 60, height: 40, above: 0 },
  { id: 'above', from: 'above', width: 60, height: 20, above: 0 },
  { id: 'below', from: 'below', width: 60, height: 20, above: 0 },
  { id: 'left', from: 'left', width: 20, height: 40, above: 0 },
  { id: 'right', from: 'right', width: 20, height: 40, above: 0 },
  { id: 'rear', from: 'rear', width: 60, height: 40, above: 0 },
];

/*
 * Columns 20, 60, 20, 60 wide: 160 of 400, so 48 between and at the borders. Rows 20, 40, 20 high: 80 of 280, so 50.
 * Middles from the left: 20 + 48 + 10 = 78; 78 + 10 + 48 + 30 = 166; 166 + 30 + 48 + 10 = 254; 254 + 10 + 48 + 30 = 342.
 * From the bottom: 10 + 50 + 10 = 70; 70 + 10 + 50 + 20 = 150; 150 + 20 + 50 + 10 = 230.
 */
test('all six views in first angle', () => {
  const { middles, fits } = arranged(six, 'first angle', AREA);
  expect(fits).toBe(true);
  expect(Object.fromEntries(middles)).toEqual({
    right: { x: 78, y: 150 },
    front: { x: 166, y: 150 },
    left: { x: 254, y: 150 },
    rear: { x: 342, y: 150 },
    above: { x: 166, y: 70 },
    below: { x: 166, y: 230 },
  });
});

test('all six views in third angle', () => {
  const { middles } = arranged(six, 'third angle', AREA);
  expect(Object.fromEntries(middles)).toEqual({
    left: { x: 78, y: 150 },
    front: { x: 166, y: 150 },
    right: { x: 254, y: 150 },
    rear: { x: 342, y: 150 },
    above: { x: 166, y: 230 },
    below: { x: 166, y: 70 },
  });
});

test.each(SIDES.map((from) => [from]))('the view %s alone stands in the middle', (from) => {
  const { middles } = arranged([{ id: 'a', from, width: 60, height: 40, above: 0 }], 'first angle', AREA);
  expect(middles.get('a')).toEqual({ x: 220, y: 150 });
});

test('a view in no projection takes the corner that costs no room, and never the place of another', () => {
  const isometric = { id: 'iso', width: 15, height: 15, above: 0 };
  const [front, above, , left] = six as [ToArrange, ToArrange, ToArrange, ToArrange];
  const { middles } = arranged([front, above, left, isometric], 'first angle', AREA);
  // Under the view from the left, beside the view from above.
  expect(middles.get('iso')).toEqual({ x: middles.get('left')!.x, y: middles.get('above')!.y });
});

test('a second view of a side stands the next one out', () => {
  const section = { id: 'section', from: 'left' as const, width: 20, height: 40, above: 10 };
  const { middles } = arranged([six[0]!, six[3]!, section], 'first angle', AREA);
  expect(middles.get('section')!.x).toBeGreaterThan(middles.get('left')!.x + 20);
  expect(middles.get('section')!.y).toBe(middles.get('front')!.y);
});

test('views that need more room than there is do not fit', () => {
  const wide = six.map((view) => ({ ...view, width: 3 * view.width }));
  expect(arranged(wide, 'first angle', AREA).fits).toBe(false);
});

test('titles take room above their row alone', () => {
  const high = { id: 'a', from: 'front' as const, width: 60, height: 255, above: 0 };
  expect(arranged([high], 'first angle', AREA).fits).toBe(true);
  expect(arranged([{ ...high, above: 12 }], 'first angle', AREA).fits).toBe(false);
});

test('however views and blocks are: what is said to fit lies in the space, clear of blocks and at the least distances', () => {
  const SPACE = { x: 20, y: 10, width: 400, height: 277 };
  const block = { x: 240, y: 10, width: 180, height: 90 };
  const clear = { x: 20, y: 100, width: 400, height: 187 };
  const mm = fc.integer({ min: 10, max: 170 });
  const view = fc.record({
    from: fc.option(fc.constantFrom('front' as const, 'above' as const, 'left' as const), { nil: undefined }),
    width: mm,
    height: mm,
    above: fc.constantFrom(0, 12),
  });
  let free = 0;
  fc.assert(
    fc.property(
      fc.array(view, { minLength: 1, maxLength: 6 }),
      fc.constantFrom(...PROJECTION_ANGLES),
      (some, angle) => {
        const views = some.map((one, i) => ({ id: String(i), ...one }));
        const { middles, fits } = arranged(views, angle, clear, { space: SPACE, taken: [block] });
        if (!fits) return;
        if (!arranged(views, angle, clear).fits) free++;
        const boxes = views.map(({ id, width, height, above }) => {
          const { x, y } = middles.get(id)!;
          return { x: x - width / 2, y: y - height / 2, width, height: height + above };
        });
        boxes.forEach((box, i) => {
          expect(contains(inflated(SPACE, -8), box)).toBe(true);
          expect(overlaps(inflated(block, 8), box)).toBe(false);
          for (const other of boxes.slice(i + 1)) expect(overlaps(inflated(other, 15), box)).toBe(false);
        });
      },
    ),
    { numRuns: 400 },
  );
  // About one case in twenty-five has room beside the block only; none at all would mean that nothing was tried.
  expect(free).toBeGreaterThan(0);
});
