import { joinedScene } from '@/core/scene/joined';
import { type Canvas2d, drawScene } from '@/core/exchange/canvas';
import type { Primitive, Scene } from '@/core/scene/scene';
import { demoPackage, demoSheet } from '../demo';

type Point = [number, number];
/** What is drawn, in pixels: texts by their transform, strokes and fills by their points. */
interface Drawn {
  texts: { text: string; matrix: number[]; font: string; bold?: number }[];
  strokes: { points: Point[]; closed: boolean; width: number; dashes: number[]; ink: string }[];
  fills: { points: Point[]; ink: string }[];
  outlines: { data: string; ink: string; filled: boolean; rule?: string; width?: number }[];
  images: { bitmap: unknown; matrix: number[]; box: number[]; clip?: number[] }[];
  paper?: { ink: string; box: number[] };
}

/** The path that a canvas takes as SVG path data. */
class Path {
  constructor(readonly data: string) {}
}

/** A canvas that writes down what is drawn on it. */
class Recorder {
  readonly drawn: Drawn = { texts: [], strokes: [], fills: [], outlines: [], images: [] };
  strokeStyle = '';
  fillStyle = '';
  lineWidth = 1;
  font = '';
  fontKerning = 'auto';
  readonly pieces: string[] = [];
  private matrix = [1, 0, 0, 1, 0, 0];
  private dashes: number[] = [];
  private points: Point[] = [];
  private closed = false;
  private clipped: number[] | undefined;
  private box: number[] = [];

  setTransform(...matrix: number[]) {
    this.matrix = matrix;
  }
  fillRect(...box: number[]) {
    this.drawn.paper = { ink: this.fillStyle, box };
  }
  beginPath() {
    [this.points, this.closed] = [[], false];
  }
  moveTo(x: number, y: number) {
    this.points.push([x, y]);
  }
  lineTo(x: number, y: number) {
    this.points.push([x, y]);
  }
  closePath() {
    this.closed = true;
  }
  setLineDash(dashes: number[]) {
    this.dashes = dashes;
  }
  stroke(path?: Path) {
    const { lineWidth: width, dashes, strokeStyle: ink, points, closed } = this;
    if (path) this.drawn.outlines.push({ data: path.data, ink, filled: false, width });
    else this.drawn.strokes.push({ points, closed, width, dashes, ink });
  }
  fill(path?: Path, rule?: string) {
    if (path) this.drawn.outlines.push({ data: path.data, ink: this.fillStyle, filled: true, ...(rule && { rule }) });
    else this.drawn.fills.push({ points: this.points, ink: this.fillStyle });
  }
  /** Pieces of a run go on where the one before them ended. */
  fillText(text: string, along: number) {
    const run = along > 0 && this.drawn.texts.at(-1);
    if (run) run.text += text;
    else this.drawn.texts.push({ text, matrix: this.matrix, font: this.font });
    this.pieces.push(text);
  }
  measureText(text: string) {
    return { width: 50 * text.length };
  }
  strokeText() {
    this.drawn.texts.at(-1)!.bold = this.lineWidth;
  }
  save() {
    this.clipped = undefined;
  }
  restore() {
    this.clipped = undefined;
  }
  rect(...box: number[]) {
    this.box = box;
  }
  clip() {
    this.clipped = this.box;
  }
  drawImage(bitmap: unknown, ...box: number[]) {
    this.drawn.images.push({ bitmap, matrix: this.matrix, box, ...(this.clipped && { clip: this.clipped }) });
  }
}

function drawnOf(scene: Scene, scale: number, images?: ReadonlyMap<string, CanvasImageSource>): Drawn {
  const recorder = new Recorder();
  drawScene(recorder as unknown as Canvas2d, scene, scale, '#FFFFFF', images);
  expect(recorder.fontKerning).toBe('none');
  return recorder.drawn;
}
const through = ([a, b, c, d, e, f]: number[], x: number, y: number): Point => [
  a! * x + c! * y + e!,
  b! * x + d! * y + f!,
];
const near = (a: Point, b: Point) => expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(0.01);

beforeAll(() => Object.assign(globalThis, { Path2D: Path }));
afterAll(() => void delete (globalThis as { Path2D?: unknown }).Path2D);

const workshop = demoPackage('workshop-sheets');
const sheet = demoSheet(workshop, 'iso-a1-landscape', { specimen: 'recovery-winch', variant: '316L' }).scene;
const ofKind = <K extends Primitive['kind']>(scene: Scene, kind: K) =>
  scene.primitives.filter((one): one is Extract<Primitive, { kind: K }> => one.kind === kind);
const common = { source: 'cell', layer: 'values', ink: '#000000' } as const;
const sceneOf = (...primitives: Primitive[]): Scene => ({ width: 100, height: 50, unit: 'mm', blocks: [], primitives });

describe('a whole sheet on a canvas', () => {
  const scale = 3;
  let drawn: Drawn;
  beforeAll(() => (drawn = drawnOf(sheet, scale)));

  test('is as large as the sheet, on its paper', () => {
    expect(drawn.paper).toEqual({ ink: '#FFFFFF', box: [0, 0, 841 * scale, 594 * scale] });
  });

  test('every run of text begins and ends where it was composed, turned ones too', () => {
    const runs = ofKind(sheet, 'text');
    expect(drawn.texts.map(({ text }) => text)).toEqual(runs.map(({ text }) => text));
    expect(new Set(runs.map(({ turn }) => turn))).toEqual(new Set([0, 180]));
    runs.forEach((run, i) => {
      const { matrix, font } = drawn.texts[i]!;
      expect(font).toMatch(/^100px zono-/);
      const angle = (run.turn * Math.PI) / 180;
      const end = { x: run.x + Math.cos(angle) * run.width, y: run.y + Math.sin(angle) * run.width };
      near(through(matrix, 0, 0), [run.x * scale, (sheet.height - run.y) * scale]);
      const set = (run.width * 100) / (run.emSize * run.letterWidth);
      near(through(matrix, set, 0), [end.x * scale, (sheet.height - end.y) * scale]);
    });
  });

  test('every line runs from end to end, its dashes in its own width, never thinner than it can be seen', () => {
    const lines = ofKind(joinedScene(sheet), 'line');
    const strokes = drawn.strokes.filter(({ closed, points }) => !closed && points.length === 2);
    expect(strokes).toHaveLength(lines.length);
    lines.forEach(({ from, to, width, ink }, i) => {
      const stroke = strokes[i]!;
      near(stroke.points[0]!, [from.x * scale, (sheet.height - from.y) * scale]);
      near(stroke.points[1]!, [to.x * scale, (sheet.height - to.y) * scale]);
      expect(stroke.width).toBeCloseTo(Math.max(0.6, width * scale));
      expect(stroke.ink).toBe(ink);
    });
    expect(drawnOf(sheet, 0.2).strokes.every(({ width }) => width >= 0.6)).toBe(true);
  });

  test('trimming marks are filled, the frame is closed', () => {
    expect(drawn.fills).toHaveLength(ofKind(sheet, 'fill').length);
    expect(drawn.fills.length).toBeGreaterThan(0);
    expect(drawn.strokes.filter(({ closed }) => closed)).toHaveLength(ofKind(joinedScene(sheet), 'outline').length);
  });
});

const run: Extract<Primitive, { kind: 'text' }> = {
  ...common,
  kind: 'text',
  text: 'KD',
  font: 'osifont',
  emSize: 10,
  height: 7,
  x: 20,
  y: 10,
  turn: 0,
  letterWidth: 0.5,
  slantDeg: 0,
  width: 8,
};

test.each([0, 90, 180, 270] as const)('slanted letters lean to the right of their base line, turned by %d°', (turn) => {
  const { matrix } = drawnOf(sceneOf({ ...run, turn, slantDeg: 15 }), 2).texts[0]!;
  const [x, y] = through(matrix, 0, -70);
  const angle = (turn * Math.PI) / 180;
  // 7 mm above the base line, leaning by its tangent; y of the canvas runs down.
  const [along, above] = [7 * Math.tan((15 * Math.PI) / 180), 7];
  const at = {
    x: 20 + along * Math.cos(angle) - above * Math.sin(angle),
    y: 10 + along * Math.sin(angle) + above * Math.cos(angle),
  };
  near([x, y], [at.x * 2, (50 - at.y) * 2]);
});

test('bold letters get a line about them, as wide on the canvas as on paper', () => {
  const [bold, regular] = [{ ...run, bold: 0.5 }, run].map((one) => drawnOf(sceneOf(one), 2).texts[0]!);
  expect(bold!.bold! * Math.hypot(bold!.matrix[2]!, bold!.matrix[3]!)).toBeCloseTo(0.5 * 2);
  expect(regular!.bold).toBeUndefined();
});

test('an arc is a path in pixels with the dashes of its line type', () => {
  const arc: Primitive = {
    ...common,
    kind: 'arc',
    centre: { x: 10, y: 20 },
    radius: 5,
    fromDeg: 0,
    toDeg: 90,
    width: 0.5,
    type: 'dashed',
  };
  const { outlines } = drawnOf(sceneOf(arc), 2);
  expect(outlines[0]!.data).toMatch(/^M 30 60 A 10 10 0 0 0 20(\.0+\d*)? 50/);
  expect(outlines[0]!.width).toBe(1);
});

test('an outline of a picture is filled by its rule, then stroked', () => {
  const path: Primitive = {
    ...common,
    kind: 'path',
    segments: [['M', 0, 0], ['L', 10, 0], ['C', 10, 5, 5, 10, 0, 10], ['Z']],
    fill: '#2D6A4C',
    evenOdd: true,
    stroke: 0.5,
  };
  const { outlines } = drawnOf(sceneOf(path), 2);
  const data = 'M0 100L20 100C20 90 10 80 0 80Z';
  expect(outlines).toEqual([
    { data, ink: '#2D6A4C', filled: true, rule: 'evenodd' },
    { data, ink: '#000000', filled: false, width: 1 },
  ]);
  const { fill: _, stroke: _s, evenOdd: _e, ...bare } = path;
  expect(drawnOf(sceneOf({ ...bare, fill: '#2D6A4C' }), 2).outlines).toEqual([
    { data, ink: '#2D6A4C', filled: true, rule: 'nonzero' },
  ]);
});

test('a raster picture stands in its place and is cut to its cell; one that is not decoded is left out', () => {
  const image: Primitive = {
    ...common,
    kind: 'image',
    hash: 'a',
    type: 'png',
    pixels: { width: 20, height: 10 },
    x: 30,
    y: 5,
    width: 20,
    height: 10,
    turn: 90,
    clip: { x: 20, y: 5, width: 8, height: 20 },
  };
  const bitmap = {} as CanvasImageSource;
  const [drawn] = drawnOf(sceneOf(image), 2, new Map([['a', bitmap]])).images;
  expect(drawn).toMatchObject({ bitmap, clip: [40, 50, 16, 40] });
  const [x, y, width, height] = drawn!.box as [number, number, number, number];
  // Its lower left corner, and the upper right one turned a quarter to the left about it.
  near(through(drawn!.matrix, x, y + height), [60, 90]);
  near(through(drawn!.matrix, x + width, y), [40, 50]);
  expect(drawnOf(sceneOf(image), 2).images).toEqual([]);
});

test('letters that a font would join are drawn apart: thumbnails have no ligatures', () => {
  const [run] = ofKind(sheet, 'text');
  const recorder = new Recorder();
  drawScene(recorder as unknown as Canvas2d, sceneOf({ ...run!, text: 'Buffer fill' }), 3, '#FFFFFF');
  expect(recorder.pieces).toEqual(['Buf', 'fer f', 'ill']);
  expect(recorder.drawn.texts.map(({ text }) => text)).toEqual(['Buffer fill']);
});
