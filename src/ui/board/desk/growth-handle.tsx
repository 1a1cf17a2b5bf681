'use client';

import { Box } from '@chakra-ui/react';
import { type PointerEvent, useRef } from 'react';
import { withValue } from '../../../core/format/length-value';
import { patternRow } from '../../../core/format/growth';
import { top } from '../../../core/geometry/box';
import { toSheet, turnedSize } from '../../../core/geometry/placing';
import type { Report } from '../../../core/scene/report';
import { useBoard, useBoardStore } from '../board-store';
import { toDesk, useView } from '../../sheet/view-store';

/**
 * At the end to which the selected table grows: which way, how many rows it has here and how many it may have. Dragging it changes
 * how many it may have.
 */
export function GrowthHandle({ report }: { report: Report }) {
  const store = useBoardStore();
  const view = useView((state) => state.view);
  const block = useBoard(({ document, selection }) =>
    'block' in selection ? document.blocks.find(({ id }) => id === selection.block) : undefined,
  );
  const sizeId = useBoard((board) => board.sizeId);
  const start = useRef<{ x: number; y: number; most: number }>(undefined);
  const laid = block && report.blocks.find(({ id }) => id === block.id);
  if (!block?.grow || !laid?.grown) return null;
  const { grow } = block;
  const { rows, left, columnsOf } = laid.grown;
  const sides = columnsOf.length / block.columns.length;
  const most = grow.most.at?.[sizeId] ?? grow.most.base;
  const turn = block.turn;
  const own = turnedSize(laid.box.width, laid.box.height, turn);
  const end = { x: own.width / 2, y: grow.direction === 'down' ? 0 : own.height };
  const beyond = { ...end, y: end.y + (grow.direction === 'down' ? -1 : 1) };
  const place = (point: { x: number; y: number }) =>
    toDesk(
      view,
      report.sheet.height,
      toSheet({ at: { x: laid.box.x, y: top(laid.box) - laid.box.height }, turn, ...own }, point),
    );
  const [at, out] = [place(end), place(beyond)];
  const length = Math.hypot(out.x - at.x, out.y - at.y) || 1;
  const along = { x: (out.x - at.x) / length, y: (out.y - at.y) / length };
  const pattern = laid.grown.rowsOf.indexOf(patternRow(block, grow));
  const row = ((laid.rowEdges[pattern + 1] ?? 6) - (laid.rowEdges[pattern] ?? 0)) * view.k;
  const move = (event: PointerEvent) => {
    const from = start.current;
    if (!from) return;
    const by = (event.clientX - from.x) * along.x + (event.clientY - from.y) * along.y;
    const next = Math.max(1, Math.min(500, from.most + Math.round(by / row)));
    if (next === most) return;
    const { perform, set } = store.getState();
    const outcome = perform(
      { op: 'set block', block: block.id, change: { grow: { ...grow, most: withValue(grow.most, next, sizeId) } } },
      `most rows of ${block.id}`,
    );
    set({ notice: outcome.ok ? undefined : outcome.reason });
  };
  // The numbers on the columns stand at the block's upper edge; the handle beyond them.
  const away = grow.direction === 'up' ? 36 : 13;
  const arrow = Math.abs(along.y) > 0.5 ? (along.y > 0 ? '↓' : '↑') : along.x > 0 ? '→' : '←';
  return (
    <Box
      data-testid="growth"
      position="absolute"
      left={`${at.x + along.x * away}px`}
      top={`${at.y + along.y * away}px`}
      transform="translate(-50%, -50%)"
      bg="card"
      color="plum"
      border="1px solid"
      borderColor="plum"
      fontSize="12px"
      lineHeight="15px"
      px="6px"
      whiteSpace="nowrap"
      cursor={Math.abs(along.y) > 0.5 ? 'ns-resize' : 'ew-resize'}
      title="It grows this way. Drag to change how many rows it may have on this size."
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = { x: event.clientX, y: event.clientY, most };
      }}
      onPointerMove={move}
      onPointerUp={() => {
        start.current = undefined;
        store.getState().endTyping();
      }}
    >
      {arrow} {rows} of at most {sides > 1 && `${sides} × `}
      {most} rows{left > 0 && `, ${left} more to show`}
    </Box>
  );
}
