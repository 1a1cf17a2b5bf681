'use client';

import { Box } from '@chakra-ui/react';
import { type ReactNode, useEffect, useRef } from 'react';
import type { Box as SheetBox } from '../../core/geometry/box';
import type { Scene } from '../../core/scene/scene';
import { SheetOnDesk } from './sheet-on-desk';
import { useFitKey } from './use-fit-key';
import { useZoom } from './use-zoom';
import { useViewStore } from './view-store';

/** Least width of what is seen around a place, mm: a cell alone would fill the desk. */
const ROOM = 110;

/** A place with what stands around it. */
function withRoom({ x, y, width, height }: SheetBox): SheetBox {
  const more = Math.max(0, ROOM - width) / 2;
  return { x: x - more, y: y - more / 2, width: width + 2 * more, height: height + more };
}

/** A sheet on its desk on which a place of it can be shown: the view goes there when it is chosen. */
export function PlaceDesk(props: { scene: Scene; place: SheetBox | undefined; label: string; over?: ReactNode }) {
  const { scene, place, label, over } = props;
  const svg = useRef<SVGSVGElement>(null);
  const view = useViewStore();
  useZoom(svg, scene);
  useEffect(() => {
    if (place) view.getState().frame(withRoom(place));
  }, [place, view]);
  useFitKey(view);
  return (
    <Box height="100%" bg="desk">
      <SheetOnDesk
        svg={svg}
        scene={scene}
        aria-label={label}
        over={
          <>
            {over}
            {place && (
              <rect
                data-testid="place"
                x={place.x}
                y={scene.height - place.y - place.height}
                width={place.width}
                height={place.height}
                fill="none"
                stroke="var(--chakra-colors-plum)"
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
            )}
          </>
        }
      />
    </Box>
  );
}
