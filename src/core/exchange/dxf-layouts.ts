import {
  type DxfBlock,
  type DxfDictionary,
  DxfObject,
  type Dxfier,
  Circle,
  LWPolyline,
  LWPolylineFlags,
} from '@tarikjabiri/dxf';
import type { Point } from '../geometry/box';
import type { ProfileDocument } from '../profile/document';
import type { Scene } from '../scene/scene';
import { DxfDrawing } from './dxf';
import type { DxfPrompts } from './dxf-prompts';
import { SheetLayer } from './dxf-records';

/** A sheet as a layout: what is on it, how it is called, and the rings of its clear area, mm. */
export interface LayoutSheet {
  scene: Scene;
  name: string;
  clear: readonly (readonly Point[])[];
  prompts: DxfPrompts;
}

/** The layer of the frames of windows onto the model, which is not printed. */
const WINDOWS = 'WINDOWS';

/**
 * Writes sheets as the layouts of one DXF: each in paper space at 1 : 1, with its paper and plot settings, and a window onto the model that is
 * clipped to the sheet's clear area. The model is free to draw in; its origin shows at the clear area's lower left corner.
 *
 * @param sheets in order, all in the unit of the first
 */
export function writeDxfLayouts(sheets: readonly LayoutSheet[], profile: ProfileDocument): string {
  const drawing = new DxfDrawing(sheets[0]!.scene.unit, profile);
  const { dxf } = drawing;
  dxf.header.setVariable('$TILEMODE', { 70: 0 });
  dxf.header.setVariable('$PSLTSCALE', { 70: 1 });
  const layer = new SheetLayer(WINDOWS, 'Continuous', { trueColour: 0x808080, weight: 13, printed: false });
  layer.ownerObjectHandle = dxf.tables.layerTable.handle;
  dxf.tables.layerTable.records.push(layer);
  const layouts = dxf.objects.addDictionary();
  dxf.objects.addEntryToRoot('ACAD_LAYOUT', layouts.handle);
  const isInch = sheets[0]!.scene.unit === 'in';
  addLayout(drawing, layouts, dxf.modelSpace, { name: 'Model', order: 0, isInch });
  const names = new Set(['model']);
  sheets.forEach(({ scene, name, clear, prompts }, i) => {
    const space = i === 0 ? dxf.blocks.paperSpace : dxf.blocks.addPaperSpace();
    addLayout(drawing, layouts, space, { name: unlike(name, names), order: i + 1, isInch, sheet: scene });
    drawing.sheet(scene, prompts, space);
    addWindows(drawing, space, scene, clear);
  });
  return drawing.written();
}

/** A name that no other layout has; two are the same whatever their case. */
function unlike(name: string, taken: Set<string>): string {
  const base = name.replace(/[<>/\\":;?*|,=`]+/g, '-').slice(0, 200) || 'Sheet';
  let candidate = base;
  for (let n = 2; taken.has(candidate.toLowerCase()); n++) candidate = `${base} (${n})`;
  taken.add(candidate.toLowerCase());
  return candidate;
}

interface LayoutSettings {
  name: string;
  order: number;
  isInch: boolean;
  /** Absent for the model. */
  sheet?: Pick<Scene, 'width' | 'height'>;
}

function addLayout(drawing: DxfDrawing, layouts: DxfDictionary, space: DxfBlock, settings: LayoutSettings): void {
  const record = drawing.dxf.tables.blockRecordTable.records.find(({ name }) => name === space.name)!;
  const layout = drawing.dxf.objects.addObject(new Layout(settings, record.handle, (mm) => drawing.length(mm)));
  layout.ownerObjecthandle = layouts.handle;
  record.layoutObject = layout.handle;
  layouts.addEntryObject(settings.name, layout.handle);
}

/** The whole paper as the first window of a layout, which every layout has, and the window onto the model. */
function addWindows(drawing: DxfDrawing, space: DxfBlock, { width, height }: Scene, clear: LayoutSheet['clear']): void {
  const length = (mm: number) => drawing.length(mm);
  const whole = { x: 0, y: 0, width, height };
  space.addEntity(new Window(1, whole, { x: width / 2, y: height / 2 }, length));
  const ring = clear.toSorted((a, b) => area(b) - area(a))[0];
  if (!ring) return;
  const frame = new LWPolyline(
    ring.map(({ x, y }) => ({ point: { x: length(x), y: length(y) } })),
    { flags: LWPolylineFlags.Closed, layerName: WINDOWS },
  );
  space.addEntity(frame);
  const [xs, ys] = [ring.map(({ x }) => x), ring.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  const box = { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
  space.addEntity(new Window(2, box, { x: box.width / 2, y: box.height / 2 }, length, frame.handle));
}

/** The area within a ring, mm². */
const area = (ring: readonly Point[]): number =>
  Math.abs(
    ring.reduce((sum, { x, y }, i) => sum + x * ring[(i + 1) % ring.length]!.y - ring[(i + 1) % ring.length]!.x * y, 0),
  ) / 2;

/** What a plot is set to: at the paper's scale, with line weights, windows drawn first; of the model its own kind. */
const PLOT_FLAGS = { paper: 688, model: 1712 };

/** A layout with its plot settings: paper in mm, no margins, 1 : 1. */
class Layout extends DxfObject {
  constructor(
    private readonly settings: LayoutSettings,
    private readonly record: string,
    private readonly length: (mm: number) => number,
  ) {
    super('LAYOUT');
  }

  override dxfy(dx: Dxfier): void {
    super.dxfy(dx);
    const { name, order, isInch, sheet } = this.settings;
    const { width, height } = sheet ?? { width: 0, height: 0 };
    const push = (groups: readonly (readonly [code: number, value: string | number])[]) =>
      groups.forEach(([code, value]) => dx.push(code, value));
    dx.subclassMarker('AcDbPlotSettings');
    push([
      [1, ''],
      [2, ''],
      [4, sheet ? `${width}x${height}_MM` : ''],
      [6, ''],
      ...[40, 41, 42, 43].map((code) => [code, 0] as const),
      [44, width],
      [45, height],
      ...[46, 47, 48, 49, 140, 141].map((code) => [code, 0] as const),
      [142, 1],
      [143, 1],
      [70, sheet ? PLOT_FLAGS.paper : PLOT_FLAGS.model],
      [72, isInch ? 0 : 1],
      [73, 0],
      [74, 5],
      [7, ''],
      [75, 16],
      [147, 1],
      [76, 0],
      [77, 2],
      [78, 300],
      [148, 0],
      [149, 0],
    ]);
    dx.subclassMarker('AcDbLayout');
    const corner = { x: this.length(width), y: this.length(height) };
    push([
      [1, name],
      [70, 1],
      [71, order],
      [10, 0],
      [20, 0],
      [11, corner.x],
      [21, corner.y],
      ...[12, 22, 32, 14, 24, 34].map((code) => [code, 0] as const),
      [15, corner.x],
      [25, corner.y],
      [35, 0],
      [146, 0],
      ...[13, 23, 33].map((code) => [code, 0] as const),
      [16, 1],
      [26, 0],
      [36, 0],
      [17, 0],
      [27, 1],
      [37, 0],
      [76, 0],
      [330, this.record],
    ]);
  }
}

/** Bits of a window: as it is usually shown, and clipped by another entity. */
const WINDOW_FLAGS = { usual: 32_864, clipped: 65_536 };

/**
 * A window of a layout onto the model, straight from above at 1 : 1. The library has no such entity and keeps what all are made of to itself:
 * this one takes the place of another kind's own groups.
 */
class Window extends Circle {
  constructor(
    private readonly number: number,
    private readonly box: { x: number; y: number; width: number; height: number },
    private readonly looksAt: Point,
    private readonly length: (mm: number) => number,
    private readonly clippedBy?: string,
  ) {
    super({ x: 0, y: 0, z: 0 }, 1, { layerName: WINDOWS });
    this.type = 'VIEWPORT';
    this.subclassMarker = 'AcDbViewport';
  }

  protected override dxfyChild(dx: Dxfier): void {
    const { x, y, width, height } = this.box;
    const { length } = this;
    const groups: [number, string | number][] = [
      [10, length(x + width / 2)],
      [20, length(y + height / 2)],
      [30, 0],
      [40, length(width)],
      [41, length(height)],
      [68, this.number],
      [69, this.number],
      [12, length(this.looksAt.x)],
      [22, length(this.looksAt.y)],
      [13, 0],
      [23, 0],
      [14, length(10)],
      [24, length(10)],
      [15, length(10)],
      [25, length(10)],
      [16, 0],
      [26, 0],
      [36, 1],
      [17, 0],
      [27, 0],
      [37, 0],
      [42, 50],
      [43, 0],
      [44, 0],
      [45, length(height)],
      [50, 0],
      [51, 0],
      [72, 100],
      [90, WINDOW_FLAGS.usual + (this.clippedBy === undefined ? 0 : WINDOW_FLAGS.clipped)],
      ...(this.clippedBy === undefined ? [] : [[340, this.clippedBy] as [number, string]]),
      [1, ''],
      [281, 0],
      [71, 1],
      [74, 0],
      [110, 0],
      [120, 0],
      [130, 0],
      [111, 1],
      [121, 0],
      [131, 0],
      [112, 0],
      [122, 1],
      [132, 0],
      [79, 0],
      [146, 0],
    ];
    for (const [code, value] of groups) dx.push(code, value);
  }
}
