'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Box as SheetBox } from '../../core/geometry/box';
import type { CellFound } from '../../core/recognising/recognition';
import type { LookAt } from '../../core/recognising/look-at';
import { Choice } from '../controls/choice';
import { PlaceDesk } from '../sheet/place-desk';
import { SceneView } from '../sheet/scene-view';
import { ViewContext, createViewStore } from '../sheet/view-store';
import { GUESS, KINDS, type Kind, kindOf } from './kinds';

const WAYS = ['drawing', 'format', 'laid over'] as const;
type Way = (typeof WAYS)[number];
const WAY_WORDS: Record<Way, string> = { drawing: 'The drawing', format: 'The format', 'laid over': 'Laid over' };

/** The drawing with what was recognised marked in it, the format that comes of it, or one over the other. */
export function ReadPicture(props: {
  look: LookAt;
  chosen: SheetBox | undefined;
  onChoose: (cell: CellFound) => void;
}) {
  const { look, chosen, onChoose } = props;
  const [store] = useState(createViewStore);
  const [way, setWay] = useState<Way>('drawing');
  const { recognition, drawing, format, rest, over, report } = look;
  const { height } = drawing;
  const cells = useMemo(() => recognition.blocks.flatMap((block) => block.cells), [recognition]);
  const { space, frame } = recognition.border;
  return (
    <Flex direction="column" height="100%">
      <Box flex="1" minHeight={0}>
        <ViewContext value={store}>
          <PlaceDesk
            scene={way === 'format' ? format : drawing}
            place={chosen}
            label={WAY_WORDS[way]}
            over={
              <>
                {way === 'laid over' && (
                  <g data-testid="laid-over" pointerEvents="none">
                    <rect width={drawing.width} height={height} fill="#FFFFFF" opacity={0.65} />
                    <SceneView scene={format} />
                  </g>
                )}
                {way !== 'format' && (
                  <g style={{ color: 'var(--chakra-colors-vermilion)' }} pointerEvents="none" opacity={0.8}>
                    <Dashed scene={rest} />
                  </g>
                )}
                {frame && way === 'drawing' && <Outline box={space} height={height} />}
                {way === 'drawing' &&
                  cells.map((cell, i) => <CellMark key={i} cell={cell} height={height} onChoose={onChoose} />)}
              </>
            }
          />
        </ViewContext>
      </Box>
      <Flex
        px="12px"
        py="4px"
        gap="4px 14px"
        wrap="wrap"
        bg="paper"
        borderTop="1px solid"
        borderColor="line"
        fontSize="13px"
        align="center"
      >
        <Choice
          label="What is shown"
          value={way}
          options={WAYS.map((value) => ({ value, label: WAY_WORDS[value] }))}
          onChange={setWay}
        />
        {way === 'laid over' ? (
          <Box as="span" data-testid="greatest">
            {over.compared === 0
              ? 'Nothing to compare: no line became a block or frame.'
              : `Of ${over.compared} lines the farthest lies ${over.greatest.toFixed(3)} mm off; ${over.beyond} more than 0.05 mm. Ends that were mended count.`}
          </Box>
        ) : (
          (Object.entries(KINDS) as [Kind, (typeof KINDS)[Kind]][])
            .filter(([kind]) => kind !== 'empty')
            .map(([kind, { sign, colour, words }]) => (
              <Box as="span" key={kind} color={colour} whiteSpace="nowrap">
                {sign} {words}
              </Box>
            ))
        )}
        {way === 'drawing' && (
          <Box as="span" color="vermilion" whiteSpace="nowrap">
            ? a guess
          </Box>
        )}
        {way === 'drawing' && Object.keys(report.leftOver.figures).length > 0 && (
          <Box as="span" color="vermilion" whiteSpace="nowrap">
            ┅ not understood
          </Box>
        )}
      </Flex>
    </Flex>
  );
}

/** A scene in one colour, dashed: what belongs to nothing. */
function Dashed({ scene }: { scene: LookAt['rest'] }) {
  const coloured = useMemo(
    () => ({
      ...scene,
      primitives: scene.primitives.map((one) =>
        one.kind === 'path'
          ? {
              ...one,
              ink: '#B93A24',
              ...(one.fill && { fill: '#B93A24' }),
              ...(one.stroke !== undefined && { stroke: one.stroke + 0.35 }),
            }
          : one,
      ),
    }),
    [scene],
  );
  return (
    <g strokeDasharray="3 1.5" data-testid="rest">
      <SceneView scene={coloured} />
    </g>
  );
}

function Outline({ box, height }: { box: SheetBox; height: number }) {
  return (
    <rect
      x={box.x}
      y={height - box.y - box.height}
      width={box.width}
      height={box.height}
      fill="none"
      stroke="var(--chakra-colors-plum)"
      strokeDasharray="8 4"
      strokeWidth={1.5}
      vectorEffect="non-scaling-stroke"
      pointerEvents="none"
    />
  );
}

/** A cell as it was found, in the colour and with the sign of what it holds; a guess is dashed and says so. */
function CellMark({
  cell,
  height,
  onChoose,
}: {
  cell: CellFound;
  height: number;
  onChoose: (cell: CellFound) => void;
}) {
  const { box, sure } = cell;
  const kind = kindOf(cell);
  const isGuess = sure < GUESS && kind !== 'empty';
  const ink = `var(--chakra-colors-${isGuess ? 'vermilion' : KINDS[kind].colour})`;
  const [x, y] = [box.x, height - box.y - box.height];
  const size = Math.min(1.1, box.height / 6);
  return (
    <g data-testid="cell-found" data-kind={kind} style={{ cursor: 'pointer' }} onClick={() => onChoose(cell)}>
      <rect
        x={x}
        y={y}
        width={box.width}
        height={box.height}
        fill={ink}
        fillOpacity={kind === 'empty' ? 0.03 : 0.1}
        stroke={ink}
        strokeWidth={1}
        strokeDasharray={isGuess ? '4 3' : undefined}
        vectorEffect="non-scaling-stroke"
      />
      <g
        transform={`translate(${x + box.width - 1.8 * size} ${y + 1.8 * size}) scale(${size})`}
        stroke={ink}
        strokeWidth={0.35}
        fill="none"
      >
        <Sign kind={kind} />
      </g>
      {isGuess && (
        <g
          transform={`translate(${x + box.width - 4.6 * size} ${y + 1.8 * size}) scale(${size})`}
          stroke={ink}
          strokeWidth={0.35}
          fill="none"
        >
          <path d="M-0.5 -0.5A0.5 0.5 0 1 1 0.2 0.05Q0 0.2 0 0.5M0 0.9V1.1" />
        </g>
      )}
    </g>
  );
}

/** The sign of a kind, about 2 mm across: a ring, a dashed line, a bar, a diamond. */
function Sign({ kind }: { kind: Kind }) {
  switch (kind) {
    case 'linked':
      return <circle r={0.85} />;
    case 'asked':
      return <path d="M-1 0.6H1" strokeDasharray="0.5 0.25" />;
    case 'fixed':
      return <path d="M-0.9 0H0.9" strokeWidth={0.6} />;
    case 'drawn':
      return <path d="M0 -1L1 0L0 1L-1 0Z" />;
    case 'empty':
      return null;
  }
}
