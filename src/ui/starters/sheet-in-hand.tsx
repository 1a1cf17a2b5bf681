'use client';

import { Box } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import type { Composed } from '../../core/scene/compose';
import type { SheetViews } from '../../core/view/view';
import { SheetOnDesk } from '../sheet/sheet-on-desk';
import { useFitKey } from '../sheet/use-fit-key';
import { useZoom } from '../sheet/use-zoom';
import { ViewContext, createViewStore, useViewStore } from '../sheet/view-store';
import { ViewsOnSheet } from '../views/views-on-sheet';

interface InHand {
  composed: Composed | undefined;
  setting: SheetViews;
  selected: string | undefined;
  locked: boolean;
  onSelect: (id: string | undefined) => void;
  onChange: (setting: SheetViews) => void;
}

/** A sheet of a starter with a real model: its views are dragged where they are to stand. */
export function SheetInHand(props: InHand) {
  const [store] = useState(createViewStore);
  return (
    <ViewContext value={store}>
      <OnDesk {...props} />
    </ViewContext>
  );
}

function OnDesk({ composed, ...views }: InHand) {
  const svg = useRef<SVGSVGElement>(null);
  const view = useViewStore();
  useZoom(svg, composed?.scene);
  useFitKey(view);
  return (
    <Box position="relative" height="100%" bg="desk" overflow="hidden" data-testid="desk">
      <SheetOnDesk svg={svg} scene={composed?.scene} aria-label="Sheet of the starter" />
      {composed && <ViewsOnSheet report={composed.report} {...views} />}
    </Box>
  );
}
