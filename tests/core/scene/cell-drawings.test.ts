import type { Cell, Content, FormatDocument } from '@/core/format/document';
import { generalToleranceSymbol, surfaceTextureSymbol } from '@/core/scene/trade-symbols';
import type { Primitive } from '@/core/scene/scene';
import { type Composed, compose } from '@/core/scene/compose';
import { cellOf, demoFacts, demoPackage, demoResources } from '../demo';

const workshop = demoPackage('workshop-sheets');
const A3 = 'iso-a3-landscape';

/** The demo A3 with another content in a cell of its title block. */
function sheetWith(id: string, content: Content, change: Partial<Cell> = {}, angle?: string): Composed {
  const [title, ...others] = workshop.format.blocks;
  const cells = title!.cells.map((cell) =>
    cell.id === id ? { ...cell, caption: undefined, ...change, contents: [content] } : cell,
  );
  const document = { ...workshop.format, blocks: [{ ...title!, cells }, ...others] } as FormatDocument;
  const facts = demoFacts(workshop, 'drum-barrel', '316L');
  const profile = angle
    ? { ...facts.profile!, values: { ...facts.profile!.values, 'projection-angle': angle } }
    : facts.profile!;
  const composed = compose(
    document,
    { sizeId: A3, sheet: { number: 1, total: 1 }, show: 'values' },
    { ...facts, profile },
    demoResources(workshop),
  );
  if (!composed.ok) throw new Error(composed.reason);
  return composed;
}
const drawnIn = (sheet: Composed, id: string) =>
  sheet.scene.primitives.filter(({ source, layer }) => source === id && layer === 'symbols');
/** The corners of what is drawn, from the cell's lower left corner. */
function spanIn(sheet: Composed, id: string) {
  const { box } = cellOf(sheet, id);
  const points = drawnIn(sheet, id).flatMap((one: Primitive) =>
    one.kind === 'line'
      ? [one.from, one.to]
      : one.kind === 'outline'
        ? one.points
        : one.kind === 'arc'
          ? [-1, 1].map((s) => ({ x: one.centre.x + s * one.radius, y: one.centre.y + s * one.radius }))
          : [],
  );
  const [xs, ys] = [points.map(({ x }) => x - box.x), points.map(({ y }) => y - box.y)];
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys), box };
}

const thin = { width: 0.25, ink: 'black', type: 'continuous' } as const;
const figure: Content = {
  figure: [
    { kind: 'line', from: { x: 1, y: 1 }, to: { x: 9, y: 1 }, line: thin },
    { kind: 'rectangle', at: { x: 2, y: 2 }, width: 6, height: 4, line: { ...thin, width: 0.5, type: 'dashed' } },
    { kind: 'arc', centre: { x: 5, y: 4 }, radius: 2, fromDeg: 0, toDeg: 90, line: thin },
    { kind: 'line', from: { x: 0, y: 0 }, to: { x: 3, y: 3 }, line: { ...thin, hidden: true } },
  ],
};

describe('a figure', () => {
  test('stands by its numbers from the cell’s lower left corner; hidden lines are not drawn', () => {
    const sheet = sheetWith('free', figure);
    const { x, y } = cellOf(sheet, 'free').box;
    expect(drawnIn(sheet, 'free')).toMatchObject([
      { kind: 'line', from: { x: x + 1, y: y + 1 }, to: { x: x + 9, y: y + 1 }, width: 0.25, ink: '#000000' },
      {
        kind: 'outline',
        points: [
          { x: x + 2, y: y + 2 },
          { x: x + 8, y: y + 2 },
          { x: x + 8, y: y + 6 },
          { x: x + 2, y: y + 6 },
        ],
        width: 0.5,
        type: 'dashed',
      },
      { kind: 'arc', centre: { x: x + 5, y: y + 4 }, radius: 2, fromDeg: 0, toDeg: 90 },
    ]);
  });

  test('turns with its cell: what ran to the right runs up', () => {
    const sheet = sheetWith('free', figure, { turn: 90 });
    const [line, , arc] = drawnIn(sheet, 'free') as [
      Extract<Primitive, { kind: 'line' }>,
      unknown,
      Extract<Primitive, { kind: 'arc' }>,
    ];
    expect(line.to.x).toBeCloseTo(line.from.x);
    expect(line.to.y - line.from.y).toBeCloseTo(8);
    expect([arc.fromDeg, arc.toDeg]).toEqual([90, 180]);
  });
});

describe('symbols of the trade', () => {
  test.each(['projection', 'surface texture', 'general tolerance'] as const)(
    '%s is as large as its cell allows, in the middle of it',
    (name) => {
      const { left, right, bottom, top, box } = spanIn(sheetWith('free', { symbol: { name } }), 'free');
      expect(left).toBeGreaterThanOrEqual(0);
      expect(right).toBeLessThanOrEqual(box.width + 1e-6);
      expect(bottom).toBeGreaterThanOrEqual(0);
      expect(top).toBeLessThanOrEqual(box.height + 1e-6);
      expect(left).toBeCloseTo(box.width - right);
      expect(bottom).toBeCloseTo(box.height - top);
    },
  );

  test('the circles stand right of the cone in first angle, left of it in third, as the profile says', () => {
    const circlesAt = (angle: string) => {
      const shapes = drawnIn(sheetWith('free', { symbol: { name: 'projection' } }, {}, angle), 'free');
      const cone = shapes.find((one) => one.kind === 'outline')!;
      const circle = shapes.find((one) => one.kind === 'arc')!;
      return circle.centre.x - cone.points[0]!.x;
    };
    expect(circlesAt('first angle')).toBeGreaterThan(0);
    expect(circlesAt('third angle')).toBeLessThan(0);
  });

  test('of a given lettering height it keeps it, and turns with its cell', () => {
    const symbol: Content = { symbol: { name: 'surface texture', height: 2.5 } };
    const span = spanIn(sheetWith('free', symbol), 'free');
    expect(span.top - span.bottom).toBeCloseTo(2.8 * 2.5);
    expect(span.right - span.left).toBeCloseTo((4.2 * 2.5) / Math.tan(Math.PI / 3));
    const turned = spanIn(sheetWith('free', symbol, { turn: 90 }), 'free');
    expect(turned.right - turned.left).toBeCloseTo(2.8 * 2.5);
    expect(turned.top - turned.bottom).toBeCloseTo((4.2 * 2.5) / Math.tan(Math.PI / 3));
  });

  test('surface texture: legs 1.4 h and 2.8 h high at 60° to the surface (ISO 1302)', () => {
    const [short, long] = surfaceTextureSymbol({ width: 20, height: 20 }, 3.5);
    if (short?.kind !== 'line' || long?.kind !== 'line') throw new Error('it is made of two lines');
    expect(short.to).toEqual(long.from);
    expect(short.from.y - short.to.y).toBeCloseTo(1.4 * 3.5);
    expect(long.to.y - long.from.y).toBeCloseTo(2.8 * 3.5);
    for (const leg of [short, long]) {
      const slope = Math.abs((leg.to.y - leg.from.y) / (leg.to.x - leg.from.x));
      expect((Math.atan(slope) * 180) / Math.PI).toBeCloseTo(60);
      expect(leg.width).toBeCloseTo(0.35);
    }
  });

  test('general tolerance: a plus over a minus, both 1.2 h wide', () => {
    const [across, up, minus] = generalToleranceSymbol({ width: 10, height: 10 }, 2.5);
    if (across?.kind !== 'line' || up?.kind !== 'line' || minus?.kind !== 'line') throw new Error('three lines');
    expect(across.to.x - across.from.x).toBeCloseTo(3);
    expect(up.to.y - up.from.y).toBeCloseTo(3);
    expect(minus.to.x - minus.from.x).toBeCloseTo(3);
    expect((up.from.y + up.to.y) / 2).toBeCloseTo(across.from.y);
    expect(minus.from.y).toBeLessThan(up.from.y);
  });
});

describe('a picture that a property names', () => {
  const content: Content = { picture: { from: { property: 'owner-mark' }, scale: 'fit' } };

  test('that nobody has or that is not in the office is said', () => {
    const gone = sheetWith('free', { picture: { from: { hash: 'f'.repeat(64) }, scale: 'fit' } });
    expect(gone.report.findings).toContainEqual(
      expect.objectContaining({ code: 'picture missing', params: { hash: 'f'.repeat(64) } }),
    );
    const unknown = sheetWith('free', content);
    expect(cellOf(unknown, 'free').trace).toEqual([]);
    expect(unknown.scene.primitives.some(({ source, layer }) => source === 'free' && layer === 'pictures')).toBe(false);
  });
});
