import { deepEqual } from 'fast-equals';
import { z } from 'zod';
import { LetteringStyle } from '../lettering/style';
import { type Outcome, refuse } from '../refusal';
import { askedIn } from './asked';
import { AskedValue, Block, type Cell, type FormatDocument, Ink } from './document';
import { issueInWords } from './issue-words';
import { isOnSize } from './occasion';
import { type Step, together } from './steps/step';

/** Blocks with all that they need, kept by name to be put into other formats. */
export const Part = z.object({
  kind: z.literal('zonograph/part'),
  version: z.literal(1),
  name: z.string().trim().min(1, 'a part needs a name').max(80, 'a name takes 80 characters'),
  blocks: z.array(Block).min(1).max(20),
  letterings: z.array(LetteringStyle),
  inks: z.array(Ink),
  asked: z.array(AskedValue),
});
export type Part = z.infer<typeof Part>;

/** Reads a part from any JSON value. */
export function readPart(json: unknown): Outcome<{ part: Part }> {
  const parsed = Part.safeParse(json);
  return parsed.success ? { ok: true, part: parsed.data } : refuse(issueInWords(parsed.error, 'The part'));
}

/** A block and all that stand on it, in the document's order. */
export function withWhatStandsOn(document: FormatDocument, id: string): Block[] {
  const found = new Set([id]);
  for (let before = 0; before !== found.size;) {
    before = found.size;
    for (const block of document.blocks) if (block.dock.to.some((one) => found.has(one.block))) found.add(block.id);
  }
  return document.blocks.filter((block) => found.has(block.id));
}

/** Some blocks of a format as a part. */
export function partOf(document: FormatDocument, blocks: readonly Block[], name: string): Part {
  const own = new Set(blocks.map(({ id }) => id));
  // A part is there to be put in and changed: it is not locked.
  const kept = blocks.map(({ locked: _, ...block }) => ({
    ...block,
    dock: { ...block.dock, to: block.dock.to.filter((one) => own.has(one.block)) },
  }));
  const keys = new Set(kept.flatMap(({ cells }) => cells.flatMap(({ contents }) => askedIn(contents))));
  const styles = new Set(named(kept, 'lettering'));
  const letterings = document.letterings.filter(({ id }) => styles.has(id));
  const inks = new Set([...named(kept, 'ink'), ...named(letterings, 'ink')]);
  return {
    kind: 'zonograph/part',
    version: 1,
    name,
    blocks: kept,
    letterings,
    inks: document.inks.filter(({ id }) => inks.has(id)),
    asked: document.asked.filter(({ key }) => keys.has(key)),
  };
}

/** The texts that stand under a key anywhere in a value. */
function named(value: unknown, key: string): string[] {
  if (Array.isArray(value)) return value.flatMap((one) => named(one, key));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, inner]) =>
    name === key && typeof inner === 'string' ? [inner] : named(inner, key),
  );
}

type Names = Record<'lettering' | 'ink', ReadonlyMap<string, string>>;

/** A value with other ids where it names lettering styles and inks. */
function renamed<T>(value: T, names: Names): T {
  if (Array.isArray(value)) return value.map((one: unknown) => renamed(one, names)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [
      key,
      (key === 'lettering' || key === 'ink') && typeof inner === 'string'
        ? (names[key].get(inner) ?? inner)
        : renamed(inner, names),
    ]),
  ) as T;
}

/** Those of a part's styles or inks that a format lacks, and by which ids the others are known there. */
function brought<T extends { id: string }>(
  given: readonly T[],
  there: readonly T[],
  newId: () => string,
): { added: T[]; ids: Map<string, string> } {
  const added: T[] = [];
  const ids = new Map<string, string>();
  for (const one of given) {
    const same = there.find((other) => deepEqual({ ...other, id: one.id }, one));
    const id = same?.id ?? (there.some((other) => other.id === one.id) ? newId() : one.id);
    ids.set(one.id, id);
    if (!same) added.push({ ...one, id });
  }
  return { added, ids };
}

/**
 * The step that puts a part into a format: its blocks under new ids, with the styles, inks and questions that the format lacks. Where the
 * corner is taken, the first block stands on what is there. What a part says of sizes that the format does not have is left out.
 */
export function puttingPart(document: FormatDocument, part: Part, newId: () => string): Step {
  const { steps, blocks } = broughtBy(document, part, newId);
  const first = blocks[0]!;
  const edge = first.dock.corner.split(' ')[0]!;
  const taken = document.blocks.find(
    ({ dock, width }) =>
      dock.to.length === 0 &&
      (dock.corner === first.dock.corner || (width === 'stretch' && dock.corner.startsWith(edge))),
  );
  const placed =
    taken && first.dock.to.length === 0
      ? blocks.map((block) =>
          block === first
            ? {
                ...first,
                dock: {
                  ...first.dock,
                  to: [{ block: taken.id, side: edge === 'lower' ? ('above' as const) : ('below' as const) }],
                },
              }
            : block,
        )
      : blocks;
  return together(`Put in ${part.name}`, [...steps, ...addingBlocks(placed)]);
}

/**
 * The step that puts a part in the place of a block and what stands on it. A cell of the part that has the caption of one that goes takes
 * over what that one held; questions and their answers stay.
 */
export function swappingPart(
  document: FormatDocument,
  id: string,
  part: Part,
  newId: () => string,
): Outcome<{ step: Step }> {
  const gone = withWhatStandsOn(document, id);
  const locked = gone.find((block) => block.locked);
  if (locked) return refuse(`“${locked.name}” is locked. Unlock it to swap it.`);
  const { steps, blocks } = broughtBy(document, part, newId);
  const held = new Map<string, Cell['contents']>();
  for (const cell of gone.flatMap(({ cells }) => cells)) {
    const caption = captionOf(cell);
    if (caption && cell.contents.length > 0 && !held.has(caption)) held.set(caption, cell.contents);
  }
  const old = gone.find((block) => block.id === id)!;
  const goneIds = new Set(gone.map((block) => block.id));
  const filled = blocks.map((block, i) => ({
    ...block,
    ...(i === 0 && {
      dock: { ...old.dock, to: old.dock.to.filter((one) => !goneIds.has(one.block)) },
      condition: old.condition,
    }),
    cells: block.cells.map((cell) => ({ ...cell, contents: held.get(captionOf(cell) ?? '') ?? cell.contents })),
  }));
  const before = document.blocks[document.blocks.findIndex((block) => block.id === id) + 1];
  const step = together(`Swap ${old.name} for ${part.name}`, [
    ...steps,
    ...gone.toReversed().map((block) => ({ op: 'remove block' as const, block: block.id })),
    ...addingBlocks(filled, before && !goneIds.has(before.id) ? before.id : undefined),
  ]);
  return { ok: true, step };
}

/** The steps that add blocks in their order; what stands on a later one is docked once that is there. */
function addingBlocks(blocks: readonly Block[], before?: string): Step[] {
  const later = new Set(blocks.map(({ id }) => id));
  const docked: Step[] = [];
  const added = blocks.map((block): Step => {
    const to = block.dock.to.filter((one) => !later.has(one.block));
    later.delete(block.id);
    if (to.length < block.dock.to.length)
      docked.push({ op: 'set block', block: block.id, change: { dock: block.dock } });
    return {
      op: 'add block',
      block: { ...block, dock: { ...block.dock, to } },
      ...(before !== undefined && { before }),
    };
  });
  return [...added, ...docked];
}

const captionOf = ({ caption }: Cell): string | undefined => caption?.text.trim().toLowerCase() || undefined;

/** A part's blocks as they stand in a format, and the steps that bring what they need there. */
function broughtBy(document: FormatDocument, part: Part, newId: () => string): { steps: Step[]; blocks: Block[] } {
  const inks = brought(part.inks, document.inks, newId);
  const named = { lettering: new Map<string, string>(), ink: inks.ids };
  const letterings = brought(renamed(part.letterings, named), document.letterings, newId);
  const keys = new Set(document.asked.map(({ key }) => key));
  const asked = part.asked.filter(({ key }) => !keys.has(key));
  const ids = new Map(part.blocks.map(({ id }) => [id, newId()]));
  const blocks = part.blocks.map((block): Block => {
    const { cells, ...rest } = renamed(block, { lettering: letterings.ids, ink: inks.ids });
    return {
      ...rest,
      id: ids.get(block.id)!,
      cells: cells.map((cell) => ({ ...cell, id: newId() })),
      dock: { ...rest.dock, to: rest.dock.to.map((one) => ({ ...one, block: ids.get(one.block) ?? one.block })) },
      condition: knownSizes(rest.condition, document),
    };
  });
  return {
    blocks,
    steps: [
      ...(inks.added.length + letterings.added.length > 0
        ? [
            {
              op: 'set sheet' as const,
              change: {
                inks: [...document.inks, ...inks.added],
                letterings: [...document.letterings, ...letterings.added],
              },
            },
          ]
        : []),
      ...(asked.length > 0 ? [{ op: 'set asked' as const, asked: [...document.asked, ...asked] }] : []),
    ],
  };
}

/** A condition without sizes that a format does not have; one that would admit none of them admits all. */
function knownSizes(condition: Block['condition'], { sizes }: FormatDocument): Block['condition'] {
  const { sizes: _, notSizes: __, ...rest } = condition;
  const on = sizes.filter(({ id }) => isOnSize(condition, id)).map(({ id }) => id);
  return on.length === 0 || on.length === sizes.length ? rest : { ...rest, sizes: on };
}
