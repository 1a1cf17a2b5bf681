import { z } from 'zod';
import { FullName } from '../core/office/account';
import { ExportKind } from '../core/exchange/export-kinds';
import { Aside } from '../core/drawing/aside';
import { Answers } from '../core/drawing/drawing';
import { KeptOffice } from '../core/drawing/kept-office';
import { Carried, Mapping } from '../core/drawing/mapping';
import { Destination } from '../core/drawing/movable';
import { KeptMove } from '../core/drawing/moving';
import { Revising } from '../core/drawing/revising';
import { Signature } from '../core/drawing/signing';
import { DrawingScale, DrawingSheets, FrozenDrawing } from '../core/drawing/sheets';
import { ProfileDocument } from '../core/profile/document';
import { Value } from '../core/property/value';
import { RevisionRow } from '../core/revision/rows';
import { RevisionScheme } from '../core/revision/scheme';
import { Specimen } from '../core/specimen/specimen';
import { FormatView } from './formats';
import { PlaceChoice } from './places';
import { FILE, ListQuery, pageOf, route } from './route';

const State = z.enum(['in work', 'finished']);

/** A drawing as the register lists it. */
export const RegisterEntry = z.object({
  id: z.string(),
  /** Empty: a trial drawing. */
  number: z.string(),
  title: z.string(),
  modelName: z.string(),
  variant: z.string().optional(),
  formatName: z.string(),
  edition: z.int(),
  sizeName: z.string(),
  sheets: z.int(),
  revision: z.string().optional(),
  state: State,
  /** Names of the asked values without an answer. */
  open: z.array(z.string()),
  /** A finished drawing whose model gives something else now. */
  modelChanged: z.boolean(),
  /** Whether what the register shows of its models is kept as they are now. */
  lookedAt: z.boolean(),
  changedAt: z.string(),
});
export type RegisterEntry = z.infer<typeof RegisterEntry>;

/** Which drawings are listed: by their state, with open questions, with a changed model, on an edition that is not the newest to draw on. */
export const WantedDrawings = z.enum(['all', 'in work', 'finished', 'changed', 'open', 'older edition']);
export type WantedDrawings = z.infer<typeof WantedDrawings>;

/** By what the register is ordered, then by when drawings were made; where nothing is said, the newest first. */
export const RegisterOrder = z.enum([
  'made',
  'number',
  'revision',
  'title',
  'model',
  'format',
  'size',
  'state',
  'open',
  'changed',
]);
export type RegisterOrder = z.infer<typeof RegisterOrder>;

const OneOf = z.string().max(80).optional();

/** What of the register is listed, and in which order. */
export const RegisterQuery = z.object({
  wanted: WantedDrawings.default('all'),
  /** Ids of a format, a project, a site and the account that made them. */
  format: OneOf,
  project: OneOf,
  site: OneOf,
  by: OneOf,
  order: RegisterOrder.default('made'),
  direction: z.enum(['up', 'down']).default('down'),
});
export type RegisterQuery = z.infer<typeof RegisterQuery>;

/** All drawings, the newest first. */
export const WHOLE_REGISTER: RegisterQuery = RegisterQuery.parse({});

/** The register in pages. */
export const listDrawings = route({
  method: 'GET',
  path: '/api/drawings',
  query: ListQuery.extend(RegisterQuery.shape),
  answer: pageOf(RegisterEntry).extend({
    counts: z.object({ all: z.int(), open: z.int(), changed: z.int() }),
  }),
});

const Named = z.object({ id: z.string(), name: z.string() });

/** By what the register may be narrowed: the formats, projects, sites and people that its drawings have. */
export const readRegisterChoices = route({
  method: 'GET',
  path: '/api/drawings/choices',
  answer: z.object({
    formats: z.array(Named),
    projects: z.array(Named),
    sites: z.array(Named),
    people: z.array(Named),
  }),
});

/** A drawing as its screen shows it. */
export const DrawingView = z.object({
  id: z.string(),
  /** Empty: a trial drawing. */
  number: z.string(),
  title: z.string(),
  formatId: z.string(),
  formatName: z.string(),
  editionId: z.string(),
  edition: z.int(),
  specimen: z.string(),
  modelName: z.string(),
  variant: z.string().optional(),
  sizeId: z.string(),
  sizeName: z.string(),
  profileId: z.string(),
  projectId: z.string(),
  /** The site whose values it prints; null: the default one. */
  siteId: z.string().nullable(),
  keptOffice: KeptOffice,
  scale: z.string(),
  answers: Answers,
  overruled: Answers,
  /** The oldest first. */
  revisions: z.array(RevisionRow),
  signatures: z.array(Signature),
  /** Signatures that no longer count: what the drawing prints has changed since. They print nowhere. */
  lapsed: z.array(Signature),
  /** The newest revision's name. */
  revision: z.string().optional(),
  items: z.record(z.string(), z.record(z.string(), z.number())),
  /** What it no longer prints since it was moved, and keeps. */
  aside: z.array(Aside),
  sheets: DrawingSheets,
  state: State,
  /** Why it was finished although something is missing. */
  finishReason: z.string().optional(),
  open: z.array(z.string()),
  modelChanged: z.boolean(),
  version: z.int(),
  changedAt: z.string(),
});
export type DrawingView = z.infer<typeof DrawingView>;

/** The last move of a drawing, as it can be undone. */
const MoveToUndo = z.object({
  id: z.string(),
  who: z.string(),
  at: z.string(),
  words: z.string(),
  /** Nothing that it changed has been changed since. */
  isUntouched: z.boolean(),
});

/** One drawing, with all that its sheets are composed from beside the dictionary. */
export const OpenDrawingView = z.object({
  drawing: DrawingView,
  /** The formats of its sheets as they stand in its editions, its own first. */
  formats: z.array(FormatView).min(1),
  /** The models on its sheets with all that they are made of. */
  specimens: z.array(Specimen),
  /** What a finished drawing printed, of which its sheets are made. */
  frozen: FrozenDrawing.optional(),
  scheme: RevisionScheme,
  today: z.string(),
  /** The released revision of its profile that it is filled with; 0 while there is none. */
  profileRevision: z.int(),
  /** The profile that its views are drawn by. */
  profile: ProfileDocument,
  profiles: z.array(PlaceChoice),
  /** Its own; the others are asked for where one is chosen. */
  project: PlaceChoice,
  /** The default one first. */
  sites: z.array(PlaceChoice),
  move: MoveToUndo.optional(),
});
export type OpenDrawingView = z.infer<typeof OpenDrawingView>;

export const readDrawing = route({ method: 'GET', path: '/api/drawings/[id]', answer: OpenDrawingView });

/** Makes a drawing of a model on a format. */
export const makeDrawing = route({
  method: 'POST',
  path: '/api/drawings',
  body: z.strictObject({
    formatId: z.string(),
    specimen: z.string(),
    variant: z.string().optional(),
    sizeId: z.string(),
    /** None: it is chosen later. */
    scale: DrawingScale.optional(),
    /** Absent: the project that its format was proved with. */
    projectId: z.string().optional(),
    /** Absent: the default site. */
    siteId: z.string().optional(),
    /** What its sheets and views begin with; its first sheet then has the size that its views need. */
    starter: z.string().max(40).optional(),
    /** On the open edition: marked, without a number, gone when it is released. */
    trial: z.literal(true).optional(),
  }),
  answer: z.object({ id: z.string() }),
});

/** The person knows that the change takes signatures off. Without it such a change is refused, with `signatures`. */
const Unsigned = z.literal(true).optional();

/** What is changed of a drawing made on a version; anything else is refused, not passed over. */
export const DrawingChange = z.strictObject({
  version: z.int().min(1),
  sizeId: z.string().optional(),
  answers: Answers.optional(),
  overruled: Answers.optional(),
  sheets: DrawingSheets.optional(),
  state: State.optional(),
  /** Why it is finished although something is missing. */
  finishReason: z.string().trim().min(1).max(300).optional(),
  unsigned: Unsigned,
  profileId: z.string().optional(),
  projectId: z.string().optional(),
  /** The site whose values are printed; null: the default one. */
  siteId: z.string().nullable().optional(),
  /** Nothing is kept of the office as it was any more. */
  keptOffice: z.strictObject({}).optional(),
  scale: DrawingScale.optional(),
});
export type DrawingChange = z.infer<typeof DrawingChange>;

/** Changes a drawing; 409 with the drawing as it is when it has moved on. */
export const changeDrawing = route({
  method: 'PUT',
  path: '/api/drawings/[id]',
  body: DrawingChange,
  answer: DrawingView,
});

/** Adds a revision to a drawing, changes its newest one or withdraws it. */
export const reviseDrawing = route({
  method: 'POST',
  path: '/api/drawings/[id]/revisions',
  body: z.strictObject({ version: z.int().min(1), unsigned: Unsigned, revising: Revising }),
  answer: DrawingView,
});

/** Signs a drawing, or writes down who signed it on paper. `of`: the key of a question; empty: the newest revision's row. */
export const signDrawing = route({
  method: 'POST',
  path: '/api/drawings/[id]/signatures',
  body: z.strictObject({
    version: z.int().min(1),
    of: z.string().max(80),
    onPaper: FullName.optional(),
    /** The day that stands beside a signature on paper; absent: today. */
    signedOn: z.iso
      .date()
      .refine((day) => day >= '1900', 'is too long ago')
      .optional(),
  }),
  answer: DrawingView,
});

/** Withdraws a signature. */
export const withdrawSignature = route({
  method: 'DELETE',
  path: '/api/drawings/[id]/signatures',
  body: z.strictObject({ version: z.int().min(1), of: z.string().max(80) }),
  answer: DrawingView,
});

/** Where a drawing is moved, how its values and sizes find their places there, and answers to what is asked there. */
const Moving = {
  to: Destination,
  mapping: Mapping.partial().optional(),
  answers: Answers.optional(),
  /** The revision that it gets with the move. */
  revision: RevisionRow.optional(),
};

/** What a move would make of a drawing, before anything is changed. */
export const MoveForesight = z.object({
  /** As it is now; a finished one as it is when it is reopened. */
  before: OpenDrawingView,
  /** As it would be; absent when it cannot be moved so. */
  after: OpenDrawingView.optional(),
  refused: z.string().optional(),
  kept: KeptMove.optional(),
  unsigned: z
    .array(z.object({ of: z.string(), name: z.string(), by: z.string(), signature: Signature.optional() }))
    .optional(),
  /** The values of the drawing, each with the place that is proposed for it. */
  values: z.array(
    Carried.extend({
      name: z.string(),
      value: Value,
      by: z.enum(['question', 'property', 'name', 'cell', 'link']).optional(),
    }),
  ),
  /** The sizes that are not served there, each with the one that is proposed. */
  sizes: z.array(
    z.object({
      of: z.string(),
      words: z.string(),
      to: z.string().optional(),
      sizes: z.array(z.object({ id: z.string(), name: z.string() })),
    }),
  ),
  /** Where values may be put. */
  targets: z.array(z.object({ key: z.string(), name: z.string() })),
});
export type MoveForesight = z.infer<typeof MoveForesight>;

export const foreseeMove = route({
  method: 'POST',
  path: '/api/drawings/[id]/moves/foresight',
  body: z.strictObject(Moving),
  answer: MoveForesight,
});

/** Moves a drawing: to another edition, format, model or profile revision, as a whole or single sheets. */
export const moveDrawing = route({
  method: 'POST',
  path: '/api/drawings/[id]/moves',
  body: z.strictObject({
    version: z.int().min(1),
    ...Moving,
    /** It is finished, and reopened by the move. */
    reopens: z.literal(true).optional(),
  }),
  answer: DrawingView,
});

/** What stays of a drawing as it is now when its last move is undone, in words. */
export const UndoForesight = z.object({ stays: z.array(z.string()) });
export type UndoForesight = z.infer<typeof UndoForesight>;

export const foreseeUndo = route({
  method: 'GET',
  path: '/api/drawings/[id]/moves/[move]/back',
  answer: UndoForesight,
});

/** Undoes the last move of a drawing; what was done since stays. */
export const undoMove = route({
  method: 'POST',
  path: '/api/drawings/[id]/moves/[move]/back',
  body: z.strictObject({ version: z.int().min(1) }),
  answer: DrawingView,
});

/** Puts a value that is kept aside under a question, or removes it. */
export const putAside = route({
  method: 'POST',
  path: '/api/drawings/[id]/aside',
  body: z.strictObject({
    version: z.int().min(1),
    /** Its place in the list, from 0. */
    place: z.int().min(0),
    /** The key of the question; null: it is removed. */
    to: z.string().max(80).nullable(),
  }),
  answer: DrawingView,
});

/** What was done to a drawing, the newest first, and the states of it that are kept. */
export const DrawingHistory = z.object({
  states: z.array(
    z.object({
      id: z.int(),
      version: z.int(),
      occasion: z.enum(['sitting', 'finished', 'reopened', 'revision', 'move', 'signature']),
      words: z.string(),
      who: z.string(),
      at: z.string(),
    }),
  ),
  changes: z.array(z.object({ who: z.string(), at: z.string(), words: z.string() })),
});
export type DrawingHistory = z.infer<typeof DrawingHistory>;

export const readDrawingHistory = route({
  method: 'GET',
  path: '/api/drawings/[id]/history',
  answer: DrawingHistory,
});

/** A drawing as it was then: what its sheets printed. */
export const readDrawingThen = route({
  method: 'GET',
  path: '/api/drawings/[id]/history/[state]',
  answer: OpenDrawingView,
});

/** Writes a drawing's sheets as a file; refused with what is unanswered, unless it is taken as it is. */
export const exportDrawing = route({
  method: 'POST',
  path: '/api/drawings/[id]/export',
  body: z.object({ kind: ExportKind, asItIs: z.boolean() }),
  answer: FILE,
});
