import type { Block, Cell, Side } from '../../../core/format/document';
import { type Length, hasException, lengthAt, withLength } from '../../../core/format/length-value';
import { layBlocks } from '../../../core/format/layout';
import { cellAtField, rangeAround } from '../../../core/format/ranges';
import { sheetGeometry } from '../../../core/format/sheet';
import { type Step, together } from '../../../core/format/steps/step';
import { resolveTracks } from '../../../core/format/tracks';
import { MM_PER_INCH, parseLength, roundLength } from '../../../core/geometry/length';
import { boxAroundBoth } from '../../../core/geometry/box';
import { turnedSize } from '../../../core/geometry/placing';
import { type BoardState, type BoardStore, type OpenBoard, openBoard } from '../board-store';
import { copyCells, pastedSteps } from './clipboard';
import { selectTrack, selectedEverywhere, selectedIds, selectedIn } from './selection';

/** Something the board can do: in the bar, in the list of commands, and by its key. */
export interface Command {
  words: string;
  /** As the list of keys writes it. */
  keys?: string;
  /** Whether there is anything to do it to. */
  possible: (board: BoardState) => boolean;
  run: (desk: OpenBoard) => void;
}

const newId = () => crypto.randomUUID();
const newIds = (count: number) => Array.from({ length: count }, newId);
const hasCell = (state: BoardState) => state.selection.kind === 'cell';
const hasBlock = (state: BoardState) => 'block' in state.selection;
const onBlock = (state: BoardState) => state.selection.kind === 'block';

/** A command that does something to the selected block, and the cells that are selected of it; refused when others are selected too. */
const inSelection =
  (work: (desk: OpenBoard, block: Block, cells: Cell[]) => void): Command['run'] =>
  (desk) => {
    const selected = selectedIn(desk.board);
    if (!selected) return;
    const { block, cells } = selected;
    if (selectedIds(desk.board.selection).length > cells.length)
      desk.set({ notice: `This is done within one block. Select cells of “${block.name}” alone.` });
    else work(desk, block, cells);
  };

/** A command of one column or row; refused when cells of several are selected. */
const inTrack = (axis: 'column' | 'row', work: (desk: OpenBoard, block: Block, cell: Cell) => void) =>
  inSelection((desk, block, cells) => {
    const [cell] = cells;
    if (!cell) return;
    const range = rangeAround(cells);
    const covers = axis === 'column' ? range.columnSpan : range.rowSpan;
    if (cells.length > 1 && covers > 1) desk.set({ notice: `Select cells of one ${axis} for this.` });
    else work(desk, block, cell);
  });

/** The drawing space's extent along a block's axis on the size on the desk. */
function availableFor({ board }: OpenBoard, block: Block, axis: 'column' | 'row'): number {
  const geometry = sheetGeometry(board.document, board.sizeId);
  if (!geometry.ok) return 0;
  const { width, height } = turnedSize(geometry.sheet.space.width, geometry.sheet.space.height, block.turn);
  return axis === 'column' ? width : height;
}

/**
 * Splits the selected cells: `into` is a count (`3`) for equal parts, or a measure with its unit (`12 mm`) for the first of two.
 */
export function splitSelected(desk: OpenBoard, axis: 'column' | 'row', into: string): void {
  const selected = selectedEverywhere(desk.board);
  if (selected.length === 0) return;
  const count = /^\d+$/.test(into.trim()) ? Number(into) : undefined;
  const measure = count === undefined ? parseLength(into, desk.board.document.unit) : undefined;
  if (measure && !measure.ok) {
    desk.set({ notice: `Split into a number of parts (3) or at a measure (12 mm). ${measure.reason}` });
    return;
  }
  if (count !== undefined && (count < 2 || count > 20)) {
    desk.set({ notice: 'Split into 2 to 20 parts.' });
    return;
  }
  const blocks = new Set(selected.map(({ block }) => block));
  const steps = [...blocks].map((block): Step => {
    const cells = selected.filter((one) => one.block === block).map(({ cell }) => cell.id);
    return {
      op: 'split cells',
      block: block.id,
      cells,
      axis,
      into: count === undefined ? { first: (measure as { mm: number }).mm } : { parts: count },
      available: availableFor(desk, block, axis),
      sizeId: desk.board.sizeId,
      newIds: newIds((count ?? 2) * 2 * cells.length),
    };
  });
  desk.act(together(`Split ${selected.length} cells`, steps));
}

const insert = (axis: 'column' | 'row', side: 'before' | 'after') =>
  inSelection((desk, block, cells) => {
    const range =
      cells.length > 0
        ? rangeAround(cells)
        : { column: 0, row: 0, columnSpan: block.columns.length, rowSpan: block.rows.length };
    const [from, span] = axis === 'column' ? [range.column, range.columnSpan] : [range.row, range.rowSpan];
    const tracks = axis === 'column' ? block.columns : block.rows;
    const beside = tracks[side === 'before' ? from : from + span - 1]!;
    const size = 'share' in beside ? 20 : lengthAt(beside.size, desk.board.sizeId);
    const others = axis === 'column' ? block.rows : block.columns;
    desk.act({
      op: 'insert track',
      block: block.id,
      axis,
      at: side === 'before' ? from : from + span,
      track: { id: newId(), size },
      cellIds: newIds(others.length),
    });
  });

const removeTracks = (axis: 'column' | 'row') =>
  inSelection((desk, block, cells) => {
    const range = rangeAround(cells);
    const tracks =
      axis === 'column'
        ? block.columns.slice(range.column, range.column + range.columnSpan)
        : block.rows.slice(range.row, range.row + range.rowSpan);
    const done = desk.act({
      op: 'together',
      name: `Remove ${tracks.length > 1 ? `${tracks.length} ` : 'a '}${axis}${tracks.length > 1 ? 's' : ''}`,
      steps: tracks.map(({ id }) => ({ op: 'remove track', block: block.id, axis, track: id })),
    });
    if (done) desk.set({ selection: { kind: 'block', block: block.id } });
  });

const moveTrack = (axis: 'column' | 'row', by: 1 | -1) =>
  inTrack(axis, (desk, block, cell) => {
    const index = axis === 'column' ? cell.column : cell.row;
    const tracks = axis === 'column' ? block.columns : block.rows;
    if (index + by >= 0 && index + by < tracks.length) {
      desk.act({ op: 'move track', block: block.id, axis, track: tracks[index]!.id, to: index + by });
    }
  });

const evenOut = (axis: 'column' | 'row') =>
  inSelection((desk, block, cells) => {
    const tracks = axis === 'column' ? block.columns : block.rows;
    const range = cells.length > 0 ? rangeAround(cells) : undefined;
    const chosen = !range
      ? tracks
      : axis === 'column'
        ? tracks.slice(range.column, range.column + range.columnSpan)
        : tracks.slice(range.row, range.row + range.rowSpan);
    const all = chosen.length > 1 ? chosen : tracks;
    if (all.length < 2) desk.set({ notice: `“${block.name}” has only this ${axis}.` });
    else desk.act({ op: 'even tracks', block: block.id, axis, tracks: all.map(({ id }) => id) });
  });

/** Lets the selected cell's column or row share what is left; the block keeps its present total. */
const shareTrack = (axis: 'column' | 'row') =>
  inTrack(axis, (desk, block, cell) => {
    const tracks = axis === 'column' ? block.columns : block.rows;
    const extent = axis === 'column' ? block.width : block.height;
    const { edges } = resolveTracks(tracks, extent, availableFor(desk, block, axis), desk.board.sizeId, axis);
    const track = tracks[axis === 'column' ? cell.column : cell.row]!;
    desk.act({
      op: 'share track',
      block: block.id,
      axis,
      track: track.id,
      share: 1,
      least: 5,
      total: edges.at(-1)!,
    });
  });

const clearCells = (desk: OpenBoard) => {
  const cells = selectedEverywhere(desk.board);
  const steps: Extract<Step, { op: 'together' }>['steps'] = cells.map(({ block, cell }) => ({
    op: 'set cell',
    block: block.id,
    cell: cell.id,
    change: { contents: [], caption: null },
  }));
  desk.act({ op: 'together', name: cells.length > 1 ? `Empty ${cells.length} cells` : 'Empty a cell', steps });
};

const removeBlock = inSelection((desk, block) => {
  if (desk.act({ op: 'remove block', block: block.id })) desk.set({ selection: { kind: 'sheet' } });
});

/** A copy of a block with ids of its own, docked above the one it was copied from. */
const duplicateBlock = inSelection((desk, block) => {
  const ids = new Map([...block.columns, ...block.rows, ...block.cells].map(({ id }) => [id, newId()]));
  const fresh = <T extends { id: string }>(list: T[]) => list.map((one) => ({ ...one, id: ids.get(one.id)! }));
  const copy: Block = {
    ...block,
    id: newId(),
    name: `${block.name}, copy`,
    locked: false,
    columns: fresh(block.columns),
    rows: fresh(block.rows),
    cells: fresh(block.cells),
    lines: {
      ...block.lines,
      edges: block.lines.edges.map((edge) => ({
        ...edge,
        after: edge.after && ids.get(edge.after)!,
        at: ids.get(edge.at)!,
      })),
    },
    dock: { ...block.dock, to: [{ block: block.id, side: 'above' }], offset: { x: 0, y: 0 } },
  };
  if (desk.act({ op: 'add block', block: copy })) desk.set({ selection: { kind: 'block', block: copy.id } });
});

/** Docks a block on a side of another, which becomes its first choice; it stands there without a distance of its own. */
export function dockTo(desk: OpenBoard, id: string, other: string, side: Side): void {
  const block = desk.board.document.blocks.find((candidate) => candidate.id === id);
  if (!block) return;
  const { dock } = block;
  const to = [{ block: other, side }, ...dock.to.filter((support) => support.block !== other)].slice(0, 10);
  desk.act({ op: 'set block', block: id, change: { dock: { ...dock, to, offset: { x: 0, y: 0 } } } });
}

const lock = inSelection((desk, block) =>
  desk.act({ op: 'set block', block: block.id, change: { locked: !block.locked } }),
);

/** Moves the selected block from its dock, by steps of the sheet's unit. */
export function nudgeBlock(desk: OpenBoard, right: number, up: number, large: boolean): boolean {
  const { document, selection, sizeId } = desk.board;
  if (selection.kind !== 'block') return false;
  const block = document.blocks.find((candidate) => candidate.id === selection.block);
  if (!block) return false;
  const step = document.unit === 'in' ? (large ? MM_PER_INCH / 4 : MM_PER_INCH / 32) : large ? 5 : 0.5;
  const moved = (length: Length, by: number) =>
    withLength(
      length,
      roundLength(lengthAt(length, sizeId) + by * step),
      hasException(length, sizeId) ? sizeId : undefined,
    );
  const offset = { x: moved(block.dock.offset.x, right), y: moved(block.dock.offset.y, up) };
  const outcome = desk.perform(
    { op: 'set block', block: block.id, change: { dock: { ...block.dock, offset } } },
    `nudge ${block.id}`,
  );
  desk.set({ notice: outcome.ok ? undefined : outcome.reason });
  return true;
}

const orderBlock = (by: 1 | -1) =>
  inSelection((desk, block) => {
    const order = desk.board.document.blocks.map(({ id }) => id);
    const index = order.indexOf(block.id);
    const to = index + by;
    if (to < 0 || to >= order.length) return;
    order.splice(to, 0, ...order.splice(index, 1));
    desk.act({ op: 'order blocks', order });
  });

const swapCells = inSelection((desk, block, [one, two]) => {
  if (!one || !two) return;
  const carried = ({ name, caption, contents, lettering, override, place, turn, fit }: Cell) => ({
    name: name ?? null,
    caption: caption ?? null,
    contents,
    lettering,
    override: override ?? null,
    place,
    turn,
    fit,
  });
  desk.act({
    op: 'together',
    name: 'Swap two cells',
    steps: [
      { op: 'set cell', block: block.id, cell: one.id, change: carried(two) },
      { op: 'set cell', block: block.id, cell: two.id, change: carried(one) },
    ],
  });
});

const joinCells = inSelection((desk, block, cells) => {
  if (cells.length < 2) {
    desk.set({ notice: 'Choose two cells or more to join: Shift and click, or Shift and an arrow.' });
    return;
  }
  const range = rangeAround(cells);
  const first = cellAtField(block, range.column, range.row);
  if (desk.act({ op: 'join cells', block: block.id, cells: cells.map((cell) => cell.id) }) && first) {
    desk.set({ selection: { kind: 'cell', block: block.id, cell: first.id } });
  }
});

/** Shows the selected cells, or the selected block, as large as the desk allows. */
function frameSelected({ board, view }: OpenBoard): void {
  const { document, sizeId, selection } = board;
  const geometry = sheetGeometry(document, sizeId);
  if (!geometry.ok) return;
  const occasion = { sizeId, first: board.asFor.sheet === 'first' };
  const laid = layBlocks(document, geometry.sheet.space, occasion);
  const ids = selectedIds(selection);
  const boxes =
    ids.length > 0
      ? laid.flatMap((block) => block.cells.filter(({ cell }) => ids.includes(cell.id)).map(({ box }) => box))
      : laid.filter(({ block }) => 'block' in selection && block.id === selection.block).map(({ box }) => box);
  const [first, ...rest] = boxes;
  if (first) view.getState().frame(rest.reduce(boxAroundBoth, first));
}

/** Pastes from the first selected cell on; a single copied cell is pasted onto all that are selected, in whatever block. */
const paste = (what: 'all' | 'content' | 'look') => (desk: OpenBoard) => {
  const step = pastedSteps(desk.board.document, selectedEverywhere(desk.board), what);
  if ('reason' in step) desk.set({ notice: step.reason });
  else desk.act(step);
};

/** Every command of the board, in the order of the list. */
export const COMMANDS: readonly Command[] = [
  { words: 'Split across, into two', keys: 'S', possible: hasCell, run: (desk) => splitSelected(desk, 'column', '2') },
  { words: 'Split down, into two', keys: 'Shift S', possible: hasCell, run: (desk) => splitSelected(desk, 'row', '2') },
  { words: 'Join the selected cells', keys: 'J', possible: hasCell, run: joinCells },
  {
    words: 'Swap two cells',
    possible: (state) => state.selection.kind === 'cell' && state.selection.others?.length === 1,
    run: swapCells,
  },
  { words: 'Insert a column before', possible: hasBlock, run: insert('column', 'before') },
  { words: 'Insert a column after', keys: 'I', possible: hasBlock, run: insert('column', 'after') },
  { words: 'Insert a row above', possible: hasBlock, run: insert('row', 'before') },
  { words: 'Insert a row below', keys: 'Shift I', possible: hasBlock, run: insert('row', 'after') },
  { words: 'Remove the column', possible: hasCell, run: removeTracks('column') },
  { words: 'Remove the row', possible: hasCell, run: removeTracks('row') },
  { words: 'Move the column left', possible: hasCell, run: moveTrack('column', -1) },
  { words: 'Move the column right', possible: hasCell, run: moveTrack('column', 1) },
  { words: 'Move the row up', possible: hasCell, run: moveTrack('row', -1) },
  { words: 'Move the row down', possible: hasCell, run: moveTrack('row', 1) },
  { words: 'Even out columns', keys: 'E', possible: hasBlock, run: evenOut('column') },
  { words: 'Even out rows', keys: 'Shift E', possible: hasBlock, run: evenOut('row') },
  { words: 'Let the column share what is left', possible: hasCell, run: shareTrack('column') },
  { words: 'Let the row share what is left', possible: hasCell, run: shareTrack('row') },
  { words: 'Select the whole column', keys: 'K', possible: hasCell, run: (desk) => selectTrack(desk, 'column') },
  { words: 'Select the whole row', keys: 'Shift K', possible: hasCell, run: (desk) => selectTrack(desk, 'row') },
  {
    words: 'Copy cells',
    keys: 'Ctrl C',
    possible: hasCell,
    run: inSelection((_desk, _block, cells) => copyCells(cells)),
  },
  { words: 'Paste', keys: 'Ctrl V', possible: hasCell, run: paste('all') },
  { words: 'Paste content only', possible: hasCell, run: paste('content') },
  { words: 'Paste look only', possible: hasCell, run: paste('look') },
  { words: 'Empty the cells', keys: 'Delete', possible: hasCell, run: clearCells },
  { words: 'Duplicate the block', keys: 'Ctrl D', possible: hasBlock, run: duplicateBlock },
  { words: 'Remove the block', keys: 'Delete', possible: onBlock, run: removeBlock },
  {
    words: 'Dock the block to…',
    keys: 'D',
    possible: (state) => hasBlock(state) && state.document.blocks.length > 1,
    run: ({ view }) => view.setState({ docking: true }),
  },
  { words: 'Lock or unlock the block', possible: hasBlock, run: lock },
  { words: 'Move the block up in the outline', keys: 'Alt ↑', possible: onBlock, run: orderBlock(-1) },
  { words: 'Move the block down in the outline', keys: 'Alt ↓', possible: onBlock, run: orderBlock(1) },
  { words: 'Undo', keys: 'Ctrl Z', possible: (state) => state.past.length > 0, run: (desk) => desk.undo() },
  { words: 'Redo', keys: 'Ctrl Shift Z', possible: (state) => state.future.length > 0, run: (desk) => desk.redo() },
  { words: 'Fill the view with what is selected', keys: 'Z', possible: hasBlock, run: frameSelected },
  {
    words: 'Measure between two points',
    keys: 'M',
    possible: () => true,
    run: ({ view }) => view.setState({ measuring: !view.getState().measuring }),
  },
  {
    words: 'Take away all guides',
    possible: ({ guides }) => guides.length > 0,
    run: (desk) => desk.setGuides([]),
  },
  { words: 'Fold or show the outline', possible: () => true, run: ({ view }) => view.getState().foldPane('outline') },
  { words: 'Fold or show the details', possible: () => true, run: ({ view }) => view.getState().foldPane('details') },
  { words: 'Fold or show the proofs', possible: () => true, run: ({ view }) => view.getState().foldPane('proofs') },
  { words: 'Fit the sheet', keys: '0', possible: () => true, run: ({ view }) => view.getState().fit() },
];

/** Runs the first possible command of a key. */
export function runKey(store: BoardStore, keys: string): boolean {
  const desk = openBoard(store);
  const command = desk && COMMANDS.find((candidate) => candidate.keys === keys && candidate.possible(desk.board));
  command?.run(desk!);
  return command !== undefined;
}
