import { z } from 'zod';
import { Id } from '../../plain-id';
import { TOLERANCE, roundLength, trimNumber } from '../../geometry/length';
import type { Block, Cell, Track } from '../document';
import { BOUNDS, MOST } from '../bounds';
import { type Length, type LengthValue, lengthValueWithin } from '../length-value';
import { resolveTracks } from '../tracks';
import { type Operation, blockOf, editedBlock } from './operation';
import { LEAST_TRACK } from './set-track';
import { type Axis, alongAxis } from './track-steps';

export const SplitCells = z.object({
  op: z.literal('split cells'),
  block: z.string(),
  cells: z.array(z.string()).min(1).max(MOST.cells),
  /** *column*: into cells side by side; *row*: into cells one above the other. */
  axis: z.enum(['column', 'row']),
  /** Into so many equal ones, or into two, the first of them so large (mm). */
  into: z.union([
    z.object({ parts: z.int().min(2).max(20) }),
    z.object({ first: lengthValueWithin([-10_000, 10_000]) }),
  ]),
  /** The drawing space's extent along the axis and the size it is seen on, for tracks that share. */
  available: z.number(),
  sizeId: z.string(),
  /** Ids for new cells and tracks, at least parts × cells of each. */
  newIds: z.array(Id),
});
export type SplitCells = z.infer<typeof SplitCells>;

/**
 * Splits cells. The first part keeps the cell's id and all it carries; the others are empty. Where a boundary already
 * lies at the place it is used, else a track is cut in two and every other cell over it reaches over both halves.
 */
export const splitCells: Operation<SplitCells> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const ids = [...step.newIds];
      for (const id of new Set(step.cells)) {
        const cell = block.cells.find((candidate) => candidate.id === id);
        if (!cell) return `That cell is no longer in “${block.name}”.`;
        const reason = splitOne(block, cell, step, () => ids.shift() ?? '');
        if (reason) return reason;
      }
      if (
        block.cells.some((cell) => cell.id === '') ||
        block.columns.some(({ id }) => id === '') ||
        block.rows.some(({ id }) => id === '')
      ) {
        return 'The step does not bring enough new ids.';
      }
    }),
  words: (before, step) =>
    `Split ${step.cells.length > 1 ? `${step.cells.length} cells` : 'a cell'} of ${blockOf(before, step.block)?.name ?? 'a block'}`,
};

function splitOne(block: Block, cell: Cell, step: SplitCells, newId: () => string): string | undefined {
  const a = alongAxis[step.axis];
  const edges = () => resolveTracks(block[a.tracks], block[a.extent], step.available, step.sizeId, step.axis).edges;
  const [start, end] = [edges()[cell[a.from]]!, edges()[cell[a.from] + cell[a.span]]!];
  const first =
    'first' in step.into ? (typeof step.into.first === 'number' ? step.into.first : step.into.first.mm) : undefined;
  const parts = 'parts' in step.into ? step.into.parts : 2;
  const cuts =
    first === undefined
      ? Array.from({ length: parts - 1 }, (_, i) => start + ((end - start) * (i + 1)) / parts)
      : [start + first];
  const size = trimNumber(end - start, 3);
  const smallest = first === undefined ? (end - start) / parts : Math.min(first, end - start - first);
  if (smallest < LEAST_TRACK) {
    const into = first === undefined ? `into ${parts}` : `at ${trimNumber(first, 3)} mm`;
    return `A cell of ${size} mm cannot be split ${into}: each part needs ${LEAST_TRACK} mm.`;
  }
  let rest = cell;
  for (const cut of cuts) {
    const boundary = cutAt(block, step.axis, edges(), cut, newId);
    const end = rest[a.from] + rest[a.span];
    if (boundary === undefined || boundary <= rest[a.from] || boundary >= end)
      return `The ${a.tracks} of “${block.name}” leave no place for a cut at ${trimNumber(cut, 3)} mm.`;
    const added: Cell = {
      id: newId(),
      column: rest.column,
      row: rest.row,
      columnSpan: rest.columnSpan,
      rowSpan: rest.rowSpan,
      contents: [],
      lettering: cell.lettering,
      place: cell.place,
      turn: cell.turn,
      fit: cell.fit,
    };
    added[a.from] = boundary;
    added[a.span] = end - boundary;
    rest[a.span] = boundary - rest[a.from];
    block.cells.push(added);
    rest = added;
  }
  return undefined;
}

/** The index of the boundary at a position: one that is there, or a new one made by cutting a track in two; undefined where none can be. */
function cutAt(block: Block, axis: Axis, edges: number[], position: number, newId: () => string): number | undefined {
  const a = alongAxis[axis];
  const there = edges.findIndex((edge) => Math.abs(edge - position) <= TOLERANCE);
  if (there >= 0) return there;
  const index = edges.findIndex((edge, i) => edge < position && position < edges[i + 1]!);
  const track = block[a.tracks][index];
  if (!track) return undefined;
  const share = (position - edges[index]!) / (edges[index + 1]! - edges[index]!);
  const secondId = newId();
  for (const cell of block.cells) {
    if (cell[a.from] > index) cell[a.from] += 1;
    else if (cell[a.from] + cell[a.span] > index) cell[a.span] += 1;
  }
  const halves = divided(track, share, secondId);
  block[a.tracks].splice(index, 1, ...halves);
  const inherited = block.lines.edges.flatMap((edge) => {
    // A line after the cut track now lies after its second half; a line along it runs along both.
    if (edge.axis === axis && edge.after === track.id) return [{ ...edge, after: secondId }];
    return edge.axis !== axis && edge.at === track.id ? [edge, { ...edge, at: secondId }] : [edge];
  });
  block.lines.edges = inherited;
  return index + 1;
}

/** A track as two that together are as large; what a sharing one has at least is divided like its share. */
function divided(track: Track, share: number, secondId: string): [Track, Track] {
  if ('share' in track) {
    const half = (id: string, part: number, least: Length | undefined): Track => ({
      id,
      share: Math.max(BOUNDS.share[0], track.share * part),
      ...(least !== undefined && { least }),
    });
    const { least } = track;
    return [
      half(track.id, share, least === undefined ? undefined : scaled(least, share)),
      half(secondId, 1 - share, least === undefined ? undefined : scaled(least, 1 - share, share)),
    ];
  }
  return [
    { id: track.id, size: scaled(track.size, share) },
    { id: secondId, size: scaled(track.size, 1 - share, share) },
  ];
}

/** A length times a factor, on every size it holds on; the second part takes what the first's rounding left. */
function scaled(length: Length, factor: number, other?: number): Length {
  const value = (mm: number) =>
    other === undefined ? roundLength(mm * factor) : roundLength(mm - roundLength(mm * other));
  const one = (v: LengthValue) => value(typeof v === 'number' ? v : v.mm);
  if (typeof length === 'object' && 'base' in length) {
    return {
      base: one(length.base),
      at: Object.fromEntries(Object.entries(length.at).map(([size, v]) => [size, one(v)])),
    };
  }
  return one(length);
}

export const JoinCells = z.object({
  op: z.literal('join cells'),
  block: z.string(),
  cells: z.array(z.string()).min(2).max(MOST.cells),
});
export type JoinCells = z.infer<typeof JoinCells>;

/** Joins cells that together are one rectangle. The upper left one stays, with its id and what it carries. */
export const joinCells: Operation<JoinCells> = {
  apply: (document, step) =>
    editedBlock(document, step.block, (block) => {
      const chosen = block.cells.filter((cell) => step.cells.includes(cell.id));
      if (chosen.length < 2) return 'Choose two cells or more of one block to join.';
      const column = Math.min(...chosen.map((cell) => cell.column));
      const row = Math.min(...chosen.map((cell) => cell.row));
      const columns = Math.max(...chosen.map((cell) => cell.column + cell.columnSpan)) - column;
      const rows = Math.max(...chosen.map((cell) => cell.row + cell.rowSpan)) - row;
      const fields = chosen.reduce((sum, cell) => sum + cell.columnSpan * cell.rowSpan, 0);
      if (fields !== columns * rows) {
        return `Those cells do not make a rectangle: they cover ${fields} of the ${columns * rows} fields around them.`;
      }
      const kept = chosen.find((cell) => cell.column === column && cell.row === row)!;
      const gone = new Set(chosen.filter((cell) => cell !== kept).map((cell) => cell.id));
      block.cells = block.cells.filter((cell) => !gone.has(cell.id));
      const stays = block.cells.find((cell) => cell.id === kept.id)!;
      stays.columnSpan = columns;
      stays.rowSpan = rows;
    }),
  words: (before, step) => `Join ${step.cells.length} cells of ${blockOf(before, step.block)?.name ?? 'a block'}`,
};
