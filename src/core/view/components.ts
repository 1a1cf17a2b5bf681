import { matchedName } from '../property/names';
import type { ViewedModel } from './to-draw';

type Component = NonNullable<ViewedModel['components']>[number];

const same = (a: string, b: string) => matchedName(a) === matchedName(b);

/** The component of an assembly that a part of its file of shapes belongs to, by its name or by what it holds. */
export const componentNamed = (components: readonly Component[], name: string): Component | undefined =>
  components.find((one) => same(one.name, name)) ??
  components.find(({ called = [] }) => called.some((other) => same(other, name))) ??
  components.find(({ holds }) => holds.some((held) => same(held, name)));

/** How the parts of a file of shapes and the components of its assembly differ, by name. */
export function differingComponents(
  components: readonly Component[],
  parts: readonly { name: string }[],
): { onlyInShape: string[]; onlyInList: string[] } {
  const known = parts.map(({ name }) => componentNamed(components, name));
  return {
    onlyInShape: [...new Set(parts.filter((_, i) => !known[i]).map(({ name }) => name))],
    onlyInList: components.filter((one) => !known.includes(one)).map(({ name }) => name),
  };
}
