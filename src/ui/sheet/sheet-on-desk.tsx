'use client';

import type { CSSProperties, ReactNode, Ref, SVGProps } from 'react';
import type { Scene } from '../../core/scene/scene';
import { SceneView } from './scene-view';
import { useView } from './view-store';

/** How text is set in sheets on the screen: as it was measured. */
export const SHEET_STYLE: CSSProperties = {
  display: 'block',
  fontKerning: 'none',
  fontVariantLigatures: 'none',
  textRendering: 'geometricPrecision',
  whiteSpace: 'pre',
};

/**
 * A sheet on its desk, as the view stands: the paper, the scene, and what lies under and over it in mm of the sheet with y down. What
 * is done with the pointer on it is its owner's.
 */
export function SheetOnDesk({
  svg,
  scene,
  description,
  paper = '#FFFFFF',
  under,
  over,
  ...events
}: {
  svg: Ref<SVGSVGElement>;
  scene: Scene | undefined;
  /** What is on the sheet, for whoever does not see it. */
  description?: string;
  /** The colour of the paper. */
  paper?: string;
  under?: ReactNode;
  over?: ReactNode;
} & Omit<SVGProps<SVGSVGElement>, 'ref' | 'children'>) {
  const view = useView((state) => state.view);
  return (
    <svg
      ref={svg}
      width="100%"
      height="100%"
      role="img"
      aria-label="Sheet"
      aria-description={description}
      style={SHEET_STYLE}
      {...events}
    >
      {scene && (
        <g transform={`translate(${view.x} ${view.y}) scale(${view.k})`}>
          <rect
            width={scene.width}
            height={scene.height}
            fill={paper}
            stroke="var(--chakra-colors-line)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          {under}
          <SceneView scene={scene} />
          {over}
        </g>
      )}
    </svg>
  );
}
