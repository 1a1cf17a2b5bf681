import { type AnyShape, getOC } from 'replicad';
import type { Point } from '../../core/geometry/box';
import { innerPoint } from '../../core/geometry/inner-point';
import { type Axes, type Vector, dot } from '../../core/view/direction';
import { type Kernel, type KernelShape, OFF, castSolid, explored, inPlane, pointsOn, sizeOf } from './kernel';

type KernelFace = InstanceType<Kernel['TopoDS_Face']>;

/** What of a solid is behind the cutting plane, or before it. */
export function cutOff(solid: AnyShape, axes: Axes, cutAt: number, keeps: 'behind' | 'before' = 'behind'): AnyShape {
  const oc = getOC() as Kernel;
  const [x, y, z] = axes.toViewer;
  const at = new oc.gp_Pnt(x * cutAt, y * cutAt, z * cutAt);
  const plane = new oc.gp_Pln(at, new oc.gp_Dir(x, y, z));
  const face = new oc.BRepBuilderAPI_MakeFace(plane).Face();
  const off = cutAt + (keeps === 'behind' ? 1 : -1);
  const half = new oc.BRepPrimAPI_MakeHalfSpace(face, new oc.gp_Pnt(x * off, y * off, z * off)).Solid();
  const cut = new oc.BRepAlgoAPI_Cut(solid.wrapped, half, new oc.Message_ProgressRange());
  return castSolid(solid, cut.Shape());
}

/** An area of a view's plane by its outlines; what lies in an even number of them is outside. */
type Area = Point[][];

/** How near the cutting plane material has to begin for the plane to cut it, mm. */
const BEFORE = 1e-3;

/**
 * The areas in which a plane cuts a solid: there is material both behind it and before it. A flat, a step or the floor of a pocket that
 * lies in the plane is not cut.
 *
 * @param left what of the solid is behind the plane
 */
export function cutAreas(solid: AnyShape, left: AnyShape, axes: Axes, cutAt: number): Area[] {
  const areas = areasIn(left.wrapped, axes, cutAt);
  if (areasIn(solid.wrapped, axes, cutAt).length === 0) return areas;
  return areas.filter((area) => {
    const point = innerPoint(area);
    return point !== undefined && isInside(solid.wrapped, placeOf(point, axes, cutAt + BEFORE));
  });
}

const placeOf = ({ x, y }: Point, { right, up, toViewer }: Axes, depth: number): Vector => {
  const along = (i: 0 | 1 | 2) => right[i] * x + up[i] * y + toViewer[i] * depth;
  return [along(0), along(1), along(2)];
};

function isInside(solid: KernelShape, [x, y, z]: Vector): boolean {
  const oc = getOC() as Kernel;
  const vertex = new oc.BRepBuilderAPI_MakeVertex(new oc.gp_Pnt(x, y, z)).Vertex();
  return explored(solid, 'TopAbs_SOLID').some((body) => {
    const distance = new oc.BRepExtrema_DistShapeShape();
    distance.LoadS1(body);
    distance.LoadS2(vertex);
    distance.Perform(new oc.Message_ProgressRange());
    const inside = distance.InnerSolution();
    distance.delete();
    return inside;
  });
}

/** The plane faces of a solid that lie in a plane across a view, each as its outlines. */
function areasIn(solid: KernelShape, axes: Axes, at: number): Area[] {
  const oc = getOC() as Kernel;
  const step = OFF * sizeOf(solid);
  return explored(solid, 'TopAbs_FACE').flatMap((one) => {
    const face = oc.TopoDS.Face(one);
    const surface = new oc.BRepAdaptor_Surface(face, true);
    if (surface.GetType() !== oc.GeomAbs_SurfaceType.GeomAbs_Plane) return [];
    const plane = surface.Plane();
    const [place, way] = [plane.Location(), plane.Axis().Direction()];
    const isParallel = Math.abs(dot([way.X(), way.Y(), way.Z()], axes.toViewer)) > 1 - 1e-6;
    const isThere = Math.abs(dot([place.X(), place.Y(), place.Z()], axes.toViewer) - at) < 1e-4;
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
