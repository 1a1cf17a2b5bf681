import {
  type Drafting,
  along,
  arc,
  centredText,
  line,
  roleLook,
  text,
  textWidth,
  widthOf,
} from '../annotation/drafting';
import { hatching } from '../annotation/hatching';
import { cuttingPlane, drawTitle } from '../annotation/sections';
import { arrowPoints } from '../annotation/terminators';
import { type Point, right, top } from '../geometry/box';
import type { LineRole } from '../profile/lines';
import type { Primitive } from '../scene/scene';
import { clippedTo } from './clipping';
import { dot } from './direction';
import { type PlacedView, type PlacedViews, BALLOON_ROOM, shownIn } from './placing';
import { componentNamed } from './components';
import { pitchCircles } from './pitch-circles';
import type { Projected, Projections, ViewCurve } from './projected';

/** By how much hatching of neighbouring parts is turned, in the order of the parts (ISO 128-3, 9.3). */
const HATCHING_TURNS = [0, 90, 30, -60, 15, -75];
/** Cutting planes run that far beyond their view, mm. */
const PLANE_BEYOND = 6;

/** Draws the views of a sheet: lines at true scale, centre lines, hatching, titles, cutting planes, circles of details, balloons. */
export function drawnViews(drafting: Drafting, { views, manner }: PlacedViews, projections: Projections): Primitive[] {
  return views.flatMap((view) => {
    const state = view.key === undefined ? undefined : projections.get(view.key);
    const shown = state && state !== 'waiting' && 'projected' in state ? state.projected : undefined;
    const primitives = shown
      ? [
          ...drawnView(drafting, view, shown, manner !== undefined),
          ...(view.view.balloons ? balloons(drafting, view, shown) : []),
        ]
      : standIn(drafting, view);
    return [...primitives, ...titleOf(drafting, view), ...markIn(drafting, view, views)].map((primitive) => ({
      ...primitive,
      source: `view ${view.view.id}`,
    }));
  });
}

function drawnView(
  drafting: Drafting,
  placed: PlacedView,
  projected: Projected,
  withPitchCircles: boolean,
): Primitive[] {
  const { view, factor, middle } = placed;
  const { of } = view;
  // A detail enlarges about its own centre, which lies off the middle of the model.
  const about =
    of.kind === 'detail' ? { x: projected.middle.x + of.at.x, y: projected.middle.y + of.at.y } : projected.middle;
  const at = ({ x, y }: Point): Point => ({
    x: middle.x + (x - about.x) * factor,
    y: middle.y + (y - about.y) * factor,
  });
  const inside = (curves: readonly ViewCurve[]) =>
    of.kind === 'detail' ? clippedTo(curves, { centre: about, radius: of.radius }) : curves;
  const curves = (role: LineRole, of: readonly ViewCurve[], look = roleLook(drafting, role)) =>
    inside(of).map((curve): Primitive => onPaper(curve, at, factor, look));
  const narrow = { ...roleLook(drafting, 'visible'), width: widthOf(drafting, 'narrow') };
  const around: Primitive[] =
    of.kind === 'detail'
      ? [{ kind: 'arc', centre: middle, radius: of.radius * factor, fromDeg: 0, toDeg: 360, ...narrow, source: '' }]
      : [];
  const { shaded } = projected;
  return [
    ...(shaded && view.style === 'shaded' && of.kind !== 'detail' ? [shadedPicture(drafting, shaded, at, factor)] : []),
    ...projected.cut.flatMap(({ rings, solid }) => {
      const turn = HATCHING_TURNS[solid % HATCHING_TURNS.length];
      const lines = hatching(
        drafting,
        rings.map((ring) => ring.map(at)),
        turn,
        projected.covered?.map((ring) => ring.map(at)),
      );
      const circle = { centre: middle, radius: of.kind === 'detail' ? of.radius * factor : 0 };
      return of.kind === 'detail' ? linesIn(lines, circle) : lines;
    }),
    ...(view.style === 'outline with hidden lines' ? curves('hidden', projected.hidden) : []),
    ...(view.smooth ? curves('visible', projected.smooth, narrow) : []),
    ...curves('visible', projected.visible),
    ...curves('centre', projected.apart?.paths ?? []),
    ...(of.kind === 'detail' ? [] : centreLines(drafting, projected, at, factor, withPitchCircles)),
    ...around,
  ];
}

function shadedPicture(
  { profile }: Drafting,
  { hash, pixels, box }: NonNullable<Projected['shaded']>,
  at: (point: Point) => Point,
  factor: number,
): Primitive {
  const corner = at(box);
  return {
    kind: 'image',
    hash,
    type: 'png',
    pixels,
    width: box.width * factor,
    height: box.height * factor,
    x: corner.x,
    y: corner.y,
    turn: 0,
    layer: 'pictures',
    ink: profile.layers.pictures.colour,
    source: '',
  };
}

/** What of straight lines lies in a circle. */
const linesIn = (lines: readonly Primitive[], circle: Parameters<typeof clippedTo>[1]): Primitive[] =>
  lines.flatMap((one) =>
    one.kind === 'line' ? clippedTo([one], circle).map((part) => ({ ...one, ...part }) as Primitive) : one,
  );

type Look = Pick<Primitive & { kind: 'line' }, 'type' | 'width' | 'ink' | 'layer'>;

function onPaper(curve: ViewCurve, at: (point: Point) => Point, factor: number, look: Look): Primitive {
  switch (curve.kind) {
    case 'line':
      return { kind: 'line', from: at(curve.from), to: at(curve.to), ...look, source: '' };
    case 'arc':
      return { ...curve, centre: at(curve.centre), radius: curve.radius * factor, ...look, source: '' };
    case 'run':
      return { kind: 'run', points: curve.points.map(at), ...look, source: '' };
  }
}

/** Turned faces of a smaller radius on paper have no centre lines, mm; of an assembly larger ones alone. */
const LEAST_RADIUS = 0.4;
const LEAST_IN_ASSEMBLY = 4;

/** Centre lines of turned faces and centre marks, so far beyond their outlines as the profile has them (ISO 128-2, 04.1). */
function centreLines(
  drafting: Drafting,
  { axes, centres, parts }: Projected,
  at: (p: Point) => Point,
  factor: number,
  withPitchCircles: boolean,
): Primitive[] {
  const beyond = drafting.profile.lines.centreBeyond;
  const stretched = (from: Point, to: Point): Primitive => {
    const deg = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
    return line(drafting, 'centre', along(from, deg + 180, beyond), along(to, deg, beyond));
  };
  // In an assembly the holes of its parts are not what is shown.
  const least = parts ? LEAST_IN_ASSEMBLY : LEAST_RADIUS;
  const isLarge = ({ radius }: { radius: number }) => radius * factor >= least;
  const marked = centres.filter(isLarge);
  const circles = withPitchCircles && !parts ? pitchCircles(marked) : [];
  const onCircles = new Set(circles.flatMap(({ holes }) => holes));
  return [
    ...axes.filter(isLarge).map(({ from, to }) => stretched(at(from), at(to))),
    ...circles.flatMap(({ centre, radius, holes }) => {
      const middle = at(centre);
      return [
        arc(drafting, 'centre', middle, radius * factor),
        // Of the cross of a hole on a circle, the circle is one line.
        ...holes.map((hole) => {
          const place = at(hole.at);
          const deg = (Math.atan2(place.y - middle.y, place.x - middle.x) * 180) / Math.PI;
          const r = hole.radius * factor;
          return stretched(along(place, deg + 180, r), along(place, deg, r));
        }),
      ];
    }),
    ...marked
      .filter((one) => !onCircles.has(one))
      .flatMap(({ at: place, radius }) => {
        const [middle, r] = [at(place), radius * factor];
        return [
          stretched({ x: middle.x - r, y: middle.y }, { x: middle.x + r, y: middle.y }),
          stretched({ x: middle.x, y: middle.y - r }, { x: middle.x, y: middle.y + r }),
        ];
      }),
  ];
}

/** What stands for a view that cannot be seen yet, or not at all: the outline of its box, crossed out by narrow lines. */
function standIn(drafting: Drafting, { box }: PlacedView): Primitive[] {
  const [a, b] = [
    { x: box.x, y: box.y },
    { x: right(box), y: top(box) },
  ];
  const [c, d] = [
    { x: a.x, y: b.y },
    { x: b.x, y: a.y },
  ];
  return [
    [a, c],
    [c, b],
    [b, d],
    [d, a],
    [a, b],
    [c, d],
  ].map(([from, to]) => line(drafting, 'adjacent', from!, to!));
}

/** A view's title above it. */
function titleOf(drafting: Drafting, { title, box }: PlacedView): Primitive[] {
  if (!title) return [];
  const h = drafting.profile.lettering.viewTitles.height;
  const under = drafting.profile.views.scale === 'under the name' && title.scale !== undefined;
  return drawTitle(
    drafting,
    { x: box.x + box.width / 2, y: top(box) + h * (under ? 2.1 : 1.3) },
    title.words,
    title.scale,
  );
}

/** What tells in another view where a view is from: a section's plane, the circle of a detail, an arrow in the direction of view. */
function markIn(drafting: Drafting, placed: PlacedView, all: readonly PlacedView[]): Primitive[] {
  const { view, letter } = placed;
  if (letter === undefined) return [];
  if (view.of.kind === 'detail') return detailMark(drafting, placed, all);
  const other = shownIn(placed, all);
  if (!other) return [];
  // The way to whoever looks at the section, as the other view shows it.
  const way = { x: dot(placed.axes.toViewer, other.axes.right), y: dot(placed.axes.toViewer, other.axes.up) };
  const deg = (Math.atan2(way.y, way.x) * 180) / Math.PI;
  const isUpright = Math.abs(way.x) > 0.5;
  if (view.of.kind === 'section') {
    const off = view.of.at * other.factor;
    const middle = along(other.middle, deg, off);
    const half = (isUpright ? other.box.height : other.box.width) / 2 + PLANE_BEYOND;
    return cuttingPlane(drafting, along(middle, deg + 90, half), along(middle, deg - 90, half), deg + 180, letter);
  }
  const reach = (isUpright ? other.box.width : other.box.height) / 2;
  const h = drafting.profile.lettering.sectionLetters.height;
  const tip = along(other.middle, deg, reach + 4);
  const tail = along(tip, deg, 3 * drafting.profile.terminators.length);
  const look = { ...roleLook(drafting, 'dimension'), type: 'continuous' as const };
  return [
    { kind: 'line', from: tail, to: tip, ...look, source: '' },
    { kind: 'fill', points: arrowPoints(drafting, tip, deg), ink: look.ink, layer: look.layer, source: '' },
    ...centredText(drafting, 'sectionLetters', letter, along(tail, deg, h)),
  ];
}

function detailMark(drafting: Drafting, { view, letter }: PlacedView, all: readonly PlacedView[]): Primitive[] {
  const { of } = view;
  if (of.kind !== 'detail' || letter === undefined) return [];
  const parent = all.find((one) => one.view.id === of.of);
  if (!parent) return [];
  const { factor, middle } = parent;
  const centre = { x: middle.x + of.at.x * factor, y: middle.y + of.at.y * factor };
  const radius = of.radius * factor;
  const h = drafting.profile.lettering.sectionLetters.height;
  const look = { ...roleLook(drafting, 'visible'), width: widthOf(drafting, 'narrow') };
  return [
    { kind: 'arc', centre, radius, fromDeg: 0, toDeg: 360, ...look, source: '' },
    ...centredText(drafting, 'sectionLetters', letter, along(centre, 45, radius + h)),
  ];
}

/**
 * Balloons with the item numbers of the parts about a view (ISO 6433): each part once, the balloons in their order about the middle on
 * a frame round the view, so that no leader crosses another; a leader from each ends in a dot on its part.
 */
function balloons(drafting: Drafting, { middle, factor, box, model }: PlacedView, projected: Projected): Primitive[] {
  const look = drafting.profile.lettering.sectionLetters;
  const radius = Math.max(look.height, 4);
  const told = new Map<string, Point>();
  for (const { name, at } of projected.parts ?? []) {
    const item = componentNamed(model?.components ?? [], name)?.item;
    if (item === undefined || told.has(item)) continue;
    told.set(item, {
      x: middle.x + (at.x - projected.middle.x) * factor,
      y: middle.y + (at.y - projected.middle.y) * factor,
    });
  }
  const [a, b] = [box.width / 2 + BALLOON_ROOM - radius, box.height / 2 + BALLOON_ROOM - radius];
  const centre = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const places = spreadAbout([...told], centre, a, b, 2.6 * radius);
  const thin = { ...roleLook(drafting, 'leader') };
  return places.flatMap(({ item, on, place }): Primitive[] => {
    const deg = (Math.atan2(on.y - place.y, on.x - place.x) * 180) / Math.PI;
    const width = textWidth(drafting, item, look);
    return [
      { kind: 'arc', centre: place, radius, fromDeg: 0, toDeg: 360, ...thin, source: '' },
      { kind: 'line', from: along(place, deg, radius), to: on, ...thin, source: '' },
      { kind: 'fill', points: disc(on, 0.6), ink: thin.ink, layer: thin.layer, source: '' },
      ...text(drafting, 'sectionLetters', item, { x: place.x - width / 2, y: place.y - look.height / 2 }),
    ];
  });
}

const disc = (centre: Point, radius: number): Point[] =>
  Array.from({ length: 12 }, (_, i) => along(centre, i * 30, radius));

interface Balloon {
  item: string;
  on: Point;
  place: Point;
}

/** Places on a rectangle about a centre, one for each, in the order of their directions and at least so far apart. */
function spreadAbout(told: [string, Point][], centre: Point, a: number, b: number, apart: number): Balloon[] {
  const around = 4 * (a + b);
  // Along the rectangle from the middle of its right side, counter-clockwise.
  const place = (s: number): Point => {
    const t = ((s % around) + around) % around;
    if (t < b) return { x: centre.x + a, y: centre.y + t };
    if (t < b + 2 * a) return { x: centre.x + a - (t - b), y: centre.y + b };
    if (t < 3 * b + 2 * a) return { x: centre.x - a, y: centre.y + b - (t - b - 2 * a) };
    if (t < 3 * b + 4 * a) return { x: centre.x - a + (t - 3 * b - 2 * a), y: centre.y - b };
    return { x: centre.x + a, y: centre.y - b + (t - 3 * b - 4 * a) };
  };
  const toward = ({ x, y }: Point): number => {
    const [dx, dy] = [x - centre.x || 1e-6, y - centre.y];
    const k = Math.min(a / Math.abs(dx), dy === 0 ? Infinity : b / Math.abs(dy));
    const [px, py] = [dx * k, dy * k];
    if (px >= a - 1e-6) return py >= 0 ? py : around + py;
    if (py >= b - 1e-6) return b + (a - px);
    if (px <= -a + 1e-6) return b + 2 * a + (b - py);
    return 3 * b + 2 * a + (px + a);
  };
  const sorted = told.map(([item, on]) => ({ item, on, s: toward(on) })).sort((p, q) => p.s - q.s);
  const least = Math.min(apart, around / Math.max(sorted.length, 1));
  // Pushed apart forward, then back from the end, so that the last stays before the first's second turn.
  sorted.forEach((one, i) => {
    if (i > 0) one.s = Math.max(one.s, sorted[i - 1]!.s + least);
  });
  const last = sorted.at(-1);
  if (last) last.s = Math.min(last.s, sorted[0]!.s + around - least);
  for (let i = sorted.length - 2; i >= 0; i--) sorted[i]!.s = Math.min(sorted[i]!.s, sorted[i + 1]!.s - least);
  return uncrossed(sorted.map(({ item, on, s }) => ({ item, on, place: place(s) })));
}

/** Balloons with their places changed as long as that makes two leaders shorter together: then no two cross. */
function uncrossed(balloons: Balloon[]): Balloon[] {
  const length = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
  for (let round = 0, isBetter = true; isBetter && round < balloons.length; round++) {
    isBetter = false;
    balloons.forEach((one, i) => {
      for (const other of balloons.slice(i + 1)) {
        const now = length(one.on, one.place) + length(other.on, other.place);
        if (length(one.on, other.place) + length(other.on, one.place) > now - 1e-6) continue;
        [one.place, other.place] = [other.place, one.place];
        isBetter = true;
      }
    });
  }
  return balloons;
}
