import type { Box, Point } from '../geometry/box';
import { type Side, type Vector, isSide } from './direction';
import type { SheetView, SheetViews, ViewOf } from './view';

/** What a sheet has that gets its first view. */
export const NO_VIEWS: SheetViews = { views: [], scale: 'fit' };

/** The views with one more. */
export const withView = (setting: SheetViews, id: string, of: ViewOf, more: Partial<SheetView> = {}): SheetViews => ({
  ...setting,
  views: [...setting.views, { id, of, style: 'outline', ...more }],
});

/** The views without one, and without what enlarges it. */
export function withoutView(setting: SheetViews, id: string): SheetViews {
  const gone = new Set([id]);
  for (const { id: one, of } of setting.views) if (of.kind === 'detail' && gone.has(of.of)) gone.add(one);
  return { ...setting, views: setting.views.filter((view) => !gone.has(view.id)) };
}

/** The views with something of one changed; what is set to undefined is taken away. */
export const withChanged = (
  setting: SheetViews,
  id: string,
  change: { [K in keyof SheetView]?: SheetView[K] | undefined },
): SheetViews => ({
  ...setting,
  views: setting.views.map((view) =>
    view.id === id
      ? (Object.fromEntries(
          Object.entries({ ...view, ...change }).filter(([, value]) => value !== undefined),
        ) as SheetView)
      : view,
  ),
});

/** The views as they are laid out, none moved and none out of projection. */
export const laidOutAgain = (setting: SheetViews): SheetViews => ({
  ...setting,
  views: setting.views.map(({ moved: _, free: __, ...view }) => view),
});

/**
 * The views with one moved on paper: the front view takes those that stand in projection with it; one of them goes along the lines of
 * projection only; whatever stands free goes anywhere.
 */
export function withMoved(setting: SheetViews, id: string, by: Point): SheetViews {
  const view = setting.views.find((one) => one.id === id);
  if (!view) return setting;
  const from = projectedFrom(view);
  const isFront = from === 'front' && view.of.kind === 'seen';
  const along = {
    x: from === 'above' || from === 'below' ? 0 : by.x,
    y: from && !isFront && !isUpright(from) ? 0 : by.y,
  };
  const was = view.moved ?? { x: 0, y: 0 };
  const moved = { x: rounded(was.x + along.x), y: rounded(was.y + along.y) };
  return withChanged(setting, id, { moved: moved.x === 0 && moved.y === 0 ? undefined : moved });
}

const isUpright = (from: Side) => from === 'above' || from === 'below';
const rounded = (mm: number) => Math.round(mm * 100) / 100;

/** The side from which a view is seen that stands in projection with the front view. */
function projectedFrom({ of, free, specimen }: SheetView): Side | undefined {
  if (free || specimen !== undefined) return undefined;
  if (of.kind === 'section') return of.from;
  return of.kind === 'seen' && !of.apart && isSide(of.from) ? of.from : undefined;
}

/** The views with a part of one that is pulled apart moved, mm along the model's axes; undefined: as is proposed. */
export function withPartMoved(setting: SheetViews, id: string, part: string, by: Vector | undefined): SheetViews {
  const view = setting.views.find((one) => one.id === id);
  if (view?.of.kind !== 'seen' || !view.of.apart) return setting;
  const { [part]: _, ...others } = view.of.apart;
  return withChanged(setting, id, { of: { ...view.of, apart: by ? { ...others, [part]: by } : others } });
}

/** The views with the first empty slot filled with a model; the same views where there is none. */
export function withSlotFilled(setting: SheetViews, specimen: string): SheetViews {
  const slot = setting.views.find((view) => view.specimen === null);
  return slot ? withChanged(setting, slot.id, { specimen }) : setting;
}

/** A view as it stands on its sheet. */
interface OnSheet {
  id: string;
  middle: Point;
  box: Box;
  factor: number;
}

/** A detail of what is seen at a point of the sheet in one of its views: a circle about it of a fifth of the view's shorter side. */
export function detailAt({ id, middle, factor, box }: OnSheet, at: Point): ViewOf {
  const radius = Math.max(0.1, Math.min(box.width, box.height) / factor / 5);
  return {
    kind: 'detail',
    of: id,
    at: { x: rounded((at.x - middle.x) / factor), y: rounded((at.y - middle.y) / factor) },
    radius: rounded(radius),
    times: 2,
  };
}
