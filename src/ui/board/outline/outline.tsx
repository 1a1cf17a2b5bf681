'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { type KeyboardEvent, type ReactNode, type RefObject, memo, useEffect, useMemo, useRef } from 'react';
import type { Block, Cell } from '../../../core/format/document';
import { cellName } from '../../../core/format/names';
import { conditionInWords } from '../../../core/format/occasion';
import { trimNumber } from '../../../core/geometry/length';
import { Button } from '../../controls/button';
import { SortableItem, SortableList } from '../../controls/sortable';
import { ContentMark } from '../../controls/mark';
import { type Selection, openBoard, useBoard, useBoardStore } from '../board-store';
import { enterSelected } from '../commands/keys';
import { inReadingOrder, selectedIds } from '../commands/selection';
import { useSheet } from '../desk/use-sheet';
import { useViewStore } from '../../sheet/view-store';

const Entry = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '8px',
    width: '100%',
    minHeight: '25px',
    pr: '16px',
    textAlign: 'left',
    cursor: 'pointer',
    borderLeft: '3px solid transparent',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', borderColor: 'plum' },
  },
});

/** What an entry stands for, as a word that tells it from the others. */
const wordOf = (selection: Selection): string =>
  selection.kind === 'cell'
    ? `cell ${selection.cell}`
    : selection.kind === 'block'
      ? `block ${selection.block}`
      : selection.kind;

/** The entries that are there, by what they stand for. */
type Entries = RefObject<Map<string, HTMLElement>>;

function Item(props: {
  entries: Entries;
  depth: number;
  selected: boolean;
  /** The one entry of the tree that Tab comes to. */
  isStop: boolean;
  select: Selection;
  size?: string | undefined;
  faint?: boolean;
  onFrame?: () => void;
  children: ReactNode;
}) {
  const { entries, depth, selected, isStop, select, size, faint, onFrame, children } = props;
  const store = useBoardStore();
  const word = wordOf(select);
  return (
    <Entry
      type="button"
      role="treeitem"
      aria-selected={selected}
      aria-level={depth + 1}
      tabIndex={isStop ? 0 : -1}
      ref={(element: HTMLElement | null) => {
        const { current } = entries;
        if (element) current.set(word, element);
        return () => void current.delete(word);
      }}
      data-pressed={selected ? '' : undefined}
      pl={`${10 + depth * 16}px`}
      color={faint ? 'soft' : undefined}
      onClick={() => store.getState().set({ selection: select })}
      onDoubleClick={onFrame}
    >
      {children}
      {size && (
        <Box as="span" ml="auto" color="soft" fontSize="12px" whiteSpace="nowrap">
          {size}
        </Box>
      )}
    </Entry>
  );
}

/** The entries in their order: the frame, then every block with its cells as they are read, so that split ones stand side by side. */
const orderOf = (blocks: readonly Block[]): Selection[] => [
  { kind: 'frame' },
  ...blocks.flatMap((block): Selection[] => [
    { kind: 'block', block: block.id },
    ...inReadingOrder(block.cells).map((cell): Selection => ({ kind: 'cell', block: block.id, cell: cell.id })),
  ]),
];

/** Where a key leads from one entry to another; undefined where it leads nowhere. */
function led(key: string, order: readonly Selection[], from: Selection): Selection | undefined {
  const words = order.map(wordOf);
  const at = words.indexOf(wordOf(from));
  switch (key) {
    case 'ArrowDown':
      return order[at + 1];
    case 'ArrowUp':
      return order[Math.max(at - 1, 0)];
    case 'Home':
      return order[0];
    case 'End':
      return order.at(-1);
    case 'ArrowLeft':
      return from.kind === 'cell' ? { kind: 'block', block: from.block } : undefined;
    case 'ArrowRight':
      return from.kind === 'block' ? order[at + 1] : undefined;
    default:
      return undefined;
  }
}

/** The keys of the tree: arrows go through its entries, Enter opens the one that is selected. Others are the board's. */
function useTreeKeys(order: readonly Selection[], entries: Entries): (event: KeyboardEvent) => void {
  const store = useBoardStore();
  return (event) => {
    const desk = openBoard(store);
    if (!desk || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return;
    const { selection } = desk.board;
    const next = led(event.key, order, selection);
    if (next) {
      desk.set({ selection: next });
      entries.current.get(wordOf(next))?.focus();
    } else if (event.key.startsWith('Arrow')) {
      // At its end it stays where it is.
    } else if (event.key !== 'Enter' || event.target !== entries.current.get(wordOf(selection)) || !enterSelected(desk))
      return;
    event.preventDefault();
    event.stopPropagation();
  };
}

/** What is on the sheet: frame and zones, then every block with its cells. */
export function Outline({ addBlock }: { addBlock: () => void }) {
  const store = useBoardStore();
  const view = useViewStore();
  const entries = useRef(new Map<string, HTMLElement>());
  const document = useBoard((board) => board.document);
  const selection = useBoard((board) => board.selection);
  const properties = useBoard((board) => board.resources.properties);
  const selected = new Set(selectedIds(selection));
  const order = useMemo(() => orderOf(document.blocks), [document.blocks]);
  const onKeyDown = useTreeKeys(order, entries);
  const stop = selection.kind === 'sheet' ? 'frame' : wordOf(selection);
  useEffect(() => {
    view.setState({
      focusOutline: () => entries.current.get(wordOf(store.getState().board!.selection))?.focus(),
    });
    return () => view.setState({ focusOutline: undefined });
  }, [store, view]);
  const sheet = useSheet();
  const report = sheet.ok ? sheet.report : undefined;
  const zones =
    report && document.zones.shown ? `${report.zones.columns.length} × ${report.zones.rows.length}` : 'no zones';
  return (
    <Box height="100%" overflowY="auto" bg="card" py="8px">
      <Box as="h2" px="12px" pb="4px" fontSize="13px" fontWeight={600} color="soft" letterSpacing="0.02em">
        On the sheet
      </Box>
      <SortableList
        ids={document.blocks.map((block) => block.id)}
        onMove={(moved) => store.getState().act({ op: 'order blocks', order: moved })}
      >
        <Box role="tree" aria-label="On the sheet" onKeyDown={onKeyDown}>
          <Item
            entries={entries}
            depth={0}
            selected={selection.kind === 'frame'}
            isStop={stop === 'frame'}
            select={{ kind: 'frame' }}
            size={zones}
          >
            Frame and zones
          </Item>
          {document.blocks.map((block) => {
            const laid = report?.blocks.find((candidate) => candidate.id === block.id);
            const size = laid ? `${trimNumber(laid.box.width, 1)} × ${trimNumber(laid.box.height, 1)}` : 'not here';
            return (
              <SortableItem key={block.id} id={block.id} name={block.name} pointerOnly>
                <Item
                  entries={entries}
                  depth={0}
                  isStop={stop === `block ${block.id}`}
                  selected={selection.kind === 'block' && selection.block === block.id}
                  select={{ kind: 'block', block: block.id }}
                  size={size}
                  faint={!laid}
                  onFrame={() => laid && view.getState().frame(laid.box)}
                >
                  <Box as="span">
                    {block.name}
                    <Box as="span" display="block" color="soft" fontSize="12px" lineHeight="12px" mb="2px">
                      {conditionInWords(block.condition, document.sizes)}
                    </Box>
                  </Box>
                </Item>
                {inReadingOrder(block.cells).map((cell) => {
                  const isSelected = selected.has(cell.id);
                  const box = isSelected ? report?.cells.find((candidate) => candidate.id === cell.id)?.box : undefined;
                  return (
                    <CellEntry
                      key={cell.id}
                      entries={entries}
                      isStop={stop === `cell ${cell.id}`}
                      block={block.id}
                      cell={cell}
                      name={cellName(cell, (id) => properties.get(id)?.name)}
                      selected={isSelected}
                      size={box && `${trimNumber(box.width, 1)} × ${trimNumber(box.height, 1)}`}
                      faint={!laid}
                    />
                  );
                })}
              </SortableItem>
            );
          })}
        </Box>
      </SortableList>
      <Box px="12px" pt="10px">
        <Button type="button" onClick={addBlock}>
          + Block
        </Button>
      </Box>
    </Box>
  );
}

/** One cell in the outline; touched only when it is the one that changes. */
const CellEntry = memo(function CellEntry(props: {
  entries: Entries;
  block: string;
  cell: Cell;
  name: string;
  selected: boolean;
  isStop: boolean;
  size: string | undefined;
  faint: boolean;
}) {
  const { entries, block, cell, name, selected, isStop, size, faint } = props;
  return (
    <Item
      entries={entries}
      depth={1}
      selected={selected}
      isStop={isStop}
      select={{ kind: 'cell', block, cell: cell.id }}
      size={size}
      faint={faint}
    >
      <ContentMark kind={contentKind(cell)} />
      <Flex as="span" minWidth={0} overflow="hidden" whiteSpace="nowrap" textOverflow="ellipsis">
        {name}
      </Flex>
      {cell.contents.length > 1 && (
        <Box
          as="span"
          color="soft"
          fontSize="12px"
          whiteSpace="nowrap"
          title="Prints one of these, by their conditions"
        >
          {cell.contents.length} cases
        </Box>
      )}
    </Item>
  );
});

/** What a cell holds, for its mark: asked before linked before fixed. */
function contentKind(cell: Cell): 'linked' | 'asked' | 'fixed' | 'empty' {
  const parts = cell.contents.flatMap((content) => ('parts' in content ? content.parts : []));
  if (parts.some((part) => part.kind === 'asked')) return 'asked';
  if (parts.some((part) => part.kind === 'linked')) return 'linked';
  const other = cell.contents.some((content) => !('parts' in content));
  return other || parts.length > 0 || cell.caption ? 'fixed' : 'empty';
}
