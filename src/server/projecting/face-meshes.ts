import { Face, getOC } from 'replicad';
import type { Mesh } from '../../core/specimen/shape';
import { type Kernel, type KernelShape, explored, sizeOf } from './kernel';

/** How far triangles may be off their faces, as a share of the size of what they cover, and from one to the next, radians. */
const OFF = 1 / 2000;
const STEP_RAD = 0.2;

/** How far triangles of a shape are off its faces at most, mm. */
export const meshOff = (shape: KernelShape): number => OFF * sizeOf(shape);

/** A face with the triangles that cover it. */
export interface FaceMesh {
  face: KernelShape;
  mesh: Mesh;
}

const known = new WeakMap<KernelShape, FaceMesh[]>();

/** The faces of a shape, each with the triangles that cover it, made once. */
export function faceMeshes(shape: KernelShape): FaceMesh[] {
  const there = known.get(shape) ?? covered(shape);
  known.set(shape, there);
  return there;
}

function covered(shape: KernelShape): FaceMesh[] {
  const oc = getOC() as Kernel;
  new oc.BRepMesh_IncrementalMesh(shape, meshOff(shape), false, STEP_RAD, false).delete();
  return explored(shape, 'TopAbs_FACE').map((face) => {
    const own = new Face(oc.TopoDS.Face(face)).triangulation(0);
    return { face, mesh: { positions: own?.vertices ?? [], triangles: own?.trianglesIndexes ?? [] } };
  });
}

/** The triangles that cover a shape. */
export function meshOf(shape: KernelShape): Mesh {
  const positions: number[] = [];
  const triangles: number[] = [];
  for (const { mesh } of faceMeshes(shape)) {
    const before = positions.length / 3;
    for (const value of Array.from(mesh.positions)) positions.push(value);
    for (const corner of Array.from(mesh.triangles)) triangles.push(corner + before);
  }
  return { positions, triangles };
}
