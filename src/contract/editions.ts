import { z } from 'zod';
import { Finding } from '../core/findings/finding';
import { WayBack } from '../core/format/going-back';
import { FormatDefault } from '../core/office/format-defaults';
import { EditionState, FormatView } from './formats';
import { route } from './route';

/** How an edition was released. */
export const Release = z.object({
  note: z.string(),
  reason: z.string().optional(),
  releasedBy: z.string(),
  releasedAt: z.string(),
  countsFrom: z.iso.date(),
  /** It was released in another office: whose that is, and who took it in here. */
  elsewhere: z.object({ origin: z.string(), takenInBy: z.string() }).optional(),
});
export type Release = z.infer<typeof Release>;

/** An edition in the history of its format. */
export const HistoryEdition = z.object({
  id: z.string(),
  number: z.int(),
  state: EditionState,
  drawings: z.int(),
  changedAt: z.string(),
  changedBy: z.string().optional(),
  release: Release.optional(),
  /** The format to use instead of a withdrawn one. */
  successor: z.object({ id: z.string(), name: z.string() }).optional(),
});
export type HistoryEdition = z.infer<typeof HistoryEdition>;

/** What somebody did to a format in one sitting. */
export const HistorySitting = z.object({
  /** The state of the edition that it led to, where that can still be gone back to. */
  state: z.object({ edition: z.string(), version: z.int() }).optional(),
  /** The edition that was worked on; absent when it was about the format. */
  edition: z.int().optional(),
  who: z.string(),
  firstAt: z.string(),
  lastAt: z.string(),
  /** Each step in words, in order; the newest of a long sitting. */
  steps: z.array(z.string()),
  /** How many steps it had in all. */
  changes: z.int(),
});
export type HistorySitting = z.infer<typeof HistorySitting>;

/** A format's editions and who did what to it, each the newest first. */
export const FormatHistory = z.object({
  id: z.string(),
  name: z.string(),
  /** The number of the edition that new drawings are made on. */
  inForce: z.int().optional(),
  editions: z.array(HistoryEdition),
  sittings: z.array(HistorySitting),
});
export type FormatHistory = z.infer<typeof FormatHistory>;

export const readHistory = route({ method: 'GET', path: '/api/formats/[id]/editions', answer: FormatHistory });

/** A save of an edition: its steps in words, and how its document becomes the one before. */
export const EditionStep = z.object({ version: z.int(), words: z.array(z.string()), back: WayBack });
export type EditionStep = z.infer<typeof EditionStep>;

/** The newest saves of an edition, the last first, so that they can be undone anywhere. */
export const readSteps = route({ method: 'GET', path: '/api/editions/[id]/steps', answer: z.array(EditionStep) });

/** A format as an edition of it stood at a version. */
export const readState = route({ method: 'GET', path: '/api/editions/[id]/states/[version]', answer: FormatView });

/** Opens the next edition as a copy of one, of the newest when none is named, as it stood at a version when one is. */
export const openNextEdition = route({
  method: 'POST',
  path: '/api/formats/[id]/editions',
  body: z.object({ from: z.string().optional(), version: z.int().optional() }),
  answer: z.object({ id: z.string(), number: z.int() }),
});

/** What an open edition would be released as. */
export const ReleaseProposal = z.object({
  /** The edition with the facts that its release would freeze. */
  format: FormatView,
  /** Findings of all its proofs that are not accepted. */
  findings: z.array(Finding),
  /** Reasons of acceptances whose finding is gone, which the release clears away. */
  cleared: z.array(z.string()),
  /** The newest edition that was released before it. */
  before: z.object({ id: z.string(), number: z.int() }).optional(),
  /** A note in words of what has changed since. */
  note: z.string(),
  profile: z.object({
    name: z.string(),
    revision: z.int(),
    /** It has been changed since: that is not frozen. */
    changed: z.boolean(),
  }),
  /** Trial drawings, which go with the release. */
  trials: z.int(),
  /** For which kinds of model the format is the usual default. */
  defaults: z.array(FormatDefault.shape.kind),
  today: z.iso.date(),
  /** Why whoever asks may not release it. */
  refused: z.string().optional(),
});
export type ReleaseProposal = z.infer<typeof ReleaseProposal>;

export const proposeRelease = route({ method: 'GET', path: '/api/editions/[id]/release', answer: ReleaseProposal });

/** Releases an open edition as it was reviewed at a version. */
export const releaseEdition = route({
  method: 'POST',
  path: '/api/editions/[id]/release',
  body: z.object({
    version: z.int().min(1),
    note: z.string().trim().min(1, 'say what is new').max(1000),
    /** Why it is released although a finding blocks that. */
    reason: z.string().trim().min(1).max(300).optional(),
    countsFrom: z.iso.date(),
    /** The kinds of model for which its format becomes the default. */
    defaults: z.array(FormatDefault.shape.kind).max(2),
  }),
  answer: z.object({ number: z.int(), snapshot: z.string() }),
});

/** Withdraws a released edition: it is offered no more, and drawings keep it. */
export const withdrawEdition = route({
  method: 'POST',
  path: '/api/editions/[id]/withdrawal',
  body: z.object({ successor: z.string().optional() }),
  answer: z.object({ state: EditionState }),
});

/** Offers a withdrawn edition again. */
export const restoreEdition = route({
  method: 'DELETE',
  path: '/api/editions/[id]/withdrawal',
  answer: z.object({ state: EditionState }),
});

/** Gives up an open edition, back to the one before. */
export const deleteEdition = route({ method: 'DELETE', path: '/api/editions/[id]', answer: z.null() });

/** Deletes a format that nothing uses, with all its editions. */
export const deleteFormat = route({ method: 'DELETE', path: '/api/formats/[id]', answer: z.null() });

/** Which formats new drawings are offered first. */
export const listDefaults = route({ method: 'GET', path: '/api/format-defaults', answer: z.array(FormatDefault) });

/** Makes a format the default of a case. */
export const keepDefault = route({
  method: 'PUT',
  path: '/api/format-defaults',
  body: FormatDefault,
  answer: z.array(FormatDefault),
});

/** Leaves a case without a default of its own. */
export const removeDefault = route({
  method: 'DELETE',
  path: '/api/format-defaults',
  body: FormatDefault.omit({ formatId: true }),
  answer: z.array(FormatDefault),
});
