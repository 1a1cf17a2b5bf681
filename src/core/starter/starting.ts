import { sectionedParts } from '../drawing/viewed';
import { type DrawingSheet, type DrawingSources, type DrawnData, drawnSheets } from '../drawing/sheets';
import type { FormatDocument } from '../format/document';
import { sheetGeometry } from '../format/sheet';
import { type Box, top } from '../geometry/box';
import { clearArea } from '../geometry/clear-area';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import { layOut } from '../scene/laying';
import type { Resources } from '../scene/resources';
import { PREFERRED_SCALES } from '../sheet/scales';
import { type ModelSources, modelValue } from '../specimen/models';
import { partsIn } from '../specimen/parts-in';
import { type Specimen, variantOf } from '../specimen/specimen';
import type { Around } from '../view/arranging';
import { placedViews } from '../view/placing';
import { partForm } from '../view/standing';
import type { ViewsToDraw } from '../view/to-draw';
import { type SheetView, type SheetViews, scaleFactor } from '../view/view';
import type { StarterDocument, StarterKind, StarterSheet } from './starter';

/** A starter with what its sheets are made from. */
export interface Starting {
  starter: StarterDocument;
  /** The drawing as it begins, without sheets. */
  drawing: Omit<DrawnData, 'sheets' | 'sizeId'>;
  /** Its own format is the starter's; those of other sheets by their edition. */
  sources: DrawingSources;
  /** The edition that sheets of another format are made by, by the format's id. */
  editions: ReadonlyMap<string, string>;
  resources: Resources;
}

export interface Started {
  sheets: DrawingSheet[];
  /** What the starter asks that cannot be had, in words. */
  leftOut: string[];
}

/** The kind of model by which a starter's sheets are taken. */
export function starterKind({ model, shape, flat }: Specimen, { telling }: StarterDocument): StarterKind {
  if (model === 'assembly') return 'assembly';
  const form = shape ? partForm(shape.size, flat !== undefined, telling) : 'other';
  return form === 'other' ? 'part' : form;
}

/** The sheets that a starter gives a model: those of its form, else those of parts. */
const sheetsFor = (model: Specimen, starter: StarterDocument): readonly StarterSheet[] => {
  const own = starter.sheets[starterKind(model, starter)];
  return own.length > 0 ? own : starter.sheets.part;
};

/**
 * The sheets that a new drawing of a model begins with: each in a size on which its views stand. A view that a model does not have is
 * left out and said.
 */
export function startedSheets(starting: Starting): Started {
  const { starter, drawing, sources } = starting;
  const main = sources.models.specimens.get(drawing.specimen);
  const sheets: DrawingSheet[] = [];
  const leftOut: string[] = [];
  if (!main) return { sheets, leftOut: ['The model is no longer there.'] };
  for (const sheet of sheetsFor(main, starter)) {
    const shown = modelsShown(sheet, main, drawing.variant, starter, sources.models);
    if (shown.length === 0) leftOut.push(`${sheet.name || 'A sheet'}: ${main.name} has none of what it shows.`);
    for (const model of shown) {
      // A part of an assembly takes the views of its form, where the starter has sheets for that.
      const views =
        model === main ? sheet.views : (starter.sheets[starterKind(model, starter)][0]?.views ?? sheet.views);
      const kept = withWhatThereIs(views, model, sources.models);
      leftOut.push(...kept.leftOut);
      const made: DrawingSheet = {
        id: sheets.length === 0 ? 'first' : `${sheet.id}-${sheets.length + 1}`.slice(0, 40),
        name: shown.length > 1 || (sheet.name === '' && model !== main) ? model.name.slice(0, 80) : sheet.name,
        ...(model !== main && {
          specimen: model.id,
          ...(variantOf(model, drawing.variant) && { variant: drawing.variant }),
        }),
        ...editionOf(sheet, starting),
        ...(kept.views.views.length > 0 && { views: kept.views }),
      };
      const sized = sizedSheet(made, sheet, sheets.length + 1, starting);
      if (!sized.fits) leftOut.push(`${made.name || model.name}: its views do not fit on any of its sizes.`);
      sheets.push(sized.sheet);
    }
  }
  return { sheets, leftOut: [...new Set(leftOut)] };
}

const editionOf = ({ format }: StarterSheet, { editions }: Starting): Pick<DrawingSheet, 'edition'> => {
  const edition = format === undefined ? undefined : editions.get(format);
  return edition === undefined ? {} : { edition };
};

function modelsShown(
  { shows }: StarterSheet,
  main: Specimen,
  variant: string | undefined,
  starter: StarterDocument,
  models: ModelSources,
): Specimen[] {
  const found = (ids: readonly string[]) => [...new Set(ids)].flatMap((id) => models.specimens.get(id) ?? []);
  switch (shows.what) {
    case 'main':
      return [main];
    case 'model':
      return found([shows.specimen]);
    case 'components':
      return found(main.components.map(({ specimen }) => specimen));
    case 'parts made here':
      return partsIn(main, models).filter((part) => isMadeHere(part, variant, starter, models));
  }
}

/** Whether a part is made here, by what its number begins with; without such beginnings whether it has a shape. */
function isMadeHere(part: Specimen, variant: string | undefined, { madeHere }: StarterDocument, models: ModelSources) {
  if (madeHere.length === 0) return part.shape !== undefined;
  const number = modelValue(SUPPLIED.partNumber, part, variantOf(part, variant), models);
  return number !== undefined && madeHere.some((beginning) => valueText(number).startsWith(beginning));
}

/**
 * The views that a model has: without a flat shape where it has none, pulled apart as was kept with it where it has components. A section
 * of an assembly leaves whole what usually is.
 */
function withWhatThereIs(
  setting: SheetViews,
  model: Specimen,
  models: ModelSources,
): { views: SheetViews; leftOut: string[] } {
  const leftOut: string[] = [];
  const views = setting.views.flatMap((view): SheetView[] => {
    const { of, specimen } = view;
    if (specimen !== undefined) return [view];
    if (of.kind === 'flat' && !model.flat) {
      leftOut.push(`${model.name} has no flat shape, so that view is left out.`);
      return [];
    }
    if (of.kind === 'seen' && of.apart && model.components.length === 0) {
      leftOut.push(`${model.name} is no assembly, so the view of it pulled apart is left out.`);
      return [];
    }
    if (of.kind === 'seen' && of.apart) return [{ ...view, of: { ...of, apart: { ...model.apart, ...of.apart } } }];
    if (of.kind !== 'section' || of.whole) return [view];
    const whole = sectionedParts(model, models).usuallyWhole;
    return [whole.length === 0 ? view : { ...view, of: { ...of, whole } }];
  });
  const isThere = (id: string) => views.some((view) => view.id === id);
  const kept = views.filter(({ of }) => of.kind !== 'detail' || isThere(of.of));
  return { views: { ...setting, views: kept }, leftOut };
}

/**
 * A sheet in its size and its views at their scale, with room for dimensions about them where that can be: at the wanted scale, else what
 * is to give way does. Where no scale is wanted, the smallest sheet is taken on which they stand at a usual one, at the largest of those.
 */
function sizedSheet(sheet: DrawingSheet, { size, gives }: StarterSheet, number: number, starting: Starting) {
  const { sources, starter } = starting;
  const document = (sheet.edition !== undefined && sources.others.get(sheet.edition)) || sources.document;
  const sizes =
    size === undefined ? byArea(document) : document.sizes.filter(({ name }) => name === size).map(({ id }) => id);
  const tried = sizes.length > 0 ? sizes : [document.mainSize];
  const { views } = sheet;
  if (!views) return { sheet: { ...sheet, sizeId: tried[0]! }, fits: true };
  // Laid out once a size, whatever the scale; by how far models reach, so that it is the same before and after views are projected.
  const rooms = new Map(tried.map((sizeId) => [sizeId, roomOn({ ...sheet, sizeId }, number, starting)]));
  const fits = (sizeId: string, scale: string, room: number) => {
    const on = rooms.get(sizeId);
    if (!on) return false;
    return placedViews({ ...on.views, setting: { ...views, scale } }, on.clear, { around: on.around, room }).fits;
  };
  const scales = scalesFrom(views.scale);
  const pairs =
    gives === 'scale'
      ? tried.flatMap((sizeId) => scales.map((scale) => ({ sizeId, scale })))
      : scales.flatMap((scale) => tried.map((sizeId) => ({ sizeId, scale })));
  const found = [starter.room ?? USUAL_ROOM, 0]
    .flatMap((room) => rangesFor(sheet, views.scale, starting).map((usual) => ({ room, usual })))
    .flatMap(
      ({ room, usual }) =>
        pairs.filter(({ scale }) => isWithin(scale, usual)).find(({ sizeId, scale }) => fits(sizeId, scale, room)) ??
        [],
    )[0];
  const { sizeId, scale } = found ?? { sizeId: tried.at(-1)!, scale: scales.at(-1)! };
  return { sheet: { ...sheet, sizeId, views: { ...views, scale } }, fits: found !== undefined };
}

/** Room for a dimension line and its figures about a view (ISO 129-1: the first line 10 mm off), mm. */
export const USUAL_ROOM = 14;

interface Range {
  least: number;
  most: number;
}

const ANY_SCALE: Range = { least: 0, most: Infinity };
/** Where no scale is wanted, these are tried one after another: what is drawn smaller is hard to read, and larger seldom needed. */
const USUAL_SCALES: readonly Range[] = [{ least: 1 / 2, most: 2 }, { least: 1 / 5, most: 2 }, ANY_SCALE];

/** The ranges of scales that are tried, one after another: an assembly shows its parts, not their measures. */
function rangesFor(
  { specimen }: DrawingSheet,
  wanted: SheetViews['scale'],
  { drawing, sources }: Starting,
): readonly Range[] {
  if (wanted !== 'fit') return [ANY_SCALE];
  const model = sources.models.specimens.get(specimen ?? drawing.specimen);
  return model?.model === 'assembly' ? USUAL_SCALES.slice(1) : USUAL_SCALES;
}

const isWithin = (scale: string, { least, most }: Range): boolean => {
  const factor = scaleFactor(scale)!;
  return factor >= least && factor <= most;
};

/** The scales that are tried: the wanted one and the smaller ones of the series; all of the series where none is wanted. */
function scalesFrom(wanted: SheetViews['scale']): string[] {
  if (wanted === 'fit') return [...PREFERRED_SCALES];
  const most = scaleFactor(wanted)!;
  return [wanted, ...PREFERRED_SCALES.filter((scale) => scaleFactor(scale)! < most)];
}

/** The sizes of a format, the smallest first. */
function byArea(document: FormatDocument): string[] {
  const areas = document.sizes.flatMap(({ id }) => {
    const geometry = sheetGeometry(document, id);
    return geometry.ok ? [{ id, area: geometry.sheet.trimmed.width * geometry.sheet.trimmed.height }] : [];
  });
  return areas.sort((a, b) => a.area - b.area).map(({ id }) => id);
}

/** The room for views on a sheet as it is filled, and what they are made from. */
function roomOn(
  sheet: DrawingSheet,
  number: number,
  { drawing, sources, resources }: Starting,
): { clear: Box; around: Around; views: ViewsToDraw } | undefined {
  const [drawn] = drawnSheets({ ...drawing, sizeId: sheet.sizeId!, sheets: [sheet] }, sources).sheets;
  if (!drawn?.views) return undefined;
  const request = { sizeId: drawn.sizeId, sheet: { number, total: number }, show: 'values' as const };
  const laid = layOut(drawn.document, request, drawn.facts, resources);
  if (!laid.ok) return undefined;
  const boxes = laid.laid.map(({ box }) => box);
  const { largest } = clearArea(laid.sheet.space, boxes);
  return top(largest) > 0
    ? { clear: largest, around: { space: laid.sheet.space, taken: boxes }, views: drawn.views }
    : undefined;
}
