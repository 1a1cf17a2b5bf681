import {
  type DxfBlock,
  type DxfDictionary,
  DxfObject,
  type Dxfier,
  Circle,
  LWPolyline,
  LWPolylineFlags,
} from '@tarikjabiri/dxf';
import type { Box, Point } from '../geometry/box';
import type { ProfileDocument } from '../profile/document';
import type { Scene } from '../scene/scene';
import { DxfDrawing } from './dxf';
import type { DxfPrompts } from './dxf-prompts';
import { SheetLayer } from './dxf-records';
import { type ModelView, type ViewOnSheet, factorsOf, moved, partedViews } from './dxf-views';

/** A sheet as a layout: what is on it, how it is called, and the rings of its clear area, mm. */
export interface LayoutSheet {
  scene: Scene;
  name: string;
  clear: readonly (readonly Point[])[];
  prompts: DxfPrompts;
  /** Its views, which are drawn in the model. */
  views?: readonly ViewOnSheet[];
}

/** The layer of the frames of windows onto the model, which is not printed. */
const WINDOWS = 'WINDOWS';

/**
 * Writes sheets as the layouts of one DXF: each in paper space at 1 : 1, with its paper and plot settings, and a window onto the model that is
 * clipped to the sheet's clear area. The model is free to draw in; its origin shows at the clear area's lower left corner. Views of models
 * are drawn in the model at true size, apart from one another and below its origin, and each sheet of them has a window at the scale of
 * each view, locked, so that dimensions measure true lengths.
 *
 * @param sheets in order, all in the unit of the first
 */
export function writeDxfLayouts(sheets: readonly LayoutSheet[], profile: ProfileDocument): string {
  const factors = factorsOf(sheets.flatMap(({ views = [] }) => views));
  const drawing = new DxfDrawing(sheets[0]!.scene.unit, profile, { factors, at: 'true size' });
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
  const places = new ModelPlaces();
  sheets.forEach(({ scene, name, clear, prompts, views = [] }, i) => {
    const space = i === 0 ? dxf.blocks.paperSpace : dxf.blocks.addPaperSpace();
    addLayout(drawing, layouts, space, { name: unlike(name, names), order: i + 1, isInch, sheet: scene });
    const { paper, models } = partedViews(scene, views);
    drawing.sheet(paper, prompts, space);
    addPaper(drawing, space, scene);
    if (models.length === 0) addFreeWindow(drawing, space, clear);
    models.forEach((model, n) => addView(drawing, space, model, places.next(model.box), n));
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

/** Views stand in the model so far from one another, mm. */
const APART = 50;

/** Where views stand in the model: side by side below its origin. */
class ModelPlaces {
  private left = 0;

  /** By how much the next one is moved from where its own middle is the origin. @param box about it, mm of the model */
  next({ x, y, width, height }: Box): Point {
    const by = { x: this.left - x, y: -APART - height - y };
    this.left += width + APART;
    return by;
  }
}

/** The whole paper as the first window of a layout, which every layout has. */
function addPaper(drawing: DxfDrawing, space: DxfBlock, { width, height }: Scene): void {
  const looksAt = { x: width / 2, y: height / 2 };
  space.addEntity(new Window(1, { box: { x: 0, y: 0, width, height }, looksAt }, (mm) => drawing.length(mm)));
}

/** The window onto the model of a sheet that has no views. */
function addFreeWindow(drawing: DxfDrawing, space: DxfBlock, clear: LayoutSheet['clear']): void {
  const length = (mm: number) => drawing.length(mm);
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
  const looksAt = { x: box.width / 2, y: box.height / 2 };
  space.addEntity(new Window(2, { box, looksAt, clippedBy: frame.handle }, length));
}

/** The window of a view shows so much about it, mm on paper, so that dimensions have room. */
const ROOM = 5;

/** A view in the model, and the window of its sheet onto it. */
function addView(
  drawing: DxfDrawing,
  space: DxfBlock,
  { view, primitives, box, onSheet }: ModelView,
  by: Point,
  n: number,
) {
  const { dxf } = drawing;
  for (const primitive of primitives) drawing.drawFree(moved(primitive, by), dxf.modelSpace);
  const window = {
    x: onSheet.x - ROOM,
    y: onSheet.y - ROOM,
    width: onSheet.width + 2 * ROOM,
    height: onSheet.height + 2 * ROOM,
  };
  const looksAt = { x: box.x + box.width / 2 + by.x, y: box.y + box.height / 2 + by.y };
  space.addEntity(
    new Window(n + 2, { box: window, looksAt, factor: view.factor, isLocked: true }, (mm) => drawing.length(mm)),
  );
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

/** Bits of a window: as it is usually shown, clipped by another entity, and its scale not to be changed. */
const WINDOW_FLAGS = { usual: 32_864, clipped: 65_536, locked: 16_384 };

/** What a window shows. */
interface Shown {
  /** Where it is on paper, mm. */
  box: Box;
  /** The place of the model in its middle, mm. */
  looksAt: Point;
  /** How many mm on paper one of the model is; 1 where it is not said. */
  factor?: number;
  isLocked?: boolean;
  /** The handle of what it is clipped by. */
  clippedBy?: string;
}

/**
 * A window of a layout onto the model, straight from above. The library has no such entity and keeps what all are made of to itself:
 * this one takes the place of another kind's own groups.
 */
class Window extends Circle {
  constructor(
    private readonly number: number,
    private readonly shown: Shown,
    private readonly length: (mm: number) => number,
  ) {
    super({ x: 0, y: 0, z: 0 }, 1, { layerName: WINDOWS });
    this.type = 'VIEWPORT';
    this.subclassMarker = 'AcDbViewport';
  }

  protected override dxfyChild(dx: Dxfier): void {
    const { box, looksAt, factor = 1, isLocked = false, clippedBy } = this.shown;
    const { x, y, width, height } = box;
    const { length } = this;
    const flags =
      WINDOW_FLAGS.usual + (clippedBy === undefined ? 0 : WINDOW_FLAGS.clipped) + (isLocked ? WINDOW_FLAGS.locked : 0);
    const groups: [number, string | number][] = [
      [10, length(x + width / 2)],
      [20, length(y + height / 2)],
      [30, 0],
      [40, length(width)],
      [41, length(height)],
      [68, this.number],
      [69, this.number],
      [12, length(looksAt.x)],
      [22, length(looksAt.y)],
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
      [45, length(height / factor)],
      [50, 0],
      [51, 0],
      [72, 100],
      [90, flags],
      ...(clippedBy === undefined ? [] : [[340, clippedBy] as [number, string]]),
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
