'use client';

import { Box } from '@chakra-ui/react';
import { deepEqual } from 'fast-equals';
import { type PointerEvent, memo, useEffect, useRef, useState } from 'react';
import type { Block, Growth } from '../../../core/format/document';
import { type FieldRange, rangeAround } from '../../../core/format/ranges';
import { hasException } from '../../../core/format/length-value';
import { type Point, contains, overlaps } from '../../../core/geometry/box';
import { MM_PER_INCH, formatLength, roundLength } from '../../../core/geometry/length';
import { toSheet, turnedSize } from '../../../core/geometry/placing';
import type { Report } from '../../../core/scene/report';
import { useBoard, useBoardStore } from '../board-store';
import { shownLength, typedLength } from '../details/length-row';
import { selectedIds } from '../commands/selection';
import { type Levels, levelsOn, nearestLevel } from './snapping';
import { toDesk, useView, useViewStore } from '../../sheet/view-store';

/** Distance of the numbers from the block, px, and the least room a number needs along its track. */
const AWAY = 15;
const LEAST_ROOM = { column: 17, row: 14 };

/** What the numbers need of a sheet: where its blocks' edges are. */
type Edges = Pick<Report, 'blocks' | 'sheet' | 'drawingSpace'>;

/** A number on every column and row of the selected block: click and type, Tab to the next. */
export function TrackNumbers({ report: { blocks, sheet, drawingSpace } }: { report: Report }) {
  const selection = useBoard((board) => board.selection);
  const block = useBoard(({ document }) =>
    'block' in selection ? document.blocks.find((candidate) => candidate.id === selection.block) : undefined,
  );
  if (!block) return null;
  const ids = selectedIds(selection);
  const cells = block.cells.filter((cell) => ids.includes(cell.id));
  return (
    <Numbers
      block={block.id}
      columns={block.columns}
      rows={block.rows}
      direction={block.grow?.direction}
      chosen={cells.length > 0 ? rangeAround(cells) : undefined}
      report={{ blocks, sheet, drawingSpace }}
    />
  );
}

/** The numbers of a block; what its cells hold does not touch them. */
const Numbers = memo(function Numbers(props: {
  block: string;
  columns: Block['columns'];
  rows: Block['rows'];
  /** Of a growing block. */
  direction: Growth['direction'] | undefined;
  /** The tracks of the selected cells. */
  chosen: FieldRange | undefined;
  report: Edges;
}) {
  const { block, columns, rows, direction, chosen, report } = props;
  const numbersBox = useRef<HTMLDivElement>(null);
  const viewStore = useViewStore();
  useEffect(() => {
    viewStore.setState({ focusNumbers: () => numbersBox.current?.querySelector('input')?.focus() });
    return () => viewStore.setState({ focusNumbers: undefined });
  }, [viewStore]);
  const view = useView((state) => state.view);
  const guides = useBoard((board) => board.guides);
  const laid = report.blocks.find((candidate) => candidate.id === block);
  if (!laid) return null;

  const turn = laid.turn as Block['turn'];
  const own = turnedSize(laid.box.width, laid.box.height, turn);
  const place = (point: Point) => toDesk(view, report.sheet.height, toSheet({ at: laid.box, turn, ...own }, point));
  const onSheet = ({ axis, edges, last }: { axis: 'column' | 'row'; edges: number[]; last: number }) => {
    const edge = edges[last + 1]!;
    return toSheet(
      { at: laid.box, turn, ...own },
      axis === 'column' ? { x: edge, y: 0 } : { x: 0, y: own.height - edge },
    );
  };
  const levels = levelsOn(report, guides, block);
  const far = farSides(report, laid, turn, view.k);
  const numbers = (['column', 'row'] as const).flatMap((axis) => {
    const edges = axis === 'column' ? laid.columnEdges : laid.rowEdges;
    const tracks = axis === 'column' ? columns : rows;
    const places = axis === 'column' ? laid.grown?.columnsOf : laid.grown?.rowsOf;
    return tracks.flatMap((track, index) => {
      // A track that is repeated has its number once, at the one next to the heading.
      const i = !places ? index : direction === 'up' ? places.lastIndexOf(index) : places.indexOf(index);
      if (i < 0) return [];
      const middle = (edges[i]! + edges[i + 1]!) / 2;
      // Columns have their numbers above, rows at the left; on the other side where another block stands there.
      const [side, out] =
        axis === 'column' ? (far.column ? [0, -1] : [own.height, 1]) : far.row ? [own.width, 1] : [0, -1];
      const inner = axis === 'column' ? { x: middle, y: side } : { x: side, y: own.height - middle };
      const outer = axis === 'column' ? { x: middle, y: side + out } : { x: side + out, y: own.height - middle };
      const [a, b] = [place(inner), place(outer)];
      const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      const away = axis === 'column' ? AWAY : AWAY + 8;
      const at = { x: a.x + ((b.x - a.x) / length) * away, y: a.y + ((b.y - a.y) / length) * away };
      const from = axis === 'column' ? chosen?.column : chosen?.row;
      const span = axis === 'column' ? chosen?.columnSpan : chosen?.rowSpan;
      const isChosen = from !== undefined && index >= from && index < from + span!;
      const end = axis === 'column' ? { x: edges[i + 1]!, y: side } : { x: side, y: own.height - edges[i + 1]! };
      const beyond =
        axis === 'column' ? { x: edges[i + 1]! + 1, y: side } : { x: side, y: own.height - edges[i + 1]! - 1 };
      const [p, q] = [place(end), place(beyond)];
      const along = {
        x: (q.x - p.x) / (Math.hypot(q.x - p.x, q.y - p.y) || 1),
        y: (q.y - p.y) / (Math.hypot(q.x - p.x, q.y - p.y) || 1),
      };
      return {
        boundary: { x: p.x + ((b.x - a.x) / length) * away, y: p.y + ((b.y - a.y) / length) * away },
        along,
        edges,
        axis,
        track,
        index,
        last: i,
        at,
        room: (edges[i + 1]! - edges[i]!) * view.k,
        isChosen,
        mm: edges[i + 1]! - edges[i]!,
      };
    });
  });
  return (
    <Box ref={numbersBox} position="absolute" inset={0} pointerEvents="none" data-testid="track-numbers">
      {numbers
        .filter((number) => number.room >= LEAST_ROOM[number.axis] || number.isChosen)
        .map((number) => (
          <TrackNumber key={`${block}/${number.track.id}`} block={block} {...number} />
        ))}
      {numbers
        .filter((number) => number.room >= 4 && !('share' in number.track))
        .map((number) => (
          <BoundaryHandle
            key={`${block}/${number.track.id}/end`}
            block={block}
            k={view.k}
            levels={levels}
            end={onSheet(number)}
            {...number}
          />
        ))}
    </Box>
  );
}, deepEqual);

/**
 * Whether the numbers of the columns, and of the rows, go to the far side of their block: where another block stands beside the usual
 * one, none beside the other, and that lies in the drawing space.
 */
function farSides({ blocks, drawingSpace }: Edges, laid: Edges['blocks'][number], turn: Block['turn'], k: number) {
  const { x, y, width, height } = laid.box;
  const deep = (AWAY * 2) / k;
  const strips = [
    { x, y: y + height, width, height: deep },
    { x: x - deep, y, width: deep, height },
    { x, y: y - deep, width, height: deep },
    { x: x + width, y, width: deep, height },
  ];
  const isTaken = (i: number) => blocks.some(({ id, box }) => id !== laid.id && overlaps(box, strips[i % 4]!));
  // Above, left, below, right of the sheet; a block turns with its numbers against the clock.
  const above = turn / 90;
  const isFar = (side: number) =>
    isTaken(side) && !isTaken(side + 2) && contains(drawingSpace, strips[(side + 2) % 4]!);
  return { column: isFar(above), row: isFar(above + 1) };
}

/** How near a dragged edge comes to another before it takes its place, px. */
const SNAP = 5;

/**
 * The end of a fixed column or row, to be dragged: it snaps to the sheet's step, to edges of other blocks, and to the size
 * of its neighbours; Alt suspends snapping. The number beside it follows.
 */
const BoundaryHandle = memo(function BoundaryHandle(props: {
  block: string;
  axis: 'column' | 'row';
  track: Block['columns'][number];
  index: number;
  /** Which of the laid tracks it is, from 0. */
  last: number;
  boundary: Point;
  along: Point;
  edges: number[];
  k: number;
  mm: number;
  /** Lines of the sheet that the edge is brought in line with, and where the edge lies on the sheet. */
  levels: Levels;
  end: Point;
}) {
  const { block, axis, track, index, last, boundary, along, edges, k, mm, levels, end } = props;
  const store = useBoardStore();
  const start = useRef<{ x: number; y: number; mm: number; end: Point }>(undefined);
  const move = (event: PointerEvent<HTMLDivElement>) => {
    const from = start.current;
    if (!from) return;
    const { board, perform, set } = store.getState();
    const by = ((event.clientX - from.x) * along.x + (event.clientY - from.y) * along.y) / k;
    const wanted = from.mm + by;
    const step = board!.document.unit === 'in' ? MM_PER_INCH / 32 : 0.5;
    const neighbours = edges
      .slice(1)
      .map((edge, i) => edge - edges[i]!)
      .filter((_, i) => i !== last);
    const near =
      neighbours.find((size) => Math.abs(size - wanted) * k < SNAP) ?? inLine(levels, along, from, by, SNAP / k);
    const size = event.altKey ? roundLength(wanted) : roundLength(near ?? Math.round(wanted / step) * step);
    const { holdTotal } = board!;
    const own = !('share' in track) && hasException(track.size, board!.sizeId) ? board!.sizeId : undefined;
    const outcome = perform(
      { op: 'set track', block, axis, track: track.id, size, onlyOn: own, holdTotal },
      `drag ${track.id}`,
    );
    set({ notice: outcome.ok ? undefined : outcome.reason });
  };
  const name = `${axis === 'column' ? 'Column' : 'Row'} ${index + 1}`;
  return (
    <Box
      title={`Drag the end of ${name.toLowerCase()}; Alt suspends snapping`}
      data-boundary={`${axis}-${index + 1}`}
      position="absolute"
      left={`${boundary.x}px`}
      top={`${boundary.y}px`}
      transform="translate(-50%, -50%)"
      width={axis === 'column' ? '7px' : '24px'}
      height={axis === 'column' ? '20px' : '7px'}
      cursor={axis === 'column' ? 'ew-resize' : 'ns-resize'}
      pointerEvents="auto"
      _before={{
        content: '""',
        position: 'absolute',
        bg: 'plum',
        ...(axis === 'column'
          ? { left: '3px', top: 0, bottom: 0, width: '1px' }
          : { top: '3px', left: 0, right: 0, height: '1px' }),
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = { x: event.clientX, y: event.clientY, mm, end };
      }}
      onPointerMove={move}
      onPointerUp={() => {
        start.current = undefined;
        store.getState().endTyping();
      }}
    />
  );
}, deepEqual);

/** The size that brings a dragged edge in line with another line of the sheet near it; undefined for none. */
function inLine(
  levels: Levels,
  along: Point,
  from: { mm: number; end: Point },
  by: number,
  reach: number,
): number | undefined {
  const across = Math.abs(along.x) > 0.5 ? 'x' : 'y';
  // The desk's y runs down, the sheet's up.
  const sign = across === 'x' ? Math.sign(along.x) : -Math.sign(along.y);
  const level = nearestLevel(levels[across], from.end[across] + sign * by, reach);
  return level === undefined ? undefined : from.mm + sign * (level - from.end[across]);
}

const TrackNumber = memo(function TrackNumber(props: {
  block: string;
  axis: 'column' | 'row';
  track: Block['columns'][number];
  index: number;
  at: Point;
  isChosen: boolean;
  mm: number;
}) {
  const { block, axis, track, index, at, isChosen, mm } = props;
  const store = useBoardStore();
  const unit = useBoard((board) => board.document.unit);
  const sizeId = useBoard((board) => board.sizeId);
  const holdTotal = useBoard((board) => board.holdTotal);
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
    const length = typedLength(text, unit);
    const onlyOn = !shares && hasException(track.size, sizeId) ? sizeId : undefined;
    const outcome = length.ok
      ? store
          .getState()
          .perform({ op: 'set track', block, axis, track: track.id, size: length.value, onlyOn, holdTotal })
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
          // A ground of its own, where it lies over what is printed.
          boxShadow: '0 0 0 2px var(--chakra-colors-card)',
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
}, deepEqual);
