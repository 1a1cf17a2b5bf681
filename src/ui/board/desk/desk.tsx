'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type CSSProperties, type MouseEvent, type PointerEvent, type RefObject, useRef } from 'react';
import { type Box as SheetBox, type Point, holds, right, top } from '../../../core/geometry/box';
import { trimNumber } from '../../../core/geometry/length';
import type { Report } from '../../../core/scene/report';
import type { Scene } from '../../../core/scene/scene';
import { SceneView } from '../../sheet/scene-view';
import { type Selection, useBoard, useBoardStore } from '../board-store';
import { CellBar } from './cell-bar';
import { GrowthHandle } from './growth-handle';
import { InPlaceEditor } from './in-place-editor';
import { fileOf, putPicture } from '../details/putting-pictures';
import { extendTo, selectedIds, selectedIn, toggleCell } from '../commands/selection';
import { Measuring } from './measuring';
import { Rulers } from './rulers';
import { TrackNumbers } from './track-numbers';
import { useSheet } from './use-sheet';
import { useZoom } from '../../sheet/use-zoom';
import { fromDesk, useView } from '../../sheet/view-store';

const TEXT_STYLE: CSSProperties = {
  fontKerning: 'none',
  fontVariantLigatures: 'none',
  textRendering: 'geometricPrecision',
  whiteSpace: 'pre',
};

/** The sheet on the desk: what is on screen is what is exported, with what is selected marked over it. */
export function Desk() {
  const sheet = useSheet();
  const svg = useRef<SVGSVGElement>(null);
  useZoom(svg, sheet.ok ? sheet.scene : undefined);
  return (
    <Box position="relative" width="100%" height="100%" bg="desk" overflow="hidden" data-testid="desk">
      <SheetOnDesk svg={svg} />
      {sheet.ok && <Rulers sheet={sheet.report.sheet} zones={sheet.report.zones} />}
      {sheet.ok && <TrackNumbers report={sheet.report} />}
      {sheet.ok && <GrowthHandle report={sheet.report} />}
      {sheet.ok && <InPlaceEditor report={sheet.report} />}
      <CellBar />
      {sheet.ok && <Measuring report={sheet.report} />}
      {!sheet.ok && (
        <Flex position="absolute" inset={0} align="center" justify="center" p="40px">
          <Box role="alert" bg="card" border="1px solid" borderColor="vermilion" px="16px" py="12px" maxWidth="460px">
            ■ {sheet.reason}
          </Box>
        </Flex>
      )}
    </Box>
  );
}

function SheetOnDesk({ svg }: { svg: RefObject<SVGSVGElement | null> }) {
  const sheet = useSheet();
  const view = useView((state) => state.view);
  const pressed = useRef<string>(undefined);
  const pointAt = (event: MouseEvent): Point | undefined => {
    if (!sheet.ok || !svg.current) return undefined;
    const frame = svg.current.getBoundingClientRect();
    return fromDesk(view, sheet.scene.height, { x: event.clientX - frame.left, y: event.clientY - frame.top });
  };
  const pick = (event: MouseEvent) => {
    const point = pointAt(event);
    if (!point || !sheet.ok) return;
    const { board, set } = useBoardStore.getState();
    const next = selectionAt(sheet.report, point);
    const before = board && selectedIn(board);
    if ((event.ctrlKey || event.metaKey) && next.kind === 'cell') toggleCell(next.block, next.cell);
    else if (event.shiftKey && next.kind === 'cell' && before?.cells[0] && before.block.id === next.block) {
      const cell = before.block.cells.find((candidate) => candidate.id === next.cell);
      if (cell) extendTo(before.block, before.cells[0], cell);
    } else set({ selection: next, typingIn: undefined });
  };
  /** Dragging over cells of one block selects the rectangle they make. */
  const drag = (event: PointerEvent) => {
    const point = pointAt(event);
    useView.setState({ pointer: point });
    const { board } = useBoardStore.getState();
    const selected = board && selectedIn(board);
    if (event.buttons !== 1 || !point || !sheet.ok || !selected?.cells[0] || pressed.current !== selected.cells[0].id)
      return;
    const over = sheet.report.cells.findLast(
      (candidate) => candidate.block === selected.block.id && holds(candidate.box, point),
    );
    const cell = over && selected.block.cells.find((candidate) => candidate.id === (over.repeats ?? over.id));
    if (cell) extendTo(selected.block, selected.cells[0], cell);
  };
  const press = (event: PointerEvent) => {
    pressed.current = undefined;
    const point = pointAt(event);
    if (event.button !== 0 || event.shiftKey || event.ctrlKey || event.metaKey || !point || !sheet.ok) return;
    const next = selectionAt(sheet.report, point);
    if (next.kind !== 'cell') return;
    pressed.current = next.cell;
    useBoardStore.getState().set({ selection: next });
  };
  /** A block fills the view; in one that does already, the cell is typed in where it stands. */
  const enter = (event: MouseEvent) => {
    const point = pointAt(event);
    if (!point || !sheet.ok) return;
    const block = sheet.report.blocks.findLast((candidate) => holds(candidate.box, point));
    if (!block) return;
    if (!isFramed(svg.current!, view.k, block.box)) useView.getState().frame(block.box);
    else useBoardStore.getState().set({ selection: selectionAt(sheet.report, point), typingIn: 'content' });
  };
  return (
    <svg
      ref={svg}
      width="100%"
      height="100%"
      role="img"
      aria-label="Sheet"
      style={{ display: 'block', ...TEXT_STYLE }}
      onClick={(event) => {
        const { board } = useBoardStore.getState();
        const several =
          board?.selection.kind === 'cell' &&
          board.selection.others !== undefined &&
          pressed.current === board.selection.cell;
        if (!several || event.shiftKey || event.ctrlKey || event.metaKey) pick(event);
      }}
      onDoubleClick={enter}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const point = pointAt(event);
        if (point && sheet.ok) void dropPicture(fileOf(event.dataTransfer), selectionAt(sheet.report, point));
      }}
      onPointerDown={press}
      onPointerMove={drag}
      onPointerLeave={() => useView.setState({ pointer: undefined })}
    >
      {sheet.ok && (
        <g transform={`translate(${view.x} ${view.y}) scale(${view.k})`}>
          <rect
            width={sheet.scene.width}
            height={sheet.scene.height}
            fill="#FFFFFF"
            stroke="var(--chakra-colors-line)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          <ClearLabel box={sheet.report.clear.largest} height={sheet.scene.height} />
          <LinkWash scene={sheet.scene} />
          <AskedNumbers report={sheet.report} height={sheet.scene.height} />
          <SceneView scene={sheet.scene} />
          <SelectionMarks report={sheet.report} height={sheet.scene.height} />
        </g>
      )}
    </svg>
  );
}

/** Puts a dropped or pasted picture into the cell that is meant; says why when it cannot be. */
export async function dropPicture(file: File | undefined, on: Selection): Promise<void> {
  const { board, set } = useBoardStore.getState();
  if (!board || !file) return;
  const cell = on.kind === 'cell' ? selectedIn({ document: board.document, selection: on })?.cells[0] : undefined;
  if (on.kind !== 'cell' || !cell) {
    set({ notice: 'Drop or paste a picture onto a cell.' });
    return;
  }
  set({ selection: on });
  const outcome = await putPicture(file, on.block, cell);
  if (!outcome.ok) set({ notice: outcome.reason });
}

/** Whether a block takes up most of the view already. */
function isFramed(element: SVGSVGElement, k: number, box: SheetBox): boolean {
  const { width, height } = element.getBoundingClientRect();
  return Math.max((box.width * k) / width, (box.height * k) / height) > 0.6;
}

/** What a click at a point selects: the cell there, else the frame with its zones, else the sheet. */
function selectionAt(report: Report, point: Point): Selection {
  const cell = report.cells.findLast((candidate) => holds(candidate.box, point));
  // A repeated cell of a table is the one of the format that it repeats.
  if (cell) return { kind: 'cell', block: cell.block, cell: cell.repeats ?? cell.id };
  const space = report.drawingSpace;
  const border = !holds({ x: space.x + 1, y: space.y + 1, width: space.width - 2, height: space.height - 2 }, point);
  const onSheet = holds({ x: 0, y: 0, width: report.sheet.width, height: report.sheet.height }, point);
  return border && onSheet ? { kind: 'frame' } : { kind: 'sheet' };
}

function Outline({ box, height, colour, width }: { box: SheetBox; height: number; colour: string; width: number }) {
  return (
    <rect
      x={box.x}
      y={height - top(box)}
      width={box.width}
      height={box.height}
      fill="none"
      stroke={`var(--chakra-colors-${colour})`}
      strokeWidth={width}
      vectorEffect="non-scaling-stroke"
      pointerEvents="none"
    />
  );
}

function SelectionMarks({ report, height }: { report: Report; height: number }) {
  const selection = useBoard((board) => board.selection);
  const blockId = 'block' in selection ? selection.block : undefined;
  const block = report.blocks.find((candidate) => candidate.id === blockId);
  const ids = selectedIds(selection);
  const cells = report.cells.filter((candidate) => ids.includes(candidate.id));
  const repeats = report.cells.filter(({ repeats: pattern }) => pattern !== undefined && ids.includes(pattern));
  return (
    <g data-source="selection">
      {block && cells.length + repeats.length === 0 && (
        <Outline box={block.box} height={height} colour="plum" width={2} />
      )}
      {cells.map((cell) => (
        <Outline key={cell.id} box={cell.box} height={height} colour="plum" width={cell.id === ids[0] ? 2.5 : 1.5} />
      ))}
      {repeats.map((cell) => (
        <Outline key={cell.id} box={cell.box} height={height} colour="plum" width={0.75} />
      ))}
      {selection.kind === 'frame' && <Outline box={report.drawingSpace} height={height} colour="plum" width={2} />}
    </g>
  );
}

/** In Names, linked values stand on a wash, so that they are told from fixed text. */
function LinkWash({ scene }: { scene: Scene }) {
  const show = useBoard((board) => board.show);
  if (show !== 'names') return null;
  return (
    <g data-source="names">
      {scene.primitives.flatMap((run, i) =>
        run.kind !== 'text'
          ? []
          : (run.spans ?? []).flatMap((span, j) =>
              span.kind === 'fixed'
                ? []
                : [
                    <rect
                      key={`${i}-${j}`}
                      x={span.offset - 0.4}
                      y={-run.height - 0.5}
                      width={span.width + 0.8}
                      height={run.height + 1.2}
                      fill={span.kind === 'linked' ? '#F3E4EE' : '#F6E7CF'}
                      transform={`translate(${run.x} ${scene.height - run.y}) rotate(${-run.turn})`}
                    />,
                  ],
            ),
      )}
    </g>
  );
}

/** In Names, the numbers in which asked values are asked stand in their cells. */
function AskedNumbers({ report, height }: { report: Report; height: number }) {
  const show = useBoard((board) => board.show);
  const asked = useBoard((board) => board.document.asked);
  if (show !== 'names') return null;
  return (
    <g data-source="asked">
      {report.cells.flatMap(({ id, box, trace }) => {
        const index = asked.findIndex(({ key }) => trace.some((one) => one.property === key));
        if (index < 0) return [];
        const [x, y] = [right(box) - 2.4, height - top(box)];
        return [
          <g key={id}>
            <circle cx={x} cy={y} r={1.7} fill="#935A0A" />
            <text
              x={x}
              y={y + 0.75}
              textAnchor="middle"
              style={{ fontSize: '2.2px', fontFamily: "'Barlow Semi Condensed'" }}
              fill="#FBFAF6"
            >
              {index + 1}
            </text>
          </g>,
        ];
      })}
    </g>
  );
}

function ClearLabel({ box, height }: { box: SheetBox; height: number }) {
  const k = useView((state) => state.view.k);
  if (box.width < 20 || box.height < 10) return null;
  const x = (box.x + right(box)) / 2;
  const y = height - (box.y + top(box)) / 2;
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      style={{ fontSize: `${12 / k}px`, fontFamily: "'Barlow Semi Condensed'" }}
      fill="#8A877C"
      pointerEvents="none"
      data-source="clear"
    >
      largest clear rectangle {trimNumber(box.width, 1)} × {trimNumber(box.height, 1)} mm
    </text>
  );
}
