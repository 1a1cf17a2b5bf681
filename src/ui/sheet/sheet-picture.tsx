import type { MouseEvent } from 'react';
import { type Box, top } from '../../core/geometry/box';
import type { Scene } from '../../core/scene/scene';
import { SceneView } from './scene-view';
import { SHEET_STYLE } from './sheet-on-desk';

/** A whole sheet as large as its room, that is looked at and not zoomed, with boxes of it marked (mm, y up). */
export function SheetPicture(props: {
  scene: Scene;
  marked: readonly Box[];
  onClick?: (event: MouseEvent<SVGSVGElement>) => void;
}) {
  const { scene, marked, onClick } = props;
  const { width, height } = scene;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      height="100%"
      role="img"
      aria-label="Sheet"
      style={SHEET_STYLE}
      onClick={onClick}
    >
      <rect width={width} height={height} fill="#FFFFFF" />
      <SceneView scene={scene} />
      {marked.map((box) => (
        <rect
          key={`${box.x} ${box.y}`}
          data-testid="pointed-at"
          x={box.x}
          y={height - top(box)}
          width={box.width}
          height={box.height}
          fill="#7A2E5D22"
          stroke="#7A2E5D"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
