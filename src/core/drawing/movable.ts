import { z } from 'zod';
import type { FormatDocument } from '../format/document';
import { RevisionRow } from '../revision/rows';
import type { ModelSources } from '../specimen/models';
import type { ItemsByList } from '../specimen/parts-tables';
import { Aside } from './aside';
import { Answers } from './drawing';
import { DrawingSheet, editionsOf } from './sheets';
import { Signature } from './signing';

const Id = z.string().max(80);
const Model = z.strictObject({ specimen: Id, variant: Id.optional() });

/** Where a drawing, or single sheets of it, are moved. What is not said stays as it is. */
export const Destination = z.strictObject({
  /** The edition of the whole drawing: of its format, or of another one. */
  edition: Id.optional(),
  model: Model.optional(),
  /** A revision of a drafting profile; null: the one that its edition froze, or the newest. */
  profile: z.strictObject({ id: Id, revision: z.int().min(1).nullable() }).optional(),
  /** Sheets on their own, by their ids; null: as the whole drawing has it. */
  sheets: z
    .record(
      z.string().max(40),
      z.strictObject({ edition: Id.nullable().optional(), model: Model.nullable().optional() }),
    )
    .optional(),
});
export type Destination = z.infer<typeof Destination>;

/** What of a drawing a move may change; everything else stays. */
export const Movable = z.object({
  editionId: z.string(),
  specimen: z.string(),
  variant: z.string().optional(),
  sizeId: z.string(),
  profileId: z.string(),
  profileRevision: z.int().nullable(),
  answers: Answers,
  overruled: Answers,
  items: z.record(z.string(), z.record(z.string(), z.number())),
  sheets: z.array(DrawingSheet),
  revisions: z.array(RevisionRow),
  signatures: z.array(Signature),
  /** What it no longer prints since it was moved, and keeps. */
  aside: z.array(Aside),
});
export type Movable = Omit<z.infer<typeof Movable>, 'variant' | 'items'> & {
  variant?: string | undefined;
  items: ItemsByList;
};

/** What a move is computed from beside the drawing. */
export interface MoveWorld {
  /** The formats of the sheets before and after, by edition. */
  formats: ReadonlyMap<string, FormatDocument>;
  /** What an edition is called: its format and its number. */
  called: (edition: string) => string;
  models: ModelSources;
}

/** The formats of a drawing's sheets, its own first. */
export const formatsAt = (drawing: Pick<Movable, 'editionId' | 'sheets'>, { formats }: Pick<MoveWorld, 'formats'>) =>
  editionsOf(drawing).flatMap((edition) => formats.get(edition) ?? []);

/** What of a drawing a move may change. */
export function movableOf(drawing: Movable): Movable {
  const { editionId, specimen, variant, sizeId, profileId, profileRevision, answers, overruled } = drawing;
  const { items, sheets, revisions, signatures, aside } = drawing;
  return {
    editionId,
    specimen,
    variant,
    sizeId,
    profileId,
    profileRevision,
    answers,
    overruled,
    items,
    sheets,
    revisions,
    signatures,
    aside,
  };
}

/** A drawing with its formats, models and profile as a destination says, before sizes and values find their places. */
export function destined<T extends Movable>(drawing: T, { edition, model, profile, sheets = {} }: Destination): T {
  const editionId = edition ?? drawing.editionId;
  return {
    ...drawing,
    editionId,
    ...(model && { specimen: model.specimen, variant: model.variant }),
    ...(profile && { profileId: profile.id, profileRevision: profile.revision }),
    sheets: drawing.sheets.map((sheet) => {
      const own = sheets[sheet.id];
      const { edition: was, specimen, variant, ...rest } = sheet;
      const at = own?.edition === undefined ? was : (own.edition ?? undefined);
      const shows =
        own?.model === undefined
          ? { ...(specimen !== undefined && { specimen }), ...(variant !== undefined && { variant }) }
          : own.model === null
            ? {}
            : { specimen: own.model.specimen, ...(own.model.variant !== undefined && { variant: own.model.variant }) };
      return { ...rest, ...(at !== undefined && at !== editionId && { edition: at }), ...shows };
    }),
  };
}
