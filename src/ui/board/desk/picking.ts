import { type DragEvent, type MouseEvent, type PointerEvent, type RefObject, useMemo } from 'react';
import { type Box, type Point, holds } from '../../../core/geometry/box';
import type { Report } from '../../../core/scene/report';
import { fromDesk } from '../../sheet/view-store';
import { type BoardStore, type OpenBoard, type Selection, openBoard, useBoardStore } from '../board-store';
import { extendTo, selectedIn, toggleCell } from '../commands/selection';
import { fileOf, putPicture } from '../details/putting-pictures';
import { sheetOf } from './use-sheet';

/** What the pointer does on the sheet of the board: it selects, types into, and drops pictures onto what is there. */
export function usePicking(svg: RefObject<SVGSVGElement | null>): Picking {
  const store = useBoardStore();
  return useMemo(() => pickingOn(store, svg), [store, svg]);
}

interface Picking {
  pick: (event: MouseEvent) => void;
  drag: (event: PointerEvent) => void;
  press: (event: PointerEvent) => void;
  enter: (event: MouseEvent) => void;
  drop: (event: DragEvent) => void;
  leave: () => void;
}

/** Where the pointer is on the sheet, and what lies there. */
interface Hit {
  desk: OpenBoard;
  report: Report;
  point: Point;
}

const adds = (event: MouseEvent) => event.ctrlKey || event.metaKey;

function pickingOn(store: BoardStore, svg: RefObject<SVGSVGElement | null>): Picking {
  /** The cell on which the pointer went down. */
  let pressed: string | undefined;
  const hit = (event: MouseEvent): Hit | undefined => {
    const desk = openBoard(store);
    const sheet = desk && sheetOf(desk.board);
    if (!desk || !sheet?.ok || !svg.current) return undefined;
    const frame = svg.current.getBoundingClientRect();
    const at = { x: event.clientX - frame.left, y: event.clientY - frame.top };
    return { desk, report: sheet.report, point: fromDesk(desk.view.getState().view, sheet.scene.height, at) };
  };
  return {
    pick(event) {
      const on = hit(event);
      if (!on) return;
      const { selection } = on.desk.board;
      const dragged = selection.kind === 'cell' && selection.others !== undefined && pressed === selection.cell;
      if (!dragged || event.shiftKey || adds(event)) pickAt(on, event);
    },
    drag(event) {
      const on = hit(event);
      store.getState().view.setState({ pointer: on?.point });
      if (on && event.buttons === 1) dragOver(on, pressed);
    },
    press(event) {
      pressed = undefined;
      const on = hit(event);
      if (!on || event.button !== 0 || event.shiftKey || adds(event)) return;
      const next = selectionAt(on.report, on.point);
      if (next.kind !== 'cell') return;
      pressed = next.cell;
      on.desk.set({ selection: next });
    },
    enter(event) {
      const on = hit(event);
      if (on) enterAt(on, svg.current!);
    },
    drop(event) {
      event.preventDefault();
      const on = hit(event);
      if (on) void dropPicture(store, fileOf(event.dataTransfer), selectionAt(on.report, on.point));
    },
    leave: () => store.getState().view.setState({ pointer: undefined }),
  };
}

/** A click selects; with Ctrl it adds a cell or takes it out, with Shift it selects the rectangle up to there. */
function pickAt({ desk, report, point }: Hit, event: MouseEvent): void {
  const next = selectionAt(report, point);
  const before = selectedIn(desk.board);
  if (adds(event) && next.kind === 'cell') toggleCell(desk, next.block, next.cell);
  else if (event.shiftKey && next.kind === 'cell' && before?.cells[0] && before.block.id === next.block) {
    const cell = before.block.cells.find((candidate) => candidate.id === next.cell);
    if (cell) extendTo(desk, before.block, before.cells[0], cell);
  } else desk.set({ selection: next, typingIn: undefined });
}

/** Dragging over cells of one block selects the rectangle they make. */
function dragOver({ desk, report, point }: Hit, pressed: string | undefined): void {
  const selected = selectedIn(desk.board);
  const [first] = selected?.cells ?? [];
  if (!selected || !first || pressed !== first.id) return;
  const over = report.cells.findLast((one) => one.block === selected.block.id && holds(one.box, point));
  const cell = over && selected.block.cells.find((candidate) => candidate.id === (over.repeats ?? over.id));
  if (cell) extendTo(desk, selected.block, first, cell);
}

/** A block fills the view; in one that does already, the cell is typed in where it stands. */
function enterAt({ desk, report, point }: Hit, element: SVGSVGElement): void {
  const block = report.blocks.findLast((candidate) => holds(candidate.box, point));
  if (!block) return;
  const { view, frame } = desk.view.getState();
  if (!isFramed(element, view.k, block.box)) frame(block.box);
  else desk.set({ selection: selectionAt(report, point), typingIn: 'content' });
}

/** Puts a dropped or pasted picture into the cell that is meant; says why when it cannot be. */
export async function dropPicture(store: BoardStore, file: File | undefined, on: Selection): Promise<void> {
  const { board, set } = store.getState();
  if (!board || !file) return;
  const cell = on.kind === 'cell' ? selectedIn({ document: board.document, selection: on })?.cells[0] : undefined;
  if (on.kind !== 'cell' || !cell) {
    set({ notice: 'Drop or paste a picture onto a cell.' });
    return;
  }
  set({ selection: on });
  const outcome = await putPicture(store, file, on.block, cell);
  if (!outcome.ok) set({ notice: outcome.reason });
}

/** Whether a block takes up most of the view already. */
function isFramed(element: SVGSVGElement, k: number, box: Box): boolean {
  const { width, height } = element.getBoundingClientRect();
  return Math.max((box.width * k) / width, (box.height * k) / height) > 0.6;
}

/** What a click at a point selects: the cell there, else the frame with its zones, else the sheet. */
function selectionAt(report: Report, point: Point): Selection {
  const cell = report.cells.findLast((candidate) => holds(candidate.box, point));
  // A repeated cell of a table is the one of the format that it repeats.
  if (cell) return { kind: 'cell', block: cell.block, cell: cell.repeats ?? cell.id };
  const space = report.drawingSpace;
  const border = !holds({ x: space.x + 1, y: space.y + 1, width: space.width - 2, height: space.height - 2 }, point);
  const onSheet = holds({ x: 0, y: 0, width: report.sheet.width, height: report.sheet.height }, point);
  return border && onSheet ? { kind: 'frame' } : { kind: 'sheet' };
}
