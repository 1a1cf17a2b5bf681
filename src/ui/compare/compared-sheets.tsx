'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useId, useMemo, useState } from 'react';
import type { Box as SheetBox } from '../../core/geometry/box';
import { differences } from '../../core/scene/differences';
import type { Scene } from '../../core/scene/scene';
import { SceneView } from '../sheet/scene-view';
import { PlaceDesk } from '../sheet/place-desk';
import { ViewContext, createViewStore } from '../sheet/view-store';
import { LOOKS, marked } from './marked';

/** How two sheets are looked at. */
export const WAYS = ['laid over', 'side by side', 'slider', 'blink'] as const;
export type Way = (typeof WAYS)[number];

/** How long each of two sheets is seen when they blink, ms. */
const BLINK_MS = 900;

/** Two states of a sheet: laid over each other with what went and what came marked, side by side, behind a slider, or in turn. */
export function ComparedSheets(props: {
  before: Scene;
  after: Scene;
  names: { before: string; after: string };
  way: Way;
  /** The place of the change that is chosen, mm. */
  place: SheetBox | undefined;
}) {
  const { before, after, names, way, place } = props;
  const [over] = useState(createViewStore);
  const [left] = useState(createViewStore);
  if (way === 'side by side')
    return (
      <Flex height="100%">
        {(
          [
            ['before', left, before, names.before],
            ['after', over, after, names.after],
          ] as const
        ).map(([side, store, scene, name]) => (
          <Flex key={side} direction="column" flex="1" minWidth={0} borderRight="1px solid" borderColor="ink">
            <Box px="10px" py="3px" fontSize="13px" bg="paper" borderBottom="1px solid" borderColor="line">
              {name}
            </Box>
            <Box flex="1" minHeight={0}>
              <ViewContext value={store}>
                <PlaceDesk scene={scene} place={place} label={name} />
              </ViewContext>
            </Box>
          </Flex>
        ))}
      </Flex>
    );
  return (
    <ViewContext value={over}>
      <Together {...props} way={way} />
    </ViewContext>
  );
}

function Together(props: {
  before: Scene;
  after: Scene;
  names: { before: string; after: string };
  way: Exclude<Way, 'side by side'>;
  place: SheetBox | undefined;
}) {
  const { before, after, names, way, place } = props;
  const [at, setAt] = useState(50);
  const [first, setFirst] = useState(false);
  const clip = useId();
  useEffect(() => {
    if (way !== 'blink') return;
    const timer = setInterval(() => setFirst((was) => !was), BLINK_MS);
    return () => clearInterval(timer);
  }, [way]);
  const { gone, come } = useMemo(() => differences(before, after), [before, after]);
  const over = useMemo<Scene>(
    () => ({ ...after, primitives: [...marked(gone, 'went'), ...marked(come, 'came')] }),
    [after, gone, come],
  );
  const width = Math.max(before.width, after.width);
  return (
    <Flex direction="column" height="100%">
      <Box flex="1" minHeight={0}>
        <PlaceDesk
          scene={way === 'blink' && first ? before : after}
          place={place}
          label={way === 'blink' ? (first ? names.before : names.after) : 'Compared sheets'}
          over={
            way === 'laid over' ? (
              <g data-testid="compared" pointerEvents="none">
                <SceneView scene={over} />
              </g>
            ) : way === 'slider' ? (
              <g pointerEvents="none">
                <clipPath id={clip}>
                  <rect x={-1} y={-1} width={(width * at) / 100 + 1} height={before.height + 2} />
                </clipPath>
                <g clipPath={`url(#${clip})`}>
                  <rect width={before.width} height={before.height} fill="#FFFFFF" />
                  <SceneView scene={before} />
                </g>
                <line
                  x1={(width * at) / 100}
                  x2={(width * at) / 100}
                  y1={0}
                  y2={after.height}
                  stroke="var(--chakra-colors-plum)"
                  strokeWidth={2}
                  vectorEffect="non-scaling-stroke"
                />
              </g>
            ) : null
          }
        />
      </Box>
      <Flex
        px="12px"
        py="4px"
        gap="14px"
        bg="paper"
        borderTop="1px solid"
        borderColor="line"
        fontSize="13px"
        align="center"
      >
        {way === 'laid over' && (
          <>
            <Box as="span" style={{ color: LOOKS.went.ink }}>
              − {gone.length} went: dashed, struck through
            </Box>
            <Box as="span" style={{ color: LOOKS.came.ink }}>
              + {come.length} came: bold, underlined
            </Box>
          </>
        )}
        {way === 'slider' && (
          <>
            <Box as="span" color="soft">
              {names.before}
            </Box>
            <input
              type="range"
              aria-label="How much of the first sheet is seen"
              min={0}
              max={100}
              value={at}
              style={{ flex: 1 }}
              onChange={(event) => setAt(Number(event.target.value))}
            />
            <Box as="span" color="soft">
              {names.after}
            </Box>
          </>
        )}
        {way === 'blink' && <Box as="span">{first ? names.before : names.after}</Box>}
        {gone.length + come.length === 0 && (
          <Box as="span" color="soft">
            Nothing differs on this sheet.
          </Box>
        )}
      </Flex>
    </Flex>
  );
}
