import type { Occt, OcctNode } from 'occt-import-js';
import type { PlacedMesh } from '../../core/view/triangles';

/** How finely faces are covered: 0.1 rad a step, and at most 1/1000 of the box about the file beside the face. */
const FINE = {
  linearUnit: 'millimeter',
  linearDeflectionType: 'bounding_box_ratio',
  linearDeflection: 0.001,
  angularDeflection: 0.1,
} as const;

/** The bodies of a STEP file as triangles, each with the products that it is in. @throws Error when it cannot be read */
export function placedMeshes(occt: Occt, bytes: Uint8Array): PlacedMesh[] {
  const read = occt.ReadStepFile(bytes, FINE);
  if (!read.success) throw new Error('Its shape cannot be read.');
  const placed: PlacedMesh[] = [];
  let count = 0;
  const visit = ({ name, meshes, children }: OcctNode, above: readonly string[], aboveAt: readonly number[]) => {
    const [path, places] =
      name === ''
        ? [above, aboveAt]
        : [
            [...above, name],
            [...aboveAt, count++],
          ];
    for (const i of meshes) {
      const { attributes, index } = read.meshes[i]!;
      placed.push({ mesh: { positions: attributes.position.array, triangles: index.array }, path, places });
    }
    for (const child of children) visit(child, path, places);
  };
  visit(read.root, [], []);
  return placed;
}
