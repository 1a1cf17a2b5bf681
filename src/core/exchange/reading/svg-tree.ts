import { selectAll } from 'css-select';
import { type CssNode, generate, parse, walk } from 'css-tree';
import { XMLParser } from 'fast-xml-parser';
import { type Outcome, refuse } from '../../refusal';

/** An element of an SVG, or a text between elements (name `#text`). */
export interface SvgNode {
  name: string;
  attributes: Record<string, string>;
  children: SvgNode[];
  parent: SvgNode | null;
  text: string;
  /** What style sheets say of it, the stronger rule over the weaker. */
  styles: Record<string, string>;
}

type Parsed = Record<string, unknown> & { ':@'?: Record<string, string> };

/** How deep groups may stand in one another. */
const DEEPEST = 200;

/** Reads the elements of an SVG with what its style sheets say of each. Refused for what is no XML, for entities, and without an svg element. */
export function svgTree(text: string): Outcome<{ root: SvgNode }> {
  if (/<!ENTITY/i.test(text)) return refuse('The SVG defines entities; save it without them.');
  let parsed: Parsed[];
  try {
    parsed = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: true,
      htmlEntities: true,
      trimValues: false,
      parseTagValue: false,
      maxNestedTags: DEEPEST,
    }).parse(text) as Parsed[];
  } catch (error) {
    const { message } = error as Error;
    return refuse(
      message.includes('nested')
        ? `The SVG has groups more than ${DEEPEST} deep; simplify it.`
        : `The SVG cannot be read: ${message}.`,
    );
  }
  const found = parsed.find((node) => 'svg' in node);
  if (!found) return refuse('This is no SVG drawing: it has no svg element.');
  const root = nodeOf(found, null)!;
  applySheets(root);
  return { ok: true, root };
}

const nameOf = (node: Parsed) => Object.keys(node).find((key) => key !== ':@');

function nodeOf(parsed: Parsed, parent: SvgNode | null): SvgNode | undefined {
  const full = nameOf(parsed);
  if (full === undefined || full.startsWith('?') || full.startsWith('!')) return undefined;
  const name = full.replace(/^svg:/, '');
  const node: SvgNode = { name, attributes: parsed[':@'] ?? {}, children: [], parent, text: '', styles: {} };
  const inner = parsed[full];
  if (Array.isArray(inner))
    node.children = (inner as Parsed[]).flatMap((child) => {
      const made = nodeOf(child, node);
      return made ? [made] : [];
    });
  else if (typeof inner === 'string' || typeof inner === 'number') node.text = String(inner);
  return node;
}

/** Everything in a node, itself first. */
function* all(node: SvgNode): Generator<SvgNode> {
  yield node;
  for (const child of node.children) yield* all(child);
}

const textIn = (node: SvgNode): string => node.text + node.children.map(textIn).join('');

const ADAPTER = {
  isTag: (node: SvgNode): node is SvgNode => !node.name.startsWith('#'),
  getAttributeValue: (node: SvgNode, name: string) => node.attributes[name],
  getChildren: (node: SvgNode) => node.children,
  getName: (node: SvgNode) => node.name,
  getParent: (node: SvgNode) => node.parent,
  getSiblings: (node: SvgNode) => node.parent?.children ?? [node],
  getText: textIn,
  hasAttrib: (node: SvgNode, name: string) => name in node.attributes,
  removeSubsets: (nodes: SvgNode[]) => nodes,
  existsOne: (test: (node: SvgNode) => boolean, nodes: SvgNode[]) => nodes.some((node) => [...all(node)].some(test)),
  findAll: (test: (node: SvgNode) => boolean, nodes: SvgNode[]) => nodes.flatMap((node) => [...all(node)].filter(test)),
  findOne: (test: (node: SvgNode) => boolean, nodes: SvgNode[]) =>
    nodes.flatMap((node) => [...all(node)]).find(test) ?? null,
};

interface SheetRule {
  selector: string;
  weight: number;
  declarations: [name: string, value: string][];
}

/** Gives each element what the style sheets in the drawing say of it. */
function applySheets(root: SvgNode): void {
  const sheets = [...all(root)].filter(({ name }) => name === 'style').map(textIn);
  const rules = sheets.flatMap(rulesOf).sort((a, b) => a.weight - b.weight);
  for (const { selector, declarations } of rules) {
    let chosen: SvgNode[];
    try {
      chosen = selectAll<SvgNode, SvgNode>(selector, [root], { adapter: ADAPTER, xmlMode: true });
    } catch {
      // A selector of what a drawing does not have, such as a state of the pointer.
      continue;
    }
    for (const node of chosen) for (const [name, value] of declarations) node.styles[name] = value;
  }
}

function rulesOf(sheet: string): SheetRule[] {
  const rules: SheetRule[] = [];
  walk(parse(sheet, { onParseError: () => undefined }), {
    visit: 'Rule',
    enter(node) {
      if (node.prelude.type !== 'SelectorList') return;
      const declarations: [string, string][] = [];
      for (const one of node.block.children)
        if (one.type === 'Declaration') declarations.push([one.property, generate(one.value)]);
      for (const selector of node.prelude.children)
        rules.push({ selector: generate(selector), weight: weightOf(selector), declarations });
    },
  });
  return rules;
}

/** How strong a selector is: ids over classes and attributes over names (Selectors Level 3, clause 9). */
function weightOf(selector: CssNode): number {
  let weight = 0;
  walk(selector, (node) => {
    if (node.type === 'IdSelector') weight += 10_000;
    else if (node.type === 'ClassSelector' || node.type === 'AttributeSelector' || node.type === 'PseudoClassSelector')
      weight += 100;
    else if (node.type === 'TypeSelector' && node.name !== '*') weight += 1;
  });
  return weight;
}
