import { z } from 'zod';
import { refuse } from '../../refusal';
import { tilingDefects } from '../defects';
import { Block } from '../document';
import { type Operation, edited } from './operation';

export const PutBlock = z.object({ op: z.literal('put block'), block: Block });
export type PutBlock = z.infer<typeof PutBlock>;

/** Puts a whole block in the place of the one with its id: how a version of a block is taken over from another document. */
export const putBlock: Operation<PutBlock> = {
  apply(document, { block }) {
    const [defect] = tilingDefects(block);
    if (defect) return refuse(defect.words);
    return edited(document, (draft) => {
      const index = draft.blocks.findIndex((candidate) => candidate.id === block.id);
      if (index < 0) return `“${block.name}” is no longer in the format.`;
      draft.blocks[index] = block;
    });
  },
  words: (_, { block }) => `Block ${block.name}`,
};
