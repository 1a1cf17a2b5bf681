import { makeCompound } from 'replicad';
import type { Mesh } from '../../core/specimen/shape';
import { matchedBodies } from '../../core/view/matching-bodies';
import type { PlacedMesh } from '../../core/view/triangles';
import type { ReadShape } from './kernel';
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

/** The solids of a file that some of its bodies are. @throws Error where one of them is none */
export function partOf(read: ReadShape, bodies: readonly PlacedMesh[]): ReadShape {
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
  const solids = [...new Set(found)].sort((a, b) => a! - b!).map((one) => read.solids[one!]!);
  return { shape: makeCompound(solids.map((solid) => solid.clone())), solids };
}
