import { z } from 'zod';
import { ProfileDocument } from '../profile/document';
import { ModelKind } from '../property/facts';
import { SheetViews } from './view';

/** A file of shapes, the product of it where it holds several, the sizes of the box around it and how far it reaches, mm. */
const ViewedShape = z.object({
  hash: z.string(),
  product: z.string().optional(),
  size: z.object({ x: z.number(), y: z.number(), z: z.number() }),
  reach: z.array(z.number()).optional(),
});
export type ViewedShape = z.infer<typeof ViewedShape>;

/** What of a model its views are made from. */
export const ViewedModel = z.object({
  name: z.string(),
  kind: ModelKind,
  /** Absent: none was read. */
  shape: ViewedShape.optional(),
  /** Of a folded part. */
  flat: ViewedShape.optional(),
  /**
   * The components of an assembly by name, each with what its files of shapes may call it otherwise, the item number that the parts list
   * gives it, and the names of all that it holds.
   */
  components: z
    .array(
      z.object({
        name: z.string(),
        called: z.array(z.string()).optional(),
        item: z.string().optional(),
        holds: z.array(z.string()),
      }),
    )
    .optional(),
  /** Of what the view leaves whole, by name: what its files of shapes may call it otherwise. */
  whole: z.array(z.object({ name: z.string(), called: z.array(z.string()).optional() })).optional(),
});
export type ViewedModel = z.infer<typeof ViewedModel>;

/** The views of a sheet with what they are made from. */
export const ViewsToDraw = z.object({
  setting: SheetViews,
  /** The model of each view, by the view's id; absent for a slot and for a model that is no longer there. */
  models: z.record(z.string(), ViewedModel),
  profile: ProfileDocument,
  /**
   * How views are laid out and drawn: from 2 on a view takes the room of what is seen of it, and holes on a circle have a pitch circle;
   * from 3 on a view that is in no projection stands wherever room is. Absent in what was finished before.
   */
  manner: z.literal([2, 3]).optional(),
});
export type ViewsToDraw = z.infer<typeof ViewsToDraw>;
