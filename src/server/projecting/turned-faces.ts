import { getOC } from 'replicad';
import type { Point } from '../../core/geometry/box';
import { type Axes, type Vector, cross, dot } from '../../core/view/direction';
import type { Mesh } from '../../core/specimen/shape';
import type { Projected, ViewCurve } from '../../core/view/projected';
import { sightOf } from '../../core/view/sight';
import { type FaceMesh, faceMeshes, meshOff } from './face-meshes';
import { type Kernel, type KernelShape, inPlane, minus } from './kernel';

/** Faces that go less far about their axis have no centre line: rounded edges and fillets. */
const LEAST_TURN = (170 * Math.PI) / 180;

interface TurnedFace {
  at: Vector;
  along: Vector;
  /** The largest radius about the axis, and the smallest. */
  radius: number;
  leastRadius: number;
  from: number;
  to: number;
  turn: number;
  /** The triangles that cover it. */
  mesh: Mesh;
}

/** Cylinders, cones and turned faces with their axes, the ends along them, and how far they go about them. */
function turnedFaces(faces: readonly FaceMesh[]): TurnedFace[] {
  const oc = getOC() as Kernel;
  const { GeomAbs_Cylinder, GeomAbs_Cone, GeomAbs_SurfaceOfRevolution } = oc.GeomAbs_SurfaceType;
  return faces.flatMap(({ face, mesh }) => {
    const surface = new oc.BRepAdaptor_Surface(oc.TopoDS.Face(face), true);
    const kind = surface.GetType();
    if (kind !== GeomAbs_Cylinder && kind !== GeomAbs_Cone && kind !== GeomAbs_SurfaceOfRevolution) return [];
    const [u0, v0, v1] = [surface.FirstUParameter(), surface.FirstVParameter(), surface.LastVParameter()];
    const turn = surface.LastUParameter() - u0;
    const at = (u: number, v: number): Vector => {
      const point = surface.Value(u0 + u * turn, v0 + v * (v1 - v0));
      return [point.X(), point.Y(), point.Z()];
    };
    // Three points of one of its circles give its axis; not of an end, which may be the tip of a cone.
    const axis = axisThrough(at(0, 0.4), at(0.3, 0.4), at(0.6, 0.4));
    if (!axis) return [];
    // Along its axis a face reaches over both its ends and all between them.
    const reach = Array.from({ length: 9 }, (_, i) => {
      const from = minus(at(0, i / 8), axis.at);
      const s = dot(from, axis.along);
      return { s, radius: Math.sqrt(Math.max(0, dot(from, from) - s * s)) };
    });
    return {
      ...axis,
      turn,
      radius: Math.max(...reach.map(({ radius }) => radius)),
      leastRadius: Math.min(...reach.map(({ radius }) => radius)),
      mesh,
      from: Math.min(...reach.map(({ s }) => s)),
      to: Math.max(...reach.map(({ s }) => s)),
    };
  });
}

/** The axis of the circle through three points: its centre and the direction across its plane; none where they lie on a line. */
function axisThrough(a: Vector, b: Vector, c: Vector): Pick<TurnedFace, 'at' | 'along'> | undefined {
  const [ab, ac] = [minus(b, a), minus(c, a)];
  const across = cross(ab, ac);
  const square = dot(across, across);
  if (square < 1e-18) return undefined;
  // The circumcentre of a triangle: a + (|ac|² (ab × ac) × ab + |ab|² ac × (ab × ac)) / 2 |ab × ac|².
  const [p, q] = [cross(across, ab), cross(ac, across)];
  const centre = (i: 0 | 1 | 2) => a[i] + (dot(ac, ac) * p[i] + dot(ab, ab) * q[i]) / (2 * square);
  const length = Math.sqrt(square);
  return {
    at: [centre(0), centre(1), centre(2)],
    along: [across[0] / length, across[1] / length, across[2] / length],
  };
}

/** A circle counts as seen from so much of it on, degrees. */
const LEAST_SEEN = 10;
/** How many places of a face are looked at. */
const PLACES = 24;

/**
 * The centre lines and centres of a view: the axes of turned faces, those on one line or one point as one; of the faces that are seen
 * alone, unless hidden lines are drawn too.
 *
 * @param drawn the lines of the view that are seen; undefined where hidden ones are drawn too
 * @param cutAt where what is in front was cut off, mm from the model's origin toward whoever looks
 */
export function axesOfFaces(
  shape: KernelShape,
  axes: Axes,
  { drawn, cutAt }: { drawn?: readonly ViewCurve[] | undefined; cutAt?: number | undefined },
): Pick<Projected, 'axes' | 'centres'> {
  const faces = faceMeshes(shape);
  const turned = turnedFaces(faces);
  if (turned.length === 0) return { axes: [], centres: [] };
  const isPointSeen =
    drawn &&
    sightOf(
      faces.map(({ mesh }) => mesh),
      axes,
      4 * meshOff(shape),
    );
  const isFaceSeen = (face: TurnedFace) =>
    !isPointSeen || (cutAt !== undefined && isCutAt(face, axes, cutAt)) || placesOn(face.mesh, axes).some(isPointSeen);
  const isRimSeen = (face: TurnedFace) =>
    drawn !== undefined && degSeen(face, axes, drawn, meshOff(shape)) > LEAST_SEEN;
  return {
    axes: axesInPlane(turned, axes, isFaceSeen),
    centres: axesToViewer(turned, axes, (face) => isRimSeen(face) || isFaceSeen(face)),
  };
}

/** Whether a plane across the view cuts a face off: its outline is seen where the plane cut it. */
const isCutAt = ({ mesh: { positions } }: TurnedFace, { toViewer }: Axes, cutAt: number): boolean =>
  Array.from({ length: positions.length / 3 }).some(
    (_, i) => Math.abs(dot([positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!], toViewer) - cutAt) < 1e-3,
  );

/** Middles of triangles of a face that do not lie along the line of sight, spread over all of them. */
function placesOn({ positions, triangles }: Mesh, { toViewer }: Axes): Vector[] {
  const corner = (i: number): Vector => [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!];
  const middles = Array.from({ length: triangles.length / 3 }, (_, t): Vector[] => {
    const [a, b, c] = [corner(triangles[3 * t]!), corner(triangles[3 * t + 1]!), corner(triangles[3 * t + 2]!)];
    const across = cross(minus(b, a), minus(c, a));
    if (Math.abs(dot(across, toViewer)) < 0.05 * Math.hypot(...across)) return [];
    return [[(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3, (a[2] + b[2] + c[2]) / 3]];
  }).flat();
  const step = Math.max(1, middles.length / PLACES);
  return Array.from({ length: Math.min(PLACES, middles.length) }, (_, i) => middles[Math.floor(i * step)]!);
}

const near = (value: number) => Math.round(value * 1e3) || 0;

/** How much of the circles about the axis of a face that points to whoever looks is drawn, degrees. Of a cylinder nothing else is seen. */
function degSeen(
  { at, radius, leastRadius }: TurnedFace,
  axes: Axes,
  drawn: readonly ViewCurve[],
  off: number,
): number {
  const middle = inPlane(axes, at);
  const isOn = ({ x, y }: Point) => {
    const far = Math.hypot(x - middle.x, y - middle.y);
    return far > leastRadius - off && far < radius + off;
  };
  const deg = ({ x, y }: Point) => (Math.atan2(y - middle.y, x - middle.x) * 180) / Math.PI;
  return drawn.reduce((sum, curve) => {
    if (curve.kind === 'line') return sum;
    if (curve.kind === 'arc') {
      const isAbout = Math.hypot(curve.centre.x - middle.x, curve.centre.y - middle.y) < 1e-3;
      const isWithin = curve.radius > leastRadius - 1e-3 && curve.radius < radius + 1e-3;
      return isAbout && isWithin ? sum + curve.toDeg - curve.fromDeg : sum;
    }
    // Where a hole comes out of a round face, its rim is a circle to whoever looks along it alone.
    const { points } = curve;
    return points.slice(1).reduce((all, point, i) => {
      const turn = Math.abs(deg(point) - deg(points[i]!));
      return isOn(point) && isOn(points[i]!) ? all + Math.min(turn, 360 - turn) : all;
    }, sum);
  }, 0);
}

/** The axes that point to whoever looks. */
function axesToViewer(
  turned: readonly TurnedFace[],
  axes: Axes,
  isSeen: (face: TurnedFace) => boolean,
): Projected['centres'] {
  const centres = new Map<string, Projected['centres'][number]>();
  const turns = new Map<string, number>();
  for (const face of turned) {
    const { at, along, radius, turn } = face;
    if (Math.abs(dot(along, axes.toViewer)) < 1 - 1e-6 || !isSeen(face)) continue;
    const middle = inPlane(axes, at);
    const key = `${near(middle.x)},${near(middle.y)}`;
    const round = `${key} ${near(radius)}`;
    turns.set(round, (turns.get(round) ?? 0) + turn);
    if (turns.get(round)! < LEAST_TURN) continue;
    const known = centres.get(key);
    centres.set(key, { at: middle, radius: Math.max(radius, known?.radius ?? 0) });
  }
  return [...centres.values()];
}

/** The axes that lie in the plane of the view. */
function axesInPlane(
  turned: readonly TurnedFace[],
  axes: Axes,
  isFaceSeen: (face: TurnedFace) => boolean,
): Projected['axes'] {
  const lines = new Map<
    string,
    { from: number; to: number; deg: [number, number]; off: number; turn: number; radius: number }
  >();
  for (const face of turned) {
    const { at, along, radius, from, to, turn } = face;
    if (Math.abs(dot(along, axes.toViewer)) > 1e-6 || !isFaceSeen(face)) continue;
    const middle = inPlane(axes, at);
    let [dx, dy] = [dot(along, axes.right), dot(along, axes.up)];
    let [a, b] = [from, to];
    if (dx < -1e-9 || (Math.abs(dx) <= 1e-9 && dy < 0)) [dx, dy, a, b] = [-dx, -dy, -to, -from];
    const off = middle.x * dy - middle.y * dx;
    const start = middle.x * dx + middle.y * dy;
    const key = `${near(dx)},${near(dy)},${near(off)}`;
    const known = lines.get(key);
    lines.set(key, {
      from: Math.min(start + a, known?.from ?? Infinity),
      to: Math.max(start + b, known?.to ?? -Infinity),
      deg: [dx, dy],
      off,
      turn: Math.max(turn, known?.turn ?? 0),
      radius: Math.max(radius, known?.radius ?? 0),
    });
  }
  return [...lines.values()]
    .filter(({ turn }) => turn > LEAST_TURN)
    .map(({ from, to, deg: [dx, dy], off, radius }) => {
      const place = (s: number): Point => ({ x: s * dx + off * dy, y: s * dy - off * dx });
      return { from: place(from), to: place(to), radius };
    });
}
