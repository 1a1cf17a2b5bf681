import { z } from 'zod';
import { TOLERANCE, roundLength } from '../geometry/length';
import type { Extent, Track } from './document';
import { lengthAt } from './length-value';

const Axis = z.enum(['column', 'row']);
type Axis = z.infer<typeof Axis>;

/** Why tracks cannot be laid out as they are written. Lengths in mm. */
export const TracksTrouble = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('no total'), axis: Axis }),
  z.object({ kind: z.literal('another sum'), axis: Axis, sum: z.number(), total: z.number() }),
  z.object({ kind: z.literal('too little room'), axis: Axis, excess: z.number() }),
  z.object({ kind: z.literal('cell over the heading') }),
]);
export type TracksTrouble = z.infer<typeof TracksTrouble>;

export interface ResolvedTracks {
  /** Positions of the track edges from the block's first edge, one more than there are tracks, mm. */
  edges: number[];
  /** Why the tracks could not be resolved as they are written; the edges are then the nearest thing. */
  trouble?: TracksTrouble;
}

/**
 * The sizes of a block's columns or rows on one sheet size. Fixed tracks take their size; the others share what is left
 * of the block's definite extent by their shares, none below its least.
 *
 * @param available the drawing space's extent along this axis, for *stretch*
 */
export function resolveTracks(
  tracks: readonly Track[],
  extent: Extent,
  available: number,
  sizeId: string,
  axis: Axis,
): ResolvedTracks {
  const total = extent === 'stretch' ? available : extent === 'sum' ? undefined : lengthAt(extent.total, sizeId);
  const least = (track: Track) => ('share' in track && track.least !== undefined ? lengthAt(track.least, sizeId) : 0);
  const sizes = tracks.map((track) => ('share' in track ? least(track) : lengthAt(track.size, sizeId)));
  const sharing = tracks.flatMap((track, i) => ('share' in track ? [i] : []));
  let trouble: TracksTrouble | undefined;
  if (sharing.length > 0 && total === undefined) {
    trouble = { kind: 'no total', axis };
  } else if (sharing.length > 0) {
    trouble = share(tracks, sizes, sharing, total!, least, axis);
  } else if (total !== undefined) {
    const sum = sizes.reduce((a, b) => a + b, 0);
    if (Math.abs(sum - total) > TOLERANCE) {
      trouble = { kind: 'another sum', axis, sum: roundLength(sum), total: roundLength(total) };
    }
  }
  const edges = [0];
  for (const size of sizes) edges.push(roundLength(edges.at(-1)! + size));
  return trouble ? { edges, trouble } : { edges };
}

/** Gives the sharing tracks their sizes, in place; those that would fall below their least get it and leave the sharing. */
function share(
  tracks: readonly Track[],
  sizes: number[],
  sharing: number[],
  total: number,
  least: (track: Track) => number,
  axis: Axis,
): TracksTrouble | undefined {
  let open = sharing;
  for (;;) {
    const taken = sizes.reduce((sum, size, i) => (open.includes(i) ? sum : sum + size), 0);
    const left = total - taken;
    const shares = open.reduce((sum, i) => sum + (tracks[i] as { share: number }).share, 0);
    const part = (i: number) => (left * (tracks[i] as { share: number }).share) / shares;
    const short = open.filter((i) => part(i) < least(tracks[i]!) - TOLERANCE);
    if (short.length === 0) {
      for (const i of open) sizes[i] = Math.max(0, part(i));
      return left < -TOLERANCE ? tooNarrow(axis, -left) : undefined;
    }
    for (const i of short) sizes[i] = least(tracks[i]!);
    open = open.filter((i) => !short.includes(i));
    if (open.length === 0) {
      const excess = sizes.reduce((a, b) => a + b, 0) - total;
      return excess > TOLERANCE ? tooNarrow(axis, excess) : undefined;
    }
  }
}

const tooNarrow = (axis: Axis, excess: number): TracksTrouble => ({
  kind: 'too little room',
  axis,
  excess: roundLength(excess),
});
