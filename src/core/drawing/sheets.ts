import { z } from 'zod';
import type { FormatDocument } from '../format/document';
import { sheetGeometry } from '../format/sheet';
import { Facts } from '../property/facts';
import { type RevisionRow, revisionTableRow } from '../revision/rows';
import { AS_NOTED } from '../sheet/scales';
import { type PlannedSheet, type SheetToPlan, planSheets } from '../scene/planning';
import type { Resources } from '../scene/resources';
import { modelFacts } from '../specimen/model-facts';
import type { ModelSources } from '../specimen/models';
import { lastVariantOf, variantOf } from '../specimen/specimen';
import { type ItemsByList, partsRules, partsTables } from '../specimen/parts-tables';
import type { ProfileDocument } from '../profile/document';
import { ViewsToDraw } from '../view/to-draw';
import { SheetViews } from '../view/view';
import { viewedModel } from './viewed';
import { type DrawingData, drawingFacts } from './drawing';

/** The scale of a sheet as ISO 5455 writes it: 1:2, 5:1; or that its views say it. */
export const Scale = z
  .string()
  .trim()
  .max(20)
  .refine(
    (text) => text === AS_NOTED || /^\d+([.,]\d+)?\s*:\s*\d+([.,]\d+)?$/.test(text),
    `a scale is written 1:2, or “${AS_NOTED}”`,
  )
  .refine((text) => !/(^|:)\s*0+([.,]0+)?\s*(:|$)/.test(text), 'both numbers of a scale are above zero, as in 1:2');

/** The scale of a drawing: none until it is chosen. */
export const DrawingScale = Scale.or(z.literal(''));

/** One sheet of a drawing; what it does not say for itself is the drawing's. */
export const DrawingSheet = z.object({
  id: z.string().min(1).max(40),
  name: z.string().trim().max(80, 'a sheet’s name has at most 80 characters'),
  sizeId: z.string().max(60).optional(),
  scale: Scale.optional(),
  /** The edition of another format. */
  edition: z.string().max(40).optional(),
  /** Another model than the drawing's. */
  specimen: z.string().max(80).optional(),
  variant: z.string().max(80).optional(),
  /** The views of its model. */
  views: SheetViews.optional(),
});
export type DrawingSheet = z.infer<typeof DrawingSheet>;

/** The sheets of a drawing: one at least. */
export const DrawingSheets = z
  .array(DrawingSheet)
  .min(1, 'a drawing has one sheet at least')
  .max(100, 'a drawing has 100 sheets at most')
  .refine((sheets) => new Set(sheets.map(({ id }) => id)).size === sheets.length, 'two sheets have the same id');

/** What a finished drawing printed: each of its sheets with all that filled it, beside the edition. */
export const FrozenDrawing = z.object({
  version: z.literal(1),
  /**
   * How it is written: 2 joins the corners of blocks and has a profile and lines of its own, in 3 a DXF measures by the scales of its
   * views; absent in what was finished before.
   */
  writing: z.literal([2, 3]).optional(),
  /** The profile by which its files are written. */
  profile: z.looseObject({ version: z.int() }).optional(),
  /** The lines of its views: snapshots by their hashes, under the keys of the projections. */
  lines: z.record(z.string(), z.string()).optional(),
  /** The hash of the scene of each of its sheets, those that follow by themselves among them. */
  scenes: z.array(z.string()).optional(),
  sheets: z.array(
    z.object({
      sheet: DrawingSheet,
      sizeId: z.string().max(60),
      scale: z.string().max(20).optional(),
      views: ViewsToDraw.optional(),
      /** Without definitions, which its edition has, and without rules, by which nothing is printed. */
      facts: Facts,
    }),
  ),
});
export type FrozenDrawing = z.infer<typeof FrozenDrawing>;

/** A drawing with all that its sheets are made from. */
export interface DrawnData extends DrawingData {
  specimen: string;
  variant?: string | undefined;
  sizeId: string;
  /** The oldest first. */
  revisions: readonly RevisionRow[];
  items: ItemsByList;
  sheets: readonly DrawingSheet[];
}

/** What a drawing's sheets are made from. */
export interface DrawingSources {
  /** The drawing's own format. */
  document: FormatDocument;
  /** Those of sheets that use another one, by edition. */
  others: ReadonlyMap<string, FormatDocument>;
  /** The definitions that editions froze, by the document of the edition. */
  definitions?: ReadonlyMap<FormatDocument, NonNullable<Facts['definitions']>>;
  /** What a finished drawing printed: its sheets are made from this alone. */
  frozen?: FrozenDrawing | undefined;
  models: ModelSources;
  /** By which views are drawn. */
  profile: ProfileDocument;
  /** What is the drawing's own beside its model and its answers: project, profile, decimal mark; the organisation, today. */
  facts: Omit<Facts, 'model' | 'variant'>;
  /** The scale of sheets that do not say another one; empty while it is not chosen. */
  scale: string;
}

/** The editions of a drawing's sheets, its own first. */
export const editionsOf = ({
  editionId,
  sheets,
}: {
  editionId: string;
  sheets: readonly Pick<DrawingSheet, 'edition'>[];
}): string[] => [...new Set([editionId, ...sheets.flatMap(({ edition }) => edition ?? [])])];

/** The models that a sheet shows beside the drawing's: its own and those of its views. */
export const modelsOnSheet = ({ specimen, views }: Pick<DrawingSheet, 'specimen' | 'views'>): string[] =>
  [specimen, ...(views?.views ?? []).map((view) => view.specimen)].filter((id) => typeof id === 'string');

/** A sheet of a drawing with its format, its size and all that fills it. */
export interface DrawnSheet extends SheetToPlan {
  sheet: DrawingSheet;
}

/** A sheet has no scale as long as none is chosen. */
const scaleOf = (scale: string) => (scale === '' ? {} : { scale });

/** What a sheet shows: its own model, else the drawing's. */
function modelOf({ specimen, variant }: Pick<DrawnData, 'specimen' | 'variant'>, sheet: DrawingSheet) {
  return sheet.specimen === undefined ? { specimen, variant } : { specimen: sheet.specimen, variant: sheet.variant };
}

/**
 * The sheets of a drawing as they were put in, each with its facts, and the item numbers of all their parts lists: numbers that are
 * given stay, parts without one get the next.
 */
export function drawnSheets(drawing: DrawnData, sources: DrawingSources): { sheets: DrawnSheet[]; items: ItemsByList } {
  const formOf = (edition: string | undefined) =>
    (edition !== undefined && sources.others.get(edition)) || sources.document;
  const frozenWith = (document: FormatDocument): Pick<Facts, 'definitions'> => {
    const definitions = sources.definitions?.get(document);
    return definitions ? { definitions } : {};
  };
  if (sources.frozen) {
    const sheets = sources.frozen.sheets.map(({ facts, views, ...one }): DrawnSheet => {
      const document = formOf(one.sheet.edition);
      const { rules } = sources.facts;
      return {
        ...one,
        ...(views && { views }),
        document,
        facts: { ...facts, ...frozenWith(document), ...(rules && { rules }) },
      };
    });
    return { sheets, items: drawing.items };
  }
  const revisions = drawing.revisions.map(revisionTableRow);
  const viewsToDraw = (
    setting: SheetViews,
    main: Pick<DrawnData, 'specimen' | 'variant'>,
    numbers: ItemsByList,
  ): ViewsToDraw => ({
    setting,
    profile: sources.profile,
    manner: 3,
    models: Object.fromEntries(
      setting.views.flatMap((view) => {
        const shown = view.specimen === undefined ? main : { specimen: view.specimen, variant: undefined };
        const model = shown.specimen === null ? undefined : sources.models.specimens.get(shown.specimen);
        const whole = view.of.kind === 'section' ? (view.of.whole ?? []) : [];
        return model ? [[view.id, viewedModel(model, shown.variant, sources, numbers, whole)]] : [];
      }),
    ),
  });
  let { items } = drawing;
  const sheets = drawing.sheets.map((sheet): DrawnSheet => {
    const document = formOf(sheet.edition);
    const { specimen: id, variant } = modelOf(drawing, sheet);
    const specimen = sources.models.specimens.get(id);
    const model = specimen ? modelFacts(specimen, variant, sources.models) : {};
    const tables = specimen && partsTables(partsRules(document), { specimen, variant }, sources.models, items);
    if (tables) items = tables.items;
    const sizeId = sheet.sizeId ?? drawing.sizeId;
    return {
      sheet,
      document,
      sizeId: document.sizes.some((size) => size.id === sizeId) ? sizeId : document.mainSize,
      ...scaleOf(sheet.scale ?? sources.scale),
      ...(sheet.views && { views: viewsToDraw(sheet.views, modelOf(drawing, sheet), items) }),
      facts: {
        ...drawingFacts(sources.facts, model, drawing, document.asked),
        ...frozenWith(document),
        revisions,
        ...(tables && { parts: tables.parts }),
      },
    };
  });
  return { sheets, items };
}

/** A sheet that cannot print what it is to show: its model or the variant of it is no longer there, or its format has no such size. */
export interface GoneFrom {
  /** The number of the sheet among those that were put in, from 1. */
  sheet: number;
  /** The model that it is to show. */
  model: string;
  /** Neither variant nor size: the model itself is gone. */
  variant?: string;
  /** Its last values are known, and print. */
  remembered?: boolean;
  /** A size that its format does not have, and the one that is printed. */
  size?: { wanted: string; printed: string };
}

/** What the sheets of a drawing in work are to show and cannot: they print the variant as it was last, the model without it, or nothing; another size. */
export function goneFrom(
  drawing: DrawnData,
  { frozen, models, document: own, others }: Pick<DrawingSources, 'frozen' | 'models' | 'document' | 'others'>,
): GoneFrom[] {
  if (frozen) return [];
  return drawing.sheets.flatMap((sheet, i): GoneFrom[] => {
    const { specimen: id, variant } = modelOf(drawing, sheet);
    const model = models.specimens.get(id);
    const gone: GoneFrom[] = [];
    if (!model) gone.push({ sheet: i + 1, model: id });
    else if (variant !== undefined && !variantOf(model, variant))
      gone.push({ sheet: i + 1, model: model.name, variant, remembered: lastVariantOf(model, variant) !== undefined });
    const document = (sheet.edition !== undefined && others.get(sheet.edition)) || own;
    const wanted = sheet.sizeId ?? drawing.sizeId;
    if (!document.sizes.some((size) => size.id === wanted)) {
      const nameIn = (some: FormatDocument, size: string) => some.sizes.find((one) => one.id === size)?.name ?? size;
      const size = { wanted: nameIn(own, wanted), printed: nameIn(document, document.mainSize) };
      gone.push({ sheet: i + 1, model: model?.name ?? id, size });
    }
    return gone;
  });
}

/** What is gone from a sheet, in words. */
export function goneWords({ sheet, model, variant, remembered, size }: GoneFrom): string {
  if (size)
    return `Sheet ${sheet}: its format has no size ${size.wanted}, and prints ${size.printed}. Choose a size for it.`;
  if (variant === undefined) return `Sheet ${sheet}: the model “${model}” is no longer there. Choose another one.`;
  const prints = remembered ? 'Its last values print.' : 'The model’s own values print.';
  return `Sheet ${sheet}: ${model} no longer has the variant “${variant}”. ${prints} Choose another one.`;
}

/** All sheets of a drawing, those that follow by themselves among them. */
export const planDrawing = (
  drawing: DrawnData,
  sources: DrawingSources,
  resources: Resources,
): PlannedSheet<DrawnSheet>[] => planSheets(drawnSheets(drawing, sources).sheets, resources);

/** What a drawing prints now, to be kept with it when it is finished; `kept` is what else its files are written from. */
export function frozenDrawing(
  drawing: DrawnData,
  sources: DrawingSources,
  kept: Pick<FrozenDrawing, 'writing' | 'profile' | 'lines' | 'scenes'>,
): FrozenDrawing {
  const { sheets } = drawnSheets(drawing, { ...sources, frozen: undefined });
  return {
    version: 1,
    ...kept,
    sheets: sheets.map(({ document: _, facts: { definitions: __, rules: ___, ...facts }, ...one }) => ({
      ...one,
      facts,
    })),
  };
}

/** What a sheet is called in lists and files: its number and its name. */
export const sheetTitle = ({ place, sheet, follows }: PlannedSheet<DrawnSheet>): string =>
  [`Sheet ${place.number}`, follows ? 'continued' : sheet.name].filter(Boolean).join(', ');

/** The labels of a sheet's zones, letters and numerals, as revisions name them; none where the format shows none. */
export function zoneLabelsOf({ document, sizeId }: SheetToPlan): { letters: string[]; numerals: string[] } {
  const geometry = sheetGeometry(document, sizeId);
  if (!geometry.ok || !document.zones.shown) return { letters: [], numerals: [] };
  const { columns, rows } = geometry.sheet.zones;
  const [across, up] = [columns.map(({ label }) => label), rows.map(({ label }) => label)];
  return document.zones.lettersAlong === 'vertical'
    ? { letters: up.sort(), numerals: across.sort(byNumber) }
    : { letters: across.sort(), numerals: up.sort(byNumber) };
}

const byNumber = (a: string, b: string) => Number(a) - Number(b);
