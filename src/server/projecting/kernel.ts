import { type AnyShape, ProjectionCamera, getOC, importSTEP, makeCompound, setOC } from 'replicad';
import openKernel from 'replicad-opencascadejs';
import type { Point } from '../../core/geometry/box';
import { type Axes, type Vector, cross, dot } from '../../core/view/direction';
import type { Projected, Projection, ViewCurve } from '../../core/view/projected';
import { type PlacedMesh, middleOfBodies } from '../../core/view/triangles';
import { tidied } from '../../core/view/tidying';

type Kernel = Awaited<ReturnType<typeof openKernel>>;
type KernelShape = InstanceType<Kernel['TopoDS_Shape']>;
type KernelFace = InstanceType<Kernel['TopoDS_Face']>;

/** A shape that the kernel has read. */
export interface ReadShape {
  shape: AnyShape;
  solids: AnyShape[];
}

/** Curves that are neither straight nor round become runs of points: 3° from one to the next, and this share of the model's size off. */
const STEP_RAD = Math.PI / 60;
const OFF = 1 / 20000;
/** Faces that go less far about their axis have no centre line: rounded edges and fillets. */
const LEAST_TURN = (170 * Math.PI) / 180;

let kernel: Promise<void> | undefined;

/** Starts the kernel, once. */
export const openedKernel = (): Promise<void> => (kernel ??= openKernel().then((oc) => setOC(oc)));

/** Reads a STEP file's solids, in mm. @throws Error when there is none in it */
export async function readShape(bytes: Uint8Array): Promise<ReadShape> {
  await openedKernel();
  const shape = await importSTEP(new Blob([Buffer.from(bytes)]));
  const solids = explored(shape.wrapped, 'TopAbs_SOLID').map((solid) => castSolid(shape, solid));
  if (solids.length === 0) throw new Error('There is no solid body in it.');
  return { shape, solids };
}

/** A shape of the kernel as the same class of the library that the whole has. */
const castSolid = (like: AnyShape, solid: KernelShape): AnyShape =>
  new (like.constructor as new (wrapped: KernelShape) => AnyShape)(solid);

/**
 * The exact projection of a shape with its hidden lines removed by the kernel: edges and outlines as lines, arcs and runs of points,
 * visible and hidden apart, each once; centre lines and centres of its turned faces; of a section the areas that are cut.
 *
 * @param only the bodies of it that are meant, where that is not the whole file
 */
export function projected(
  read: ReadShape,
  { axes, cut, hidden: withHidden }: Projection,
  only?: readonly PlacedMesh[],
): Projected {
  const { shape, solids } = only ? partOf(read, only) : read;
  const middle = middleOf(shape);
  const cutAt = cut === undefined ? undefined : dot(middle, axes.toViewer) + cut;
  const left = cutAt === undefined ? solids : solids.map((solid) => cutOff(solid, axes, cutAt));
  const whole = cutAt === undefined ? shape.wrapped : makeCompound(left.map((solid) => solid.clone())).wrapped;
  const { visible, hidden, smooth } = hiddenLines(whole, axes, withHidden === true);
  const box = boxAbout([...visible, ...smooth, ...hidden]);
  const { lines, centres } = axesOfFaces(whole, axes);
  return rounded({
    middle: inPlane(axes, middle),
    box,
    ...tidied(visible, hidden),
    smooth: tidied(smooth, []).visible,
    axes: lines,
    centres,
    cut:
      cutAt === undefined
        ? []
        : left.flatMap(({ wrapped }, solid) => areasIn(wrapped, axes, cutAt).map((rings) => ({ solid, rings }))),
  });
}

/** The solids of a file that some of its bodies are, told by their middles. */
function partOf({ solids }: ReadShape, bodies: readonly PlacedMesh[]): ReadShape {
  const middles = bodies.map(({ mesh }) => middleOfBodies([mesh]));
  const own = solids.filter((solid) => {
    const middle = middleOf(solid);
    return middles.some((one) => Math.hypot(...minus(one, middle)) < 0.5);
  });
  if (own.length === 0) throw new Error('Its body cannot be found in the file.');
  return { shape: makeCompound(own.map((solid) => solid.clone())), solids: own };
}

const inPlane = ({ right, up }: Pick<Axes, 'right' | 'up'>, point: Vector): Point => ({
  x: dot(point, right),
  y: dot(point, up),
});

/** The middle of the box about a shape. */
function middleOf({ boundingBox: { bounds } }: AnyShape): Vector {
  const [low, high] = bounds;
  return [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2];
}

function explored(shape: KernelShape, kind: 'TopAbs_SOLID' | 'TopAbs_FACE' | 'TopAbs_EDGE' | 'TopAbs_WIRE') {
  const oc = getOC() as Kernel;
  const found: KernelShape[] = [];
  const explorer = new oc.TopExp_Explorer(shape, oc.TopAbs_ShapeEnum[kind], oc.TopAbs_ShapeEnum.TopAbs_SHAPE);
  for (; explorer.More(); explorer.Next()) found.push(explorer.Current());
  explorer.delete();
  return found;
}

/** What of a solid is behind the cutting plane. */
function cutOff(solid: AnyShape, axes: Axes, cutAt: number): AnyShape {
  const oc = getOC() as Kernel;
  const [x, y, z] = axes.toViewer;
  const at = new oc.gp_Pnt(x * cutAt, y * cutAt, z * cutAt);
  const plane = new oc.gp_Pln(at, new oc.gp_Dir(x, y, z));
  const face = new oc.BRepBuilderAPI_MakeFace(plane).Face();
  const inFront = new oc.gp_Pnt(x * (cutAt + 1), y * (cutAt + 1), z * (cutAt + 1));
  const half = new oc.BRepPrimAPI_MakeHalfSpace(face, inFront).Solid();
  const cut = new oc.BRepAlgoAPI_Cut(solid.wrapped, half, new oc.Message_ProgressRange());
  return castSolid(solid, cut.Shape());
}

function hiddenLines(shape: KernelShape, axes: Axes, withHidden: boolean) {
  const oc = getOC() as Kernel;
  const algorithm = new oc.HLRBRep_Algo();
  algorithm.Add(shape, 0);
  const camera = new ProjectionCamera([0, 0, 0], [...axes.toViewer], [...axes.right]);
  algorithm.Projector(new oc.HLRAlgo_Projector(camera.wrapped));
  algorithm.Update();
  algorithm.Hide();
  const lines = new oc.HLRBRep_HLRToShape(algorithm);
  const step = OFF * sizeOf(shape);
  const curves = (...found: KernelShape[]) =>
    found.flatMap((one) => {
      if (one.IsNull()) return [];
      oc.BRepLib.BuildCurves3d(one);
      return explored(one, 'TopAbs_EDGE').flatMap((edge) => curveOf(edge, step));
    });
  return {
    visible: curves(lines.VCompound(), lines.OutLineVCompound()),
    hidden: withHidden ? curves(lines.HCompound(), lines.OutLineHCompound()) : [],
    smooth: curves(lines.Rg1LineVCompound()),
  };
}

/** The diagonal of the box about a shape, mm. */
function sizeOf(shape: KernelShape): number {
  const oc = getOC() as Kernel;
  const box = new oc.Bnd_Box();
  oc.BRepBndLib.Add(shape, box, false);
  return Math.sqrt(box.SquareExtent());
}

/** An edge that lies in a view's plane as a curve of it; none for one that has no length. */
function curveOf(edge: KernelShape, off: number): ViewCurve[] {
  const oc = getOC() as Kernel;
  const curve = new oc.BRepAdaptor_Curve(oc.TopoDS.Edge(edge));
  const [first, last] = [curve.FirstParameter(), curve.LastParameter()];
  const at = (t: number): Point => {
    const point = curve.Value(t);
    return { x: point.X(), y: point.Y() };
  };
  const { GeomAbs_Line, GeomAbs_Circle } = oc.GeomAbs_CurveType;
  const kind = curve.GetType();
  if (kind === GeomAbs_Line) {
    const [from, to] = [at(first), at(last)];
    return Math.hypot(to.x - from.x, to.y - from.y) < 1e-6 ? [] : [{ kind: 'line', from, to }];
  }
  if (kind === GeomAbs_Circle) {
    const circle = curve.Circle();
    const middle = circle.Location();
    const centre = { x: middle.X(), y: middle.Y() };
    const deg = ({ x, y }: Point) => (Math.atan2(y - centre.y, x - centre.x) * 180) / Math.PI;
    const turn = ((last - first) * 180) / Math.PI;
    // Seen from behind, the circle's own sense is against the paper's.
    const from = deg(at(circle.Axis().Direction().Z() < 0 ? last : first));
    return [{ kind: 'arc', centre, radius: circle.Radius(), fromDeg: from, toDeg: from + turn }];
  }
  const points = pointsOn(curve, off);
  return points.length < 2 ? [] : straightened(points, off);
}

function pointsOn(
  curve: InstanceType<Kernel['BRepAdaptor_Curve']>,
  off: number,
  place = (x: number, y: number, _: number): Point => ({ x, y }),
): Point[] {
  const oc = getOC() as Kernel;
  const steps = new oc.GCPnts_TangentialDeflection(curve, STEP_RAD, off);
  return Array.from({ length: steps.NbPoints() }, (_, i) => {
    const point = steps.Value(i + 1);
    return place(point.X(), point.Y(), point.Z());
  });
}

/** A run of points, as a line where all of them lie on one: circles that are seen from their side. */
function straightened(points: Point[], off: number): ViewCurve[] {
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  if (right - left < off && top - bottom < off) return [];
  if (right - left < off) return [{ kind: 'line', from: { x: xs[0]!, y: bottom }, to: { x: xs[0]!, y: top } }];
  if (top - bottom < off) return [{ kind: 'line', from: { x: left, y: ys[0]! }, to: { x: right, y: ys[0]! } }];
  return [{ kind: 'run', points }];
}

function boxAbout(curves: readonly ViewCurve[]) {
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
  const take = ({ x, y }: Point) => {
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [bottom, top] = [Math.min(bottom, y), Math.max(top, y)];
  };
  for (const curve of curves) {
    if (curve.kind === 'line') [curve.from, curve.to].forEach(take);
    else if (curve.kind === 'run') curve.points.forEach(take);
    else {
      const { centre, radius, fromDeg, toDeg } = curve;
      const at = (deg: number) =>
        take({
          x: centre.x + radius * Math.cos((deg * Math.PI) / 180),
          y: centre.y + radius * Math.sin((deg * Math.PI) / 180),
        });
      at(fromDeg);
      at(toDeg);
      for (let deg = Math.ceil(fromDeg / 90) * 90; deg < toDeg; deg += 90) at(deg);
    }
  }
  if (right < left) throw new Error('Nothing of it is seen.');
  return { x: left, y: bottom, width: right - left, height: top - bottom };
}

interface TurnedFace {
  at: Vector;
  along: Vector;
  radius: number;
  from: number;
  to: number;
  turn: number;
}

/** Cylinders, cones and turned faces with their axes, the ends along them, and how far they go about them. */
function turnedFaces(shape: KernelShape): TurnedFace[] {
  const oc = getOC() as Kernel;
  const { GeomAbs_Cylinder, GeomAbs_Cone, GeomAbs_SurfaceOfRevolution } = oc.GeomAbs_SurfaceType;
  return explored(shape, 'TopAbs_FACE').flatMap((face) => {
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
      from: Math.min(...reach.map(({ s }) => s)),
      to: Math.max(...reach.map(({ s }) => s)),
    };
  });
}

const minus = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [a - d, b - e, c - f];

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

/** The centre lines and centres of a view: the axes of turned faces, those on one line or one point as one. */
function axesOfFaces(shape: KernelShape, axes: Axes): Pick<Projected, 'centres'> & { lines: Projected['axes'] } {
  const centres = new Map<string, Projected['centres'][number]>();
  const lines = new Map<
    string,
    { from: number; to: number; deg: [number, number]; off: number; turn: number; radius: number }
  >();
  const turns = new Map<string, number>();
  const near = (value: number) => Math.round(value * 1e3) || 0;
  for (const { at, along, radius, from, to, turn } of turnedFaces(shape)) {
    const slope = Math.abs(dot(along, axes.toViewer));
    const middle = inPlane(axes, at);
    if (slope > 1 - 1e-6) {
      const key = `${near(middle.x)},${near(middle.y)}`;
      turns.set(`${key} ${near(radius)}`, (turns.get(`${key} ${near(radius)}`) ?? 0) + turn);
      if (turns.get(`${key} ${near(radius)}`)! < LEAST_TURN) continue;
      const known = centres.get(key);
      centres.set(key, { at: middle, radius: Math.max(radius, known?.radius ?? 0) });
    } else if (slope < 1e-6) {
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
  }
  return {
    centres: [...centres.values()],
    lines: [...lines.values()]
      .filter(({ turn }) => turn > LEAST_TURN)
      .map(({ from, to, deg: [dx, dy], off, radius }) => {
        const at = (s: number): Point => ({ x: s * dx + off * dy, y: s * dy - off * dx });
        return { from: at(from), to: at(to), radius };
      }),
  };
}

/** The faces of a cut solid that lie in the cutting plane, each as its outlines in the view's plane. */
function areasIn(solid: KernelShape, axes: Axes, cutAt: number): Point[][][] {
  const oc = getOC() as Kernel;
  const step = OFF * sizeOf(solid);
  return explored(solid, 'TopAbs_FACE').flatMap((one) => {
    const face = oc.TopoDS.Face(one);
    const surface = new oc.BRepAdaptor_Surface(face, true);
    if (surface.GetType() !== oc.GeomAbs_SurfaceType.GeomAbs_Plane) return [];
    const { toViewer } = axes;
    const plane = surface.Plane();
    const [place, way] = [plane.Location(), plane.Axis().Direction()];
    const isParallel = Math.abs(dot([way.X(), way.Y(), way.Z()], toViewer)) > 1 - 1e-6;
    const isThere = Math.abs(dot([place.X(), place.Y(), place.Z()], toViewer) - cutAt) < 1e-4;
    return isParallel && isThere ? [ringsOf(face, axes, step)] : [];
  });
}

function ringsOf(face: KernelFace, axes: Axes, step: number): Point[][] {
  const oc = getOC() as Kernel;
  return explored(face, 'TopAbs_WIRE').map((wire) => {
    const runs = explored(wire, 'TopAbs_EDGE').map((edge) => {
      const curve = new oc.BRepAdaptor_Curve(oc.TopoDS.Edge(edge));
      return pointsOn(curve, step, (x, y, z) => inPlane(axes, [x, y, z]));
    });
    return chained(runs);
  });
}

/** Runs of points that follow one another in some order, each in either sense, as one closed outline. */
function chained([first, ...left]: Point[][]): Point[] {
  const ring = [...(first ?? [])];
  while (left.length > 0) {
    const { x, y } = ring.at(-1)!;
    const far = (point: Point) => Math.hypot(point.x - x, point.y - y);
    const distances = left.map((run) => Math.min(far(run[0]!), far(run.at(-1)!)));
    const [run] = left.splice(distances.indexOf(Math.min(...distances)), 1);
    ring.push(...(far(run![0]!) <= far(run!.at(-1)!) ? run! : run!.toReversed()).slice(1));
  }
  return ring.slice(0, -1);
}

/** All numbers to a ten-thousandth of a millimetre, so that what is kept says no more than it knows. */
function rounded<T>(value: T): T {
  if (typeof value === 'number') return (Math.round(value * 1e4) / 1e4 + 0) as T;
  if (Array.isArray(value)) return value.map(rounded) as T;
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, rounded(one)])) as T;
  return value;
}
