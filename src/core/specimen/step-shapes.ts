import type { Occt, OcctNode } from 'occt-import-js';
import { type Outcome, refuse } from '../refusal';
import { type MeasuredShape, measureShape } from './shape';

/**
 * How finely faces are covered with triangles: 0.05 rad a step round a curve leaves its area short by θ²/6, 0.04 %; and at
 * most 1/2000 of the box beside the face.
 */
const FINE = {
  linearUnit: 'millimeter',
  linearDeflectionType: 'bounding_box_ratio',
  linearDeflection: 0.0005,
  angularDeflection: 0.05,
} as const;

/** A product's measures; undefined when its faces do not close or several products of that name differ. */
export type ShapesByProduct = Map<string, MeasuredShape | undefined>;

/** Measures the solids of a STEP file, by the name of the product they belong to. */
export function stepShapes(occt: Occt, bytes: Uint8Array): Outcome<{ shapes: ShapesByProduct }> {
  const read = occt.ReadStepFile(bytes, FINE);
  if (!read.success) return refuse('Its shape cannot be read.');
  const shapes: ShapesByProduct = new Map();
  const visit = (node: OcctNode) => {
    // An assembly is measured as all that it holds, in its place.
    const meshes = meshesUnder(node);
    if (node.name !== '' && meshes.length > 0) {
      const measured = measureShape(
        meshes.map((i) => ({
          positions: read.meshes[i]!.attributes.position.array,
          triangles: read.meshes[i]!.index.array,
        })),
      );
      const known = shapes.get(node.name);
      const differs = known && measured && Math.abs(known.volume - measured.volume) > 1e-3 * known.volume;
      shapes.set(node.name, differs ? undefined : (known ?? measured));
    }
    node.children.forEach(visit);
  };
  visit(read.root);
  return { ok: true, shapes };
}

const meshesUnder = ({ meshes, children }: OcctNode): number[] => [...meshes, ...children.flatMap(meshesUnder)];
