import { fontFamily } from '../lettering/fonts';
import { joinedScene } from '../scene/joined';
import { DASHES, type Primitive, type Scene } from '../scene/scene';
import { arcPath, outlinePath } from './svg';

/** What drawing needs of a canvas, on the screen or off it. */
export type Canvas2d = Pick<
  CanvasRenderingContext2D,
  | 'setTransform'
  | 'fillRect'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'closePath'
  | 'stroke'
  | 'fill'
  | 'fillText'
  | 'measureText'
  | 'strokeText'
  | 'save'
  | 'restore'
  | 'clip'
  | 'rect'
  | 'strokeStyle'
  | 'fillStyle'
  | 'lineWidth'
  | 'setLineDash'
  | 'font'
  | 'fontKerning'
  | 'drawImage'
>;

/** The font size text is set at before it is scaled, px. */
const SETTING_SIZE = 100;

/**
 * Draws a scene onto a canvas, for small pictures of it. Lines are never thinner than `thinnest` pixels, so that a sheet
 * is recognised at the size of a stamp.
 *
 * @param scale pixels per mm
 */
export function drawScene(
  canvas: Canvas2d,
  scene: Scene,
  scale: number,
  paper: string,
  images: ReadonlyMap<string, CanvasImageSource> = new Map(),
  thinnest = 0.6,
): void {
  canvas.setTransform(1, 0, 0, 1, 0, 0);
  canvas.fillStyle = paper;
  canvas.fillRect(0, 0, scene.width * scale, scene.height * scale);
  canvas.fontKerning = 'none';
  for (const primitive of joinedScene(scene).primitives) draw(canvas, primitive, scene.height, scale, images, thinnest);
}

function draw(
  canvas: Canvas2d,
  primitive: Primitive,
  sheetHeight: number,
  scale: number,
  images: ReadonlyMap<string, CanvasImageSource>,
  thinnest: number,
): void {
  const x = (mm: number) => mm * scale;
  const y = (mm: number) => (sheetHeight - mm) * scale;
  canvas.setTransform(1, 0, 0, 1, 0, 0);
  canvas.fillStyle = primitive.ink;
  if (primitive.kind === 'text') {
    const size = (primitive.emSize * scale) / SETTING_SIZE;
    const angle = (-primitive.turn * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const along = size * primitive.letterWidth;
    // Slanted letters lean along their base line, whatever their width.
    const lean = Math.tan((primitive.slantDeg * Math.PI) / 180);
    const below = [-sin - lean * cos, cos - lean * sin] as const;
    canvas.setTransform(cos * along, sin * along, below[0] * size, below[1] * size, x(primitive.x), y(primitive.y));
    canvas.font = `${SETTING_SIZE}px ${fontFamily(primitive.font)}`;
    const { bold } = primitive;
    if (bold !== undefined) {
      canvas.strokeStyle = primitive.ink;
      canvas.setLineDash([]);
      canvas.lineWidth = (bold * scale) / size;
    }
    let at = 0;
    for (const piece of withoutLigatures(primitive.text)) {
      canvas.fillText(piece, at, 0);
      if (bold !== undefined) canvas.strokeText(piece, at, 0);
      at += canvas.measureText(piece).width;
    }
    return;
  }
  if (primitive.kind === 'fill') {
    path(canvas, primitive.points, x, y);
    canvas.fill();
    return;
  }
  if (primitive.kind === 'image') {
    const bitmap = images.get(primitive.hash);
    if (!bitmap) return;
    const { clip } = primitive;
    canvas.save();
    if (clip) {
      canvas.beginPath();
      canvas.rect(x(clip.x), y(clip.y + clip.height), clip.width * scale, clip.height * scale);
      canvas.clip();
    }
    const angle = (-primitive.turn * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    canvas.setTransform(cos, sin, -sin, cos, x(primitive.x), y(primitive.y));
    const [width, height] = [primitive.width * scale, primitive.height * scale];
    canvas.drawImage(bitmap, 0, -height, width, height);
    canvas.restore();
    return;
  }
  if (primitive.kind === 'path') {
    const outline = new Path2D(outlinePath(primitive.segments, x, y));
    canvas.strokeStyle = primitive.ink;
    canvas.setLineDash([]);
    if (primitive.fill) {
      canvas.fillStyle = primitive.fill;
      canvas.fill(outline, primitive.evenOdd ? 'evenodd' : 'nonzero');
    }
    if (primitive.stroke !== undefined) {
      canvas.lineWidth = Math.max(thinnest, primitive.stroke * scale);
      canvas.stroke(outline);
    }
    return;
  }
  canvas.strokeStyle = primitive.ink;
  canvas.lineWidth = Math.max(thinnest, primitive.width * scale);
  canvas.setLineDash(DASHES[primitive.type].map((length) => length * primitive.width * scale));
  if (primitive.kind === 'arc') {
    canvas.stroke(new Path2D(arcPath(primitive, x, y, scale)));
    return;
  }
  if (primitive.kind === 'line') {
    canvas.beginPath();
    canvas.moveTo(x(primitive.from.x), y(primitive.from.y));
    canvas.lineTo(x(primitive.to.x), y(primitive.to.y));
  } else if (primitive.kind === 'run') {
    canvas.beginPath();
    for (const point of primitive.points) canvas.lineTo(x(point.x), y(point.y));
  } else path(canvas, primitive.points, x, y);
  canvas.stroke();
}

/** A text in pieces that a canvas, which cannot be told otherwise, has no ligature for: f and what may follow it stand apart. */
const withoutLigatures = (text: string): string[] => text.split(/(?<=f)(?=[fijlt])/);

function path(
  canvas: Canvas2d,
  points: { x: number; y: number }[],
  x: (mm: number) => number,
  y: (mm: number) => number,
) {
  canvas.beginPath();
  points.forEach((point, i) =>
    i === 0 ? canvas.moveTo(x(point.x), y(point.y)) : canvas.lineTo(x(point.x), y(point.y)),
  );
  canvas.closePath();
}
