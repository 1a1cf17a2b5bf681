'use client';

import { Box } from '@chakra-ui/react';
import type { KeyboardEvent } from 'react';
import type { Block, Cell } from '../../../core/format/document';
import type { SetCell } from '../../../core/format/steps/set-cell';
import { top } from '../../../core/geometry/box';
import type { Report } from '../../../core/scene/report';
import { TextInput } from '../../controls/field';
import { type BoardStore, useBoard, useBoardStore } from '../board-store';
import { partsAt, usePartName, usePrintedContent, withCaption, withParts } from '../details/cell-content';
import { ContentEditor } from '../details/lazy-content-editor';
import { inReadingOrder, selectedIn } from '../commands/selection';
import { toDesk, useView } from '../../sheet/view-store';

type Leave = 'next' | 'previous' | 'done';

/** Editing a cell where it stands: its caption and its content. Tab goes on in the next cell, Escape ends it. */
export function InPlaceEditor({ report }: { report: Report }) {
  const store = useBoardStore();
  const typingIn = useBoard((board) => board.typingIn);
  const selection = useBoard((board) => board.selection);
  const document = useBoard((board) => (typingIn === undefined ? undefined : board.document));
  const view = useView((state) => state.view);
  const selected = document && selectedIn({ document, selection });
  const [cell] = selected?.cells ?? [];
  const laid = report.cells.find((candidate) => candidate.id === cell?.id);
  if (typingIn === undefined || !selected || !cell || !laid) return null;
  const at = toDesk(view, report.sheet.height, { x: laid.box.x, y: top(laid.box) });
  const width = Math.max(230, laid.box.width * view.k);
  return (
    <Box
      position="absolute"
      left={`${at.x}px`}
      top={`${at.y}px`}
      width={`${width}px`}
      bg="card"
      border="2px solid"
      borderColor="plum"
      boxShadow="0 4px 14px #0003"
      p="4px"
      zIndex={5}
      role="group"
      aria-label={`Typing in ${laid.name}`}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget) && event.relatedTarget !== null)
          store.getState().set({ typingIn: undefined });
      }}
    >
      <CellTyping key={cell.id} block={selected.block} cell={cell} typingIn={typingIn} />
    </Box>
  );
}

function CellTyping({ block, cell, typingIn }: { block: Block; cell: Cell; typingIn: 'content' | 'caption' }) {
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const nameOf = usePartName();
  const { perform, endTyping } = store.getState();
  const change = (changes: SetCell['change'], typing: string) =>
    perform({ op: 'set cell', block: block.id, cell: cell.id, change: changes }, `${typing} of ${cell.id}`);
  const printed = usePrintedContent(cell);
  const content = cell.contents[printed];
  const textual = !content || 'parts' in content;
  return (
    <>
      <TextInput
        aria-label="Caption on the sheet"
        placeholder="Caption"
        autoFocus={typingIn === 'caption'}
        value={cell.caption?.text ?? ''}
        onChange={(event) => change({ caption: withCaption(cell, event.target.value, document) }, 'caption')}
        onBlur={endTyping}
        onFocus={() => store.getState().set({ typingIn: 'caption' })}
        onKeyDown={(event: KeyboardEvent) => {
          if (event.key === 'Tab') leave(store, block, cell, event.shiftKey ? 'previous' : 'next');
          else if (event.key === 'Escape') leave(store, block, cell, 'done');
          else if (event.key === 'Enter') store.getState().set({ typingIn: 'content' });
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
            autoFocus={typingIn === 'content'}
            parts={partsAt(cell, printed)}
            nameOf={nameOf}
            onChange={(parts) => change({ contents: withParts(cell, printed, parts) }, 'content')}
            onLeave={endTyping}
            leave={(how) => leave(store, block, cell, how)}
          />
        </Box>
      )}
    </>
  );
}

/** Goes on in the next or the previous cell in reading order, or ends the typing. */
function leave(store: BoardStore, block: Block, cell: Cell, how: Leave): void {
  const { set, board, view } = store.getState();
  const order = inReadingOrder(block.cells);
  const next =
    how === 'done' ? undefined : order[order.findIndex((one) => one.id === cell.id) + (how === 'next' ? 1 : -1)];
  if (next) set({ selection: { kind: 'cell', block: block.id, cell: next.id }, typingIn: board!.typingIn });
  else {
    set({ typingIn: undefined });
    view.getState().focusOutline?.();
  }
}
