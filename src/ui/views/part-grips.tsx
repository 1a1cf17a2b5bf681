'use client';

import { Box } from '@chakra-ui/react';
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import type { Point } from '../../core/geometry/box';
import type { Report } from '../../core/scene/report';
import type { Vector } from '../../core/view/direction';
import { draggedAlong, onSheet } from '../../core/view/dragging';
import { toDesk, useView } from '../sheet/view-store';
import { movesInWords } from './pulled-apart';

type Apart = NonNullable<NonNullable<Report['views']>['placed'][number]['apart']>;
type Part = Apart['parts'][number];

const ARROWS: Record<string, Point> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};
const AXES = ['x', 'y', 'z'] as const;
const SIZE = 14;

const plus = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [a + d, b + e, c + f];
const isStill = (move: Vector) => move.every((mm) => mm === 0);

/**
 * The parts of an assembly that is pulled apart, each with a grip where it is seen: it is dragged along the axis of the model that leads
 * most that way, or moved by arrows, 1 mm, with Shift 10, and Enter. What is in hand is shown by a line and its mm; Escape drops it. Delete
 * puts a part back where it is proposed.
 */
export function PartGrips(props: {
  apart: Apart;
  sheetHeight: number;
  onMove: (part: string, by: Vector | undefined) => void;
}) {
  const { apart, sheetHeight, onMove } = props;
  const view = useView((state) => state.view);
  /** The part in hand, and how far it is moved beyond where it is seen. */
  const [hand, setHand] = useState<{ part: string; more: Vector; pressed?: Point }>();
  const moreOf = (part: Part): Vector => (hand?.part === part.name ? hand.more : [0, 0, 0]);
  const moved = (part: Part) => plus(part.by, moreOf(part));
  const commit = (part: Part, more: Vector) => {
    setHand(undefined);
    if (!isStill(more)) onMove(part.name, plus(part.by, more));
  };
  /** How far a part is dragged by now. */
  const dragged = (pressed: Point, event: PointerEvent): Vector =>
    draggedAlong(apart.ways, {
      x: (event.clientX - pressed.x) / view.k,
      y: (pressed.y - event.clientY) / view.k,
    });
  const press = (part: Part, event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (arrow) {
      const step = draggedAlong(apart.ways, scaled(arrow, 1e6)).map(
        (mm) => Math.sign(mm) * (event.shiftKey ? 10 : 1) + 0,
      ) as unknown as Vector;
      setHand({ part: part.name, more: plus(moreOf(part), step) });
    } else if (event.key === 'Enter' && hand) commit(part, moreOf(part));
    else if (event.key === 'Escape' && hand) setHand(undefined);
    else if (event.key === 'Delete') onMove(part.name, undefined);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return apart.parts.map((part) => {
    if (!part.at) return null;
    const from = toDesk(view, sheetHeight, part.at);
    const more = moreOf(part);
    const way = onSheet(apart.ways, more);
    const to = { x: from.x + way.x * view.k, y: from.y - way.y * view.k };
    return (
      <Box key={part.name}>
        {!isStill(more) && <WayInHand from={from} to={to} words={wayInWords(more)} />}
        <Box
          as="button"
          aria-label={`${part.name}, moved by ${movesInWords(moved(part))} mm`}
          title={`${part.name}. Drag it along an axis of the model; arrows and Enter move it too.`}
          position="absolute"
          left={`${to.x - SIZE / 2}px`}
          top={`${to.y - SIZE / 2}px`}
          width={`${SIZE}px`}
          height={`${SIZE}px`}
          borderRadius="50%"
          border="2px solid"
          borderColor="plum"
          bg="paper"
          opacity={0.85}
          cursor="grab"
          _hover={{ bg: 'plumWash', opacity: 1 }}
          _focusVisible={{ outline: '2px solid', outlineColor: 'plum', outlineOffset: '2px', opacity: 1 }}
          style={{ touchAction: 'none' }}
          onPointerDown={(event: PointerEvent<HTMLElement>) => {
            if (event.button !== 0) return;
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            setHand({ part: part.name, more: [0, 0, 0], pressed: { x: event.clientX, y: event.clientY } });
          }}
          onPointerMove={(event: PointerEvent<HTMLElement>) => {
            if (hand?.part !== part.name || !hand.pressed) return;
            setHand({ ...hand, more: dragged(hand.pressed, event) });
          }}
          onPointerUp={(event: PointerEvent<HTMLElement>) => {
            // What is shown may be a move behind.
            if (hand?.part === part.name && hand.pressed) commit(part, dragged(hand.pressed, event));
          }}
          onPointerCancel={() => setHand(undefined)}
          onKeyDown={(event: KeyboardEvent) => press(part, event)}
          onBlur={() => setHand((now) => (now?.part === part.name ? undefined : now))}
        />
      </Box>
    );
  });
}

const scaled = ({ x, y }: Point, times: number): Point => ({ x: x * times, y: y * times });

/** A move along one axis, or several, in words: `z +35`. */
const wayInWords = (move: Vector): string =>
  move.flatMap((mm, i) => (mm === 0 ? [] : [`${AXES[i]} ${mm > 0 ? '+' : '−'}${Math.abs(mm)}`])).join(', ');

/** The way of a part in hand: a line from where it is seen, with its mm at the end. */
function WayInHand({ from, to, words }: { from: Point; to: Point; words: string }) {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const deg = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return (
    <>
      <Box
        position="absolute"
        left={`${from.x}px`}
        top={`${from.y}px`}
        width={`${length}px`}
        borderTop="1.5px dashed"
        borderColor="plum"
        transformOrigin="0 0"
        transform={`rotate(${deg}deg)`}
        pointerEvents="none"
      />
      <Box
        role="status"
        position="absolute"
        left={`${to.x + SIZE}px`}
        top={`${to.y - SIZE / 2}px`}
        px="5px"
        borderRadius="2px"
        bg="paper"
        color="plum"
        fontSize="12px"
        lineHeight="16px"
        whiteSpace="nowrap"
        pointerEvents="none"
      >
        {words} mm
      </Box>
    </>
  );
}
