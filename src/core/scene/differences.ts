import type { Primitive, Scene } from './scene';

/** What two scenes do not share: what is in the first alone, and in the second alone. */
export interface Differences {
  gone: Primitive[];
  come: Primitive[];
}

/** What differs between two scenes, primitive by primitive, whatever their order. */
export function differences(before: Scene, after: Scene): Differences {
  const left = counted(before.primitives);
  const come = after.primitives.filter((primitive) => {
    const key = keyOf(primitive);
    const count = left.get(key) ?? 0;
    if (count > 0) left.set(key, count - 1);
    return count === 0;
  });
  const gone = before.primitives.filter((primitive) => {
    const key = keyOf(primitive);
    const count = left.get(key) ?? 0;
    if (count > 0) left.set(key, count - 1);
    return count > 0;
  });
  return { gone, come };
}

function counted(primitives: readonly Primitive[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const primitive of primitives) {
    const key = keyOf(primitive);
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return counts;
}

/** All that is drawn of a primitive; what it came from and what it is for are not. */
function keyOf(primitive: Primitive): string {
  const { source: _, block: _b, ...drawn } = primitive;
  if (drawn.kind !== 'text') return JSON.stringify(drawn);
  const { spans: _s, tag: _t, ...text } = drawn;
  return JSON.stringify(text);
}
