import type { PartsRule } from '../format/document';
import type { Facts, PartsFacts, PartsTrouble } from '../property/facts';
import { roundLength } from '../geometry/length';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import { ownMass, totalMass } from './mass';
import { shapeMass } from './mass';
import { modelFacts } from './model-facts';
import { type ModelSources, modelValue } from './models';
import { type Specimen, lastVariantOf } from './specimen';

/** Item numbers by part, as a drawing has given them. They stay when components come and go. */
export type ItemNumbers = Readonly<Record<string, number>>;

export interface PartsRow {
  /** What tells the part from others: its part number, else the model and its variant. */
  part: string;
  /** 3, or 3.2 for the second part of assembly 3. */
  item: string;
  quantity: number;
  /** 0 for the assembly's own components. */
  level: number;
  /** What the row's cells are filled from. */
  facts: Pick<Facts, 'model' | 'variant'>;
  partNumber?: string;
  /** The mass of one, kg; absent when it is not known. */
  kg?: number;
}

export interface PartsList {
  rows: PartsRow[];
  /** All numbers that are given now, those of parts that are gone too: they are not given again. */
  items: ItemNumbers;
  /** Names of the components that have no part number. */
  withoutNumber: string[];
  /** Part numbers that several models or variants have. */
  shared: { number: string; by: string[] }[];
  /** What the rows weigh together, kg; absent when a mass is missing. */
  kg?: number;
}

/** A parts list, or why there is none. */
export type PartsListOutcome = { ok: true; list: PartsList } | { ok: false; trouble: PartsTrouble };

/** What tables print of a parts list: each row its component's values, and its own item number, quantity and mass. */
export function partsFacts({ rows, withoutNumber, shared }: PartsList): PartsFacts {
  return {
    ...(shared.length > 0 && { shared }),
    rows: rows.map(({ item, quantity, kg, facts }) => ({
      name: `item ${item}`,
      ...facts,
      values: {
        [SUPPLIED.item]: item,
        [SUPPLIED.quantity]: quantity,
        ...(kg !== undefined && {
          [SUPPLIED.massOfOne]: { value: roundLength(kg), unit: 'kg' },
          [SUPPLIED.rowMass]: { value: roundLength(kg * quantity), unit: 'kg' },
        }),
      },
    })),
    withoutNumber,
  };
}

interface Node {
  part: string;
  partNumber?: string;
  model: Specimen;
  variant: Specimen['variants'][number] | undefined;
  quantity: number;
  children: Node[];
}

/**
 * The parts list of an assembly (ISO 7573): components with the same part number are one row, with their quantities added.
 * Parts that have an item number keep it, others get the next ones in the rule's order.
 *
 * @returns why there is none when the assembly holds itself or names a model that is not there
 */
export function partsList(
  assembly: Specimen,
  variant: string | undefined,
  rule: PartsRule,
  sources: ModelSources,
  given: ItemNumbers = {},
): PartsListOutcome {
  const tree = componentsOf(assembly, variant, sources, [assembly], new Map());
  if (!tree.ok) return tree;
  if (rule.kind === 'indented' && rowsIn(tree.nodes, new Map()) > MOST_ROWS)
    return { ok: false, trouble: { kind: 'too many rows', model: assembly.name, most: MOST_ROWS } };
  const listed = rule.kind === 'all parts' ? leaves(tree.nodes) : tree.nodes;
  const nodes = merged(listed);
  const items = new Map(Object.entries(given));
  const rows = rowsOf(nodes, '', 0, { rule, sources, items });
  const top = rows.filter(({ level }) => level === 0);
  const masses = top.map(({ kg, quantity }) => (kg === undefined ? undefined : kg * quantity));
  const known = masses.filter((kg) => kg !== undefined);
  return {
    ok: true,
    list: {
      rows,
      items: Object.fromEntries(items),
      withoutNumber: [
        ...new Set(rows.filter((row) => row.partNumber === undefined).map((row) => row.facts.model!.name)),
      ],
      shared: sharedNumbers(rule.kind === 'indented' ? withChildren(listed) : listed),
      ...(known.length === masses.length && { kg: known.reduce((sum, kg) => sum + kg, 0) }),
    },
  };
}

/** The nodes of each model and variant that have been made: one that is shared in depth is made once. */
type KnownNodes = Map<string, Node[]>;

function componentsOf(
  assembly: Specimen,
  variant: string | undefined,
  sources: ModelSources,
  path: readonly Specimen[],
  known: KnownNodes,
): { ok: true; nodes: Node[] } | { ok: false; trouble: PartsTrouble } {
  const key = `${assembly.id}\n${variant ?? ''}`;
  const before = known.get(key);
  if (before) return { ok: true, nodes: before };
  const nodes: Node[] = [];
  for (const component of assembly.components) {
    const model = sources.specimens.get(component.specimen);
    if (!model) {
      const trouble = { kind: 'component not there', assembly: assembly.name, component: component.specimen } as const;
      return { ok: false, trouble };
    }
    if (path.some(({ id }) => id === model.id))
      return { ok: false, trouble: { kind: 'holds itself', model: model.name } };
    const own = lastVariantOf(model, component.variant ?? variant);
    const below = componentsOf(model, own?.name, sources, [...path, model], known);
    if (!below.ok) return below;
    const partNumber = textOf(SUPPLIED.partNumber, model, own, sources);
    nodes.push({
      part: partNumber ?? [model.id, own?.name].filter(Boolean).join('/'),
      ...(partNumber !== undefined && { partNumber }),
      model,
      variant: own,
      quantity: component.quantity,
      children: below.nodes,
    });
  }
  known.set(key, nodes);
  return { ok: true, nodes };
}

/** The parts through all assemblies, each as often as it is in the whole; those of a list that is shared in depth are found once. */
function leaves(nodes: readonly Node[], known = new Map<readonly Node[], Node[]>()): Node[] {
  let found = known.get(nodes);
  if (!found) {
    const all = nodes.flatMap((node) =>
      node.children.length === 0
        ? [node]
        : leaves(node.children, known).map((leaf) => ({ ...leaf, quantity: node.quantity * leaf.quantity })),
    );
    known.set(nodes, (found = joined(all)));
  }
  return found;
}

/** One node for each part, model and variant, with the quantities added. */
function joined(nodes: readonly Node[]): Node[] {
  const byKind = new Map<string, Node>();
  for (const node of nodes) {
    const key = [node.part, node.model.id, node.variant?.name].join('\n');
    const before = byKind.get(key);
    byKind.set(key, before ? { ...before, quantity: before.quantity + node.quantity } : node);
  }
  return [...byKind.values()];
}

/** Most rows of an indented list: one that is shared in depth stands in it as often as it is used. */
const MOST_ROWS = 5000;

/** How many rows an indented list of nodes has; of those that are shared in depth counted once. */
function rowsIn(nodes: readonly Node[], known: Map<readonly Node[], number>): number {
  let count = known.get(nodes);
  if (count === undefined) {
    count = merged(nodes).reduce((sum, { children }) => sum + 1 + rowsIn(children, known), 0);
    known.set(nodes, count);
  }
  return count;
}

const withChildren = (nodes: readonly Node[]): Node[] =>
  nodes.flatMap((node) => [node, ...withChildren(node.children)]);

/** The part numbers that nodes of several models or variants have: they are one row, and only the first of them is described. */
function sharedNumbers(nodes: readonly Node[]): PartsList['shared'] {
  const byNumber = new Map<string, Set<string>>();
  for (const { partNumber, model, variant } of nodes) {
    if (partNumber === undefined) continue;
    const name = [model.name, variant?.name].filter(Boolean).join(' · ');
    byNumber.set(partNumber, (byNumber.get(partNumber) ?? new Set()).add(name));
  }
  return [...byNumber].flatMap(([number, by]) => (by.size > 1 ? [{ number, by: [...by] }] : []));
}

/** One node for each part, where it first stands, with the quantities added. */
function merged(nodes: readonly Node[]): Node[] {
  const byPart = new Map<string, Node>();
  for (const node of nodes) {
    const before = byPart.get(node.part);
    byPart.set(node.part, before ? { ...before, quantity: before.quantity + node.quantity } : node);
  }
  return [...byPart.values()];
}

interface Numbering {
  rule: PartsRule;
  sources: ModelSources;
  items: Map<string, number>;
}

function rowsOf(nodes: readonly Node[], within: string, level: number, numbering: Numbering): PartsRow[] {
  const { rule, sources, items } = numbering;
  const key = (node: Node) => `${within}${node.part}`;
  const order = ordered(nodes, rule, sources);
  const siblings = [...items].filter(([part]) => part.startsWith(within) && !part.slice(within.length).includes('\n'));
  let last = Math.max(0, ...siblings.map(([, item]) => item));
  for (const node of order) if (!items.has(key(node))) items.set(key(node), ++last);
  return order
    .toSorted((a, b) => items.get(key(a))! - items.get(key(b))!)
    .flatMap((node): PartsRow[] => {
      const item = String(items.get(key(node)));
      const { part, partNumber, model, variant, quantity } = node;
      const kg = massOf(node, sources);
      const row: PartsRow = {
        part,
        item,
        quantity,
        level,
        facts: modelFacts(model, variant?.name, sources),
        ...(partNumber !== undefined && { partNumber }),
        ...(kg !== undefined && { kg }),
      };
      if (rule.kind !== 'indented') return [row];
      const below = rowsOf(merged(node.children), `${key(node)}\n`, level + 1, numbering);
      return [row, ...below.map((one) => ({ ...one, item: `${item}.${one.item}` }))];
    });
}

function ordered(nodes: readonly Node[], { orderBy }: PartsRule, sources: ModelSources): Node[] {
  if (orderBy === undefined) return [...nodes];
  const text = new Map(nodes.map((node) => [node, textOf(orderBy, node.model, node.variant, sources) ?? '']));
  const collator = new Intl.Collator('en', { numeric: true });
  return nodes.toSorted((a, b) => collator.compare(text.get(a)!, text.get(b)!));
}

function massOf({ model, variant, children }: Node, sources: ModelSources): number | undefined {
  if (children.length > 0) return totalMass(model, variant?.name, sources).kg;
  return ownMass(model, variant, sources) ?? shapeMass(model, variant, sources)?.kg;
}

function textOf(
  property: string,
  model: Specimen,
  variant: Node['variant'],
  sources: ModelSources,
): string | undefined {
  const value = modelValue(property, model, variant, sources);
  const text = value === undefined ? '' : valueText(value).trim();
  return text === '' ? undefined : text;
}
