import { z } from 'zod';
import { Id } from '../../plain-id';
import { roundLength, trimNumber } from '../../geometry/length';
import type { Block, Cell } from '../document';
import { Track } from '../document';
import { lengthAt, withLength } from '../length-value';
import { type Operation, blockOf, editedBlock } from './operation';
import { BOUNDS, MOST } from '../bounds';
import { LEAST_TRACK, MOST_TRACK } from './set-track';

export type Axis = 'column' | 'row';
const AxisName = z.enum(['column', 'row']);

/** The fields of a block and a cell that belong to an axis, so that one code serves both. */
export const alongAxis = {
  column: {
    tracks: 'columns',
    from: 'column',
    span: 'columnSpan',
    cross: 'row',
    crossSpan: 'rowSpan',
    crossTracks: 'rows',
    extent: 'width',
  },
  row: {
    tracks: 'rows',
    from: 'row',
    span: 'rowSpan',
    cross: 'column',
    crossSpan: 'columnSpan',
    crossTracks: 'columns',
    extent: 'height',
  },
} as const;

export const InsertTrack = z.object({
  op: z.literal('insert track'),
  block: z.string(),
  axis: AxisName,
  /** Before which track, counted from 0; the number of tracks: at the end. */
  at: z.int().min(0),
  track: Track,
  /** Ids for the new cells, as many as the block has tracks of the other axis. */
  cellIds: z.array(Id),
});
export type InsertTrack = z.infer<typeof InsertTrack>;

/** Inserts a column or row. Cells that reach across its place grow over it; elsewhere it gets empty cells. */
export const insertTrack: Operation<InsertTrack> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const a = alongAxis[step.axis];
      const tracks = block[a.tracks];
      if (step.at > tracks.length)
        return `“${block.name}” has ${tracks.length} ${a.tracks}; there is no place ${step.at + 1}.`;
      if (step.cellIds.length < block[a.crossTracks].length) return 'The step does not bring enough new ids.';
      const covered = openTrack(block, step.axis, step.at);
      const model = (line: number) =>
        block.cells.find((cell) => cell[a.cross] <= line && line < cell[a.cross] + cell[a.crossSpan]) ??
        block.cells[0]!;
      const added = block[a.crossTracks].flatMap((_, line) =>
        covered.has(line) ? [] : [emptyCell(step.cellIds[line]!, step.axis, step.at, line, model(line))],
      );
      tracks.splice(step.at, 0, step.track);
      block.cells.push(...added);
    }),
  words: (before, { block, axis }) => `Insert a ${axis} into ${blockOf(before, block)?.name ?? 'a block'}`,
};

/** Makes room for a new track at `at`: shifts what lies behind, lets grow what reaches across. Gives the lines grown over. */
function openTrack(block: Block, axis: Axis, at: number): Set<number> {
  const a = alongAxis[axis];
  const covered = new Set<number>();
  for (const cell of block.cells) {
    if (cell[a.from] >= at) cell[a.from] += 1;
    else if (cell[a.from] + cell[a.span] > at) {
      cell[a.span] += 1;
      for (let line = cell[a.cross]; line < cell[a.cross] + cell[a.crossSpan]; line++) covered.add(line);
    }
  }
  return covered;
}

/** An empty cell one field large, with the lettering and placing of another. */
function emptyCell(id: string, axis: Axis, at: number, line: number, like: Cell): Cell {
  const [column, row] = axis === 'column' ? [at, line] : [line, at];
  return {
    id,
    column,
    row,
    columnSpan: 1,
    rowSpan: 1,
    contents: [],
    lettering: like.lettering,
    place: like.place,
    turn: 0,
    fit: like.fit,
  };
}

export const RemoveTrack = z.object({
  op: z.literal('remove track'),
  block: z.string(),
  axis: AxisName,
  track: z.string(),
});
export type RemoveTrack = z.infer<typeof RemoveTrack>;

/** Removes a column or row with the cells that lie in it alone; cells that reach over it shrink. */
export const removeTrack: Operation<RemoveTrack> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const a = alongAxis[step.axis];
      const tracks = block[a.tracks];
      const index = tracks.findIndex((track) => track.id === step.track);
      if (index < 0) return `That ${step.axis} is no longer in “${block.name}”.`;
      if (tracks.length === 1) return `“${block.name}” has only this ${step.axis}. Remove the block instead.`;
      block.cells = block.cells.filter((cell) => !(cell[a.from] === index && cell[a.span] === 1));
      for (const cell of block.cells) {
        if (cell[a.from] > index) cell[a.from] -= 1;
        else if (cell[a.from] + cell[a.span] > index) cell[a.span] -= 1;
      }
      tracks.splice(index, 1);
      block.lines.edges = block.lines.edges.filter((edge) => edge.after !== step.track && edge.at !== step.track);
    }),
  words: (before, step) => `Remove ${trackName(blockOf(before, step.block), step.axis, step.track)}`,
};

export const MoveTrack = z.object({
  op: z.literal('move track'),
  block: z.string(),
  axis: AxisName,
  track: z.string(),
  to: z.int().min(0),
});
export type MoveTrack = z.infer<typeof MoveTrack>;

/** Moves a column or row with its cells to another place. Refused where a cell reaches over it and others, at either place. */
export const moveTrack: Operation<MoveTrack> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const a = alongAxis[step.axis];
      const tracks = block[a.tracks];
      const from = tracks.findIndex((track) => track.id === step.track);
      if (from < 0) return `That ${step.axis} is no longer in “${block.name}”.`;
      if (step.to >= tracks.length)
        return `“${block.name}” has ${tracks.length} ${a.tracks}; there is no place ${step.to + 1}.`;
      const [low, high] = [Math.min(from, step.to), Math.max(from, step.to)];
      const joined = block.cells.find((cell) => {
        const [start, end] = [cell[a.from], cell[a.from] + cell[a.span] - 1];
        return start !== end && start <= high && end >= low && !(start <= low && end >= high);
      });
      if (joined) return `A joined cell lies across ${step.axis} ${Math.max(low, joined[a.from]) + 1}. Split it first.`;
      const order = tracks.map((_, i) => i);
      order.splice(step.to, 0, ...order.splice(from, 1));
      for (const cell of block.cells) {
        if (cell[a.span] === 1) cell[a.from] = order.indexOf(cell[a.from]);
      }
      tracks.splice(step.to, 0, ...tracks.splice(from, 1));
    }),
  words: (before, step) => `Move ${trackName(blockOf(before, step.block), step.axis, step.track)}`,
};

export const EvenTracks = z.object({
  op: z.literal('even tracks'),
  block: z.string(),
  axis: AxisName,
  tracks: z.array(z.string()).min(2).max(MOST.tracks),
});
export type EvenTracks = z.infer<typeof EvenTracks>;

/** Makes fixed columns or rows even: together they stay as they were. */
export const evenTracks: Operation<EvenTracks> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const chosen = block[alongAxis[step.axis].tracks].filter((track) => step.tracks.includes(track.id));
      const fixed = chosen.flatMap((track) => ('share' in track ? [] : [track]));
      if (fixed.length < 2) return `Choose two ${step.axis}s or more that have a fixed size.`;
      const each = roundLength(fixed.reduce((sum, track) => sum + lengthAt(track.size, ''), 0) / fixed.length);
      for (const track of fixed) track.size = withLength(track.size, each);
    }),
  words: (before, { block, axis }) => `Even out ${axis}s of ${blockOf(before, block)?.name ?? 'a block'}`,
};

export const ShareTrack = z.object({
  op: z.literal('share track'),
  block: z.string(),
  axis: AxisName,
  track: z.string(),
  share: z.number().min(0.01).max(100),
  least: z.number().min(LEAST_TRACK).max(MOST_TRACK).optional(),
  /** What the block's total is to be, when it has none yet. */
  total: z.number().min(BOUNDS.blockTotal[0]).max(BOUNDS.blockTotal[1]),
});
export type ShareTrack = z.infer<typeof ShareTrack>;

/** Lets a column or row share what is left. A block without a definite extent keeps its present one. */
export const shareTrack: Operation<ShareTrack> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const a = alongAxis[step.axis];
      const index = block[a.tracks].findIndex((track) => track.id === step.track);
      if (index < 0) return `That ${step.axis} is no longer in “${block.name}”.`;
      block[a.tracks][index] = {
        id: step.track,
        share: step.share,
        ...(step.least !== undefined && { least: step.least }),
      };
      if (block[a.extent] === 'sum') block[a.extent] = { total: roundLength(step.total) };
    }),
  words: (before, step) =>
    `Let ${trackName(blockOf(before, step.block), step.axis, step.track)} share (${trimNumber(step.share, 2)})`,
};

function trackName(block: Block | undefined, axis: Axis, track: string): string {
  const index = block?.[alongAxis[axis].tracks].findIndex(({ id }) => id === track) ?? -1;
  return `${axis} ${index + 1}`;
}
