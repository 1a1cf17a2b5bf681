import { viewLetter, viewTitle } from '../annotation/sections';
import type { Box, Point } from '../geometry/box';
import { FLAT_TITLE, type ProfileDocument } from '../profile/document';
import { PREFERRED_SCALES } from '../sheet/scales';
import { type Around, type ToArrange, arranged } from './arranging';
import { type Axes, type Extent, type Side, type Standing, axesOf, dot, isSide, viewSize } from './direction';
import { type Projected, type Projection, type Projections, projectionKey } from './projected';
import { usualStanding } from './standing';
import type { ViewedModel, ViewsToDraw } from './to-draw';
import { type SheetView, scaleFactor, viewName } from './view';

/** A view in its place. */
export interface PlacedView {
  view: SheetView;
  name: string;
  /** The middle of the model, and the box about the view without its title, mm on the sheet. */
  middle: Point;
  box: Box;
  /** How many mm on paper a mm of the model is. */
  factor: number;
  axes: Axes;
  model?: ViewedModel;
  /** What is projected; absent with `lacks`. */
  projection?: Projection;
  key?: string;
  /** Why there is nothing to be seen. */
  lacks?: string;
  letter?: string;
  title?: { words: string; scale?: string };
}

export interface PlacedViews {
  /** How they are drawn; absent in what was finished before. */
  manner?: ViewsToDraw['manner'];
  /** The scale of the views; what the sheet prints. */
  scale: string;
  /** Whether all stand in the area at that scale as they are laid out. */
  fits: boolean;
  views: PlacedView[];
}

/** Room that titles and balloons take about a view, mm. */
const TITLE_ROOM = 3;
export const BALLOON_ROOM = 20;

interface Prepared {
  view: SheetView;
  axes: Axes;
  /** At 1:1, without what stands about it. */
  size: { width: number; height: number };
  projection?: Projection;
  lacks?: string;
  /** Seen from a side, in projection with the front view. */
  from?: Side;
}

/** What a view would show, before its place is known. */
function prepared(
  view: SheetView,
  { setting, models }: Pick<ViewsToDraw, 'setting' | 'models'>,
  all: readonly SheetView[],
): Prepared {
  const model = models[view.id];
  const from = view.of.kind === 'seen' || view.of.kind === 'section' ? view.of.from : 'front';
  const shape = view.of.kind === 'flat' ? model?.flat : model?.shape;
  const standing: Standing =
    view.of.kind === 'flat'
      ? usualStanding('part', shape?.size ?? NO_SIZE)
      : (setting.standing ?? usualStanding(model?.kind ?? 'part', shape?.size ?? NO_SIZE, model?.flat !== undefined));
  const axes = axesOf(from, standing);
  const common = { view, axes, ...(isSide(from) && isProjected(view) && { from }) };
  if (view.of.kind === 'detail') {
    const { of, radius } = view.of;
    const parent = all.find(({ id }) => id === of);
    // It is seen as its own style has it; shading is of whole views.
    const style = view.style === 'shaded' ? 'outline' : view.style;
    const own = parent && prepared({ ...parent, style }, { setting, models }, []);
    const size = { width: 2 * radius, height: 2 * radius };
    return {
      view,
      axes: own?.axes ?? axes,
      size,
      ...(own?.projection ? { projection: own.projection } : LACKS_PARENT),
    };
  }
  if (!shape) {
    const lacks =
      view.specimen === null
        ? 'A place kept for a view: it is filled with the next model that is chosen.'
        : model
          ? `${model.name} has no ${view.of.kind === 'flat' ? 'flat shape' : 'shape'}.`
          : 'The model is no longer there.';
    return { ...common, size: viewSize(axes, NO_SIZE), lacks };
  }
  const cut = view.of.kind === 'section' ? { cut: view.of.at, ...leftWhole(view.of.whole, model) } : {};
  const apart = view.of.kind === 'seen' && view.of.apart ? { apart: view.of.apart } : {};
  const shaded = view.style === 'shaded' ? { shaded: true as const } : {};
  const hidden = view.style === 'outline with hidden lines' ? { hidden: true as const } : {};
  return {
    ...common,
    size: apart.apart ? wider(viewSize(axes, shape.size), APART) : viewSize(axes, shape.size, shape.reach),
    projection: {
      shape: shape.hash,
      ...(shape.product !== undefined && { product: shape.product }),
      axes,
      ...hidden,
      ...shaded,
      ...cut,
      ...apart,
    },
  };
}

/** So many times as large an assembly is taken for that is pulled apart, until it is known. */
const APART = 1.8;
const wider = ({ width, height }: { width: number; height: number }, times: number) => ({
  width: width * times,
  height: height * times,
});

/** What a section leaves whole, by all names that files may have for it. */
function leftWhole(names: readonly string[] = [], model: ViewedModel | undefined): Pick<Projection, 'whole'> {
  const known = new Map(model?.whole?.map(({ name, called = [] }) => [name, called]));
  const all = new Set(names.flatMap((name) => [name, ...(known.get(name) ?? [])]));
  return all.size === 0 ? {} : { whole: [...all].sort() };
}

const LACKS_PARENT = { lacks: 'The view that it enlarges has no shape.' };
/** What stands for a model without a shape, so that its place can be seen. */
const NO_SIZE: Extent = { x: 60, y: 60, z: 60 };

/** Seen from a side and not freed, so that it stands in projection with the front view. */
const isProjected = ({ of, free, specimen }: SheetView) =>
  !free && specimen === undefined && (of.kind === 'section' || (of.kind === 'seen' && !of.apart && isSide(of.from)));

/** Every projection that the views of a sheet are drawn from, by its key. */
export function projectionsOf(toDraw: ViewsToDraw): Map<string, Projection> {
  const { views } = toDraw.setting;
  return new Map(
    views.flatMap((view) => {
      const { projection } = prepared(view, toDraw, views);
      return projection ? [[projectionKey(projection), projection] as const] : [];
    }),
  );
}

/** What is known where views are placed. */
export interface Placing {
  projections?: Projections | undefined;
  around?: Around | undefined;
  /** Kept free about each view but isometric ones, as for dimensions, mm. */
  room?: number | undefined;
}

/**
 * Places the views of a sheet in the largest clear rectangle: at their scale, else at the largest of the series with which they fit. A view
 * takes the room of what is seen of it; one that is not projected yet, of how far its model reaches.
 */
export function placedViews(
  toDraw: ViewsToDraw,
  area: Box,
  { projections = new Map(), around, room = 0 }: Placing = {},
): PlacedViews {
  const { setting } = toDraw;
  const placing = { area, room, ...(toDraw.manner === 3 && { around }) };
  const all = setting.views.map((view): Prepared => {
    const one = prepared(view, toDraw, setting.views);
    const state = one.projection && toDraw.manner ? projections.get(projectionKey(one.projection)) : undefined;
    return state && state !== 'waiting' && 'projected' in state && view.of.kind !== 'detail'
      ? { ...one, size: inkSize(state.projected) }
      : one;
  });
  const tried = setting.scale === 'fit' ? PREFERRED_SCALES : [setting.scale];
  let last: PlacedViews | undefined;
  for (const scale of tried) {
    const placed = { ...at(scale, all, toDraw, placing), ...(toDraw.manner && { manner: toDraw.manner }) };
    if (placed.fits) return placed;
    last = placed;
  }
  return last!;
}

/** The room about the middle of a model that what is seen of it takes, as much on either side, mm of the model. */
function inkSize({ middle, box }: Projected): { width: number; height: number } {
  const reach = (at: number, from: number, length: number) => 2 * Math.max(at - from, from + length - at);
  return { width: reach(middle.x, box.x, box.width), height: reach(middle.y, box.y, box.height) };
}

/** Places views at a scale. */
function at(
  scale: string,
  all: readonly Prepared[],
  { profile, models }: ViewsToDraw,
  { area, around, room }: { area: Box; around?: Around | undefined; room: number },
): PlacedViews {
  const factor = scaleFactor(scale) ?? 1;
  const factorOf = ({ view }: Prepared): number => {
    const { of } = view;
    if (of.kind !== 'detail') return view.scale === undefined ? factor : (scaleFactor(view.scale) ?? factor);
    const parent = all.find((one) => one.view.id === of.of);
    return enlarged(parent && parent.view.of.kind !== 'detail' ? factorOf(parent) : factor, of.times);
  };
  const names = named(all, profile);
  const titleRoom = profile.lettering.viewTitles.height * 2 + TITLE_ROOM;
  const toArrange = all.map((one): ToArrange => {
    const beside = Math.max(one.view.balloons ? BALLOON_ROOM : 0, isDimensioned(one) ? room : 0);
    const k = factorOf(one);
    return {
      id: one.view.id,
      from: one.from,
      width: one.size.width * k + 2 * beside,
      height: one.size.height * k + 2 * beside,
      above: names.get(one.view.id)?.title ? titleRoom : 0,
    };
  });
  const { middles, fits } = arranged(toArrange, profile.views.projection, area, around);
  const front = all.find(({ from, view }) => from === 'front' && view.of.kind === 'seen')?.view.moved;
  return {
    scale,
    fits,
    views: all.map((one): PlacedView => {
      const k = factorOf(one);
      const own = middles.get(one.view.id)!;
      const middle = moved(own, one, front);
      const [width, height] = [one.size.width * k, one.size.height * k];
      const { letter, title } = names.get(one.view.id) ?? {};
      const ownScale = k === factor ? undefined : scaleText(k);
      return {
        view: one.view,
        name: [viewName(one.view), letter].filter(Boolean).join(' '),
        middle,
        box: { x: middle.x - width / 2, y: middle.y - height / 2, width, height },
        factor: k,
        axes: one.axes,
        ...(models[one.view.id] && { model: models[one.view.id]! }),
        ...(one.projection && { projection: one.projection, key: projectionKey(one.projection) }),
        ...(one.lacks !== undefined && { lacks: one.lacks }),
        ...(letter !== undefined && { letter }),
        ...(title !== undefined && { title: { words: title, ...(ownScale !== undefined && { scale: ownScale }) } }),
      };
    }),
  };
}

/** Whether dimensions are put to a view: not to isometric ones, nor to what is pulled apart. */
const isDimensioned = ({ view: { of } }: Prepared): boolean => of.kind !== 'seen' || (!of.apart && isSide(of.from));

/** So many times a factor, or what of the preferred series (ISO 5455) is nearest to it. */
function enlarged(factor: number, times: number): number {
  const far = (scale: number) => Math.abs(Math.log(scale / (factor * times)));
  const series = PREFERRED_SCALES.map((scale) => scaleFactor(scale)!).filter((one) => one > factor);
  return series.reduce((best, one) => (far(one) < far(best) ? one : best), series[0] ?? factor * times);
}

/** A factor as a scale: 2:1, 1:2.5. */
export const scaleText = (factor: number): string => {
  const short = (value: number) => String(Math.round(value * 1000) / 1000);
  return factor >= 1 ? `${short(factor)}:1` : `1:${short(1 / factor)}`;
};

/** Where a view is when it is moved: with the front view, and by itself along the lines of projection only, unless it is free of them. */
function moved(middle: Point, { view, from }: Prepared, front: Point | undefined): Point {
  const own = view.moved ?? { x: 0, y: 0 };
  if (!from) return { x: middle.x + own.x, y: middle.y + own.y };
  const along = front ?? { x: 0, y: 0 };
  if (from === 'front' && view.of.kind === 'seen') return { x: middle.x + along.x, y: middle.y + along.y };
  const isUpright = from === 'above' || from === 'below';
  return { x: middle.x + along.x + (isUpright ? 0 : own.x), y: middle.y + along.y + (isUpright ? own.y : 0) };
}

/** The letters and titles of sections, details, flat shapes and views out of projection, in the order of the views. */
function named(all: readonly Prepared[], profile: ProfileDocument): Map<string, { letter?: string; title?: string }> {
  let count = 0;
  return new Map(
    all.map(({ view }) => {
      const { of, free, specimen } = view;
      if (of.kind === 'flat') return [view.id, { title: profile.views.flatTitle ?? FLAT_TITLE }] as const;
      if (specimen === null) return [view.id, {}] as const;
      const isLettered = of.kind !== 'seen' || (free && !of.apart && isSide(of.from));
      if (!isLettered) return [view.id, {}] as const;
      const letter = viewLetter(profile, count++);
      const title = of.kind === 'seen' ? letter : viewTitle(profile, of.kind, letter);
      return [view.id, { letter, title }] as const;
    }),
  );
}

/** The view in which a section's plane, or the direction of a view out of projection, is seen from its side: the front view before others. */
export function shownIn({ view, axes }: PlacedView, all: readonly PlacedView[]): PlacedView | undefined {
  const across = all.filter(
    (other) =>
      other.view.id !== view.id &&
      other.view.of.kind === 'seen' &&
      !other.view.of.apart &&
      isSide(other.view.of.from) &&
      other.view.specimen === view.specimen &&
      other.projection?.shape !== undefined &&
      Math.abs(dot(other.axes.toViewer, axes.toViewer)) < 1e-6,
  );
  return across.find((other) => other.view.of.kind === 'seen' && other.view.of.from === 'front') ?? across[0];
}
