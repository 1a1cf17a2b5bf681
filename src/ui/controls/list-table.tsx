'use client';

import { Box, Table, chakra } from '@chakra-ui/react';
import { FlexRender, type ReactTable, type RowData, type TableFeatures } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { MoreButton } from './more-button';

/** What a column of a table with sorting has. */
interface SortedColumn {
  getIsSorted: () => false | 'asc' | 'desc';
  getToggleSortingHandler: () => ((event: unknown) => void) | undefined;
}

const ARROWS = { asc: '↑', desc: '↓' } as const;

/** How high a row is before it is measured, in pixels, and how many rows beside those in view are there. */
const USUAL_ROW = 30;
const AROUND = 20;

/**
 * A long list as a table: only the rows in view are there, and the next page is asked for when its end comes near. Heads of columns
 * that can be sorted by are buttons.
 */
export function ListTable<F extends TableFeatures, T extends RowData>(props: {
  label: string;
  table: ReactTable<F, T>;
  left: number;
  hasMore: boolean;
  busy: boolean;
  onMore: () => void;
  /** What is said when there are no rows. */
  empty: string | undefined;
  onOpen?: (entry: T) => void;
}) {
  const { label, table, left, hasMore, busy, onMore, empty, onOpen } = props;
  const box = useRef<HTMLDivElement>(null);
  const { rows } = table.getRowModel();
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing of it is kept from one rendering to the next
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => USUAL_ROW,
    overscan: AROUND,
    // The first page is made on the server, where nothing has a size.
    initialRect: { width: 1280, height: 1200 },
    getItemKey: (i) => rows[i]!.id,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (hasMore && !busy && last >= rows.length - AROUND) onMore();
  }, [hasMore, busy, last, rows.length, onMore]);
  const [before, after] = [items[0]?.start ?? 0, virtual.getTotalSize() - (items.at(-1)?.end ?? 0)];
  const columns = table.getAllLeafColumns().length;
  return (
    <Box ref={box} flex="1" minHeight={0} overflow="auto" bg="card">
      <Table.Root interactive aria-label={label} aria-rowcount={rows.length + left + 1}>
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id}>
              {group.headers.map((header) => {
                const column = header.column as Partial<SortedColumn>;
                const sorted = column.getIsSorted?.();
                return (
                  <Table.ColumnHeader
                    key={header.id}
                    aria-sort={sorted === undefined ? undefined : sorted ? `${sorted}ending` : 'none'}
                  >
                    {sorted !== undefined ? (
                      <chakra.button type="button" cursor="pointer" onClick={column.getToggleSortingHandler?.()}>
                        <FlexRender header={header} /> {sorted ? ARROWS[sorted] : ''}
                      </chakra.button>
                    ) : (
                      <FlexRender header={header} />
                    )}
                  </Table.ColumnHeader>
                );
              })}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          <Gap height={before} columns={columns} />
          {items.map((item) => {
            const row = rows[item.index]!;
            return (
              <Table.Row
                key={row.id}
                ref={virtual.measureElement}
                data-index={item.index}
                aria-rowindex={item.index + 2}
                cursor={onOpen && 'pointer'}
                onClick={onOpen && (() => onOpen(row.original))}
              >
                {row.getAllCells().map((cell) => (
                  <Table.Cell key={cell.id}>
                    <FlexRender cell={cell} />
                  </Table.Cell>
                ))}
              </Table.Row>
            );
          })}
          <Gap height={after} columns={columns} />
        </Table.Body>
      </Table.Root>
      {rows.length === 0 && empty && (
        <Box px="20px" py="16px" color="soft">
          {empty}
        </Box>
      )}
      <Box px="20px">
        <MoreButton left={left} shown={hasMore} busy={busy} onMore={onMore} />
      </Box>
    </Box>
  );
}

/** Stands for the rows that are not there. */
function Gap({ height, columns }: { height: number; columns: number }) {
  if (height <= 0) return null;
  return (
    <Table.Row aria-hidden>
      <td colSpan={columns} style={{ height, padding: 0, border: 'none' }} />
    </Table.Row>
  );
}
