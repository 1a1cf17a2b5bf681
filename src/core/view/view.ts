import { z } from 'zod';
import { AS_NOTED } from '../sheet/scales';
import { Moves } from '../specimen/moves';
import { Direction, SIDES, Standing } from './direction';

/** A scale as ISO 5455 writes it: 1:2, 5:1. */
const OwnScale = z.string().regex(/^\d+([.,]\d+)?\s*:\s*\d+([.,]\d+)?$/, 'a scale is written 1:2');

const mm = z.number().min(-100_000).max(100_000);
const OnPaper = z.object({ x: mm, y: mm });
const Named = z.string().min(1).max(500);

/** What a view shows of its model. */
export const ViewOf = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('seen'),
    from: Direction,
    /** An assembly whose parts are pulled apart: as is proposed but for these. */
    apart: Moves.optional(),
  }),
  z.object({
    kind: z.literal('section'),
    /** What is left behind the plane is seen from that side. */
    from: z.enum(SIDES),
    /** Where the plane is, mm of the model from its middle toward whoever looks. */
    at: mm,
    /** The parts of an assembly that are not cut lengthwise, by name. */
    whole: z.array(Named).max(300, '300 parts at most are left whole').optional(),
  }),
  z.object({
    kind: z.literal('detail'),
    /** The view that it enlarges a circle of. */
    of: z.string().min(1).max(40),
    /** The circle's centre, mm of the model from the middle of that view, and its radius. */
    at: OnPaper,
    radius: z.number().min(0.1).max(10_000),
    /** How much larger than that view. */
    times: z.number().min(1).max(50),
  }),
  z.object({ kind: z.literal('flat') }),
]);
export type ViewOf = z.infer<typeof ViewOf>;

export const VIEW_STYLES = ['outline', 'outline with hidden lines', 'shaded'] as const;

/** One view on a sheet. */
export const SheetView = z.object({
  id: z.string().min(1).max(40),
  of: ViewOf,
  style: z.enum(VIEW_STYLES),
  /** Whether edges are drawn where faces run smoothly into one another. */
  smooth: z.boolean().optional(),
  /** How far it is moved from where it is laid out, mm on paper; the front view takes those that stand in projection with it. */
  moved: OnPaper.optional(),
  /** It stands out of projection with the front view. */
  free: z.literal(true).optional(),
  /** A scale of its own. */
  scale: OwnScale.optional(),
  /** Another model than the sheet's; null: a slot, which the next model that is chosen fills. */
  specimen: z.string().max(80).nullable().optional(),
  /** Parts are told by balloons with the item numbers of the parts list. */
  balloons: z.boolean().optional(),
});
export type SheetView = z.infer<typeof SheetView>;

/** The views of one sheet. */
export const SheetViews = z.object({
  views: z
    .array(SheetView)
    .max(40, 'a sheet has 40 views at most')
    .refine((views) => new Set(views.map(({ id }) => id)).size === views.length, 'two views have the same id')
    .refine(
      (views) => views.every(({ of }) => of.kind !== 'detail' || views.some((one) => one.id === of.of)),
      'a detail enlarges a view of its sheet',
    ),
  /** The one scale of its views; *fit*: the largest of the series with which all stand in the clear area. */
  scale: OwnScale.or(z.literal('fit')),
  /** Absent: as its kind of model stands. */
  standing: Standing.optional(),
});
export type SheetViews = z.infer<typeof SheetViews>;

/** What a view is called in lists. */
export function viewName({ of, specimen }: Pick<SheetView, 'of' | 'specimen'>): string {
  if (specimen === null) return 'Empty slot';
  switch (of.kind) {
    case 'seen':
      if (of.apart) return `Pulled apart, ${viewName({ of: { kind: 'seen', from: of.from } }).toLowerCase()}`;
      return of.from.startsWith('isometric') || of.from === 'front' || of.from === 'rear'
        ? `${of.from[0]!.toUpperCase()}${of.from.slice(1)}`
        : `From ${of.from === 'left' || of.from === 'right' ? `the ${of.from}` : of.from}`;
    case 'section':
      return `Section, seen from ${{ front: 'the front', rear: 'the rear', left: 'the left', right: 'the right', above: 'above', below: 'below' }[of.from]}`;
    case 'detail':
      return 'Detail';
    case 'flat':
      return 'Flat shape';
  }
}

/** How many mm on paper a mm of the model is; undefined for what is no ratio. */
export function scaleFactor(scale: string): number | undefined {
  if (scale === AS_NOTED) return undefined;
  const [paper, model] = scale.replace(/,/g, '.').split(':').map(Number);
  return paper !== undefined && model !== undefined && paper > 0 && model > 0 ? paper / model : undefined;
}
