import openReader, { type Occt } from 'occt-import-js';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { matchedName } from '../../core/property/names';
import { movedApart, pathsSeen, pulledApart } from '../../core/view/pulled-apart';
import {
  type PlacedMesh,
  coarselyProjected,
  middleOfBodies,
  partsSeen,
  placesSeen,
  shadedBodies,
} from '../../core/view/triangles';
import { dot } from '../../core/view/direction';
import type { Projected } from '../../core/view/projected';
import { apartIn, partOf, solidsThatAre } from './bodies';
import { placedMeshes } from './meshes';
import { isCutLengthwise } from './lengthwise';
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
  const { product, whole, apart } = projection;
  const meshes = () => (held.meshes ??= (reader ??= openReader()).then((occt) => placedMeshes(occt, held.bytes)));
  const read = () => readShapeOnce(held);
  // The triangles are read where they are needed alone: a part's projection does without.
  const isAssembly = product !== undefined || (!coarse && (await read()).solids.length > 1);
  if (!isAssembly && !coarse && !projection.shaded && !apart) return { projected: projected(await read(), projection) };
  const all = await meshes();
  const isPart = product !== undefined && !all.every(({ path }) => path.includes(product));
  const own = isPart ? all.filter(({ path }) => path.includes(product)) : all;
  if (own.length === 0) throw new Error(`There is no ${product ?? 'shape'} in its file.`);
  if (apart) {
    const pulled = pulledApart(own, apart);
    const bodies = movedApart(own, pulled);
    const exact = coarse
      ? coarselyProjected(bodies, projection)
      : projected(apartIn(await read(), own, pulled), projection);
    const places = placesSeen(
      bodies,
      pulled.map((part) => part.bodies),
      projection.axes,
    );
    const seen: Projected = {
      ...exact,
      parts: partsSeen(bodies, projection.axes),
      apart: {
        parts: pulled.map(({ name, by }, i) => ({ name, by, at: places[i]! })),
        paths: pathsSeen(pulled, bodies, projection.axes),
      },
    };
    return projection.shaded ? shaded(seen, bodies, projection) : { projected: seen };
  }
  const parts = partsSeen(own, projection.axes);
  const uncut = named(own, whole ?? []);
  const exact = coarse
    ? coarselyProjected(own, projection)
    : projectedOf(await read(), projection, { own: isPart ? own : undefined, uncut });
  const found = whole?.filter((name) => named(own, [name]).length > 0);
  const seen = { ...exact, ...(parts.length > 1 && { parts }), ...(found && { uncut: found }) };
  if (!projection.shaded) return { projected: seen };
  return shaded(seen, own, projection, coarse ? [] : uncutBodies(await read(), uncut, own, projection));
}

/** The bodies that have one of some names, or are in a product that has one. */
function named(placed: readonly PlacedMesh[], names: readonly string[]): PlacedMesh[] {
  const wanted = new Set(names.map(matchedName));
  return placed.filter(({ path }) => path.some((name) => wanted.has(matchedName(name))));
}

/** The exact projection of a file, or of the bodies of it that are meant. */
function projectedOf(
  read: ReadShape,
  projection: ToProject['projection'],
  { own, uncut }: { own: readonly PlacedMesh[] | undefined; uncut: readonly PlacedMesh[] },
): Projected {
  const whole = uncut.length > 0 ? solidsThatAre(read, uncut) : [];
  return projected(own ? partOf(read, own) : read, projection, new Set(whole));
}

const readShapeOnce = (held: Held) => (held.exact ??= readShape(held.bytes));

/** Where a section cuts, mm from the model's origin toward whoever looks. */
const planeOf = (own: readonly PlacedMesh[], { axes, cut }: ToProject['projection']): number | undefined =>
  cut === undefined ? undefined : dot(middleOfBodies(own.map(({ mesh }) => mesh)), axes.toViewer) + cut;

/** The bodies that are to stay whole and that the plane goes along. */
function uncutBodies(
  read: ReadShape,
  uncut: readonly PlacedMesh[],
  own: readonly PlacedMesh[],
  projection: ToProject['projection'],
): PlacedMesh[] {
  const at = planeOf(own, projection);
  if (at === undefined || uncut.length === 0) return [];
  const solids = solidsThatAre(read, uncut);
  return uncut.filter((_, i) => isCutLengthwise(solids[i]!, projection.axes, at));
}

/** A projection with its picture, shaded. */
async function shaded(
  projected: Projected,
  own: readonly PlacedMesh[],
  projection: ToProject['projection'],
  uncut: readonly PlacedMesh[] = [],
) {
  const meshes = own.map(({ mesh }) => mesh);
  const at = planeOf(own, projection) ?? Infinity;
  const nearest = (body: number) => (uncut.includes(own[body]!) ? Infinity : at);
  const { width, height, pixels, box } = shadedBodies(meshes, projection.axes, nearest);
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
