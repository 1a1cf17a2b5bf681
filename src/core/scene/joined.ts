import type { Point } from '../geometry/box';
import type { LinePrimitive, OutlinePrimitive, Primitive, RunPrimitive, Scene } from './scene';

/** Ends that lie nearer than this are one point, mm. */
const NEAR = 1e-6;

const pointKey = ({ x, y }: Point) => `${Math.round(x / NEAR)} ${Math.round(y / NEAR)}`;
const penKey = ({ source, block = '', ink, width }: LinePrimitive) => `${source}|${block}|${ink}|${width}`;
const isUpright = ({ from, to }: LinePrimitive) => Math.abs(from.x - to.x) < NEAR;

/** One end of a line. */
interface End {
  line: LinePrimitive;
  side: 'from' | 'to';
}
const otherSide = (side: End['side']) => (side === 'from' ? 'to' : 'from');

const known = new WeakMap<Scene, Scene>();

/**
 * A scene in which the lines of a block that meet at a corner are joined, as a pen would draw them: those of one pen as one path, those of
 * different widths with ends that reach to the other's edge. Where each line runs stays as it is; ends in the open do, too.
 * Kept as long as the scene is. One that was frozen before is left as it is.
 */
export function joinedScene(scene: Scene): Scene {
  if (scene.corners === 'open') return scene;
  let made = known.get(scene);
  if (!made) known.set(scene, (made = { ...scene, primitives: joinedLines(scene.primitives) }));
  return made;
}

/** Primitives with the lines of blocks joined; each path stands where its first line stood. */
export function joinedLines(primitives: readonly Primitive[]): Primitive[] {
  const lines = primitives.filter(
    (one): one is LinePrimitive => one.kind === 'line' && one.layer === 'blocks' && one.type === 'continuous',
  );
  const ends = new Map<string, End[]>();
  for (const line of lines)
    for (const side of ['from', 'to'] as const) {
      const key = `${line.block ?? ''} ${pointKey(line[side])}`;
      ends.set(key, [...(ends.get(key) ?? []), { line, side }]);
    }
  const meeting = ({ line, side }: End): End[] =>
    ends
      .get(`${line.block ?? ''} ${pointKey(line[side])}`)!
      .filter((end) => end.line !== line && isUpright(end.line) !== isUpright(line));
  /** The end of the same pen that a path goes on with: where more than one meets, none does. */
  const next = (end: End): End | undefined => {
    const same = meeting(end).filter(({ line }) => penKey(line) === penKey(end.line));
    return same.length === 1 && meeting(same[0]!).filter(({ line }) => penKey(line) === penKey(end.line)).length === 1
      ? same[0]
      : undefined;
  };
  const reached = (end: End): Point => reach(end, Math.max(0, ...meeting(end).map(({ line }) => line.width / 2)));
  const paths = new Map<LinePrimitive, Primitive>();
  const used = new Set<LinePrimitive>();
  for (const line of lines) {
    if (used.has(line)) continue;
    const path = pathFrom(line, next);
    for (const one of path.lines) used.add(one);
    paths.set(line, drawn(path, reached));
  }
  return primitives.flatMap((one) => {
    if (one.kind !== 'line' || !used.has(one)) return [one];
    return paths.get(one) ?? [];
  });
}

/** Lines in a row, from one end to the other; closed when the last meets the first. */
interface Path {
  lines: LinePrimitive[];
  first: End;
  last: End;
  corners: Point[];
  closed: boolean;
}

/** The path that a line is of. */
function pathFrom(line: LinePrimitive, next: (end: End) => End | undefined): Path {
  const lines = [line];
  const walk = (begin: End): { last: End; corners: Point[]; closed: boolean } => {
    const corners: Point[] = [];
    let last = begin;
    for (;;) {
      const on = next(last);
      if (!on) return { last, corners, closed: false };
      corners.push(last.line[last.side]);
      if (on.line === line) return { last, corners, closed: true };
      if (!lines.includes(on.line)) lines.push(on.line);
      last = { line: on.line, side: otherSide(on.side) };
    }
  };
  const onward = walk({ line, side: 'to' });
  if (onward.closed) return { lines, first: { line, side: 'from' }, ...onward };
  const back = walk({ line, side: 'from' });
  return {
    lines,
    first: back.last,
    last: onward.last,
    corners: [...back.corners.toReversed(), ...onward.corners],
    closed: false,
  };
}

/** Where an end stands when it goes on by so much. */
function reach({ line, side }: End, by: number): Point {
  const [at, from] = [line[side], line[otherSide(side)]];
  const length = Math.hypot(at.x - from.x, at.y - from.y);
  if (by === 0 || length === 0) return at;
  return { x: at.x + ((at.x - from.x) / length) * by, y: at.y + ((at.y - from.y) / length) * by };
}

function drawn({ lines, first, last, corners, closed }: Path, reached: (end: End) => Point): Primitive {
  const [line] = lines as [LinePrimitive];
  if (lines.length === 1) return { ...line, from: reached({ line, side: 'from' }), to: reached({ line, side: 'to' }) };
  const { kind: _, from: __, to: ___, ...pen } = line;
  if (closed) return { ...pen, kind: 'outline', points: corners } satisfies OutlinePrimitive;
  return { ...pen, kind: 'run', points: [reached(first), ...corners, reached(last)] } satisfies RunPrimitive;
}
