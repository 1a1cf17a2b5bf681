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
