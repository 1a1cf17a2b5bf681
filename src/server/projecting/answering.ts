import openReader, { type Occt } from 'occt-import-js';
import { type PlacedMesh, coarselyProjected, partsSeen } from '../../core/view/triangles';
import type { Projected } from '../../core/view/projected';
import { placedMeshes } from './meshes';
import { type ReadShape, projected, readShape } from './kernel';
import type { FromProjector, ToProject } from './projector';

/** A file with what has been read of it. */
interface Held {
  bytes: Uint8Array;
  exact?: Promise<ReadShape>;
  meshes?: Promise<PlacedMesh[]>;
}

let reader: Promise<Occt> | undefined;

/** Answers what is to be projected, one after another; the file of the last projection stays read. */
export function answering(answer: (answer: FromProjector) => void): (asked: ToProject) => void {
  let held: Held | undefined;
  let last = Promise.resolve();
  return (asked) => {
    last = last.then(async () => {
      if (asked.bytes) held = { bytes: asked.bytes };
      try {
        answer({ id: asked.id, projected: await project(held!, asked) });
      } catch (error) {
        answer({ id: asked.id, trouble: wordsOf(error) });
      }
    });
  };
}

async function project(held: Held, { projection, coarse }: ToProject): Promise<Projected> {
  const meshes = await (held.meshes ??= (reader ??= openReader()).then((occt) => placedMeshes(occt, held.bytes)));
  const { product } = projection;
  const isPart = product !== undefined && !meshes.every(({ path }) => path.includes(product));
  const own = isPart ? meshes.filter(({ path }) => path.includes(product)) : meshes;
  if (own.length === 0) throw new Error(`There is no ${product ?? 'shape'} in its file.`);
  const parts = partsSeen(own, projection.axes);
  const exact = coarse
    ? coarselyProjected(own, projection)
    : projected(await (held.exact ??= readShape(held.bytes)), projection, isPart ? own : undefined);
  return { ...exact, ...(parts.length > 1 && { parts }) };
}

/** The kernel throws numbers and texts of its own. */
const wordsOf = (error: unknown) =>
  error instanceof Error && !/unbound|not a constructor|\bvc\b/.test(error.message)
    ? error.message
    : 'The kernel cannot project this shape.';
