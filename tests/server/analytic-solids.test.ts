import { execFileSync } from 'node:child_process';
import type { Point } from '@/core/geometry/box';
import { AS_MODELLED, axesOf, dot } from '@/core/view/direction';
import type { Projected, ViewCurve } from '@/core/view/projected';
import type { FromProjector } from '@/server/projecting/projector';
import { SOLIDS, depthAt, isCutAt, middleOfBox } from './analytic-solids';

/*
 * Views of solids that are known twice: the kernel projects what it has built, and rays are cast by formulas through what the same solid
 * is made of. Where the depth along rays breaks there is a line, where there is a line the depth breaks; material on both sides of a
 * plane is hatched, and nothing else.
 */

/** Of each look at each solid what is drawn, without hidden lines and with them. */
const said = execFileSync('node', ['--import', 'tsx', 'tests/server/project-solids.ts'], {
  encoding: 'utf8',
  maxBuffer: 100_000_000,
});
// The kernel says something of its own where it writes a file.
const { drawn, products, assembled } = JSON.parse(said.slice(said.lastIndexOf('\n') + 1)) as {
  drawn: { seen: Projected; hidden: ViewCurve[] }[];
  products: FromProjector[];
  assembled: FromProjector[];
};

const LOOKS = Object.entries(SOLIDS)
  .flatMap(([name, { made, looks }]) => looks.map((look) => ({ name, made, look })))
  .map(({ name, made, look }, i) => ({
    name: `${name}, from ${look.from}${look.cut === undefined ? '' : `, cut at ${look.cut}`}`,
    made,
    look,
    ...drawn[i]!,
  }));

/** How far a point is from a curve, mm. */
function far({ x, y }: Point, curve: ViewCurve): number {
  if (curve.kind === 'arc') {
    const [dx, dy] = [x - curve.centre.x, y - curve.centre.y];
    const deg = (Math.atan2(dy, dx) * 180) / Math.PI;
    const within = deg + Math.ceil((curve.fromDeg - deg) / 360 - 1e-9) * 360;
    if (within <= curve.toDeg + 1e-6) return Math.abs(Math.hypot(dx, dy) - curve.radius);
    const end = (turn: number) =>
      Math.hypot(
        dx - curve.radius * Math.cos((turn * Math.PI) / 180),
        dy - curve.radius * Math.sin((turn * Math.PI) / 180),
      );
    return Math.min(end(curve.fromDeg), end(curve.toDeg));
  }
  const points = curve.kind === 'run' ? curve.points : [curve.from, curve.to];
  return Math.min(
    ...points.slice(1).map((b, i) => {
      const a = points[i]!;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const t = Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy || 1)));
      return Math.hypot(x - a.x - t * dx, y - a.y - t * dy);
    }),
  );
}

/** Places along a curve, with the way across it; none near its ends. */
function along(curve: ViewCurve): { at: Point; across: Point }[] {
  const shares = [0.15, 0.35, 0.5, 0.65, 0.85];
  if (curve.kind === 'arc')
    return shares.map((share) => {
      const turn = ((curve.fromDeg + share * (curve.toDeg - curve.fromDeg)) * Math.PI) / 180;
      const across = { x: Math.cos(turn), y: Math.sin(turn) };
      return {
        at: { x: curve.centre.x + curve.radius * across.x, y: curve.centre.y + curve.radius * across.y },
        across,
      };
    });
  const points = curve.kind === 'run' ? curve.points : [curve.from, curve.to];
  return shares.map((share) => {
    const i = Math.min(Math.floor(share * (points.length - 1)), points.length - 2);
    const [a, b] = [points[i]!, points[i + 1]!];
    const t = share * (points.length - 1) - i;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    return {
      at: { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) },
      across: { x: -(b.y - a.y) / length, y: (b.x - a.x) / length },
    };
  });
}

/** How far a run of points and the tolerance of a ray may be off a break, mm. */
const OFF = 0.02;

/** Whether the depth, its slope or what is cut changes suddenly between two sides of a place. */
function breaks(depth: (p: Point) => number, isCut: (p: Point) => boolean, at: Point, across: Point, reach: number) {
  const side = (k: number): Point => ({ x: at.x + k * across.x, y: at.y + k * across.y });
  const step = reach / 4;
  const slope = (k: number) => (depth(side(k + Math.sign(k) * step)) - depth(side(k))) / step;
  const [before, after] = [-reach, reach];
  const [low, high] = [depth(side(before)), depth(side(after))];
  if (!Number.isFinite(low) || !Number.isFinite(high)) return low !== high;
  if (isCut(side(before)) !== isCut(side(after))) return true;
  const [left, right] = [-slope(before), slope(after)];
  // What smooth surfaces come to from one side to the other, by their slopes on both.
  const smooth = Math.abs(high - low - (left + right) * reach);
  return smooth > 4 * reach || Math.abs(right - left) > 0.15 || smooth > 0.05 * reach;
}

test('bodies about one axis are told apart: each product is its own', () => {
  const width = products.map((one) => ('projected' in one ? one.projected.box.width : one.trouble));
  expect(width).toEqual([20, 40, 60, 'There is no Pin in its file.']);
});

/** The area of outlines that lie in one another, mm²: what is in an even number of them is none of it. */
const areaOf = (rings: readonly Point[][]): number =>
  Math.abs(
    rings.reduce((sum, ring, i) => {
      const area = ring.reduce((all, { x, y }, n) => {
        const next = ring[(n + 1) % ring.length]!;
        return all + (x * next.y - next.x * y) / 2;
      }, 0);
      return sum + (i === 0 ? 1 : -1) * Math.abs(area);
    }, 0),
  );
const assembledAs = (i: number): Projected => {
  const one = assembled[i]!;
  if ('trouble' in one) throw new Error(one.trouble);
  return one.projected;
};

test('a shaft is not cut lengthwise: nothing of it is hatched, and it covers what lies behind it', () => {
  const { cut, covered, uncut, visible } = assembledAs(0);
  // A sleeve of 10 × 80 twice, a tube of 10 × 120 twice.
  expect(cut.map(({ rings }) => Math.round(areaOf(rings))).sort()).toEqual([1200, 1200, 800, 800]);
  expect(covered!.reduce((sum, ring) => sum + areaOf([ring]), 0)).toBeCloseTo(20 * 80, 0);
  // Of what was to stay whole, the file has no bolt.
  expect(uncut).toEqual(['Shaft']);
  const upright = visible.flatMap((one) =>
    one.kind === 'line' && Math.abs(one.from.x - one.to.x) < 1e-3 ? one.from.x : [],
  );
  expect(upright).toEqual(expect.arrayContaining([-10, 10]));
});

test('a shaft is cut across, even where it is not cut lengthwise', () => {
  const { cut, covered } = assembledAs(1);
  expect(covered).toBeUndefined();
  expect(Math.min(...cut.map(({ rings }) => areaOf(rings))) / (Math.PI * 100)).toBeCloseTo(1, 2);
});

test('pulled apart, bodies about one axis stand along it', () => {
  const { apart, box } = assembledAs(2);
  const moved = apart!.parts.map(({ name, by: [x, y, z] }) => ({ name, across: [x, y], along: z }));
  expect(moved.map(({ name }) => name)).toEqual(['Shaft', 'Sleeve', 'Tube']);
  for (const { across } of moved) expect(across).toEqual([0, 0]);
  expect(moved.filter(({ along }) => along === 0).map(({ name }) => name)).toEqual(['Tube']);
  // Lengths of 80, 80 and 120 that stand clear of one another.
  expect(box.height).toBeGreaterThan(280);
  expect(box.width).toBeCloseTo(60, 2);
});

describe.each(LOOKS)('$name', ({ made, look: { from, cut, area: cutArea, centres, axes: lines }, seen, hidden }) => {
  const axes = axesOf(from, AS_MODELLED);
  const at = cut === undefined ? undefined : cut + dot(middleOfBox(made), axes.toViewer);
  const depth = (p: Point) => depthAt(made, axes, p.x, p.y, at);
  const isCut = (p: Point) => at !== undefined && isCutAt(made, axes, p.x, p.y, at);

  test('every line that is drawn is a break', () => {
    const wrong = seen.visible
      .flatMap((curve) => along(curve))
      .filter(({ at: place, across }) => !breaks(depth, isCut, place, across, OFF));
    expect(wrong).toEqual([]);
  });

  test('every break has its line', () => {
    const { box } = seen;
    const there = [...seen.visible, ...seen.smooth];
    const missing: Point[] = [];
    for (let n = 0; n < 8; n++) {
      const share = (n + 0.37) / 8;
      for (const [start, way, length] of [
        [{ x: box.x - 1, y: box.y + share * box.height }, { x: 1, y: 0 }, box.width + 2],
        [{ x: box.x + share * box.width, y: box.y - 1 }, { x: 0, y: 1 }, box.height + 2],
      ] as const) {
        const place = (s: number): Point => ({ x: start.x + s * way.x, y: start.y + s * way.y });
        for (const s of breaksAlong(
          (t) => depth(place(t)),
          (t) => isCut(place(t)),
          length,
        )) {
          if (there.every((curve) => far(place(s), curve) > 4 * OFF)) missing.push(place(s));
        }
      }
    }
    expect(missing).toEqual([]);
  });

  test('what is hatched is cut, all of it', () => {
    const { box } = seen;
    const rings = seen.cut.flatMap(({ rings: own }) => own);
    const isIn = ({ x, y }: Point) =>
      rings.reduce(
        (count, ring) =>
          count +
          ring.filter((a, i) => {
            const b = ring[(i + 1) % ring.length]!;
            return a.y <= y !== b.y <= y && a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x) > x;
          }).length,
        0,
      ) %
        2 ===
      1;
    const edges = rings.map((points): ViewCurve => ({ kind: 'run', points: [...points, points[0]!] }));
    const wrong: Point[] = [];
    for (let x = box.x + 0.31; x < box.x + box.width; x += 2.3) {
      for (let y = box.y + 0.17; y < box.y + box.height; y += 2.3) {
        const place = { x, y };
        if (isIn(place) === isCut(place)) continue;
        if (edges.every((edge) => far(place, edge) > OFF)) wrong.push(place);
      }
    }
    expect(wrong).toEqual([]);
    if (cutArea !== undefined) {
      const signed = (ring: readonly Point[]) =>
        ring.reduce((sum, p, i) => {
          const q = ring[(i + 1) % ring.length]!;
          return sum + (p.x * q.y - q.x * p.y) / 2;
        }, 0);
      const area = seen.cut.reduce((sum, { rings: own }) => {
        const sizes = own.map((ring) => Math.abs(signed(ring))).sort((a, b) => b - a);
        return sum + sizes[0]! - sizes.slice(1).reduce((holes, size) => holes + size, 0);
      }, 0);
      expect(Math.abs(area / cutArea - 1)).toBeLessThan(0.001);
    }
  });

  if (cut === undefined)
    test('hidden lines lie under none that is seen', () => {
      const covered = hidden.filter(
        (curve) =>
          along(curve).filter(({ at: place }) => Math.min(...seen.visible.map((other) => far(place, other))) < 0.005)
            .length > 1,
      );
      expect(covered).toEqual([]);
    });

  if (centres)
    test('centre marks are of what is seen', () => {
      const marks = seen.centres.map(({ at: { x, y }, radius }) => [x, y, radius]);
      expect(marks.sort((a, b) => a[0]! - b[0]!)).toEqual(centres);
    });

  if (lines !== undefined)
    test('centre lines are of what is seen', () => {
      expect(seen.axes).toHaveLength(lines);
    });
});

/** How finely breaks are looked for, mm; two that are nearer to each other may count as one. */
const STEP = 0.4;

/** Where along a line the depth jumps, its slope changes suddenly, or what is cut changes. */
function breaksAlong(depth: (s: number) => number, isCut: (s: number) => boolean, length: number): number[] {
  /** How far from a straight run the depth is between two places; a jump where one of them is off the solid. */
  const bend = (a: number, b: number): number => {
    if (isCut(a) !== isCut(b)) return Infinity;
    const [low, middle, high] = [depth(a), depth((a + b) / 2), depth(b)];
    if ([low, middle, high].every((one) => one === -Infinity)) return 0;
    return [low, middle, high].every(Number.isFinite) ? Math.abs(low - 2 * middle + high) : Infinity;
  };
  const found: number[] = [];
  for (let s = 0; s < length; s += STEP) {
    let [from, to] = [s, s + STEP];
    if (bend(from, to) < 0.02) continue;
    while (to - from > OFF / 4) {
      const middle = (from + to) / 2;
      // One that lies right in the middle bends neither half.
      const [left, right] = [bend(from, middle), bend(middle, to)];
      if (left === right && left < 1e-6) break;
      if (left >= right) to = middle;
      else from = middle;
    }
    // What is only steep bends less and less, the nearer one looks.
    if (bend(from, to) > 0.15 * (to - from)) found.push((from + to) / 2);
  }
  return found;
}
