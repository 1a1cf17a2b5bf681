import { type Box, type Point, right, top } from '../geometry/box';
import type { Report } from '../scene/report';
import type { Primitive, Scene } from '../scene/scene';
import { scaleText } from '../view/placing';

/** A view as it stands on a sheet: where the middle of the model is, and how many mm on paper one of the model is. */
export type ViewOnSheet = Pick<NonNullable<Report['views']>['placed'][number], 'id' | 'box' | 'middle' | 'factor'>;

/** The layers that what is seen of a model is on; titles, marks and balloons are on others, or beside the box of their view. */
const SEEN: ReadonlySet<string> = new Set(['outlines', 'hidden', 'centre', 'hatching', 'pictures', 'fine']);
/** Centre lines and widths of lines may stand out of the box of their view by so much, mm. */
const BESIDE = 10;

/** The factors of the views of sheets, each once, the first one's first. */
export const factorsOf = (views: readonly ViewOnSheet[]): number[] => [...new Set(views.map(({ factor }) => factor))];

/** What dimensions of views at a scale are written in: PROFILE for the first scale, PROFILE_2_1 for others. */
export const styleName = (name: string, factor: number): string => `${name}_${scaleText(factor).replace(':', '_')}`;

/** What of a view belongs into the model: at true size, the middle of the model at the origin, with the box about it. */
export interface ModelView {
  view: ViewOnSheet;
  primitives: Primitive[];
  /** mm of the model. */
  box: Box;
  /** The same box on the sheet. */
  onSheet: Box;
}

/** Parts a sheet into what is seen of models, view by view, and what stands on paper. */
export function partedViews(scene: Scene, views: readonly ViewOnSheet[]): { paper: Scene; models: ModelView[] } {
  const taken = new Set<Primitive>();
  const models = views.flatMap((view): ModelView[] => {
    const own = scene.primitives.filter((one) => isSeenIn(one, view));
    if (own.length === 0) return [];
    own.forEach((one) => taken.add(one));
    const { middle, factor } = view;
    const onSheet = boxAbout(own.flatMap(cornersOf));
    return [
      {
        view,
        primitives: own.map((one) => enlarged(one, middle, 1 / factor)),
        box: {
          x: (onSheet.x - middle.x) / factor,
          y: (onSheet.y - middle.y) / factor,
          width: onSheet.width / factor,
          height: onSheet.height / factor,
        },
        onSheet,
      },
    ];
  });
  return { paper: { ...scene, primitives: scene.primitives.filter((one) => !taken.has(one)) }, models };
}

function isSeenIn(primitive: Primitive, { id, box }: ViewOnSheet): boolean {
  if (primitive.source !== `view ${id}` || !SEEN.has(primitive.layer) || primitive.kind === 'text') return false;
  return cornersOf(primitive).every(
    ({ x, y }) => x > box.x - BESIDE && x < right(box) + BESIDE && y > box.y - BESIDE && y < top(box) + BESIDE,
  );
}

/** Corners of a box about a primitive. */
function cornersOf(primitive: Primitive): Point[] {
  switch (primitive.kind) {
    case 'line':
      return [primitive.from, primitive.to];
    case 'arc': {
      const { centre, radius, fromDeg, toDeg } = primitive;
      const at = (deg: number): Point => ({
        x: centre.x + radius * Math.cos((deg * Math.PI) / 180),
        y: centre.y + radius * Math.sin((deg * Math.PI) / 180),
      });
      const quarters = [];
      for (let deg = Math.ceil(fromDeg / 90) * 90; deg < toDeg; deg += 90) quarters.push(at(deg));
      return [at(fromDeg), at(toDeg), ...quarters];
    }
    case 'image':
      return [
        { x: primitive.x, y: primitive.y },
        { x: primitive.x + primitive.width, y: primitive.y + primitive.height },
      ];
    case 'outline':
    case 'run':
    case 'fill':
      return [...primitive.points];
    case 'path':
    case 'text':
      return [];
  }
}

function boxAbout(points: readonly Point[]): Box {
  let [left, bottom, most, high] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of points) {
    [left, most] = [Math.min(left, x), Math.max(most, x)];
    [bottom, high] = [Math.min(bottom, y), Math.max(high, y)];
  }
  return { x: left, y: bottom, width: most - left, height: high - bottom };
}

/** A primitive so many times as large, from a point that becomes the origin; lines keep their width. */
function enlarged(primitive: Primitive, from: Point, times: number): Primitive {
  const at = ({ x, y }: Point): Point => ({ x: (x - from.x) * times, y: (y - from.y) * times });
  switch (primitive.kind) {
    case 'line':
      return { ...primitive, from: at(primitive.from), to: at(primitive.to) };
    case 'arc':
      return { ...primitive, centre: at(primitive.centre), radius: primitive.radius * times };
    case 'image':
      return { ...primitive, ...at(primitive), width: primitive.width * times, height: primitive.height * times };
    case 'outline':
    case 'run':
    case 'fill':
      return { ...primitive, points: primitive.points.map(at) };
    case 'path':
    case 'text':
      return primitive;
  }
}

/** A primitive moved by so much. */
export function moved(primitive: Primitive, by: Point): Primitive {
  return enlarged(primitive, { x: -by.x, y: -by.y }, 1);
}
