'use client';

import { Box } from '@chakra-ui/react';
import { type KeyboardEvent, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Block, Cell } from '../../../core/format/document';
import type { SetCell } from '../../../core/format/steps/set-cell';
import { type Point, top } from '../../../core/geometry/box';
import type { Report } from '../../../core/scene/report';
import { TextInput } from '../../controls/field';
import { type BoardStore, useBoard, useBoardStore } from '../board-store';
import { partsAt, usePartName, usePrintedContent, withCaption, withParts } from '../details/cell-content';
import { ContentEditor } from '../details/lazy-content-editor';
import { inReadingOrder, selectedIn } from '../commands/selection';
import { toDesk, useView } from '../../sheet/view-store';
import { TypingAhead } from './typing-ahead';

type Leave = 'next' | 'previous' | 'done';

/** Where typing goes on the board: undefined when no cell is typed in. */
function typedPlace(store: BoardStore): string | undefined {
  const { board } = store.getState();
  if (!board || board.typingIn === undefined || board.selection.kind !== 'cell') return undefined;
  return `${board.selection.block} ${board.selection.cell} ${board.typingIn}`;
}

/**
 * Editing a cell where it stands: its caption and its content. Tab goes from the caption to the content and on to the next cell,
 * Shift and Tab back by the caption; Escape ends it.
 */
export function InPlaceEditor({ report }: { report: Report }) {
  const typingIn = useBoard((board) => board.typingIn);
  const selection = useBoard((board) => board.selection);
  const document = useBoard((board) => (typingIn === undefined ? undefined : board.document));
  const view = useView((state) => state.view);
  const selected = document && selectedIn({ document, selection });
  const [cell] = selected?.cells ?? [];
  const laid = report.cells.find((candidate) => candidate.id === cell?.id);
  const store = useBoardStore();
  const [ahead] = useState(() => new TypingAhead(() => typedPlace(store)));
  useEffect(() => ahead.listen(), [ahead]);
  const isNowhere = typingIn !== undefined && !laid;
  useEffect(() => {
    if (!isNowhere) return;
    const timer = setTimeout(() => {
      ahead.dropped();
      store.getState().set({ typingIn: undefined });
    }, NOWHERE_MS);
    return () => clearTimeout(timer);
  }, [isNowhere, ahead, store]);
  if (typingIn === undefined || !selected || !cell || !laid) return null;
  return (
    <InsideDesk
      at={toDesk(view, report.sheet.height, { x: laid.box.x, y: top(laid.box) })}
      width={laid.box.width * view.k}
      name={laid.name}
    >
      <CellTyping key={cell.id} block={selected.block} cell={cell} typingIn={typingIn} ahead={ahead} />
    </InsideDesk>
  );
}

/** So long after it is to be typed in, a cell that still does not stand on the sheet is not typed in after all, ms. */
const NOWHERE_MS = 2000;
const LEAST_WIDTH = 230;
/** Room that the editor keeps from the edges of the desk, px; at the left and above the rulers lie. */
const CLEAR = { left: 24, top: 24, right: 6, bottom: 6 };

/** A box over the cell that is typed in, moved as far as it must be to stand whole inside the desk. */
function InsideDesk(props: { at: Point; width: number; name: string; children: ReactNode }) {
  const { at, width, name, children } = props;
  const store = useBoardStore();
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: Infinity, height: Infinity, own: 0 });
  useLayoutEffect(() => {
    const element = box.current!;
    const desk = element.offsetParent!;
    const measure = () => setRoom({ width: desk.clientWidth, height: desk.clientHeight, own: element.offsetHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    observer.observe(desk);
    measure();
    return () => observer.disconnect();
  }, []);
  const wide = Math.min(Math.max(LEAST_WIDTH, width), room.width - CLEAR.left - CLEAR.right);
  const left = Math.max(CLEAR.left, Math.min(at.x, room.width - CLEAR.right - wide));
  const upper = Math.max(CLEAR.top, Math.min(at.y, room.height - CLEAR.bottom - room.own));
  return (
    <Box
      ref={box}
      position="absolute"
      left={`${left}px`}
      top={`${upper}px`}
      width={`${wide}px`}
      bg="card"
      border="2px solid"
      borderColor="plum"
      boxShadow="0 4px 14px #0003"
      p="4px"
      zIndex={5}
      role="group"
      aria-label={`Typing in ${name}`}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget) && event.relatedTarget !== null)
          store.getState().set({ typingIn: undefined });
      }}
    >
      {children}
    </Box>
  );
}

function CellTyping(props: { block: Block; cell: Cell; typingIn: 'content' | 'caption'; ahead: TypingAhead }) {
  const { block, cell, typingIn, ahead } = props;
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const nameOf = usePartName();
  const { perform, endTyping } = store.getState();
  const change = (changes: SetCell['change'], typing: string) =>
    perform({ op: 'set cell', block: block.id, cell: cell.id, change: changes }, `${typing} of ${cell.id}`);
  const printed = usePrintedContent(cell);
  const content = cell.contents[printed];
  const textual = !content || 'parts' in content;
  const caption = useRef<HTMLInputElement>(null);
  const place = `${block.id} ${cell.id} ${typingIn}`;
  useEffect(() => {
    const input = caption.current;
    if (!input || (typingIn !== 'caption' && textual)) return;
    input.focus();
    return ahead.opened(place, {
      element: input,
      // Through the browser, so that the field hears of it as of typing.
      insert: (text) => input.ownerDocument.execCommand('insertText', false, text),
      erase: () => input.ownerDocument.execCommand('delete'),
    });
  }, [typingIn, textual, ahead, place]);
  return (
    <>
      <TextInput
        ref={caption}
        aria-label="Caption on the sheet"
        placeholder="Caption"
        value={cell.caption?.text ?? ''}
        onChange={(event) => change({ caption: withCaption(cell, event.target.value, document) }, 'caption')}
        onBlur={endTyping}
        onFocus={() => store.getState().set({ typingIn: 'caption' })}
        onKeyDown={(event: KeyboardEvent) => {
          if (event.key === 'Tab' && event.shiftKey) leave(store, block, cell, 'previous');
          else if (event.key === 'Escape') leave(store, block, cell, 'done');
          else if (event.key === 'Tab' && !textual) leave(store, block, cell, 'next');
          else if (event.key === 'Tab' || event.key === 'Enter') store.getState().set({ typingIn: 'content' });
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      />
      {textual && (
        <Box pt="3px">
          <ContentEditor
            key={typingIn}
            label="Content on the sheet"
            onOpen={typingIn === 'content' ? (typed) => ahead.opened(place, typed) : undefined}
            parts={partsAt(cell, printed)}
            nameOf={nameOf}
            onChange={(parts) => change({ contents: withParts(cell, printed, parts) }, 'content')}
            onLeave={endTyping}
            leave={(how) => {
              if (how === 'previous') store.getState().set({ typingIn: 'caption' });
              else leave(store, block, cell, how);
            }}
          />
        </Box>
      )}
    </>
  );
}

/** Goes on in the next or the previous cell in reading order, or ends the typing. */
function leave(store: BoardStore, block: Block, cell: Cell, how: Leave): void {
  const { set, view } = store.getState();
  const order = inReadingOrder(block.cells);
  const next =
    how === 'done' ? undefined : order[order.findIndex((one) => one.id === cell.id) + (how === 'next' ? 1 : -1)];
  if (next) set({ selection: { kind: 'cell', block: block.id, cell: next.id }, typingIn: 'content' });
  else {
    set({ typingIn: undefined });
    view.getState().focusOutline?.();
  }
}
