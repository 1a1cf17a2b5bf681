'use client';

import { Box } from '@chakra-ui/react';
import { type PointerEvent, useState } from 'react';
import type { Point } from '../../../core/geometry/box';
import { formatLength } from '../../../core/geometry/length';
import type { Report } from '../../../core/scene/report';
import { useBoard } from '../board-store';
import { cornersOn, levelsOn, nearestLevel } from './snapping';
import { pointedAt, toDesk, useView, useViewStore } from '../../sheet/view-store';

/** How near the pointer takes a corner or an edge, px. */
const REACH = 7;

/**
 * Measuring on the desk: a click takes the first point, the next one the second; corners and edges near the pointer are
 * taken exactly, with Alt any point. It says the distance across, up and straight.
 */
export function Measuring({ report }: { report: Report }) {
  const measuring = useView((state) => state.measuring);
  return measuring ? <MeasuringOver report={report} /> : null;
}

function MeasuringOver({ report }: { report: Report }) {
  const viewStore = useViewStore();
  const view = useView((state) => state.view);
  const unit = useBoard((board) => board.document.unit);
  const guides = useBoard((board) => board.guides);
  const [from, setFrom] = useState<Point>();
  const [to, setTo] = useState<Point>();
  const [done, setDone] = useState(false);
  const { height } = report.sheet;
  const pointAt = (event: PointerEvent): Point => {
    const free = pointedAt(event, view, height);
    return event.altKey ? free : taken(report, guides, free, REACH / view.k);
  };
  const [a, b] = [from, to].map((point) => point && toDesk(view, height, point));
  return (
    <Box
      position="absolute"
      inset={0}
      cursor="crosshair"
      zIndex={4}
      role="application"
      aria-label="Measuring: click two points"
      onPointerMove={(event) => {
        const point = pointAt(event);
        viewStore.setState({ pointer: point });
        if (!done) setTo(point);
      }}
      onPointerDown={(event) => {
        const point = pointAt(event);
        if (!from || done) {
          setFrom(point);
          setTo(point);
          setDone(false);
        } else {
          setTo(point);
          setDone(true);
        }
      }}
    >
      <svg width="100%" height="100%" style={{ display: 'block' }}>
        {b && <circle cx={b.x} cy={b.y} r={4} fill="none" stroke="var(--chakra-colors-pine)" strokeWidth={2} />}
        {a && b && (
          <g stroke="var(--chakra-colors-pine)" fill="none">
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} strokeWidth={2} />
            <path d={`M${a.x} ${a.y}H${b.x}V${b.y}`} strokeDasharray="4 3" />
            <circle cx={a.x} cy={a.y} r={4} strokeWidth={2} />
          </g>
        )}
      </svg>
      <Box
        position="absolute"
        left="50%"
        top="26px"
        transform="translateX(-50%)"
        bg="card"
        border="1px solid"
        borderColor="pine"
        px="10px"
        py="4px"
        role="status"
        data-testid="measured"
      >
        {from && to
          ? `across ${formatLength(Math.abs(to.x - from.x), unit)} · up ${formatLength(Math.abs(to.y - from.y), unit)} · straight ${formatLength(Math.hypot(to.x - from.x, to.y - from.y), unit)} ${unit}`
          : 'Click the first point. Alt takes any point, Escape ends measuring.'}
      </Box>
    </Box>
  );
}

/** The corner near a point, else the point on the edges near it. */
function taken(report: Report, guides: Parameters<typeof levelsOn>[1], point: Point, reach: number): Point {
  let corner: Point | undefined;
  for (const one of cornersOn(report)) {
    const distance = Math.hypot(one.x - point.x, one.y - point.y);
    if (distance <= reach && (!corner || distance < Math.hypot(corner.x - point.x, corner.y - point.y))) corner = one;
  }
  if (corner) return corner;
  const levels = levelsOn(report, guides);
  return {
    x: nearestLevel(levels.x, point.x, reach) ?? point.x,
    y: nearestLevel(levels.y, point.y, reach) ?? point.y,
  };
}
