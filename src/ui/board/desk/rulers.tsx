'use client';

import { Box } from '@chakra-ui/react';
import { deepEqual } from 'fast-equals';
import { type PointerEvent, memo, useState } from 'react';
import { MM_PER_INCH, formatLength, roundLength } from '../../../core/geometry/length';
import type { Zones } from '../../../core/sheet/zones';
import { useBoard, useBoardStore } from '../board-store';
import { type Guide, withGuide } from './guides';
import { type View, fromDesk, useView } from '../../sheet/view-store';

/** Width of a ruler, px. */
const RULER = 18;
/** Least distance of numbered ticks, px. */
const LEAST_STEP = 54;
const STEPS = {
  mm: [1, 2, 5, 10, 20, 50, 100, 200, 500],
  in: [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 5, 10].map((inches) => inches * MM_PER_INCH),
};

type Axis = Guide['axis'];

/** What rulers show of a sheet: its size and its zones. */
interface Ruled {
  sheet: { width: number; height: number };
  zones: Zones;
}

/** Rulers along the desk in the sheet's unit, with the pointer and its zone on them; dragging out of one makes a guide. */
export const Rulers = memo(function Rulers(report: Ruled) {
  return (
    <>
      <Ruler axis="x" report={report} />
      <Ruler axis="y" report={report} />
      <Box
        position="absolute"
        left={0}
        top={0}
        width={`${RULER}px`}
        height={`${RULER}px`}
        bg="card"
        borderRight="1px solid"
        borderBottom="1px solid"
        borderColor="line"
        zIndex={3}
      />
      <GuideLines report={report} />
    </>
  );
}, deepEqual);

function stepFor(unit: 'mm' | 'in', k: number): number {
  return STEPS[unit].find((step) => step * k >= LEAST_STEP) ?? STEPS[unit].at(-1)!;
}

/** Where a position along an axis stands on the desk, px. */
const onDesk = (view: View, height: number, axis: Axis, at: number) =>
  axis === 'x' ? view.x + at * view.k : view.y + (height - at) * view.k;

function Ruler({ axis, report }: { axis: Axis; report: Ruled }) {
  const store = useBoardStore();
  const view = useView((state) => state.view);
  const unit = useBoard((board) => board.document.unit);
  const { width, height } = report.sheet;
  const length = axis === 'x' ? width : height;
  const step = stepFor(unit, view.k);
  const parts = unit === 'mm' ? 5 : 4;
  const ticks = Array.from({ length: Math.floor((length / step) * parts + 1e-9) + 1 }, (_, i) => (i * step) / parts);
  const [drawn, setDrawn] = useState<number>();
  const level = axis === 'x';
  /** What a drag out of the ruler comes to: a guide along it, at the pointer. */
  const guideAt = (event: PointerEvent<SVGSVGElement>) => {
    const frame = event.currentTarget.getBoundingClientRect();
    const point = fromDesk(view, height, { x: event.clientX - frame.left, y: event.clientY - frame.top });
    return level ? point.y : point.x;
  };
  return (
    <>
      <svg
        role="img"
        aria-label={level ? 'Ruler across' : 'Ruler up'}
        style={{
          position: 'absolute',
          left: 0,
          top: 0,
          width: level ? '100%' : RULER,
          height: level ? RULER : '100%',
          background: 'var(--chakra-colors-card)',
          [level ? 'borderBottom' : 'borderRight']: '1px solid var(--chakra-colors-line)',
          cursor: level ? 'row-resize' : 'col-resize',
          zIndex: 2,
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrawn(guideAt(event));
        }}
        onPointerMove={(event) => drawn !== undefined && setDrawn(guideAt(event))}
        onPointerUp={() => {
          const most = level ? height : width;
          if (drawn !== undefined && drawn >= 0 && drawn <= most) {
            const at = Math.round(drawn * 2) / 2;
            const { board, setGuides } = store.getState();
            setGuides([...board!.guides, { axis: level ? 'y' : 'x', at }]);
          }
          setDrawn(undefined);
        }}
      >
        <g stroke="var(--chakra-colors-soft)" strokeWidth={1}>
          {ticks.map((at, i) => {
            const p = Math.round(onDesk(view, height, axis, at)) + 0.5;
            const size = i % parts === 0 ? RULER : 5;
            return level ? (
              <line key={i} x1={p} x2={p} y1={RULER - size} y2={RULER} />
            ) : (
              <line key={i} y1={p} y2={p} x1={RULER - size} x2={RULER} />
            );
          })}
        </g>
        <g fill="var(--chakra-colors-soft)" fontSize={10}>
          {ticks
            .filter((_, i) => i % parts === 0)
            .map((at) => {
              const p = onDesk(view, height, axis, at);
              const text = formatLength(roundLength(at), unit);
              return level ? (
                <text key={at} x={p + 3} y={11}>
                  {text}
                </text>
              ) : (
                <text key={at} transform={`translate(11 ${p - 3}) rotate(-90)`}>
                  {text}
                </text>
              );
            })}
        </g>
        <PointerMark axis={axis} report={report} />
      </svg>
      {drawn !== undefined && <Line axis={level ? 'y' : 'x'} at={drawn} report={report} />}
    </>
  );
}

/** The pointer on a ruler, with the zone it is in along that axis. */
function PointerMark({ axis, report }: { axis: Axis; report: Ruled }) {
  const pointer = useView((state) => state.pointer);
  const view = useView((state) => state.view);
  if (!pointer) return null;
  const at = pointer[axis];
  const p = onDesk(view, report.sheet.height, axis, at);
  const zones = axis === 'x' ? report.zones.columns : report.zones.rows;
  const zone = zones.find((one) => at >= one.from && at <= one.to)?.label ?? '';
  const level = axis === 'x';
  return (
    <g data-testid={`pointer-${axis}`}>
      <rect
        x={level ? p - 9 : 1}
        y={level ? 1 : p - 8}
        width={level ? 18 : RULER - 2}
        height={level ? RULER - 2 : 16}
        fill="var(--chakra-colors-ink)"
      />
      <text
        x={level ? p : RULER / 2}
        y={level ? 13 : p + 4}
        textAnchor="middle"
        fontSize={11}
        fill="var(--chakra-colors-on-ink)"
      >
        {zone || '·'}
      </text>
    </g>
  );
}

function Line({ axis, at, report }: { axis: Axis; at: number; report: Ruled }) {
  const view = useView((state) => state.view);
  const p = onDesk(view, report.sheet.height, axis, at);
  return (
    <Box
      position="absolute"
      pointerEvents="none"
      zIndex={1}
      {...(axis === 'x'
        ? { left: `${p}px`, top: 0, bottom: 0, borderLeft: '1px dashed' }
        : { top: `${p}px`, left: 0, right: 0, borderTop: '1px dashed' })}
      borderColor="pine"
    />
  );
}

/** The guides, to be dragged; one that is dragged off the sheet is gone. */
function GuideLines({ report }: { report: Ruled }) {
  const guides = useBoard((board) => board.guides);
  return guides.map((guide, i) => <GuideLine key={i} guide={guide} index={i} report={report} />);
}

function GuideLine({ guide, index, report }: { guide: Guide; index: number; report: Ruled }) {
  const view = useView((state) => state.view);
  const unit = useBoard((board) => board.document.unit);
  const store = useBoardStore();
  const move = (at: number | undefined) => {
    const { board, setGuides } = store.getState();
    setGuides(withGuide(board!.guides, index, at));
  };
  const [held, setHeld] = useState(false);
  const { width, height } = report.sheet;
  const upright = guide.axis === 'x';
  const p = onDesk(view, height, guide.axis, guide.at);
  const words = `Guide at ${upright ? 'x' : 'y'} ${formatLength(guide.at, unit)} ${unit}`;
  return (
    <>
      <Line axis={guide.axis} at={guide.at} report={report} />
      <Box
        asChild
        position="absolute"
        zIndex={2}
        fontSize="11px"
        px="3px"
        bg="pine"
        color="onInk"
        cursor={upright ? 'ew-resize' : 'ns-resize'}
        {...(upright ? { left: `${p + 1}px`, top: `${RULER + 2}px` } : { left: `${RULER + 2}px`, top: `${p + 1}px` })}
      >
        <button
          type="button"
          aria-label={words}
          title={`${words}. Drag it; off the sheet, or with Delete, it is gone.`}
          onKeyDown={(event) => {
            if (event.key === 'Delete' || event.key === 'Backspace') move(undefined);
            else return;
            event.stopPropagation();
            event.preventDefault();
          }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setHeld(true);
          }}
          onPointerMove={(event) => {
            if (!held) return;
            const frame = event.currentTarget.closest('[data-testid=desk]')!.getBoundingClientRect();
            const point = fromDesk(view, height, { x: event.clientX - frame.left, y: event.clientY - frame.top });
            move(Math.round(point[guide.axis] * 2) / 2);
          }}
          onPointerUp={() => {
            setHeld(false);
            if (guide.at < 0 || guide.at > (upright ? width : height)) move(undefined);
          }}
        >
          {formatLength(guide.at, unit)}
        </button>
      </Box>
    </>
  );
}
