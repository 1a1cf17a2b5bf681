import { type AnyShape, ProjectionCamera, getOC, makeCompound } from 'replicad';
import type { Point } from '../../core/geometry/box';
import { type Axes, type Vector, dot } from '../../core/view/direction';
import type { Projected, Projection, ViewCurve } from '../../core/view/projected';
import { shadowOf } from '../../core/view/shadow';
import { tidied } from '../../core/view/tidying';
import { cutAreas, cutOff } from './cutting';
import { meshOf } from './face-meshes';
import { type Kernel, type KernelShape, OFF, type ReadShape, explored, inPlane, pointsOn, sizeOf } from './kernel';
import { isCutLengthwise } from './lengthwise';
import { axesOfFaces } from './turned-faces';

/**
 * The exact projection of a shape with its hidden lines removed by the kernel: edges and outlines as lines, arcs and runs of points,
 * visible and hidden apart, each once; centre lines and centres of its turned faces; of a section the areas that are cut.
 *
 * @param whole the solids of it that are not cut where the plane goes along them
 */
export function projected(
  { shape, solids }: ReadShape,
  { axes, cut, hidden: withHidden }: Projection,
  whole: ReadonlySet<AnyShape> = new Set(),
): Projected {
  const middle = middleOf(shape);
  const cutAt = cut === undefined ? undefined : dot(middle, axes.toViewer) + cut;
  const uncut = solids.filter(
    (solid) => cutAt !== undefined && whole.has(solid) && isCutLengthwise(solid, axes, cutAt),
  );
  const left =
    cutAt === undefined ? solids : solids.map((solid) => (uncut.includes(solid) ? solid : cutOff(solid, axes, cutAt)));
  const all = cutAt === undefined ? shape.wrapped : makeCompound(left.map((solid) => solid.clone())).wrapped;
  const { visible, hidden, smooth } = hiddenLines(all, axes, withHidden === true);
  const box = boxAbout([...visible, ...smooth, ...hidden]);
  const lines = tidied(visible, hidden, 3 * OFF * sizeOf(all));
  const turned = axesOfFaces(all, axes, {
    drawn: withHidden === true ? undefined : [...lines.visible, ...smooth],
    cutAt,
  });
  return rounded({
    middle: inPlane(axes, middle),
    box,
    ...lines,
    smooth: tidied(smooth, []).visible,
    ...turned,
    cut:
      cutAt === undefined
        ? []
        : solids.flatMap((solid, i) =>
            uncut.includes(solid) ? [] : cutAreas(solid, left[i]!, axes, cutAt).map((rings) => ({ solid: i, rings })),
          ),
    ...(cutAt !== undefined &&
      uncut.length > 0 && {
        covered: uncut.flatMap((solid) => shadowOf(meshOf(cutOff(solid, axes, cutAt, 'before').wrapped), axes)),
      }),
  });
}

/** The middle of the box about a shape. */
function middleOf({ boundingBox: { bounds } }: AnyShape): Vector {
  const [low, high] = bounds;
  return [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2];
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

/** Runs that are shorter than so many times what they may be off stay what they are. */
const SHORT = 100;

/** A run of points, as a line where all of them lie on one: circles that are seen from their side. */
function straightened(points: Point[], off: number): ViewCurve[] {
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  if (right - left < off && top - bottom < off) return [];
  // A short piece of a circle is narrow too; what lies on one another is told by its points.
  if (right - left + (top - bottom) < SHORT * off) return [{ kind: 'run', points }];
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

/** All numbers to a ten-thousandth of a millimetre, so that what is kept says no more than it knows. */
function rounded<T>(value: T): T {
  if (typeof value === 'number') return (Math.round(value * 1e4) / 1e4 + 0) as T;
  if (Array.isArray(value)) return value.map(rounded) as T;
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, rounded(one)])) as T;
  return value;
}
