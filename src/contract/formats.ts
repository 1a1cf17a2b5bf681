import { z } from 'zod';
import { ExportKind } from '../core/exchange/export-kinds';
import { Newer } from '../core/edition/newer';
import { FormatDocument } from '../core/format/document';
import { ProfileDocument } from '../core/profile/document';
import { Facts, ModelKind } from '../core/property/facts';
import { BYTES, FILE, ListQuery, Sitting, pageOf, route } from './route';

export const EditionState = z.enum(['open', 'released', 'withdrawn']);
export type EditionState = z.infer<typeof EditionState>;

/** An edition with its document. */
export const EditionView = z.object({
  id: z.string(),
  number: z.int(),
  state: EditionState,
  version: z.int(),
  hash: z.string(),
  document: FormatDocument,
});
export type EditionView = z.infer<typeof EditionView>;

/** What a sheet is filled from beside the model. */
export const OfficeFacts = Facts.omit({ model: true, variant: true });
export type OfficeFacts = z.infer<typeof OfficeFacts>;

/** A format with one of its editions, and what it is proved with beside the model. */
export const FormatView = z.object({
  id: z.string(),
  name: z.string(),
  edition: EditionView,
  facts: OfficeFacts,
  scale: z.string(),
  /** The drafting profile that it is proved with; not of a drawing's formats, which are filled with the drawing's. */
  profileId: z.string().optional(),
  /** Of a released edition: what the office has otherwise by now than it froze. */
  newer: z.array(Newer).optional(),
  /** Why whoever asks does not change it, although their role may. */
  lockedFor: z.string().optional(),
});
export type FormatView = z.infer<typeof FormatView>;

/** What the shelf says of a format. */
const About = z.object({
  description: z.string().trim().max(500, 'a description has at most 500 characters'),
  category: z.string().trim().max(60, 'a category has at most 60 characters'),
  tags: z.array(z.string().trim().min(1).max(30, 'a tag has at most 30 characters')).max(12, 'at most 12 tags'),
});

/** A format as the shelf lists it, with its newest edition. */
export const ShelfEntry = About.extend({
  id: z.string(),
  name: z.string(),
  unit: z.enum(['mm', 'in']),
  sizes: z.array(z.object({ id: z.string(), name: z.string() })),
  mainSize: z.string(),
  edition: EditionView.omit({ document: true }),
  /** The edition that new drawings are made on; absent while none is released that counts. */
  inForce: z.object({ id: z.string(), number: z.int() }).optional(),
  /** For which kinds of model it is the usual default. */
  defaultFor: z.array(ModelKind),
  /** All its editions, the newest first, each with how many drawings have a sheet on it. */
  editions: z.array(z.object({ id: z.string(), number: z.int(), state: EditionState, drawings: z.int() })),
  changedAt: z.string(),
  changedBy: z.string().optional(),
});
export type ShelfEntry = z.infer<typeof ShelfEntry>;

const Name = z.string().trim().min(1, 'a format needs a name').max(120);
const Made = z.object({ id: z.string() });

/** Which formats are listed: the office's, those that one has made, or those that one has changed or drawn on of late. */
export const Whose = z.enum(['all', 'mine', 'recent']);
export type Whose = z.infer<typeof Whose>;

/** As they came, by name, or the last changed first. */
export const ShelfOrder = z.enum(['shelf', 'name', 'changed']);
export type ShelfOrder = z.infer<typeof ShelfOrder>;

/** Formats by the state of their editions: with an open one, with a released one, with none but withdrawn ones. */
export const ShelfState = z.enum(['any', ...EditionState.options]);
export type ShelfState = z.infer<typeof ShelfState>;

/** The categories that formats have, by name. */
export const listCategories = route({
  method: 'GET',
  path: '/api/formats/categories',
  answer: z.array(z.string()),
});

/** The formats on the shelf, in pages: to administrators all of them, to others those that they may use. */
export const listFormats = route({
  method: 'GET',
  path: '/api/formats',
  query: ListQuery.extend({
    order: ShelfOrder.default('shelf'),
    whose: Whose.default('all'),
    state: ShelfState.default('any'),
    category: z.string().max(60).optional(),
    /** The id of the one format that is asked for. */
    only: z.string().max(80).optional(),
  }),
  answer: pageOf(ShelfEntry),
});

/** A format with its newest edition. */
export const readFormat = route({ method: 'GET', path: '/api/formats/[id]', answer: FormatView });

/** A format as drawings are made on it today, and the drafting profile that they get; 422 when no edition is to be drawn on. */
const FormatForDrawing = z.object({ format: FormatView, profile: ProfileDocument });
export type FormatForDrawing = z.infer<typeof FormatForDrawing>;

export const readFormatForDrawing = route({
  method: 'GET',
  path: '/api/formats/[id]/for-drawing',
  answer: FormatForDrawing,
});

/** A format as an edition of it stands. */
export const readEdition = route({ method: 'GET', path: '/api/editions/[id]', answer: FormatView });

/** Copies a format into a new one (with a document, that one instead of what is stored), or starts one from a document. */
export const makeFormat = route({
  method: 'POST',
  path: '/api/formats',
  body: z.union([
    z.object({ copyOf: z.string(), name: Name, document: z.unknown().optional() }),
    z.object({
      start: z.unknown(),
      projection: z.enum(['first angle', 'third angle']),
      /** Absent: the point with inches, else the comma. */
      decimalMark: z.enum([',', '.']).optional(),
    }),
  ]),
  answer: Made,
});

/** Gives a format another name, and says on the shelf what it is for. What is not given stays. */
export const describeFormat = route({
  method: 'PUT',
  path: '/api/formats/[id]',
  body: z.object({ name: Name.optional(), ...About.partial().shape }),
  answer: z.object({ name: z.string() }),
});

/** Has a format proved with another drafting profile, which drawings made on it take. */
export const chooseProfile = route({
  method: 'PUT',
  path: '/api/formats/[id]/profile',
  body: z.object({ profileId: z.string() }),
  answer: FormatView,
});

/** Saves an edition's document made on a version; 409 with the current edition and `why` when it cannot be. */
export const saveEdition = route({
  method: 'PUT',
  path: '/api/editions/[id]',
  body: z.object({ version: z.int().min(1), document: z.unknown(), ...Sitting }),
  answer: z.object({ version: z.int(), hash: z.string() }),
});

/** Writes the sheet on the board as a file. */
export const exportSheet = route({
  method: 'POST',
  path: '/api/export',
  body: z.object({
    kind: ExportKind,
    document: z.unknown(),
    /** The edition that it is; a released one is written as it was frozen. */
    edition: z.string().optional(),
    sizeId: z.string(),
    show: z.enum(['values', 'names', 'longest', 'blank']),
    rows: z.union([z.int().min(0).max(500), z.enum(['full', 'over-full'])]).optional(),
    specimen: z.string().optional(),
    variant: z.string().optional(),
    following: z.boolean().optional(),
    as: ModelKind.optional(),
  }),
  answer: FILE,
});

/** Takes in a font of the office: the body is the file. */
export const takeFont = route({
  method: 'POST',
  path: '/api/fonts',
  body: BYTES,
  answer: z.object({ id: z.string(), name: z.string() }),
});
