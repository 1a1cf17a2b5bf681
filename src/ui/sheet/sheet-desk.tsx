'use client';

import { Box } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import type { Scene } from '../../core/scene/scene';
import { useFitKey } from './use-fit-key';
import { SheetOnDesk } from './sheet-on-desk';
import { useZoom } from './use-zoom';
import { ViewContext, createViewStore, useViewStore } from './view-store';

/** A sheet to be looked at: wheel and Space as on every desk, and 0 fits it. */
export function SheetDesk({ scene, label }: { scene: Scene | undefined; label: string }) {
  const [store] = useState(createViewStore);
  return (
    <ViewContext value={store}>
      <Looked scene={scene} label={label} />
    </ViewContext>
  );
}

function Looked({ scene, label }: { scene: Scene | undefined; label: string }) {
  const svg = useRef<SVGSVGElement>(null);
  const view = useViewStore();
  useZoom(svg, scene);
  useFitKey(view);
  return (
    <Box height="100%" bg="desk" overflow="hidden">
      <SheetOnDesk svg={svg} scene={scene} aria-label={label} />
    </Box>
  );
}
