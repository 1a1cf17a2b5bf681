'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { type ReactNode, memo } from 'react';
import type { Cell } from '../../../core/format/document';
import { cellName } from '../../../core/format/names';
import { conditionInWords } from '../../../core/format/occasion';
import { trimNumber } from '../../../core/geometry/length';
import { Button } from '../../controls/button';
import { SortableItem, SortableList } from '../../controls/sortable';
import { ContentMark } from '../../controls/mark';
import { type Selection, useBoard, useBoardStore } from '../board-store';
import { selectedIds } from '../commands/selection';
import { useSheet } from '../desk/use-sheet';
import { useView } from '../../sheet/view-store';

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

/** The name of the entry of something, by which the focus finds it. */
const itemOf = (selection: Selection): string =>
  selection.kind === 'cell' ? selection.cell : selection.kind === 'block' ? selection.block : selection.kind;

function Item(props: {
  depth: number;
  selected: boolean;
  select: Selection;
  size?: string;
  faint?: boolean;
  onFrame?: () => void;
  children: ReactNode;
}) {
  return (
    <Entry
      type="button"
      role="treeitem"
      aria-selected={props.selected}
      data-item={itemOf(props.select)}
      aria-level={props.depth + 1}
      data-pressed={props.selected ? '' : undefined}
      pl={`${10 + props.depth * 16}px`}
      color={props.faint ? 'soft' : undefined}
      onClick={() => useBoardStore.getState().set({ selection: props.select })}
      onDoubleClick={props.onFrame}
    >
      {props.children}
      {props.size && (
        <Box as="span" ml="auto" color="soft" fontSize="12px" whiteSpace="nowrap">
          {props.size}
        </Box>
      )}
    </Entry>
  );
}

/** What is on the sheet: frame and zones, then every block with its cells. */
export function Outline({ addBlock }: { addBlock: () => void }) {
  const document = useBoard((board) => board.document);
  const selection = useBoard((board) => board.selection);
  const properties = useBoard((board) => board.resources.properties);
  const selected = new Set(selectedIds(selection));
  const sheet = useSheet();
  const report = sheet.ok ? sheet.report : undefined;
  const zones =
    report && document.zones.shown ? `${report.zones.columns.length} × ${report.zones.rows.length}` : 'no zones';
  return (
    <Box height="100%" overflowY="auto" bg="card" py="8px">
      <Box as="h2" px="12px" pb="4px" fontSize="13px" fontWeight={600} color="soft" letterSpacing="0.02em">
        On the sheet
      </Box>
      <SortableList ids={document.blocks.map((block) => block.id)} onMove={reorder}>
        <Box role="tree" aria-label="On the sheet">
          <Item depth={0} selected={selection.kind === 'frame'} select={{ kind: 'frame' }} size={zones}>
            Frame and zones
          </Item>
          {document.blocks.map((block) => {
            const laid = report?.blocks.find((candidate) => candidate.id === block.id);
            const size = laid ? `${trimNumber(laid.box.width, 1)} × ${trimNumber(laid.box.height, 1)}` : 'not here';
            return (
              <SortableItem key={block.id} id={block.id} name={block.name} pointerOnly>
                <Item
                  depth={0}
                  selected={selection.kind === 'block' && selection.block === block.id}
                  select={{ kind: 'block', block: block.id }}
                  size={size}
                  faint={!laid}
                  onFrame={() => laid && useView.getState().frame(laid.box)}
                >
                  <Box as="span">
                    {block.name}
                    <Box as="span" display="block" color="soft" fontSize="12px" lineHeight="12px" mb="2px">
                      {conditionInWords(block.condition, document.sizes)}
                    </Box>
                  </Box>
                </Item>
                {block.cells.map((cell) => {
                  const isSelected = selected.has(cell.id);
                  const box = isSelected ? report?.cells.find((candidate) => candidate.id === cell.id)?.box : undefined;
                  return (
                    <CellEntry
                      key={cell.id}
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

/** Puts the blocks into another order, which is also the order of drawing. */
function reorder(order: string[]): void {
  useBoardStore.getState().act({ op: 'order blocks', order });
}

/** One cell in the outline; touched only when it is the one that changes. */
const CellEntry = memo(function CellEntry(props: {
  block: string;
  cell: Cell;
  name: string;
  selected: boolean;
  size: string | undefined;
  faint: boolean;
}) {
  const { block, cell, name, selected, size, faint } = props;
  return (
    <Item depth={1} selected={selected} select={{ kind: 'cell', block, cell: cell.id }} size={size} faint={faint}>
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
