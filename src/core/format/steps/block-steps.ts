import { z } from 'zod';
import { MOST } from '../bounds';
import { Block, type FormatDocument, Growth } from '../document';
import { growthTrouble } from '../growth';
import { valueAt } from '../length-value';
import { type Operation, blockOf, edited, given } from './operation';

export const AddBlock = z.object({
  op: z.literal('add block'),
  block: Block,
  /** Where in the outline: before this block; absent: at the end. */
  before: z.string().optional(),
});
export type AddBlock = z.infer<typeof AddBlock>;

/** Puts a new block on the sheet; its id and its cells' ids are new ones. */
export const addBlock: Operation<AddBlock> = {
  apply: (document, { block, before }) =>
    edited(document, (draft) => {
      const index = draft.blocks.findIndex((other) => other.id === before);
      draft.blocks.splice(index < 0 ? draft.blocks.length : index, 0, block);
    }),
  words: (_, { block }) => `Add ${block.name}`,
};

export const RemoveBlock = z.object({ op: z.literal('remove block'), block: z.string() });
export type RemoveBlock = z.infer<typeof RemoveBlock>;

/** Takes a block off the sheet; what was docked to it docks to its next choice, else to its corner. */
export const removeBlock: Operation<RemoveBlock> = {
  apply: (document, { block: id }) =>
    edited(document, (draft) => {
      const block = draft.blocks.find((candidate) => candidate.id === id);
      if (!block) return 'That block is no longer in the format.';
      if (block.locked) return `“${block.name}” is locked. Unlock it to remove it.`;
      draft.blocks = draft.blocks.filter((other) => other.id !== id);
      for (const other of draft.blocks) other.dock.to = other.dock.to.filter((support) => support.block !== id);
    }),
  words: (before, { block }) => `Remove ${blockOf(before, block)?.name ?? 'a block'}`,
};

const settable = Block.extend({ grow: Growth.nullable() }).pick({
  name: true,
  role: true,
  dock: true,
  width: true,
  height: true,
  turn: true,
  locked: true,
  condition: true,
  /** null: it does not grow any more. */
  grow: true,
});

export const SetBlock = z.object({ op: z.literal('set block'), block: z.string(), change: settable.partial() });
export type SetBlock = z.infer<typeof SetBlock>;

const WORDS: Record<keyof SetBlock['change'], string> = {
  name: 'Name',
  role: 'Role',
  dock: 'Dock',
  width: 'Width',
  height: 'Height',
  turn: 'Turn',
  locked: 'Lock',
  condition: 'Condition',
  grow: 'Growth',
};

/** Changes what a block is as a whole: its name, dock, extent, turn, condition, lock, growth. */
export const setBlock: Operation<SetBlock> = {
  apply: (document, { block: id, change }) =>
    edited(document, (draft) => {
      const block = draft.blocks.find((candidate) => candidate.id === id);
      if (!block) return 'That block is no longer in the format.';
      if (block.locked && change.locked !== false) return `“${block.name}” is locked. Unlock it to change it.`;
      const { grow, ...others } = given(change);
      Object.assign(block, others);
      if (grow === null) delete block.grow;
      else if (grow) {
        const trouble = growthTrouble(block, grow) ?? growthRefusal(grow, document);
        if (trouble) return trouble;
        block.grow = grow;
      }
    }),
  words: (before, { block, change }) =>
    `${Object.keys(change)
      .map((key) => WORDS[key as keyof typeof WORDS])
      .join(', ')} of ${blockOf(before, block)?.name ?? 'a block'}`,
};

/** Why a block cannot grow like that. */
function growthRefusal({ rows, least, most, whenFull }: Growth, { sizes }: FormatDocument): string | undefined {
  const short = sizes.find(({ id }) => valueAt(most, id) < least);
  if (short) return `At least ${least} rows are more than the most on ${short.name}, ${valueAt(most, short.id)}.`;
  return rows === 'parts' && whenFull === 'newest only'
    ? 'A parts list lists every part; when it is full it goes on in a second column or on the sheets that follow.'
    : undefined;
}

export const OrderBlocks = z.object({ op: z.literal('order blocks'), order: z.array(z.string()).max(MOST.blocks) });
export type OrderBlocks = z.infer<typeof OrderBlocks>;

/** Puts the blocks into another order of the outline, which is also the order of drawing. */
export const orderBlocks: Operation<OrderBlocks> = {
  apply: (document, { order }) =>
    edited(document, (draft) => {
      const place = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length);
      draft.blocks.sort((a, b) => place(a.id) - place(b.id));
    }),
  words: () => 'Order of the blocks',
};
