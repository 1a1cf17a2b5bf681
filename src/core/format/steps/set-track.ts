import { z } from 'zod';
import { roundLength, trimNumber } from '../../geometry/length';
import type { Track } from '../document';
import { refuse } from '../../refusal';
import { BOUNDS } from '../bounds';
import { type Length, type LengthValue, everyLength, lengthAt, lengthWithin, withLength } from '../length-value';
import { type Operation, blockOf, editedBlock } from './operation';

/** The sizes a fixed column or row may have, mm. */
export const [LEAST_TRACK, MOST_TRACK] = BOUNDS.track;

export const SetTrack = z.object({
  op: z.literal('set track'),
  block: z.string(),
  axis: z.enum(['column', 'row']),
  track: z.string(),
  /** Its size where there is no exception, or on one size; a length with exceptions of its own replaces them all. */
  size: lengthWithin([-10_000, 10_000]),
  /** Only on this size of the family; absent: wherever there is no exception. */
  onlyOn: z.string().optional(),
  /** The next track (the one before, for the last) takes up the change, so that the block's total stays. */
  holdTotal: z.boolean().optional(),
});
export type SetTrack = z.infer<typeof SetTrack>;

/** Sets the size of a column or row; a sharing one becomes fixed. */
export const setTrack: Operation<SetTrack> = {
  apply(document, step) {
    if (step.onlyOn !== undefined && !document.sizes.some(({ id }) => id === step.onlyOn))
      return refuse(`The format has no size ${step.onlyOn.slice(0, 60)}.`);
    return editedBlock(document, step.block, (block) => {
      const tracks = step.axis === 'column' ? block.columns : block.rows;
      const index = tracks.findIndex((track) => track.id === step.track);
      if (index < 0) return `That ${step.axis} is no longer in “${block.name}”.`;
      const sizeId = step.onlyOn ?? '';
      const mm = lengthAt(step.size, sizeId);
      const name = `${step.axis === 'column' ? 'Column' : 'Row'} ${index + 1}`;
      const wrong = everyLength(step.size).find((size) => size < LEAST_TRACK || size > MOST_TRACK);
      if (wrong !== undefined) {
        return `${name} cannot be ${trimNumber(wrong, 3)} mm: a ${step.axis} takes ${LEAST_TRACK} to ${MOST_TRACK} mm.`;
      }
      const track = tracks[index]!;
      if (step.holdTotal) {
        const neighbourIndex = index + 1 < tracks.length ? index + 1 : index - 1;
        const neighbour = tracks[neighbourIndex];
        if (neighbour && !('share' in neighbour) && !('share' in track)) {
          const left = roundLength(lengthAt(neighbour.size, sizeId) + lengthAt(track.size, sizeId) - mm);
          if (left < LEAST_TRACK) {
            return `${name} cannot be ${trimNumber(mm, 3)} mm: with the block's total held, ${step.axis} ${neighbourIndex + 1} would be left with ${trimNumber(left, 3)} mm.`;
          }
          tracks[neighbourIndex] = resized(neighbour, left, step.onlyOn);
        }
      }
      tracks[index] = resized(track, step.size, step.onlyOn);
    });
  },
  words(before, step) {
    const block = blockOf(before, step.block);
    const tracks = step.axis === 'column' ? block?.columns : block?.rows;
    const index = tracks?.findIndex((track) => track.id === step.track) ?? -1;
    return `${step.axis === 'column' ? 'Column' : 'Row'} ${index + 1} to ${trimNumber(lengthAt(step.size, ''), 3)} mm`;
  },
};

function resized(track: Track, size: Length, onlyOn: string | undefined): Track {
  if ('share' in track || isRanged(size)) return { id: track.id, size };
  return { id: track.id, size: withLength(track.size, size, onlyOn) };
}

const isRanged = (length: Length): length is Exclude<Length, LengthValue> =>
  typeof length === 'object' && 'base' in length;
