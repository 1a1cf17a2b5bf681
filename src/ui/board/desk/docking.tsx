'use client';

import { Box } from '@chakra-ui/react';
import { type MouseEvent, useEffect, useState } from 'react';
import type { Side } from '../../../core/format/document';
import { type Box as SheetBox, type Point, holds, right, top } from '../../../core/geometry/box';
import type { Report } from '../../../core/scene/report';
import { pointedAt, toDesk, useView, useViewStore } from '../../sheet/view-store';
import { openBoard, useBoard, useBoardStore } from '../board-store';
import { dockTo } from '../commands/commands';
import { DeskWords } from './desk-words';

/** How thick the side is marked that the block would be docked to, px. */
const MARK = 6;

/** Looking for the block and the side that the selected block is to be docked to; nothing moves before one is clicked. */
export function Docking({ report }: { report: Report }) {
  const isDocking = useView((state) => state.docking);
  const viewStore = useViewStore();
  const block = useBoard(({ selection }) => ('block' in selection ? selection.block : undefined));
  // It ends with the selection.
  useEffect(() => {
    if (block === undefined) viewStore.setState({ docking: false });
  }, [block, viewStore]);
  return isDocking && block !== undefined ? <DockingOver report={report} block={block} /> : null;
}

function DockingOver({ report, block }: { report: Report; block: string }) {
  const store = useBoardStore();
  const viewStore = useViewStore();
  const view = useView((state) => state.view);
  const [at, setAt] = useState<{ id: string; name: string; box: SheetBox; side: Side }>();
  const name = useBoard(({ document }) => document.blocks.find(({ id }) => id === block)?.name);
  const find = (event: MouseEvent) => {
    const point = pointedAt(event, view, report.sheet.height);
    viewStore.setState({ pointer: point });
    const other = report.blocks.findLast(({ id, box }) => id !== block && holds(box, point));
    return other && { id: other.id, name: other.name, box: other.box, side: nearestSide(other.box, point) };
  };
  const end = () => viewStore.setState({ docking: false });
  return (
    <Box
      position="absolute"
      inset={0}
      cursor="crosshair"
      zIndex={4}
      role="application"
      aria-label="Docking: click a side of a block"
      onPointerMove={(event) => setAt(find(event))}
      onClick={(event) => {
        const side = find(event);
        if (side) dockTo(openBoard(store)!, block, side.id, side.side);
        end();
      }}
    >
      {at && <SideMark box={at.box} side={at.side} toPoint={(point) => toDesk(view, report.sheet.height, point)} />}
      <DeskWords>
        {at
          ? `Dock ${name} ${SIDE_WORDS[at.side]} ${at.name}`
          : `Click the side of the block that ${name} is docked to; Escape leaves it`}
      </DeskWords>
    </Box>
  );
}

const SIDE_WORDS: Record<Side, string> = {
  above: 'above',
  below: 'below',
  left: 'to the left of',
  right: 'to the right of',
};

/** The side of a box that a point in it is nearest to. */
function nearestSide(box: SheetBox, { x, y }: Point): Side {
  const distances: [Side, number][] = [
    ['left', x - box.x],
    ['right', right(box) - x],
    ['below', y - box.y],
    ['above', top(box) - y],
  ];
  return distances.toSorted((a, b) => a[1] - b[1])[0]![0];
}

function SideMark(props: { box: SheetBox; side: Side; toPoint: (point: Point) => Point }) {
  const { box, side, toPoint } = props;
  const a = toPoint({ x: box.x, y: top(box) });
  const b = toPoint({ x: right(box), y: box.y });
  const isLevel = side === 'above' || side === 'below';
  return (
    <Box
      position="absolute"
      bg="plum"
      data-testid="dock-side"
      data-side={side}
      left={`${side === 'right' ? b.x - MARK / 2 : a.x - (isLevel ? 0 : MARK / 2)}px`}
      top={`${side === 'below' ? b.y - MARK / 2 : a.y - (isLevel ? MARK / 2 : 0)}px`}
      width={`${isLevel ? b.x - a.x : MARK}px`}
      height={`${isLevel ? MARK : b.y - a.y}px`}
    />
  );
}
