'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type RefObject, useRef } from 'react';
import { type Box as SheetBox, right, top } from '../../../core/geometry/box';
import type { Place } from '../../../core/findings/finding';
import { trimNumber } from '../../../core/geometry/length';
import type { Report } from '../../../core/scene/report';
import type { Scene } from '../../../core/scene/scene';
import { SheetOnDesk } from '../../sheet/sheet-on-desk';
import { useBoard } from '../board-store';
import { CellBar } from './cell-bar';
import { GrowthHandle } from './growth-handle';
import { InPlaceEditor } from './in-place-editor';
import { selectedIds } from '../commands/selection';
import { DeskWords } from './desk-words';
import { Docking } from './docking';
import { Measuring } from './measuring';
import { Spoken, describedSheet } from './spoken';
import { Rulers } from './rulers';
import { TrackNumbers } from './track-numbers';
import { usePicking } from './picking';
import { useShownSheet } from './use-sheet';
import { useZoom } from '../../sheet/use-zoom';
import { useView } from '../../sheet/view-store';

/** The sheet on the desk: what is on screen is what is exported, with what is selected marked over it. */
export function Desk() {
  const sheet = useShownSheet();
  const preview = useBoard((board) => board.preview?.words);
  const svg = useRef<SVGSVGElement>(null);
  useZoom(svg, sheet.ok ? sheet.scene : undefined);
  return (
    <Box position="relative" width="100%" height="100%" bg="desk" overflow="clip" userSelect="none" data-testid="desk">
      <PickableSheet svg={svg} />
      {sheet.ok && <Rulers sheet={sheet.report.sheet} zones={sheet.report.zones} />}
      {sheet.ok && preview === undefined && (
        <>
          <TrackNumbers report={sheet.report} />
          <GrowthHandle report={sheet.report} />
          <InPlaceEditor report={sheet.report} />
          <Measuring report={sheet.report} />
          <Docking report={sheet.report} />
          <Spoken report={sheet.report} />
        </>
      )}
      {preview === undefined ? <CellBar /> : <DeskWords>Shown as it would be: {preview}</DeskWords>}
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

function PickableSheet({ svg }: { svg: RefObject<SVGSVGElement | null> }) {
  const sheet = useShownSheet();
  const { pick, drag, press, enter, drop, leave } = usePicking(svg);
  if (!sheet.ok) return <SheetOnDesk svg={svg} scene={undefined} />;
  const { scene, report } = sheet;
  return (
    <SheetOnDesk
      svg={svg}
      scene={scene}
      description={describedSheet(report)}
      under={
        <>
          <ClearLabel box={report.clear.largest} height={scene.height} />
          <LinkWash scene={scene} />
          <AskedNumbers report={report} height={scene.height} />
        </>
      }
      over={
        <>
          <FindingMarks report={report} height={scene.height} />
          <SelectionMarks report={report} height={scene.height} />
        </>
      }
      onClick={pick}
      onDoubleClick={enter}
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
      onPointerDown={press}
      onPointerMove={drag}
      onPointerLeave={leave}
    />
  );
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

/** What blocks release is outlined where it stands, and so is the place of the finding that is pointed at in a list. */
function FindingMarks({ report, height }: { report: Report; height: number }) {
  const pointed = useView((state) => state.pointedPlace);
  const boxAt = ({ block, cell }: Place) =>
    cell === undefined
      ? report.blocks.find(({ id }) => id === block)?.box
      : report.cells.find((candidate) => candidate.block === block && candidate.id === cell)?.box;
  const blocking = report.findings.filter((one) => one.weight === 'blocks release' && one.accepted === undefined);
  const boxes = new Map(blocking.flatMap(({ place }) => boxAt(place) ?? []).map((box) => [`${box.x} ${box.y}`, box]));
  const pointedBox = pointed && boxAt(pointed);
  return (
    <g data-source="findings">
      {[...boxes].map(([key, box]) => (
        <Outline key={key} box={box} height={height} colour="vermilion" width={1.25} />
      ))}
      {pointedBox && <Outline box={pointedBox} height={height} colour="vermilion" width={3} />}
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
