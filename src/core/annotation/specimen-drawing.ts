import type { Point } from '../geometry/box';
import type { GlyphTables } from '../lettering/glyph-table';
import { FLAT_TITLE, type ProfileDocument } from '../profile/document';
import type { Primitive, Scene } from '../scene/scene';
import { chainDimensions, levelOf, linearDimension, parallelDimensions, runningDimensions } from './dimension-line';
import { type DimensionSpec, apart, countWords, dimensionText } from './dimension-text';
import { type Drafting, along, arc, line, outline, text, textWidth } from './drafting';
import { hatching } from './hatching';
import { leader, noteRow, sizeRow, surfaceTexture, threadWords } from './notes';
import { lengthLook, lengthText } from './numbers';
import { angularDimension, radiusDimension } from './round-dimensions';
import { breakLine, breakPoints, cuttingPlane, drawTitle, viewLetter, viewTitle } from './sections';
import { STRIP, titleStrip } from './specimen-strip';

/** The papers that a specimen drawing is shown on, landscape, and the scale of its views there. */
export const SPECIMEN_PAPERS = {
  A4: { width: 297, height: 210, scale: 0.5, words: '1:2', detail: 2 },
  A3: { width: 420, height: 297, scale: 1, words: '1:1', detail: 5 },
  A1: { width: 841, height: 594, scale: 2, words: '2:1', detail: 10 },
} as const;
export type SpecimenPaper = keyof typeof SPECIMEN_PAPERS;

/** A view on the paper: model lengths in mm, scaled, from where the model's origin stands. */
type View = (x: number, y: number) => Point;

/** The outline of the upper half of the shaft from its left end to its right, mm from the end and from the axis. */
const HALF: readonly (readonly [number, number])[] = [
  [0, 13],
  [2, 15],
  [40, 15],
  [40, 25],
  [105, 25],
  [105, 16.5],
  [108, 16.5],
  [108, 18],
  [130, 18],
  [130, 15],
  [158, 15],
  [160, 13],
];
/** The keyway: from and to, its half width, where its floor is, and where it leaves the shaft. */
const KEY = { from: 8, to: 33, half: 4, floor: 11, edge: Math.sqrt(15 ** 2 - 4 ** 2) };
const BORE = { radius: 7, depth: 45, tip: 7 / Math.tan((59 * Math.PI) / 180) };
const HOLE = { x: 74.125, radius: 6, floor: 10, tip: 6 / Math.tan((59 * Math.PI) / 180) };
/** Where the part is broken away to show the bore. */
const BROKEN = 54;
/** The middle and the radius of what the detail shows. */
const DETAIL = { x: 106.5, y: 18, radius: 7 };
const PLATE = { length: 60, width: 30, taper: 7.125, bends: [15, 45] };

/**
 * The specimen drawing of a profile: a shaft of Kelvarra's in three views with a section and a detail, and a lock plate as it is before
 * bending; with dimensions, notes, symbols and lines of every kind, so that each setting of the profile is seen at work. In mm on
 * paper; the source of each primitive is the setting that it shows first.
 */
export function specimenDrawing(profile: ProfileDocument, fonts: GlyphTables, paper: SpecimenPaper = 'A3'): Scene {
  const { width, height, scale, detail } = SPECIMEN_PAPERS[paper];
  const drafting: Drafting = { profile, fonts };
  const first = profile.views.projection === 'first angle';
  const view =
    (at: Point, by = scale): View =>
    (x, y) => ({ x: at.x + by * x, y: at.y + by * y });
  const half = 25 * scale;
  const upper = height - 14 - levelOf(drafting, 2) - half;
  // The lower row stands in the middle of what is left over the strip.
  const rows = [upper, (upper - half - levelOf(drafting, 1) - 8 + STRIP.top) / 2] as const;
  const frontX = first ? 46 : 22 + 50 * scale + 56;
  const sideX = first ? frontX + 160 * scale + 42 + 25 * scale : 22 + 25 * scale;
  const [frontY, aboveY] = first ? rows : [rows[1], rows[0]];
  const besideY = aboveY;
  const primitives: Primitive[] = [
    ...frontView(drafting, view({ x: frontX, y: frontY })),
    ...viewFromAbove(drafting, view({ x: frontX, y: aboveY }), first ? -1 : 1),
    ...viewFromLeft(drafting, view({ x: sideX, y: frontY }), scale),
    ...sectionA(drafting, view({ x: sideX, y: besideY }), scale),
    ...detailB(drafting, { x: width - 34 - DETAIL.radius * detail, y: frontY }, detail),
    ...lockPlate(drafting, view({ x: width - 48 - PLATE.length * scale, y: besideY - 15 * scale })),
    ...titleStrip(drafting, width),
    ...texture(drafting, width, view({ x: frontX, y: frontY })),
  ];
  return { width, height, unit: profile.units.unit, blocks: [], primitives };
}

/** The whole outline of the shaft, its lower half a mirror of the upper. */
const shaftOutline = (at: View, upper: readonly (readonly [number, number])[]): Point[] => [
  ...upper.map(([x, y]) => at(x, y)),
  ...HALF.toReversed().map(([x, y]) => at(x, -y)),
];

function shaftEdges(drafting: Drafting, at: View): Primitive[] {
  const edge = (x: number, y: number) => line(drafting, 'visible', at(x, -y), at(x, y));
  const b = drafting.profile.lines.centreBeyond;
  const [left, right] = [at(0, 0), at(160, 0)];
  return [
    edge(2, 15),
    edge(40, 15),
    edge(105, 16.5),
    edge(108, 16.5),
    edge(130, 15),
    edge(158, 15),
    line(drafting, 'thread', at(133, 13.8), at(159.2, 13.8)),
    line(drafting, 'thread', at(133, -13.8), at(159.2, -13.8)),
    edge(133, 15),
    line(drafting, 'centre', { x: left.x - b, y: left.y }, { x: right.x + b, y: right.y }, 'lines.centreBeyond'),
  ];
}

function frontView(drafting: Drafting, at: View): Primitive[] {
  // The keyway takes the top off the shaft where it is: there the edge of its slot is seen.
  const upper = [
    ...HALF.slice(0, 2),
    [KEY.from, 15],
    [KEY.from, KEY.edge],
    [KEY.to, KEY.edge],
    [KEY.to, 15],
    ...HALF.slice(2),
  ] as const;
  const hidden = (...points: [number, number][]) =>
    points.slice(1).map(([x, y], i) => line(drafting, 'hidden', at(...points[i]!), at(x, y)));
  const visible = (...points: [number, number][]) =>
    points.slice(1).map(([x, y], i) => line(drafting, 'visible', at(...points[i]!), at(x, y)));
  const tip = BORE.depth + BORE.tip;
  const b = drafting.profile.lines.centreBeyond;
  const [breakFrom, breakTo] = [at(BROKEN, -25), at(BROKEN, 0)];
  const cutAway = [
    at(0, -7),
    at(0, -13),
    at(2, -15),
    at(40, -15),
    at(40, -25),
    ...breakPoints(drafting, breakFrom, breakTo, 90),
    at(tip, 0),
    at(BORE.depth, -7),
  ];
  const adjacent = (side: 1 | -1) =>
    [
      [at(110, side * 18), at(110, side * 33)],
      [at(110, side * 33), at(128, side * 33)],
      [at(128, side * 33), at(128, side * 18)],
    ].map(([from, to]) => line(drafting, 'adjacent', from!, to!));
  const scale = at(1, 0).x - at(0, 0).x;
  const [letterA, letterB] = [viewLetter(drafting.profile, 0), viewLetter(drafting.profile, 1)];
  const beyond = 6 + drafting.profile.lettering.sectionLetters.height;
  return [
    outline(drafting, 'visible', shaftOutline(at, upper)),
    ...shaftEdges(drafting, at),
    // The bore: cut below the axis, hidden above it.
    ...visible([0, -7], [BORE.depth, -7], [tip, 0]),
    ...visible([BORE.depth, -7], [BORE.depth, 0]),
    ...hidden([0, 7], [BORE.depth, 7], [tip, 0]),
    ...hidden([BORE.depth, 7], [BORE.depth, 0]),
    ...hidden([KEY.from, KEY.edge], [KEY.from, KEY.floor], [KEY.to, KEY.floor], [KEY.to, KEY.edge]),
    ...hidden(
      [HOLE.x - 6, 25],
      [HOLE.x - 6, HOLE.floor],
      [HOLE.x, HOLE.floor - HOLE.tip],
      [HOLE.x + 6, HOLE.floor],
      [HOLE.x + 6, 25],
    ),
    ...hidden([HOLE.x - 6, HOLE.floor], [HOLE.x + 6, HOLE.floor]),
    line(
      drafting,
      'centre',
      along(at(HOLE.x, 25), 90, b),
      along(at(HOLE.x, HOLE.floor - HOLE.tip), -90, b),
      'lines.centreBeyond',
    ),
    ...hatching(drafting, [cutAway]),
    ...breakLine(drafting, breakFrom, breakTo),
    ...adjacent(1),
    ...adjacent(-1),
    arc(drafting, 'leader', at(DETAIL.x, DETAIL.y), DETAIL.radius * scale),
    ...text(drafting, 'sectionLetters', letterB, {
      x:
        at(DETAIL.x, 0).x -
        DETAIL.radius * scale -
        textWidth(drafting, letterB, drafting.profile.lettering.sectionLetters),
      y: at(0, DETAIL.y).y + DETAIL.radius * scale + 0.5,
    }),
    ...cuttingPlane(drafting, along(at(20, 15), 90, beyond), along(at(20, -15), -90, beyond), 0, letterA),
    // Lengths: a chain with the whole beneath, and two from one end above.
    ...chainDimensions(
      drafting,
      [at(0, -13), at(40, -25), at(105, -25), at(130, -18), at(160, -13)],
      0,
      along(at(0, -25), -90, levelOf(drafting, 0)),
      [
        { size: 40 },
        { size: 65, tolerance: { kind: 'deviations', upper: 0.2, lower: -0.15 } },
        { size: 25 },
        { size: 30, tolerance: { kind: 'single', limit: 'min.' } },
      ],
    ),
    ...linearDimension(drafting, {
      from: at(0, -13),
      to: at(160, -13),
      alongDeg: 0,
      through: along(at(0, -25), -90, levelOf(drafting, 1)),
      spec: { size: 160, kind: 'reference' },
    }),
    ...parallelDimensions(drafting, at(0, 13), [along(at(HOLE.x, 25), 90, b), at(105, 25)], 0, at(0, 27), 1, [
      { size: HOLE.x },
      { size: 105 },
    ]),
    ...acrossShaft(drafting, at, [0, 15], 180, { size: 30, tolerance: { kind: 'fit', class: 'k6' } }),
    ...acrossShaft(drafting, at, [105, 25], 0, { size: 50, tolerance: { kind: 'fit', class: 'm6' } }),
    ...leader(drafting, at(146, 15), { x: at(138, 0).x, y: at(0, 33).y + 5 }, [
      noteRow(drafting, threadWords(drafting.profile, 30, 2, false)),
    ]),
  ];
}

/** A diameter of the shaft, beyond the end that is in that direction: as far out as the text asks for. */
function acrossShaft(
  drafting: Drafting,
  at: View,
  [x, radius]: [number, number],
  deg: 0 | 180,
  spec: DimensionSpec,
): Primitive[] {
  const whole: DimensionSpec = { ...spec, of: 'diameter' };
  const out = outFor(drafting, whole, deg === 0);
  return linearDimension(drafting, {
    from: at(x, -radius),
    to: at(x, radius),
    alongDeg: 90,
    through: along(at(deg === 0 ? 160 : 0, 0), deg, out),
    spec: whole,
  });
}

/** How far out an upright dimension line stands, so that its text, which stands to its left, is clear of the part. */
function outFor(drafting: Drafting, spec: DimensionSpec, rightOfPart: boolean): number {
  const { row, below } = dimensionText(drafting, spec);
  const { direction, text } = drafting.profile.dimensionLines;
  const needs = direction === 'horizontal' ? Math.max(row.width, below?.width ?? 0) : row.above + row.below;
  const toPart = text === 'in the line' ? needs / 2 : rightOfPart ? needs : 0;
  return Math.max(levelOf(drafting, 0), toPart + 3);
}

/** @param side on which its running dimensions stand: −1 beneath it */
function viewFromAbove(drafting: Drafting, at: View, side: 1 | -1): Primitive[] {
  const scale = at(1, 0).x - at(0, 0).x;
  const [from, to] = [KEY.from + KEY.half, KEY.to - KEY.half];
  const b = drafting.profile.lines.centreBeyond;
  const hole = at(HOLE.x, 0);
  const reach = HOLE.radius * scale + b;
  const edge = side * 25;
  return [
    outline(drafting, 'visible', shaftOutline(at, HALF)),
    ...shaftEdges(drafting, at),
    line(drafting, 'visible', at(from, KEY.half), at(to, KEY.half)),
    line(drafting, 'visible', at(from, -KEY.half), at(to, -KEY.half)),
    arc(drafting, 'visible', at(from, 0), KEY.half * scale, 90, 270),
    arc(drafting, 'visible', at(to, 0), KEY.half * scale, 270, 450),
    arc(drafting, 'visible', hole, HOLE.radius * scale),
    line(drafting, 'centre', along(hole, 90, reach), along(hole, -90, reach), 'lines.centreBeyond'),
    ...runningDimensions(
      drafting,
      at(0, side * 13),
      [at(KEY.from, side * 15), at(KEY.to, side * 15), at(HOLE.x, side * 25), at(105, edge)],
      0,
      along(at(0, edge), side * 90, levelOf(drafting, 0)),
      [{ size: KEY.from }, { size: KEY.to }, { size: HOLE.x }, { size: 105 }],
    ),
    ...radiusDimension(drafting, at(to, 0), KEY.half * scale, -side * 60, 24 * scale + 10, { size: KEY.half }),
    ...leader(drafting, along(hole, -side * 60, HOLE.radius * scale), along(hole, -side * 60, 29 * scale + 9), [
      sizeRow(drafting, { size: 12, of: 'diameter', depth: 15 }),
    ]),
    ...acrossShaft(drafting, at, [130, 18], 0, { size: 36 }),
    ...leader(drafting, at(121, -side * 18), along(at(121, -side * 18), -side * 60, 8 * scale + 3), [
      noteRow(drafting, 'Induction hardened'),
    ]),
  ];
}

function viewFromLeft(drafting: Drafting, at: View, scale: number): Primitive[] {
  const middle = at(0, 0);
  const b = drafting.profile.lines.centreBeyond;
  const keyDeg = (Math.asin(KEY.half / 15) * 180) / Math.PI;
  const reach = 25 * scale + b;
  const holes = [52.5, 142.5, 232.5, 322.5].map((deg) => ({ deg, centre: along(middle, deg, 20 * scale) }));
  const first = holes[0]!;
  return [
    arc(drafting, 'visible', middle, 25 * scale),
    arc(drafting, 'visible', middle, 15 * scale, 90 + keyDeg, 450 - keyDeg),
    arc(drafting, 'visible', middle, BORE.radius * scale),
    arc(drafting, 'hidden', middle, 18 * scale),
    line(drafting, 'visible', at(-KEY.half, KEY.edge), at(-KEY.half, KEY.floor)),
    line(drafting, 'visible', at(-KEY.half, KEY.floor), at(KEY.half, KEY.floor)),
    line(drafting, 'visible', at(KEY.half, KEY.floor), at(KEY.half, KEY.edge)),
    line(drafting, 'symmetry', along(middle, 90, reach), along(middle, -90, reach)),
    line(drafting, 'centre', along(middle, 180, reach), along(middle, 0, reach), 'lines.centreBeyond'),
    arc(drafting, 'centre', middle, 20 * scale),
    ...holes.flatMap(({ deg, centre }) => [
      arc(drafting, 'visible', centre, 2.5 * scale),
      arc(drafting, 'thread', centre, 3 * scale, 100, 370),
      line(drafting, 'centre', along(middle, deg, 15.5 * scale), along(middle, deg, 24.5 * scale)),
    ]),
    ...angularDimension(drafting, middle, 0, first.deg, 25 * scale + levelOf(drafting, 0), [25 * scale, 25 * scale]),
    ...leader(drafting, along(holes[3]!.centre, 295, 3 * scale), along(holes[3]!.centre, 295, 12 * scale + 7), [
      noteRow(
        drafting,
        [
          countWords(drafting.profile, 4),
          threadWords(drafting.profile, 6, 1, true),
          apart(drafting.profile.signs.depth) + lengthText(12, lengthLook(drafting.profile)),
        ].join(' '),
      ),
    ]),
  ];
}

function sectionA(drafting: Drafting, at: View, scale: number): Primitive[] {
  const keyDeg = (Math.asin(KEY.half / 15) * 180) / Math.PI;
  const middle = at(0, 0);
  const b = drafting.profile.lines.centreBeyond;
  const reach = 15 * scale + b;
  const round = (radius: number, fromDeg: number, toDeg: number): Point[] =>
    Array.from({ length: 73 }, (_, i) => along(middle, fromDeg + ((toDeg - fromDeg) * i) / 72, radius * scale));
  const outer = [...round(15, 90 + keyDeg, 450 - keyDeg), at(KEY.half, KEY.floor), at(-KEY.half, KEY.floor)];
  const letter = viewLetter(drafting.profile, 0);
  const floor: DimensionSpec = { size: 26, tolerance: { kind: 'deviations', upper: 0, lower: -0.2 } };
  return [
    ...hatching(drafting, [outer, round(BORE.radius, 0, 360).slice(0, -1)]),
    arc(drafting, 'visible', middle, 15 * scale, 90 + keyDeg, 450 - keyDeg),
    arc(drafting, 'visible', middle, BORE.radius * scale),
    line(drafting, 'visible', at(-KEY.half, KEY.edge), at(-KEY.half, KEY.floor)),
    line(drafting, 'visible', at(-KEY.half, KEY.floor), at(KEY.half, KEY.floor)),
    line(drafting, 'visible', at(KEY.half, KEY.floor), at(KEY.half, KEY.edge)),
    line(drafting, 'symmetry', along(middle, 90, reach), along(middle, -90, reach)),
    line(drafting, 'centre', along(middle, 180, reach), along(middle, 0, reach), 'lines.centreBeyond'),
    ...linearDimension(drafting, {
      from: at(-KEY.half, KEY.edge),
      to: at(KEY.half, KEY.edge),
      alongDeg: 0,
      through: along(at(0, 15), 90, levelOf(drafting, 0)),
      spec: { size: 8, tolerance: { kind: 'fit', class: 'P9' } },
    }),
    ...linearDimension(drafting, {
      from: at(0, -15),
      to: at(KEY.half, KEY.floor),
      // Downwards: what does not fit stands beneath, clear of the keyway's width.
      alongDeg: 270,
      through: along(at(15, 0), 0, outFor(drafting, floor, true)),
      spec: floor,
    }),
    ...drawTitle(
      drafting,
      { x: middle.x, y: at(0, 15).y + levelOf(drafting, 1) + drafting.profile.lettering.viewTitles.height + 3 },
      viewTitle(drafting.profile, 'section', letter),
    ),
  ];
}

/** The undercut, larger; its dimensions say the true sizes. */
function detailB(drafting: Drafting, middle: Point, by: number): Primitive[] {
  const at: View = (x, y) => ({ x: middle.x + by * (x - DETAIL.x), y: middle.y + by * (y - DETAIL.y) });
  const radius = DETAIL.radius * by;
  const onCircle = (side: 1 | -1, x: number) => DETAIL.y + side * Math.sqrt(DETAIL.radius ** 2 - (x - DETAIL.x) ** 2);
  const fillet = 0.5;
  const rightX = DETAIL.x + DETAIL.radius;
  const visible = (...points: [number, number][]) =>
    points.slice(1).map(([x, y], i) => line(drafting, 'visible', at(...points[i]!), at(x, y)));
  return [
    ...visible([105, onCircle(1, 105)], [105, 16.5 + fillet]),
    arc(drafting, 'visible', at(105 + fillet, 16.5 + fillet), fillet * by, 180, 270),
    ...visible([105 + fillet, 16.5], [108, 16.5], [108, 18], [rightX, 18]),
    ...visible([105, 16.5], [105, onCircle(-1, 105)]),
    ...visible([108, 16.5], [108, onCircle(-1, 108)]),
    arc(drafting, 'break', middle, radius),
    ...linearDimension(drafting, {
      from: at(105, 16.5),
      to: at(108, 16.5),
      alongDeg: 0,
      through: along(middle, -90, radius + levelOf(drafting, 0)),
      spec: { size: 3, tolerance: { kind: 'symmetric', mm: 0.1 } },
    }),
    ...radiusDimension(drafting, at(105 + fillet, 16.5 + fillet), fillet * by, 215, 0.4 * radius, { size: fillet }),
    ...drawTitle(
      drafting,
      {
        x: middle.x,
        y:
          middle.y +
          radius +
          2 +
          (drafting.profile.views.scale === 'beside the name' ? 0.7 : 1.6) *
            drafting.profile.lettering.viewTitles.height,
      },
      viewTitle(drafting.profile, 'detail', viewLetter(drafting.profile, 1)),
      `${by}:1`,
    ),
  ];
}

function lockPlate(drafting: Drafting, at: View): Primitive[] {
  const scale = at(1, 0).x - at(0, 0).x;
  const lean = PLATE.width * Math.tan((PLATE.taper * Math.PI) / 180);
  const { length, width } = PLATE;
  const b = drafting.profile.lines.centreBeyond;
  const hole = at(30, width / 2);
  const reach = 5.5 * scale + b;
  return [
    outline(drafting, 'visible', [at(0, 0), at(length, 0), at(length - lean, width), at(lean, width)]),
    ...PLATE.bends.map((x) => line(drafting, 'bend', at(x, 0), at(x, width))),
    line(drafting, 'symmetry', along(at(0, width / 2), 180, b), along(at(length, width / 2), 0, b)),
    arc(drafting, 'visible', hole, 3 * scale),
    arc(drafting, 'visible', hole, 5.5 * scale),
    line(drafting, 'centre', along(hole, 90, reach), along(hole, -90, reach), 'lines.centreBeyond'),
    ...leader(drafting, along(hole, 60, 5.5 * scale), along(hole, 60, (width / 2) * scale + 14), [
      sizeRow(drafting, { size: 6, of: 'diameter' }),
      sizeRow(drafting, { size: 11, of: 'countersink', after: '× 90°' }),
    ]),
    ...angularDimension(drafting, at(0, 0), 0, 90 - PLATE.taper, 0.55 * width * scale + 4, [
      length * scale,
      width * scale,
    ]),
    ...linearDimension(drafting, {
      from: at(0, 0),
      to: at(length, 0),
      alongDeg: 0,
      through: along(at(0, 0), -90, levelOf(drafting, 1)),
      spec: { size: length },
    }),
    ...linearDimension(drafting, {
      from: at(PLATE.bends[0]!, 0),
      to: at(PLATE.bends[1]!, 0),
      alongDeg: 0,
      through: along(at(0, 0), -90, levelOf(drafting, 0)),
      spec: { size: 30, kind: 'exact' },
    }),
    ...linearDimension(drafting, {
      from: at(length, 0),
      to: at(length - lean, width),
      alongDeg: 90,
      through: along(at(length, 0), 0, levelOf(drafting, 0)),
      spec: { size: width },
    }),
    ...drawTitle(
      drafting,
      along(hole, 90, (width / 2) * scale + 14 + 1.5 * drafting.profile.lettering.viewTitles.height),
      drafting.profile.views.flatTitle ?? FLAT_TITLE,
    ),
  ];
}

/** The surface texture of all that has none of its own, where the profile puts it. */
function texture(drafting: Drafting, paperWidth: number, front: View): Primitive[] {
  const byTitle = drafting.profile.texture.place === 'at the title block';
  const foot = byTitle ? { x: paperWidth - 40, y: 23 } : { x: front(160, 0).x + 4, y: front(0, 33).y };
  return surfaceTexture(drafting, foot);
}
