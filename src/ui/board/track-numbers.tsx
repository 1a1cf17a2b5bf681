'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import type { Block } from '../../core/format/document';
import { type Length, lengthValueAt } from '../../core/format/length-value';
import type { Point } from '../../core/geometry/box';
import { type LengthUnit, formatLength, parseLength } from '../../core/geometry/length';
import { toSheet, turnedSize } from '../../core/geometry/placing';
import type { Report } from '../../core/scene/report';
import { useBoard, useBoardStore } from './board-store';
import { toDesk, useView } from './view-store';

/** Distance of the numbers from the block, px, and the least room a number needs along its track. */
const AWAY = 15;
const LEAST_ROOM = { column: 17, row: 14 };

/** A number on every column and row of the selected block: click and type, Tab to the next. */
export function TrackNumbers({ report }: { report: Report }) {
  const selection = useBoard((board) => board.selection);
  const document = useBoard((board) => board.document);
  const view = useView((state) => state.view);
  if (!('block' in selection)) return null;
  const laid = report.blocks.find((candidate) => candidate.id === selection.block);
  const block = document.blocks.find((candidate) => candidate.id === selection.block);
  if (!laid || !block) return null;

  const turn = laid.turn as Block['turn'];
  const own = turnedSize(laid.box.width, laid.box.height, turn);
  const place = (point: Point) => toDesk(view, report.sheet.height, toSheet({ at: laid.box, turn, ...own }, point));
  const chosen = block.cells.find((cell) => selection.kind === 'cell' && cell.id === selection.cell);
  const numbers = (['column', 'row'] as const).flatMap((axis) => {
    const edges = axis === 'column' ? laid.columnEdges : laid.rowEdges;
    const tracks = axis === 'column' ? block.columns : block.rows;
    return tracks.map((track, i) => {
      const middle = (edges[i]! + edges[i + 1]!) / 2;
      const inner = axis === 'column' ? { x: middle, y: own.height } : { x: 0, y: own.height - middle };
      const outer = axis === 'column' ? { x: middle, y: own.height + 1 } : { x: -1, y: own.height - middle };
      const [a, b] = [place(inner), place(outer)];
      const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      const away = axis === 'column' ? AWAY : AWAY + 8;
      const at = { x: a.x + ((b.x - a.x) / length) * away, y: a.y + ((b.y - a.y) / length) * away };
      const from = axis === 'column' ? chosen?.column : chosen?.row;
      const span = axis === 'column' ? chosen?.columnSpan : chosen?.rowSpan;
      const isChosen = from !== undefined && i >= from && i < from + span!;
      return {
        axis,
        track,
        index: i,
        at,
        room: (edges[i + 1]! - edges[i]!) * view.k,
        isChosen,
        mm: edges[i + 1]! - edges[i]!,
      };
    });
  });
  return (
    <Box position="absolute" inset={0} pointerEvents="none" data-testid="track-numbers">
      {numbers
        .filter((number) => number.room >= LEAST_ROOM[number.axis] || number.isChosen)
        .map((number) => (
          <TrackNumber key={`${block.id}/${number.track.id}`} block={block} {...number} />
        ))}
    </Box>
  );
}

function TrackNumber(props: {
  block: Block;
  axis: 'column' | 'row';
  track: Block['columns'][number];
  index: number;
  at: Point;
  isChosen: boolean;
  mm: number;
}) {
  const { block, axis, track, index, at, isChosen, mm } = props;
  const unit = useBoard((board) => board.document.unit);
  const sizeId = useBoard((board) => board.sizeId);
  const shares = 'share' in track;
  const value = shares ? formatLength(mm, unit) : shownLength(track.size, sizeId, unit);
  const [text, setText] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const name = `${axis === 'column' ? 'Column' : 'Row'} ${index + 1}`;
  const commit = () => {
    if (text === undefined || text.trim() === value) {
      setText(undefined);
      setProblem(undefined);
      return;
    }
    const length = parseLength(text, unit);
    const outcome = length.ok
      ? useBoardStore.getState().perform({
          op: 'set track',
          block: block.id,
          axis,
          track: track.id,
          size: length.entered === undefined ? length.mm : { mm: length.mm, entered: length.entered },
        })
      : length;
    setProblem(outcome.ok ? undefined : outcome.reason);
    if (outcome.ok) setText(undefined);
  };
  const shown = text ?? value;
  return (
    <Box
      position="absolute"
      left={`${at.x}px`}
      top={`${at.y}px`}
      transform="translate(-50%, -50%)"
      pointerEvents="auto"
      zIndex={problem ? 2 : 1}
    >
      <input
        aria-label={`${name} ${axis === 'column' ? 'width' : 'height'}`}
        aria-invalid={problem !== undefined}
        title={shares ? `${name} shares what is left: ${value} ${unit} here` : `${name}, ${unit}`}
        value={shown}
        onChange={(event) => setText(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            commit();
            event.currentTarget.select();
          } else if (event.key === 'Escape') {
            setText(undefined);
            setProblem(undefined);
            event.currentTarget.blur();
          }
          event.stopPropagation();
        }}
        style={{
          width: `${Math.max(2.6, shown.length + 1)}ch`,
          height: 15,
          padding: 0,
          textAlign: 'center',
          fontSize: 12,
          lineHeight: '13px',
          color: isChosen ? 'var(--chakra-colors-on-ink)' : 'var(--chakra-colors-plum)',
          background: isChosen ? 'var(--chakra-colors-plum)' : 'var(--chakra-colors-card)',
          border: `1px ${shares ? 'dashed' : 'solid'} var(--chakra-colors-${problem ? 'vermilion' : 'plum'})`,
        }}
      />
      {problem && (
        <Box
          role="alert"
          position="absolute"
          top="20px"
          left="50%"
          transform="translateX(-50%)"
          width="230px"
          bg="card"
          border="1px solid"
          borderColor="vermilion"
          color="vermilion"
          fontSize="13px"
          px="8px"
          py="5px"
        >
          ■ {problem}
        </Box>
      )}
    </Box>
  );
}

/** A length as its field shows it: the entered form when it was typed in another way, else the number in the unit. */
export function shownLength(length: Length, sizeId: string, unit: LengthUnit): string {
  const value = lengthValueAt(length, sizeId);
  if (typeof value === 'object') return unit === 'in' ? value.entered.replace(/ in$/, '') : value.entered;
  return formatLength(value, unit);
}
