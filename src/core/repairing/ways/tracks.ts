import type { Repair } from '../../findings/repair';
import type { Block, Cell, Track } from '../../format/document';
import { BOUNDS } from '../../format/bounds';
import { type Length, hasException, lengthAt, withLength } from '../../format/length-value';
import { type Axis, alongAxis } from '../../format/steps/track-steps';
import type { Step } from '../../format/steps/step';
import { roundLength } from '../../geometry/length';
import { type Situation, type Way, type WaysOf, placeOf } from '../situation';

/** Widths and heights are made larger in steps of this, mm. */
const GRAIN = 0.5;
/** How many tracks on each side are asked to give. */
const NEIGHBOURS = 4;

const fixed = (track: Track | undefined): track is Extract<Track, { size: Length }> =>
  track !== undefined && 'size' in track;

/**
 * More room for a cell, along its text or across it: taken from one neighbour or from two, let it share, or with a larger block.
 *
 * @param missing how much it lacks, mm
 */
export function roomier(situation: Situation, missing: number, direction: 'along' | 'across'): Way[] {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const axis: Axis = (cell.turn === 0) === (direction === 'along') ? 'column' : 'row';
  const by = roundLength(Math.ceil((missing + 0.01) / GRAIN) * GRAIN);
  return [
    fromNeighbours(block, cell, axis, by, situation),
    sharing(block, cell, axis, situation),
    larger(block, cell, axis, by, situation),
  ];
}

/** The tracks that a cell covers, by index. */
function spanned(cell: Cell, axis: Axis): number[] {
  const a = alongAxis[axis];
  return Array.from({ length: cell[a.span] }, (_, i) => cell[a.from] + i);
}

/** The last fixed track that a cell covers: the one that is made larger. */
const growing = (block: Block, cell: Cell, axis: Axis): number | undefined =>
  spanned(cell, axis).findLast((i) => fixed(block[alongAxis[axis].tracks][i]));

/** The step that gives a track another size, on this size alone where it has one of its own there. */
function resize(block: Block, axis: Axis, index: number, by: number, sizeId: string): Step | undefined {
  const track = block[alongAxis[axis].tracks][index];
  if (!fixed(track)) return undefined;
  const size = roundLength(lengthAt(track.size, sizeId) + by);
  if (size < BOUNDS.track[0]) return undefined;
  const onlyOn = hasException(track.size, sizeId) ? { onlyOn: sizeId } : {};
  return { op: 'set track', block: block.id, axis, track: track.id, size, ...onlyOn };
}

function fromNeighbours(block: Block, cell: Cell, axis: Axis, by: number, { proof }: Situation): Way {
  const { sizeId } = proof.request;
  const tracks = block[alongAxis[axis].tracks];
  const covered = spanned(cell, axis);
  const target = growing(block, cell, axis);
  if (target === undefined) return [];
  const [first, last] = [covered[0]!, covered.at(-1)!];
  const near = tracks
    .map((track, i) => ({ track, i, far: i < first ? first - i : i - last }))
    .filter(({ track, i, far }) => !covered.includes(i) && far <= NEIGHBOURS && fixed(track))
    .toSorted((a, b) => a.far - b.far || b.i - a.i)
    .map(({ i }) => i);
  const taking = (from: { index: number; by: number }[]): Repair[] => {
    const steps = [
      resize(block, axis, target, by, sizeId),
      ...from.map((one) => resize(block, axis, one.index, -one.by, sizeId)),
    ];
    if (steps.some((step) => step === undefined)) return [];
    const kind = {
      kind: 'take from neighbours' as const,
      axis,
      track: target + 1,
      by,
      from: from.map((one) => ({ track: one.index + 1, by: one.by })),
    };
    return [{ kind, steps: steps as Step[] }];
  };
  const half = roundLength(Math.ceil(by / 2 / GRAIN) * GRAIN);
  return [
    ...near.flatMap((index) => taking([{ index, by }])),
    ...near.flatMap((index, i) =>
      half < by
        ? near.slice(i + 1).flatMap((other) =>
            taking([
              { index, by: half },
              { index: other, by: roundLength(by - half) },
            ]),
          )
        : [],
    ),
  ];
}

/** Where the block is as wide as the drawing space, or has a total that its tracks do not fill: the cell's track takes what is left. */
function sharing(block: Block, cell: Cell, axis: Axis, { proof }: Situation): Way {
  const a = alongAxis[axis];
  const target = growing(block, cell, axis);
  const track = target === undefined ? undefined : block[a.tracks][target];
  if (target === undefined || !fixed(track) || block[a.extent] === 'sum') return [];
  const least = lengthAt(track.size, proof.request.sizeId);
  return [
    {
      kind: { kind: 'share', axis, track: target + 1 },
      steps: [{ op: 'share track', block: block.id, axis, track: track.id, share: 1, least, total: least }],
    },
  ];
}

/** A larger track, and a larger block with it. */
function larger(block: Block, cell: Cell, axis: Axis, by: number, { proof }: Situation): Way {
  const { sizeId } = proof.request;
  const a = alongAxis[axis];
  const extent = block[a.extent];
  const target = growing(block, cell, axis) ?? spanned(cell, axis).at(-1)!;
  const resized = resize(block, axis, target, by, sizeId);
  if (extent === 'stretch' || (!resized && extent === 'sum')) return [];
  const kind = { kind: 'larger block' as const, axis, track: target + 1, by };
  if (extent === 'sum') return [{ kind, steps: [resized!] }];
  const total = withLength(
    extent.total,
    roundLength(lengthAt(extent.total, sizeId) + by),
    hasException(extent.total, sizeId) ? sizeId : undefined,
  );
  // A sharing track takes the larger total by itself.
  const whole: Step = { op: 'set block', block: block.id, change: { [a.extent]: { total } } };
  const steps = resized ? [resized, whole] : [whole];
  return [{ kind, steps }];
}

/** Tracks that cannot be laid out: one of them shares, the block's total follows them, or they follow the total. */
export const unresolved: WaysOf<'tracks do not add up'> = (situation) => {
  const place = placeOf(situation);
  const { trouble } = situation.finding.params;
  if (!place || trouble.kind === 'cell over the heading') return [];
  const { block } = place;
  const { sizeId } = situation.proof.request;
  const { axis } = trouble;
  const a = alongAxis[axis];
  const shown = situation.report.blocks.find(({ id }) => id === block.id);
  const edges = axis === 'column' ? shown?.columnEdges : shown?.rowEdges;
  const present = roundLength(edges?.at(-1) ?? 0);
  const setTotal = (total: number): Way => {
    const extent = block[a.extent];
    const before = typeof extent === 'object' ? extent.total : undefined;
    const length =
      before === undefined ? total : withLength(before, total, hasException(before, sizeId) ? sizeId : undefined);
    return [
      {
        kind: { kind: 'total', axis, total },
        steps: [{ op: 'set block', block: block.id, change: { [a.extent]: { total: length } } }],
      },
    ];
  };
  if (trouble.kind === 'no total') return [setTotal(present + (present > 0 ? 0 : 100))];
  if (trouble.kind === 'too little room') {
    return block[a.extent] === 'stretch'
      ? [scaledTracks(situation, block, axis, trouble.excess)]
      : [setTotal(roundLength(present)), scaledTracks(situation, block, axis, trouble.excess)];
  }
  const widest = block[a.tracks]
    .map((track, i) => ({ track, i, size: fixed(track) ? lengthAt(track.size, sizeId) : 0 }))
    .filter(({ track }) => fixed(track))
    .toSorted((one, other) => other.size - one.size);
  const difference = roundLength(trouble.total - trouble.sum);
  return [
    setTotal(trouble.sum),
    widest.flatMap(({ track, i }): Repair[] => [
      {
        kind: { kind: 'share', axis, track: i + 1 },
        steps: [{ op: 'share track', block: block.id, axis, track: track.id, share: 1, total: trouble.total }],
      },
    ]),
    widest.flatMap(({ i }): Repair[] => {
      const step = resize(block, axis, i, difference, sizeId);
      return step && difference > 0
        ? [{ kind: { kind: 'larger block', axis, track: i + 1, by: difference }, steps: [step] }]
        : [];
    }),
  ];
};

/** Fixed tracks made smaller on this size alone, each in proportion, until the block takes so much less (mm). */
export function smallerTracks(block: Block, axis: Axis, excess: number, sizeId: string): Step[] {
  const tracks = block[alongAxis[axis].tracks].filter(fixed);
  const sum = tracks.reduce((total, track) => total + lengthAt(track.size, sizeId), 0);
  const factor = (sum - excess) / sum;
  if (!(factor > 0)) return [];
  let left = roundLength(sum - excess);
  return tracks.map((track, i): Step => {
    const share = roundLength(Math.floor(lengthAt(track.size, sizeId) * factor * 10) / 10);
    const size = i === tracks.length - 1 ? roundLength(left) : share;
    left -= size;
    return { op: 'set track', block: block.id, axis, track: track.id, size, onlyOn: sizeId };
  });
}

function scaledTracks({ document, proof }: Situation, block: Block, axis: Axis, excess: number): Way {
  const { sizeId } = proof.request;
  const steps = smallerTracks(block, axis, excess, sizeId);
  const size = document.sizes.find(({ id }) => id === sizeId)!.name;
  return steps.length > 0 ? [{ kind: { kind: 'fit to the space', size }, steps }] : [];
}
