import type { AskedValue, FormatDocument, Part } from '../format/document';
import type { PropertyDefinition } from '../property/definition';

/** What to ask for at each place of a sheet that is filled in elsewhere, by cell and tag. */
export type DxfPrompts = ReadonlyMap<string, string>;

export const promptKey = (cell: string, tag: string): string => `${cell}|${tag}`;

/**
 * The prompts of a format's places in a DXF: an asked value's question; of a linked place what stands there, names of properties in ‹ ›
 * with the text between them, so that a reader finds the whole of it again.
 */
export function dxfPrompts(document: FormatDocument, properties: ReadonlyMap<string, PropertyDefinition>): DxfPrompts {
  const prompts = new Map<string, string>();
  const asked = new Map(document.asked.map((one) => [one.key, one]));
  for (const { cells } of document.blocks)
    for (const { id, contents } of cells)
      for (const content of contents) {
        if (!('parts' in content)) continue;
        for (const line of lines(content.parts)) {
          const named = promptOf(line, asked, properties);
          if (named && !prompts.has(promptKey(id, named.tag))) prompts.set(promptKey(id, named.tag), named.prompt);
        }
      }
  return prompts;
}

function lines(parts: readonly Part[]): Part[][] {
  const result: Part[][] = [[]];
  for (const part of parts) {
    if (part.kind === 'break') result.push([]);
    else result.at(-1)!.push(part);
  }
  return result;
}

function promptOf(
  line: readonly Part[],
  asked: ReadonlyMap<string, AskedValue>,
  properties: ReadonlyMap<string, PropertyDefinition>,
): { tag: string; prompt: string } | undefined {
  const nameOf = (part: Part): string | undefined => {
    if (part.kind === 'asked') return asked.get(part.asked)?.name;
    return part.kind === 'linked' ? (properties.get(part.property)?.name ?? asked.get(part.property)?.name) : undefined;
  };
  const tag = line.map(nameOf).find((name) => name !== undefined);
  if (tag === undefined) return undefined;
  const [only] = line;
  if (line.length === 1 && only!.kind === 'asked') return { tag, prompt: asked.get(only!.asked)!.prompt };
  return { tag, prompt: line.map((part) => (part.kind === 'fixed' ? part.text : `‹${nameOf(part) ?? ''}›`)).join('') };
}
