import openReader, { type Occt } from 'occt-import-js';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { type PlacedMesh, coarselyProjected, middleOfBodies, partsSeen, shadedBodies } from '../../core/view/triangles';
import { dot } from '../../core/view/direction';
import type { Projected } from '../../core/view/projected';
import { placedMeshes } from './meshes';
import { type ReadShape, openedKernel, readShape } from './kernel';
import { projected } from './projecting';
import type { FromProjector, ToProject, ToWarm } from './projector';

/** A file with what has been read of it. */
interface Held {
  bytes: Uint8Array;
  exact?: Promise<ReadShape>;
  meshes?: Promise<PlacedMesh[]>;
}

let reader: Promise<Occt> | undefined;

/** Answers what is to be projected, one after another; files stay read until they are to be forgotten. */
export function answering(answer: (answer: FromProjector) => void): (asked: ToProject | ToWarm) => void {
  const files = new Map<string, Held>();
  let last = Promise.resolve();
  return (asked) => {
    last = last.then(async () => {
      if ('warm' in asked) return openedKernel();
      for (const one of asked.forget) files.delete(one);
      if (asked.bytes) files.set(asked.projection.shape, { bytes: asked.bytes });
      try {
        answer({ id: asked.id, ...(await project(files.get(asked.projection.shape)!, asked)) });
      } catch (error) {
        answer({ id: asked.id, trouble: wordsOf(error) });
      }
    });
  };
}

async function project(
  held: Held,
  { projection, coarse }: ToProject,
): Promise<{ projected: Projected; raster?: Uint8Array }> {
  const { product } = projection;
  const meshes = () => (held.meshes ??= (reader ??= openReader()).then((occt) => placedMeshes(occt, held.bytes)));
  const read = () => readShapeOnce(held);
  // The triangles are read where they are needed alone: a part's projection does without.
  const isAssembly = product !== undefined || (!coarse && (await read()).solids.length > 1);
  if (!isAssembly && !coarse && !projection.shaded) return { projected: projected(await read(), projection) };
  const all = await meshes();
  const isPart = product !== undefined && !all.every(({ path }) => path.includes(product));
  const own = isPart ? all.filter(({ path }) => path.includes(product)) : all;
  if (own.length === 0) throw new Error(`There is no ${product ?? 'shape'} in its file.`);
  const parts = partsSeen(own, projection.axes);
  const exact = coarse
    ? coarselyProjected(own, projection)
    : projected(await read(), projection, isPart ? own : undefined);
  const seen = { ...exact, ...(parts.length > 1 && { parts }) };
  return projection.shaded ? shaded(seen, own, projection) : { projected: seen };
}

const readShapeOnce = (held: Held) => (held.exact ??= readShape(held.bytes));

/** A projection with its picture, shaded. */
async function shaded(projected: Projected, own: readonly PlacedMesh[], { axes, cut }: ToProject['projection']) {
  const meshes = own.map(({ mesh }) => mesh);
  const nearest = cut === undefined ? undefined : dot(middleOfBodies(meshes), axes.toViewer) + cut;
  const { width, height, pixels, box } = shadedBodies(meshes, axes, nearest);
  const raster = await sharp(pixels, { raw: { width, height, channels: 2 } })
    .png({ compressionLevel: 9 })
    .toBuffer();
  const hash = createHash('sha256').update(raster).digest('hex');
  return { projected: { ...projected, shaded: { hash, pixels: { width, height }, box } }, raster };
}

/** The kernel throws numbers and texts of its own. */
const wordsOf = (error: unknown) =>
  error instanceof Error && !/unbound|not a constructor|\bvc\b/.test(error.message)
    ? error.message
    : 'The kernel cannot project this shape.';
