import type { Drawn, DrawnText } from '../exchange/reading/drawn';
import type { ZoneRuleSetting } from '../format/document';
import type { Box } from '../geometry/box';
import { contains, right, top } from '../geometry/box';
import { zonesOf } from '../sheet/zones';
import { zoneLetters } from '../sheet/zone-labels';
import { isInset, rectangles } from './rectangles';
import { type Stroke, covered } from './strokes';
import { pointsOf } from './survey';

export interface LineLook {
  width?: number;
  ink: string;
}

/** What stands at the edges of a sheet: mm, the trimmed sheet's lower left corner at the origin. */
export interface Border {
  /** The drawing space. Where no frame is drawn it is the whole sheet. */
  space: Box;
  frame?: LineLook;
  zones?: {
    rule: ZoneRuleSetting;
    /** Whether the fields are where the rule has them. */
    exact: boolean;
    lettersAlong: 'vertical' | 'horizontal';
    verticalRuns: 'down' | 'up';
    horizontalRuns: 'rightward' | 'leftward';
    omit: string[];
    edges: { top: boolean; bottom: boolean; left: boolean; right: boolean };
    band: number;
    border?: LineLook;
    ticks?: LineLook;
    letters?: DrawnText;
    columns: number;
    rows: number;
  };
  centring?: { inside: number; line: LineLook };
  trimming?: { length: number; width: number; ink: string };
  designation?: DrawnText;
  /** Figures that it is made of. */
  sources: Set<number>;
}

const SAME = 0.6;

/** Finds the frame of a sheet and what is outside it: zones with their fields and letters, centring and trimming marks, the size's name. */
export function borderOf(
  drawn: readonly Drawn[],
  strokes: readonly Stroke[],
  sheet: { width: number; height: number; name: string },
  given: Box | undefined,
  tolerance: number,
): Border {
  const sources = new Set<number>();
  const whole: Box = { x: 0, y: 0, width: sheet.width, height: sheet.height };
  const found = rectangles(strokes, 100, Math.max(tolerance, SAME)).filter((one) =>
    contains({ x: -1, y: -1, width: sheet.width + 2, height: sheet.height + 2 }, one),
  );
  const large = found.filter((one) => one.width * one.height > 0.35 * sheet.width * sheet.height);
  const frame = nearest(large, given) ?? innermost(large, whole);
  if (frame) takeOn(strokes, frame, sources);
  const outline = large.find((one) => isSame(one, whole));
  if (outline) takeOn(strokes, outline, sources);
  const isFrame = frame !== undefined && (frame !== outline || large.length === 1);
  const space = frame && isFrame ? frame : whole;
  const border = frame && large.find((one) => one !== outline && isInset(frame, one, 0.8, 40));
  if (border) takeOn(strokes, border, sources);
  const look = (box: Box) => looksOn(strokes, box);
  const zones = frame && zonesAround(drawn, strokes, sheet, frame, border, sources);
  const centring = frame && centringOf(strokes, sheet, frame, zones?.band ?? 0, sources, tolerance);
  const trimming = trimmingOf(drawn, sheet, space, sources);
  const designation = designationOf(drawn, sheet, space, sources);
  return {
    space,
    ...(frame && isFrame && { frame: look(frame) }),
    ...(zones && { zones: { ...zones, ...(border && { border: look(border) }) } }),
    ...(centring && { centring }),
    ...(trimming && { trimming }),
    ...(designation && { designation }),
    sources,
  };
}

const isSame = (a: Box, b: Box, within = SAME) =>
  Math.abs(a.x - b.x) < within &&
  Math.abs(a.y - b.y) < within &&
  Math.abs(right(a) - right(b)) < within &&
  Math.abs(top(a) - top(b)) < within;

const nearest = (boxes: readonly Box[], given: Box | undefined) => given && boxes.find((one) => isSame(one, given, 2));

/** The last of the rectangles that lie within one another. */
function innermost(boxes: readonly Box[], whole: Box): Box | undefined {
  let current = boxes.find((one) => !isSame(one, whole)) ?? boxes[0];
  for (let next = current; next; next = boxes.find((one) => isInset(one, current!, 0.8, 60))) current = next;
  return current;
}

/** Each piece of a stroke as a stroke of its own. */
const singly = ({ axis, at, pieces }: Stroke): Stroke[] =>
  pieces.map((piece) => ({ axis, at, from: piece.from, to: piece.to, pieces: [piece] }));

/** The strokes that a box's sides lie on, with the pieces that make the sides. */
function sidesOf(strokes: readonly Stroke[], box: Box) {
  const sides = [
    { axis: 'level', at: box.y, from: box.x, to: right(box) },
    { axis: 'level', at: top(box), from: box.x, to: right(box) },
    { axis: 'upright', at: box.x, from: box.y, to: top(box) },
    { axis: 'upright', at: right(box), from: box.y, to: top(box) },
  ] as const;
  return sides.flatMap(({ axis, at, from, to }) =>
    strokes
      .filter((one) => one.axis === axis && Math.abs(one.at - at) < SAME && one.from < to && one.to > from)
      .map((stroke) => ({ stroke, from, to })),
  );
}

/** Takes the figures that run along a whole side; those of blocks that stand on it stay for them. */
function takeOn(strokes: readonly Stroke[], box: Box, sources: Set<number>): void {
  for (const { stroke, from, to } of sidesOf(strokes, box))
    for (const piece of stroke.pieces) if (piece.to - piece.from > 0.5 * (to - from)) sources.add(piece.source);
}

function looksOn(strokes: readonly Stroke[], box: Box): LineLook {
  return lookOf(sidesOf(strokes, box).flatMap(({ stroke }) => stroke.pieces));
}

/** How most of the length of some pieces looks. */
export function lookOf(pieces: readonly { from: number; to: number; width?: number; ink: string }[]): LineLook {
  const sums = new Map<string, { sum: number; look: LineLook }>();
  for (const { from, to, width, ink } of pieces) {
    const key = `${width === undefined ? '' : width.toFixed(3)} ${ink}`;
    const entry = sums.get(key) ?? { sum: 0, look: { ink, ...(width !== undefined && { width }) } };
    entry.sum += to - from;
    sums.set(key, entry);
  }
  return [...sums.values()].reduce((best, one) => (one.sum > best.sum ? one : best), {
    sum: -1,
    look: { ink: '#000000' } as LineLook,
  }).look;
}

/** Where ticks cross the bands along the edges of a frame, and the texts in the bands. */
function zonesAround(
  drawn: readonly Drawn[],
  strokes: readonly Stroke[],
  sheet: { width: number; height: number },
  frame: Box,
  border: Box | undefined,
  sources: Set<number>,
): Border['zones'] {
  const least = Math.min(frame.x, frame.y, sheet.width - right(frame), sheet.height - top(frame));
  const depth = border ? frame.y - border.y : Math.min(12, least);
  if (depth < 1.5) return undefined;
  // Piece by piece: a tick may go on as a line of a block within the frame.
  const pieces = strokes.flatMap(singly);
  // What reaches far beyond the band on one side is a centring mark or a line of a block.
  const isTick = (stroke: Stroke, axis: Stroke['axis'], from: number, to: number) =>
    stroke.axis === axis && stroke.to - stroke.from < 1.5 * depth && covered(stroke, from, to) > 0.3 * depth;
  const bands = {
    left: { axis: 'level' as const, from: frame.x - depth, to: frame.x, low: frame.y, high: top(frame) },
    right: { axis: 'level' as const, from: right(frame), to: right(frame) + depth, low: frame.y, high: top(frame) },
    bottom: { axis: 'upright' as const, from: frame.y - depth, to: frame.y, low: frame.x, high: right(frame) },
    top: { axis: 'upright' as const, from: top(frame), to: top(frame) + depth, low: frame.x, high: right(frame) },
  };
  const ticks = (name: keyof typeof bands) => {
    const { axis, from, to, low, high } = bands[name];
    const found = pieces.filter((one) => isTick(one, axis, from, to) && one.at > low + SAME && one.at < high - SAME);
    return found.filter((one, i) => !found.slice(0, i).some(({ at }) => Math.abs(at - one.at) < SAME));
  };
  const texts = drawn.flatMap((one, i) => (one.kind === 'text' ? [{ text: one, i }] : []));
  const inBand = (name: keyof typeof bands) => {
    const { axis, from, to, low, high } = bands[name];
    return texts.filter(({ text }) => {
      const [across, along] = axis === 'level' ? [text.at.x, text.at.y] : [text.at.y, text.at.x];
      return (
        /^([A-Z]{1,2}|\d{1,2})$/.test(text.text.trim()) &&
        across > from - 2 &&
        across < to + 2 &&
        along > low &&
        along < high
      );
    });
  };
  const names = ['left', 'right', 'bottom', 'top'] as const;
  const byEdge = Object.fromEntries(names.map((name) => [name, { ticks: ticks(name), texts: inBand(name) }])) as Record<
    (typeof names)[number],
    { ticks: Stroke[]; texts: ReturnType<typeof inBand> }
  >;
  const all = names.flatMap((name) => byEdge[name].ticks);
  const labels = names.flatMap((name) => byEdge[name].texts);
  if (all.length === 0 || labels.length === 0) return undefined;
  for (const { pieces } of all) for (const { source } of pieces) sources.add(source);
  for (const { i } of labels) sources.add(i);
  const fuller = (a: Stroke[], b: Stroke[]) => (a.length >= b.length ? a : b).map(({ at }) => at).sort((x, y) => x - y);
  const found = [fuller(byEdge.bottom.ticks, byEdge.top.ticks), fuller(byEdge.left.ticks, byEdge.right.ticks)] as const;
  const { rule, exact, xs, ys } = ruleOf(sheet, frame, ...found);
  const [columns, rows] = [xs.length + 1, ys.length + 1];
  const upright = [...byEdge.left.texts, ...byEdge.right.texts];
  const level = [...byEdge.top.texts, ...byEdge.bottom.texts];
  const lettered = (labelled: typeof texts) =>
    labelled.filter(({ text }) => /[A-Z]/.test(text.text)).length > labelled.length / 2;
  const lettersAlong = lettered(upright) || !lettered(level) ? 'vertical' : 'horizontal';
  // The name of the size may stand among the labels.
  const ofKind = (labelled: typeof texts, letters: boolean) =>
    labelled.filter(({ text }) => /[A-Z]/.test(text.text) === letters);
  const [vertical, horizontal] = [
    ofKind(upright, lettersAlong === 'vertical'),
    ofKind(level, lettersAlong === 'horizontal'),
  ];
  // A centring mark that ends at the frame looks like a tick in the middle.
  const hasZones = (name: (typeof names)[number]) => {
    const middle = bands[name].axis === 'level' ? sheet.height / 2 : sheet.width / 2;
    return byEdge[name].texts.length > 0 || byEdge[name].ticks.some(({ at }) => Math.abs(at - middle) > 1);
  };
  const lengths = all.map(({ from, to }) => to - from).sort((a, b) => a - b);
  const order = (found: typeof texts, key: 'x' | 'y') => {
    const sorted = found.toSorted((a, b) => rank(a.text.text) - rank(b.text.text));
    return (sorted.at(-1)?.text.at[key] ?? 0) - (sorted[0]?.text.at[key] ?? 0);
  };
  const letters = (lettersAlong === 'vertical' ? vertical : horizontal)
    .map(({ text }) => text.text.trim())
    .filter((one) => one.length === 1);
  return {
    rule,
    exact,
    lettersAlong,
    verticalRuns: order(vertical, 'y') > 0 ? 'up' : 'down',
    horizontalRuns: order(horizontal, 'x') < 0 ? 'leftward' : 'rightward',
    omit: omitted(letters, lettersAlong === 'vertical' ? rows : columns),
    edges: Object.fromEntries(names.map((name) => [name, hasZones(name)])) as Record<(typeof names)[number], boolean>,
    band: border ? depth : Math.min(depth, lengths[Math.floor(lengths.length / 2)]!),
    ticks: lookOf(all.flatMap(({ pieces }) => pieces)),
    ...(labels[0] && { letters: labels[0].text }),
    columns,
    rows,
  };
}

const rank = (label: string): number => (/^\d+$/.test(label.trim()) ? Number(label) : label.trim().charCodeAt(0));

/** Which letters a series leaves out: those of the usual ones that would be due and are not there. */
function omitted(letters: readonly string[], count: number): string[] {
  const usual = ['I', 'O'];
  if (letters.length === 0) return usual;
  const last = [...letters].sort().at(-1)!;
  const missing = usual.filter((one) => one < last && !letters.includes(one));
  const due = zoneLetters(count, usual).at(-1)!;
  // Where the series ends before I nothing tells whether I would be left out.
  return last < 'I' || due < 'I' ? usual : [...missing, ...usual.filter((one) => one > last)];
}

/** The rule by which fields are cut: of 50 mm from the middle, by count, else the count that is there. */
function ruleOf(
  sheet: { width: number; height: number },
  frame: Box,
  columns: readonly number[],
  rows: readonly number[],
) {
  const labelling = { lettersAlong: 'vertical', verticalRuns: 'down', horizontalRuns: 'rightward', omit: [] } as const;
  // A tick in the middle may be part of the centring mark there.
  const withMiddle = (found: readonly number[], middle: number) =>
    found.some((at) => Math.abs(at - middle) < 1) ? [found] : [found, [...found, middle].sort((a, b) => a - b)];
  const agree = (fields: { from: number }[], found: readonly number[]) =>
    fields.length === found.length + 1 && fields.slice(1).every(({ from }, i) => Math.abs(from - found[i]!) < 1);
  for (const xs of withMiddle(columns, sheet.width / 2))
    for (const ys of withMiddle(rows, sheet.height / 2)) {
      const byCount = { kind: 'count' as const, columns: xs.length + 1, rows: ys.length + 1 };
      const byPitch = { kind: 'pitch' as const, pitch: 50, corner: 10 };
      for (const rule of [byCount, byPitch]) {
        const zones = zonesOf(sheet, frame, rule, labelling);
        if (agree(zones.columns, xs) && agree(zones.rows, ys)) return { rule, exact: true, xs, ys };
      }
    }
  const rule: ZoneRuleSetting = { kind: 'count', columns: columns.length + 1, rows: rows.length + 1 };
  return { rule, exact: false, xs: columns, ys: rows };
}

function centringOf(
  strokes: readonly Stroke[],
  { width, height }: { width: number; height: number },
  frame: Box,
  band: number,
  sources: Set<number>,
  tolerance: number,
): Border['centring'] {
  const near = Math.max(0.3, tolerance / 2);
  const reaches: number[] = [];
  const pieces: Stroke['pieces'] = [];
  const note = (axis: Stroke['axis'], at: number, edge: number, inward: 1 | -1) => {
    for (const stroke of strokes.flatMap(singly)) {
      if (stroke.axis !== axis || Math.abs(stroke.at - at) > near || stroke.to - stroke.from > band + 60) continue;
      const [inner, outer] =
        inward === 1 ? [stroke.to - edge, edge - stroke.from] : [edge - stroke.from, stroke.to - edge];
      if (inner < -1 || inner > 30 || outer < -1 || (inner < 1 && outer < 1)) continue;
      if (inner > 1) reaches.push(inner);
      pieces.push(...stroke.pieces);
      for (const { source } of stroke.pieces) sources.add(source);
    }
  };
  note('upright', width / 2, frame.y, 1);
  note('upright', width / 2, top(frame), -1);
  note('level', height / 2, frame.x, 1);
  note('level', height / 2, right(frame), -1);
  if (reaches.length < 2) return undefined;
  const inside = reaches.sort((a, b) => a - b)[Math.floor(reaches.length / 2)]!;
  return { inside, line: lookOf(pieces.filter(({ from, to }) => to - from > inside)) };
}

function trimmingOf(
  drawn: readonly Drawn[],
  { width, height }: { width: number; height: number },
  space: Box,
  sources: Set<number>,
): Border['trimming'] {
  let found: Border['trimming'];
  drawn.forEach((one, i) => {
    if (one.kind !== 'fill') return;
    const points = pointsOf(one);
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
    const corner = [
      Math.min(Math.abs(Math.min(...xs)), Math.abs(width - Math.max(...xs))),
      Math.min(Math.abs(Math.min(...ys)), Math.abs(height - Math.max(...ys))),
    ];
    const [across, up] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
    if (corner[0]! > 0.3 || corner[1]! > 0.3 || across > Math.max(15, space.x) || up > 15) return;
    sources.add(i);
    // An L of two bars: its shorter side is the width of a bar.
    const inner = xs.filter((x) => x > Math.min(...xs) + 0.3 && x < Math.max(...xs) - 0.3);
    const bar =
      inner.length > 0
        ? Math.min(...inner.map((x) => Math.min(x - Math.min(...xs), Math.max(...xs) - x)))
        : Math.min(across, up);
    found = {
      length: Math.max(found?.length ?? 0, across, up),
      width: Math.min(found?.width ?? Infinity, bar),
      ink: one.ink,
    };
  });
  return found;
}

/** The name of the size in the margin, if it stands there. */
function designationOf(
  drawn: readonly Drawn[],
  { name, width, height }: { name: string; width: number; height: number },
  space: Box,
  sources: Set<number>,
) {
  const i = drawn.findIndex(
    (one, at) =>
      one.kind === 'text' &&
      !sources.has(at) &&
      one.text.trim().toUpperCase() === name.toUpperCase() &&
      !contains(space, { ...one.at, width: 0, height: 0 }) &&
      contains({ x: 0, y: 0, width, height }, { ...one.at, width: 0, height: 0 }),
  );
  if (i < 0) return undefined;
  sources.add(i);
  return drawn[i] as DrawnText;
}
