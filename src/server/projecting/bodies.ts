import { type AnyShape, getOC, makeCompound } from 'replicad';
import type { Mesh } from '../../core/specimen/shape';
import { matchedBodies } from '../../core/view/matching-bodies';
import type { Vector } from '../../core/view/direction';
import type { PlacedMesh } from '../../core/view/triangles';
import { type Kernel, type ReadShape, castSolid } from './kernel';
import { meshOf } from './face-meshes';

const meshed = new WeakMap<ReadShape, Mesh[]>();

/** The solids of a file as triangles, made once. */
function meshesOf(read: ReadShape): Mesh[] {
  const known = meshed.get(read);
  if (known) return known;
  const made = read.solids.map(({ wrapped }) => meshOf(wrapped));
  meshed.set(read, made);
  return made;
}

/** The solid of a file that each of some of its bodies is. @throws Error where one of them is none */
export function solidsThatAre(read: ReadShape, bodies: readonly PlacedMesh[]): AnyShape[] {
  const found = matchedBodies(
    bodies.map(({ mesh }) => mesh),
    meshesOf(read),
  );
  const unknown = found.filter((one) => one === undefined).length;
  if (unknown > 0)
    throw new Error(
      bodies.length === 1
        ? 'Its body cannot be told from the others in its file.'
        : `${unknown} of its ${bodies.length} bodies cannot be told from the others in its file.`,
    );
  return found.map((one) => read.solids[one!]!);
}

/** Solids as one shape. */
export const together = (solids: AnyShape[]): ReadShape => ({
  shape: makeCompound(solids.map((solid) => solid.clone())),
  solids,
});

/** The solids of a file that some of its bodies are, in their order there. @throws Error where one of them is none */
export function partOf(read: ReadShape, bodies: readonly PlacedMesh[]): ReadShape {
  const own = new Set(solidsThatAre(read, bodies));
  return together(read.solids.filter((solid) => own.has(solid)));
}

/** The solids of a file with those that some of its bodies are in other places. @throws Error where one of them is none */
export function apartIn(
  read: ReadShape,
  bodies: readonly PlacedMesh[],
  parts: readonly { bodies: readonly number[]; by: Vector }[],
): ReadShape {
  const own = solidsThatAre(read, bodies);
  return together(parts.flatMap(({ bodies: numbers, by }) => numbers.map((body) => movedBy(own[body]!, by))));
}

function movedBy(solid: AnyShape, [x, y, z]: Vector): AnyShape {
  const oc = getOC() as Kernel;
  const move = new oc.gp_Trsf();
  move.SetTranslation(new oc.gp_Vec(x, y, z));
  return castSolid(solid, new oc.BRepBuilderAPI_Transform(solid.wrapped, move, true).Shape());
}
