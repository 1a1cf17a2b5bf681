import {
  levelOf,
  linearDimension,
  parallelDimensions,
  readingDeg,
  runningDimensions,
} from '@/core/annotation/dimension-line';
import { hatching } from '@/core/annotation/hatching';
import { nearest } from '@/core/annotation/nearest';
import { surfaceTexture } from '@/core/annotation/notes';
import { radiusDimension } from '@/core/annotation/round-dimensions';
import { breakLine, viewLetter, viewTitle } from '@/core/annotation/sections';
import { terminator } from '@/core/annotation/terminators';
import type { Point } from '@/core/geometry/box';
import type { ProfileDocument } from '@/core/profile/document';
import { asmeProfile, isoProfile } from '@/core/profile/starts';
import type { Primitive } from '@/core/scene/scene';
import { fonts } from '../fonts';
import { setProfile as set } from './set-profile';

const at = (x: number, y: number): Point => ({ x, y });
const close = (point: Point) => ({ x: expect.closeTo(point.x, 6), y: expect.closeTo(point.y, 6) });
const lines = (primitives: Primitive[], source: string) =>
  primitives.flatMap((one) => (one.kind === 'line' && one.source === source ? [one] : []));
const dimension = (profile: ProfileDocument) =>
  linearDimension(
    { profile, fonts },
    { from: at(0, 0), to: at(40, 0), alongDeg: 0, through: at(0, -levelOf({ profile, fonts }, 0)), spec: { size: 40 } },
  );

describe('extension lines', () => {
  test('ISO: from the outline, 2 mm (8 × 0.25) beyond a line 10 mm away', () => {
    const [first, second] = lines(dimension(isoProfile()), 'dimensionLines.gap');
    expect(first).toMatchObject({ from: close(at(0, 0)), to: close(at(0, -12)), width: 0.25 });
    expect(second).toMatchObject({ from: close(at(40, 0)), to: close(at(40, -12)) });
  });
  test('ASME: a visible gap of 1.5 mm, 3 mm beyond', () => {
    const [first] = lines(dimension(asmeProfile()), 'dimensionLines.gap');
    expect(first).toMatchObject({ from: close(at(0, -1.5)), to: close(at(0, -13)), width: 0.3 });
  });
});

test('the first line is 10 mm from the outline, further ones 7 mm apart; ASME 10 and 6', () => {
  const levels = (profile: ProfileDocument) =>
    parallelDimensions({ profile, fonts }, at(0, 0), [at(20, 0), at(40, 0), at(60, 0)], 0, at(0, 0), 1, [
      { size: 20 },
      { size: 40 },
      { size: 60 },
    ]).flatMap((one) => (one.kind === 'fill' ? [one.points[0]!.y] : []));
  expect(levels(isoProfile())).toEqual([10, 10, 17, 17, 24, 24].map((y) => expect.closeTo(y, 6)));
  expect(levels(asmeProfile())).toEqual([10, 10, 16, 16, 22, 22].map((y) => expect.closeTo(y, 6)));
});

describe('texts', () => {
  const run = (profile: ProfileDocument, alongDeg = 0) => {
    const [one] = linearDimension(
      { profile, fonts },
      {
        from: at(0, 0),
        to: alongDeg === 0 ? at(40, 0) : at(0, 40),
        alongDeg,
        through: alongDeg === 0 ? at(0, 10) : at(10, 0),
        spec: { size: 40 },
      },
    ).filter((primitive) => primitive.kind === 'text');
    return one as Extract<Primitive, { kind: 'text' }>;
  };
  test('ISO: over the middle of the unbroken line, along it, read from below or from the right', () => {
    const level = run(isoProfile());
    expect(level).toMatchObject({ text: '40', turn: 0, height: 3.5, y: expect.closeTo(10.8, 6) });
    expect(level.x + level.width / 2).toBeCloseTo(20, 6);
    const upright = run(isoProfile(), 90);
    expect(upright).toMatchObject({ turn: 90, x: expect.closeTo(10 - 0.8, 6) });
  });
  test('ASME: in a break of the line, level', () => {
    const level = run(asmeProfile());
    expect(level).toMatchObject({ turn: 0, y: expect.closeTo(10 - 1.5, 6) });
    const upright = run(asmeProfile(), 90);
    expect(upright.turn).toBe(0);
    expect(upright.x + upright.width / 2).toBeCloseTo(10, 6);
  });
  test('a break of the line leaves the gap on both sides of the text', () => {
    const drawn = dimension(asmeProfile());
    const pieces = lines(drawn, 'lines.roles.dimension.type');
    const text = drawn.find((one) => one.kind === 'text') as Extract<Primitive, { kind: 'text' }>;
    expect(pieces).toHaveLength(2);
    expect(pieces[0]!.to.x).toBeCloseTo(text.x - 1, 6);
    expect(pieces[1]!.from.x).toBeCloseTo(text.x + text.width + 1, 6);
  });
  test.each([
    [0, 0],
    [90, 90],
    [180, 0],
    [-90, 90],
    [45, 45],
    [135, -45],
    [-30, -30],
  ])('a line at %d° is read at %d°', (deg, read) => expect(readingDeg(deg)).toBeCloseTo(read, 9));
});

test('arrows that do not fit stand outside, their lines two arrows long', () => {
  const profile = isoProfile();
  const drawn = linearDimension(
    { profile, fonts },
    { from: at(0, 0), to: at(4, 0), alongDeg: 0, through: at(0, 10), spec: { size: 4 } },
  );
  const [line] = lines(drawn, 'lines.roles.dimension.type');
  expect(line!.from.x).toBeCloseTo(-7, 6);
  const tips = drawn.flatMap((one) => (one.kind === 'fill' ? [one.points] : []));
  expect(tips[0]![1]!.x).toBeLessThan(0);
  expect(tips[1]![1]!.x).toBeGreaterThan(4);
});

describe('terminators', () => {
  const drawn = (form: string, changes = {}) =>
    terminator(
      { profile: set(isoProfile(), { 'terminators.dimensions': form, ...changes }), fonts },
      'dimensions',
      at(0, 0),
      0,
    );
  test('ISO: closed and filled, as long as the lettering is high, 30°', () => {
    const [arrow] = drawn('closed and filled') as [Extract<Primitive, { kind: 'fill' }>];
    expect(arrow.points).toEqual([at(0, 0), at(3.5, 3.5 / 3.74), at(3.5, -3.5 / 3.74)].map(close));
    const half = (Math.atan2(arrow.points[1]!.y, arrow.points[1]!.x) * 180) / Math.PI;
    expect(2 * half).toBeCloseTo(30, 0);
  });
  test('ASME: length to width 3 : 1', () => {
    const [arrow] = terminator({ profile: asmeProfile(), fonts }, 'dimensions', at(0, 0), 0) as [
      Extract<Primitive, { kind: 'fill' }>,
    ];
    const [, a, b] = arrow.points as [Point, Point, Point];
    expect(a.x / (a.y - b.y)).toBeCloseTo(3, 9);
  });
  test('open ones of 30° and 90°', () => {
    const slope = (form: string) => {
      const [leg] = drawn(form) as [Extract<Primitive, { kind: 'line' }>];
      return (Math.atan2(leg.from.y, leg.from.x) * 180) / Math.PI;
    };
    expect(slope('open 30°')).toBeCloseTo(15, 9);
    expect(slope('open 90°')).toBeCloseTo(45, 9);
  });
  test('an oblique stroke of 45° through the end, a dot about it', () => {
    const [stroke] = drawn('oblique stroke') as [Extract<Primitive, { kind: 'line' }>];
    expect(stroke).toMatchObject({ from: close(at(1.237437, 1.237437)), to: close(at(-1.237437, -1.237437)) });
    const [dot] = drawn('dot') as [Extract<Primitive, { kind: 'fill' }>];
    expect(Math.max(...dot.points.map(({ x }) => x))).toBeCloseTo(3.5 / 4, 6);
  });
});

test('running dimensions begin at a circle, and each size stands at its line', () => {
  const drawn = runningDimensions({ profile: isoProfile(), fonts }, at(0, 0), [at(8, 0), at(33, 0)], 0, at(0, -10), [
    { size: 8 },
    { size: 33 },
  ]);
  expect(drawn.filter((one) => one.kind === 'arc')).toMatchObject([{ centre: close(at(0, -10)), radius: 1.5 }]);
  const texts = drawn.flatMap((one) => (one.kind === 'text' ? [one] : []));
  expect(texts.map(({ text, turn }) => [text, turn])).toEqual([
    ['0', 90],
    ['8', 90],
    ['33', 90],
  ]);
  // Beyond the overshoot of 2 mm, and the middle of the letters at the extension line.
  expect(texts[1]!.y + texts[1]!.width).toBeCloseTo(-10 - 2 - 0.8, 6);
  expect(texts[1]!.x - 3.5 / 2).toBeCloseTo(8, 2);
});

describe('hatching', () => {
  const square = [at(0, 0), at(20, 0), at(20, 20), at(0, 20)];
  const drafting = (changes = {}) => ({ profile: set(isoProfile(), changes), fonts });
  test('is narrow, at the angle and the pitch of the profile, all of it inside', () => {
    const drawn = hatching(drafting(), [square]) as Extract<Primitive, { kind: 'line' }>[];
    for (const { from, to, width } of drawn) {
      expect(width).toBe(0.25);
      expect(to.y - from.y).toBeCloseTo(to.x - from.x, 9);
      for (const point of [from, to])
        for (const value of [point.x, point.y]) expect(value).toBeGreaterThanOrEqual(-1e-9);
      for (const point of [from, to])
        for (const value of [point.x, point.y]) expect(value).toBeLessThanOrEqual(20 + 1e-9);
    }
    const offsets = drawn.map(({ from }) => (from.y - from.x) / Math.SQRT2).sort((a, b) => a - b);
    offsets.slice(1).forEach((offset, i) => expect(offset - offsets[i]!).toBeCloseTo(3, 9));
    // The square's diagonal is 28.28 mm across the lines: multiples of 3 from −14.14 to 14.14.
    expect(drawn).toHaveLength(9);
  });
  test('leaves a hole free', () => {
    const hole = [at(8, 8), at(12, 8), at(12, 12), at(8, 12)];
    for (const one of hatching(drafting({ 'hatching.angleDeg': 0, 'hatching.pitch': 1 }), [square, hole])) {
      if (one.kind !== 'line' || one.from.y <= 8 || one.from.y >= 12) continue;
      expect([one.from.x, one.to.x]).not.toEqual([0, 20]);
    }
  });
  test('stays clear of what is covered, whichever way its outline goes and however often', () => {
    const cover = [at(5, -5), at(15, -5), at(15, 12), at(5, 12)];
    const level = { 'hatching.angleDeg': 0, 'hatching.pitch': 1 };
    const length = (primitives: Primitive[]) =>
      primitives.reduce((sum, one) => (one.kind === 'line' ? sum + Math.abs(one.to.x - one.from.x) : sum), 0);
    const all = length(hatching(drafting(level), [square]));
    for (const covers of [[cover], [cover.toReversed()], [cover, cover]]) {
      const drawn = hatching(drafting(level), [square], 0, covers);
      // Of the lines at 0, 1 … 11, or 12, the ten in the middle.
      expect((all - length(drawn)) / 10).toBeGreaterThanOrEqual(11);
      expect((all - length(drawn)) / 10).toBeLessThanOrEqual(13);
      for (const one of drawn)
        if (one.kind === 'line' && one.from.y < 12) {
          const middle = (one.from.x + one.to.x) / 2;
          expect(middle < 5 || middle > 15).toBe(true);
        }
    }
  });
  test('lies on one set of lines, so that two areas of a part go on from each other', () => {
    const left = hatching(drafting(), [square]);
    const far = hatching(drafting(), [square.map(({ x, y }) => at(x + 50, y))]);
    const offset = (one: Primitive) => (one.kind === 'line' ? (one.from.y - one.from.x) / Math.SQRT2 / 3 : 0);
    for (const one of [...left, ...far]) expect(offset(one)).toBeCloseTo(Math.round(offset(one)), 9);
  });
});

test('a radius points at its arc from outside', () => {
  const drawn = radiusDimension({ profile: isoProfile(), fonts }, at(0, 0), 4, 45, 10, { size: 4 });
  const tip = drawn.find((one) => one.kind === 'fill') as Extract<Primitive, { kind: 'fill' }>;
  expect(Math.hypot(tip.points[0]!.x, tip.points[0]!.y)).toBeCloseTo(4, 9);
  expect(drawn.map((one) => (one.kind === 'text' ? one.text : '')).join('')).toBe('R4');
});

test('the surface symbol has legs at 60°, 1.4 h and 2.8 h high', () => {
  const [short, long] = surfaceTexture({ profile: isoProfile(), fonts }, at(0, 0)) as Extract<
    Primitive,
    { kind: 'line' }
  >[];
  expect(short!.from.y).toBeCloseTo(1.4 * 3.5, 9);
  expect(long!.to.y).toBeCloseTo(2.8 * 3.5, 9);
  expect((Math.atan2(long!.to.y, long!.to.x) * 180) / Math.PI).toBeCloseTo(60, 9);
});

test('letters of views leave out what the office does, and titles are as the profile has them', () => {
  const named = (profile: ProfileDocument) => Array.from({ length: 10 }, (_, i) => viewLetter(profile, i)).join('');
  expect(named(isoProfile())).toBe('ABCDEFGHJK');
  expect(viewLetter(asmeProfile(), 14)).toBe('R');
  expect(viewLetter(asmeProfile(), 20)).toBe('AA');
  expect(viewTitle(isoProfile(), 'section', 'A')).toBe('A–A');
  expect(viewTitle(asmeProfile(), 'section', 'A')).toBe('SECTION A–A');
  expect(viewTitle(asmeProfile(), 'detail', 'B')).toBe('DETAIL B');
});

test('a break ends where it is told to, freehand or in a zigzag', () => {
  for (const form of ['freehand', 'zigzag']) {
    const drawn = breakLine(
      { profile: set(isoProfile(), { 'lines.break': form }), fonts },
      at(0, 0),
      at(0, 30),
    ) as Extract<Primitive, { kind: 'line' }>[];
    expect(drawn[0]!.from).toEqual(close(at(0, 0)));
    expect(drawn.at(-1)!.to).toEqual(close(at(0, 30)));
  }
});

test('what is nearest to a click is found, a text before the line through it, nothing when all is too far', () => {
  const drawn = dimension(asmeProfile());
  expect(nearest(drawn, at(20, -10), 2)).toMatchObject({ kind: 'text', text: '1.575' });
  expect(nearest(drawn, at(0.5, -6), 2)).toMatchObject({ source: 'dimensionLines.gap' });
  expect(nearest(drawn, at(200, 200), 2)).toBeUndefined();
});
