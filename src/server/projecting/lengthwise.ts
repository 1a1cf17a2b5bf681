import { type AnyShape, getOC } from 'replicad';
import { type Axes, type Vector, cross, dot } from '../../core/view/direction';
import { meshOf } from './face-meshes';
import { type Kernel, explored, minus } from './kernel';

/** How far a plane has to be inside of a solid to go through it, mm. */
const INSIDE = 1e-3;
/** A plane goes along an axis that is off it by less than that. */
const ALONG = Math.sin((5 * Math.PI) / 180);

/**
 * Whether a plane across a view goes through a solid lengthwise: along the axis of its cylinders, of the one that has most of them; of a
 * solid without any along its longest side.
 */
export function isCutLengthwise(solid: AnyShape, { toViewer }: Axes, cutAt: number): boolean {
  const { positions } = meshOf(solid.wrapped);
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i + 2 < positions.length; i += 3) {
    const depth = dot([positions[i]!, positions[i + 1]!, positions[i + 2]!], toViewer);
    [low, high] = [Math.min(low, depth), Math.max(high, depth)];
  }
  return low < cutAt - INSIDE && high > cutAt + INSIDE && Math.abs(dot(axisOf(solid), toViewer)) < ALONG;
}

/** The axis about which most of a solid's cylinders go, by their area; else the way of its longest side. */
function axisOf(solid: AnyShape): Vector {
  const oc = getOC() as Kernel;
  const axes: { way: Vector; area: number }[] = [];
  for (const face of explored(solid.wrapped, 'TopAbs_FACE')) {
    const surface = new oc.BRepAdaptor_Surface(oc.TopoDS.Face(face), true);
    if (surface.GetType() !== oc.GeomAbs_SurfaceType.GeomAbs_Cylinder) continue;
    const axis = surface.Cylinder().Axis().Direction();
    const way: Vector = [axis.X(), axis.Y(), axis.Z()];
    const area = areaOf(face);
    const known = axes.find((one) => Math.abs(dot(one.way, way)) > 1 - 1e-4);
    if (known) known.area += area;
    else axes.push({ way, area });
  }
  const [first] = axes.toSorted((a, b) => b.area - a.area);
  if (first) return first.way;
  const [from, to] = solid.boundingBox.bounds;
  const sides = minus([...to], [...from]);
  const longest = sides.indexOf(Math.max(...sides));
  return [0, 1, 2].map((i) => (i === longest ? 1 : 0)) as unknown as Vector;
}

/** mm², by the triangles that cover it. */
function areaOf(face: Parameters<typeof meshOf>[0]): number {
  const { positions, triangles } = meshOf(face);
  const corner = (i: number): Vector => [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!];
  let area = 0;
  for (let t = 0; t + 2 < triangles.length; t += 3) {
    const [a, b, c] = [corner(triangles[t]!), corner(triangles[t + 1]!), corner(triangles[t + 2]!)];
    area += Math.hypot(...cross(minus(b, a), minus(c, a))) / 2;
  }
  return area;
}
