import type { FormatDocument, PartsRule } from '../format/document';
import { partsKey } from '../format/growth';
import type { PartsFacts } from '../property/facts';
import type { ModelSources } from './models';
import { type ItemNumbers, partsFacts, partsList } from './parts-list';
import type { Specimen } from './specimen';

/** The item numbers of a drawing's parts lists: each list by its assembly and its rule. */
export type ItemsByList = Readonly<Record<string, ItemNumbers>>;

export interface PartsTables {
  /** What the tables of the format print, by the rule's key. */
  parts: Record<string, PartsFacts>;
  /** All item numbers that are given now. */
  items: ItemsByList;
}

/** The rules of a format's parts lists, each once, by its key. */
export function partsRules(document: FormatDocument): Map<string, PartsRule> {
  const rules = document.blocks.flatMap(({ grow }) =>
    grow?.rows === 'parts' ? [grow.parts ?? { kind: 'components' as const }] : [],
  );
  return new Map(rules.map((rule) => [partsKey(rule), rule]));
}

/** The parts lists that a format's tables ask of an assembly; none for a part. Numbers that are `given` stay. */
export function partsTables(
  rules: ReadonlyMap<string, PartsRule>,
  { specimen, variant }: { specimen: Specimen; variant: string | undefined },
  sources: ModelSources,
  given: ItemsByList = {},
): PartsTables {
  if (specimen.components.length === 0) return { parts: {}, items: given };
  const parts: Record<string, PartsFacts> = {};
  const items: Record<string, ItemNumbers> = { ...given };
  for (const [key, rule] of rules) {
    const name = `${specimen.id} ${key}`;
    const made = partsList(specimen, variant, rule, sources, given[name]);
    parts[key] = made.ok ? partsFacts(made.list) : { rows: [], withoutNumber: [], trouble: made.trouble };
    if (made.ok) items[name] = made.list.items;
  }
  return { parts, items };
}
