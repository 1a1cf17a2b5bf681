import { type AnyShape, getOC, importSTEP, setOC } from 'replicad';
import openKernel from 'replicad-opencascadejs';
import type { Point } from '../../core/geometry/box';
import { type Axes, type Vector, dot } from '../../core/view/direction';

export type Kernel = Awaited<ReturnType<typeof openKernel>>;
export type KernelShape = InstanceType<Kernel['TopoDS_Shape']>;

/** A shape that the kernel has read. */
export interface ReadShape {
  shape: AnyShape;
  solids: AnyShape[];
}

/** Curves that are neither straight nor round become runs of points: 3° from one to the next, and this share of the model's size off. */
const STEP_RAD = Math.PI / 60;
export const OFF = 1 / 20000;
let kernel: Promise<void> | undefined;

/** Starts the kernel, once. */
export const openedKernel = (): Promise<void> => (kernel ??= openKernel().then((oc) => setOC(oc)));

/** Reads a STEP file's solids, in mm. @throws Error when there is none in it */
export async function readShape(bytes: Uint8Array): Promise<ReadShape> {
  await openedKernel();
  return solidsOf(await importSTEP(new Blob([Buffer.from(bytes)])));
}

/** A shape with its solids. @throws Error when there is none in it */
export function solidsOf(shape: AnyShape): ReadShape {
  const solids = explored(shape.wrapped, 'TopAbs_SOLID').map((solid) => castSolid(shape, solid));
  if (solids.length === 0) throw new Error('There is no solid body in it.');
  return { shape, solids };
}

/** A shape of the kernel as the same class of the library that the whole has. */
export const castSolid = (like: AnyShape, solid: KernelShape): AnyShape =>
  new (like.constructor as new (wrapped: KernelShape) => AnyShape)(solid);

export function explored(shape: KernelShape, kind: 'TopAbs_SOLID' | 'TopAbs_FACE' | 'TopAbs_EDGE' | 'TopAbs_WIRE') {
  const oc = getOC() as Kernel;
  const found: KernelShape[] = [];
  const explorer = new oc.TopExp_Explorer(shape, oc.TopAbs_ShapeEnum[kind], oc.TopAbs_ShapeEnum.TopAbs_SHAPE);
  for (; explorer.More(); explorer.Next()) found.push(explorer.Current());
  explorer.delete();
  return found;
}

/** The diagonal of the box about a shape, mm. */
export function sizeOf(shape: KernelShape): number {
  const oc = getOC() as Kernel;
  const box = new oc.Bnd_Box();
  oc.BRepBndLib.Add(shape, box, false);
  return Math.sqrt(box.SquareExtent());
}

export function pointsOn(
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

export const inPlane = ({ right, up }: Pick<Axes, 'right' | 'up'>, point: Vector): Point => ({
  x: dot(point, right),
  y: dot(point, up),
});

export const minus = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [a - d, b - e, c - f];
