import type { Part } from '../../format/document';
import type { Check } from '../check';
import { noticed } from '../finding';
import { type LookedCell, cellPlace } from '../looked-at';

/** A caption with nothing behind it, unless it is marked as written by hand. */
export const emptyCaption: Check<LookedCell> = {
  codes: ['nothing behind a caption'],
  look(at) {
    const { cell, block } = at.context;
    const { caption } = cell;
    if (!caption?.text.trim() || caption.forThePen) return [];
    const empty = cell.contents.every((content) => 'parts' in content && content.parts.every(isEmptyPart));
    if (!empty) return [];
    const change = { caption: { ...caption, forThePen: true } };
    return [
      noticed('nothing behind a caption', {}, cellPlace(at), {
        kind: { kind: 'for the pen' },
        steps: [{ op: 'set cell', block, cell: cell.id, change }],
      }),
    ];
  },
};

const isEmptyPart = (part: Part) => part.kind === 'break' || (part.kind === 'fixed' && part.text.trim() === '');
