import { deepEqual } from 'fast-equals';
import type { z } from 'zod';
import { createStore } from 'zustand/vanilla';
import {
  type DrawingView,
  type OpenDrawingView,
  changeDrawing,
  moveDrawing,
  putAside,
  readDrawing,
  reviseDrawing,
  signDrawing,
  undoMove,
  withdrawSignature,
} from '../../contract/drawings';
import type { Answers } from '../../core/drawing/drawing';
import { type Changeable, type Clash, joinChanges, withArrived } from '../../core/drawing/joining';
import { modelsOnSheet } from '../../core/drawing/sheets';
import type { Lacking } from '../../core/drawing/finishing';
import type { SignedName } from '../../core/drawing/signing';
import { valueText } from '../../core/property/value';
import type { Revising } from '../../core/drawing/revising';
import { type Outcome, refuse } from '../../core/refusal';
import type { Resources } from '../../core/scene/resources';
import { type OfficeData, loadAtHand } from '../data/office';
import { RequestFailed, ask, currentIn } from '../data/request';
import { AutoSave, type SavePhase } from '../saving/auto-save';
import { KeptHere } from '../saving/kept-here';

export type Saving =
  | SavePhase
  | { kind: 'clashes'; clashes: Clash[] }
  /** What is not saved yet takes signatures off; it waits until somebody says so. */
  | { kind: 'takes off'; signatures: TakenOff[] };

/** A signature, or a name typed in place of one, that a change takes off. */
export type TakenOff = Pick<SignedName, 'of' | 'name' | 'by'>;

/** An answer that was typed and not taken: it stays in its field, with the reason, and in the browser. */
export interface Untaken {
  text: string;
  reason: string;
}

/** A drawing with all that its sheets are composed from. */
export interface OpenDrawing extends OpenDrawingView {
  office: OfficeData;
  resources: Resources;
}

/** A drawing with what of the office its sheets are composed from. */
export async function withOffice(loaded: OpenDrawingView): Promise<OpenDrawing> {
  const models = [...new Set([loaded.drawing.specimen, ...loaded.drawing.sheets.flatMap(modelsOnSheet)])];
  const printed = loaded.frozen?.sheets.map(({ facts }) => ({ facts, edition: loaded.formats[0]!.edition })) ?? [];
  const { office, resources } = await loadAtHand([...loaded.formats, ...printed], models);
  return { ...loaded, office, resources };
}

/** Where a drawing is moved, and what goes with it. */
export type Moving = Omit<z.infer<(typeof moveDrawing)['body']>, 'version'>;

/** A signature on paper: whose, and of which day. */
export interface OnPaper {
  onPaper: string;
  signedOn: string;
}

/** What of a drawing is changed on its screen. */
export type Changed = Partial<Changeable> & {
  /** It prints the office’s values as they are now. */
  keptOffice?: Record<string, never>;
};

/** A change that is not saved yet, and the drawing that it was made on. */
interface Unsaved {
  changed: Changed;
  base: Changeable;
  /** Changes that were sent and not answered: they may have arrived. */
  sent?: Changed[];
}

/** What this browser keeps of a drawing until the server has it. */
type Kept = Partial<Unsaved> & { untaken?: Record<string, Untaken> };

/** How many changes without an answer are remembered. */
const MOST_SENT = 5;

interface State {
  open: OpenDrawing | undefined;
  problem: string | undefined;
  saving: Saving;
  /** Answers that were typed and not taken, by their keys. */
  untaken: Record<string, Untaken>;
}

/**
 * A drawing open: shows every change at once and saves it by itself. What somebody else changed meanwhile is joined with it, answer
 * by answer; where both changed the same, the person is asked.
 */
export class DrawingStore {
  readonly state = createStore<State>(() => ({
    open: undefined,
    problem: undefined,
    saving: { kind: 'saved' },
    untaken: {},
  }));
  private pending: Changed | undefined;
  /** The drawing that what is pending was made on. */
  private base: Changeable | undefined;
  /** The drawing as somebody else has changed it, as long as it is not settled whose changes are taken. */
  private meanwhile: DrawingView | undefined;
  private sent: Changed[] = [];
  private readonly kept: KeptHere<Kept>;
  /** The person knows that what is pending takes signatures off. */
  private unsigned = false;
  /** Nothing is saved until the person has said whether signatures may be taken off. */
  private asking = false;
  private readonly saver = new AutoSave<Changed>({
    pending: () => (this.state.getState().open ? this.pending : undefined),
    keep: () => this.keep(),
    send: (changed) => this.send(changed),
    taken: (changed, answer) => this.taken(changed, answer as DrawingView),
    conflict: (error) => this.meet(currentIn<DrawingView>(error)!),
    refused: (error) => this.refused(error),
    onPhase: (saving) => !this.meanwhile && !this.asking && this.state.setState({ saving }),
  });

  constructor(private readonly id: string) {
    this.kept = new KeptHere(`zonograph-drawing-${id}`);
  }

  async load(): Promise<void> {
    try {
      const open = await withOffice(await ask(readDrawing, { params: { id: this.id } }));
      const kept = this.kept.get();
      const unsaved = this.unsaved() ?? unsavedIn(kept);
      const untaken = { ...kept?.untaken, ...this.state.getState().untaken };
      this.state.setState({ open, problem: undefined, untaken });
      if (unsaved && open.drawing.state === 'in work') this.join(unsaved, open.drawing);
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    }
  }

  change(changed: Changed): void {
    const { open } = this.state.getState();
    if (!open) return;
    if (!this.pending) this.base = changeable(open.drawing);
    this.pending = { ...this.pending, ...changed };
    if (changed.answers) this.forget(answersApart(open.drawing.answers, changed.answers));
    if (this.meanwhile) {
      this.join(this.unsaved()!, this.meanwhile);
      return;
    }
    this.show({ ...open.drawing, ...changed });
    this.saver.changed();
  }

  /** Keeps an answer that was typed and is none, with the reason, until another one is typed; `undefined` forgets it. */
  untake(key: string, untaken: Untaken | undefined): void {
    if (untaken) this.state.setState((state) => ({ untaken: { ...state.untaken, [key]: untaken } }));
    else this.forget([key]);
    this.keep();
  }

  /** Goes on with a change although it takes signatures off, or gives it up. */
  settleSignatures(takeOff: boolean): void {
    this.asking = false;
    if (!takeOff) return this.discard();
    this.unsigned = true;
    this.saver.release();
  }

  /**
   * Finishes the drawing, with the reason why although something is missing, or reopens it, which takes off what is signed.
   * @returns what it lacks to be finished, when that was refused for it
   */
  async setState(state: DrawingView['state'], finishReason?: string): Promise<Lacking[] | undefined> {
    await this.saver.settled();
    const { open } = this.state.getState();
    if (!open || this.isHeld()) return undefined;
    try {
      const body = { state, finishReason, version: open.drawing.version, ...(state === 'in work' && UNSIGNED) };
      this.show(await ask(changeDrawing, { params: { id: this.id }, body }));
      this.state.setState({ saving: { kind: 'saved' } });
      // What a finished one prints is kept with it; one that is reopened prints what its model and the office say now.
      await this.load();
    } catch (error) {
      const lacking = error instanceof RequestFailed ? error.detail.lacking : undefined;
      if (Array.isArray(lacking)) return lacking as Lacking[];
      this.state.setState({ saving: { kind: 'refused', reason: (error as Error).message } });
    }
    return undefined;
  }

  /** Adds a revision, changes the newest or withdraws it, which takes off what is signed; what is not saved yet is saved before. */
  revise(revising: Revising): Promise<Outcome<object>> {
    return this.act((version) =>
      ask(reviseDrawing, { params: { id: this.id }, body: { version, ...UNSIGNED, revising } }),
    );
  }

  /** Signs as whoever is signed in, or writes down who signed on paper. */
  sign(of: string, paper?: OnPaper): Promise<Outcome<object>> {
    return this.act((version) => ask(signDrawing, { params: { id: this.id }, body: { version, of, ...paper } }));
  }

  withdrawSignature(of: string): Promise<Outcome<object>> {
    return this.act((version) => ask(withdrawSignature, { params: { id: this.id }, body: { version, of } }));
  }

  /** Moves the drawing, as a whole or single sheets of it. */
  move(moving: Moving): Promise<Outcome<object>> {
    return this.actAnew((version) => ask(moveDrawing, { params: { id: this.id }, body: { version, ...moving } }));
  }

  /** Undoes the last move. */
  undoMove(move: string): Promise<Outcome<object>> {
    return this.actAnew((version) => ask(undoMove, { params: { id: this.id, move }, body: { version } }));
  }

  /** Puts a value that is kept aside under a question, or removes it. */
  putAside(place: number, to: string | null): Promise<Outcome<object>> {
    return this.act((version) => ask(putAside, { params: { id: this.id }, body: { version, place, to } }));
  }

  /** Does something after which the drawing has other formats or models. */
  private async actAnew(perform: (version: number) => Promise<DrawingView>): Promise<Outcome<object>> {
    const outcome = await this.act(perform);
    if (outcome.ok) await this.load();
    return outcome;
  }

  /** Does something to the drawing as it is kept: what is not saved yet is saved before. */
  private async act(perform: (version: number) => Promise<DrawingView>): Promise<Outcome<object>> {
    await this.saver.settled();
    const { open } = this.state.getState();
    if (!open) return refuse('The drawing is not loaded yet.');
    if (this.meanwhile) return refuse('Settle first what somebody else and you have both changed.');
    if (this.asking) return refuse('Say first whether your change may take signatures off.');
    try {
      this.show({ ...(await perform(open.drawing.version)), ...this.pending });
      return { ok: true };
    } catch (error) {
      const current = currentIn<DrawingView>(error);
      if (current && this.meet(current) && this.pending) this.saver.changed();
      return refuse((error as Error).message);
    }
  }

  /** Settles what both changed: with mine, or with theirs. */
  settle(clashesTo: 'mine' | 'theirs'): void {
    const unsaved = this.unsaved();
    if (this.meanwhile && unsaved) this.join(unsaved, this.meanwhile, clashesTo);
  }

  /** Gives up what is not saved and shows what is stored. */
  discard(): void {
    this.pending = this.base = this.meanwhile = undefined;
    this.asking = this.unsigned = false;
    this.saver.release();
    void this.load();
  }

  /** Saves what is left when the screen is gone. */
  end(): void {
    this.saver.end();
  }

  private isHeld = (): boolean => this.meanwhile !== undefined || this.asking;

  private keep(): void {
    const { untaken } = this.state.getState();
    const unsaved = this.unsaved();
    const isAny = Object.keys(untaken).length > 0;
    this.kept.put(unsaved || isAny ? { ...unsaved, ...(isAny && { untaken }) } : undefined);
  }

  private forget(keys: readonly string[]): void {
    const { untaken } = this.state.getState();
    const left = Object.entries(untaken).filter(([key]) => !keys.includes(key));
    this.state.setState({ untaken: Object.fromEntries(left) });
  }

  /**
   * What the server did not take: single answers stay in their fields, and all else is saved; a change that takes signatures off waits
   * until somebody says so.
   */
  private refused(error: RequestFailed): boolean {
    const { answers, signatures } = error.detail as { answers?: Record<string, string>; signatures?: TakenOff[] };
    if (answers && this.pending?.answers && this.base) {
      let given = this.pending.answers;
      for (const [key, reason] of Object.entries(answers)) {
        const value = given[key];
        this.untake(key, { text: value === undefined ? '' : valueText(value), reason });
        given = withAnswer(given, key, this.base.answers[key]);
      }
      this.pending = { ...this.pending, answers: given };
      this.show({ ...this.state.getState().open!.drawing, ...this.pending });
      return true;
    }
    if (!signatures) return false;
    this.asking = true;
    this.saver.hold();
    this.keep();
    this.state.setState({ saving: { kind: 'takes off', signatures } });
    return false;
  }

  private unsaved(): Unsaved | undefined {
    const { pending: changed, base, sent } = this;
    return changed && base && { changed, base, ...(sent.length > 0 && { sent }) };
  }

  /** Goes on with the drawing as somebody else has changed it. @returns whether what is pending may be saved */
  private meet(current: DrawingView): boolean {
    const { open } = this.state.getState();
    const isElsewhere = open !== undefined && needsAnew(this.base ?? open.drawing, current, open);
    const unsaved = this.unsaved();
    const maySave = unsaved ? this.bring(unsaved, current) : true;
    if (!unsaved) this.show(current);
    if (isElsewhere) void this.load();
    return maySave;
  }

  private join(unsaved: Unsaved, current: DrawingView, clashesTo?: 'mine' | 'theirs') {
    if (this.bring(unsaved, current, clashesTo)) this.saver.release();
  }

  /** Brings what is not saved onto the drawing as it is now; where both changed the same, asks before anything is saved. */
  private bring(unsaved: Unsaved, current: DrawingView, clashesTo?: 'mine' | 'theirs'): boolean {
    const { changed, sent = [] } = unsaved;
    const base = withArrived(unsaved.base, sent, changeable(current));
    this.sent = [];
    const joined = joinChanges(base, changed, current, clashesTo);
    this.show({ ...current, ...joined.changed });
    if (joined.clashes.length > 0 && !clashesTo) {
      Object.assign(this, { pending: changed, base, meanwhile: current });
      this.saver.hold();
      this.keep();
      this.state.setState({ saving: { kind: 'clashes', clashes: joined.clashes } });
      return false;
    }
    if (isIn(joined.changed, current))
      Object.assign(this, { pending: undefined, base: undefined, meanwhile: undefined });
    else Object.assign(this, { pending: joined.changed, base: changeable(current), meanwhile: undefined });
    return true;
  }

  private show(drawing: DrawingView) {
    const { open } = this.state.getState();
    if (open) this.state.setState({ open: { ...open, drawing } });
  }

  private send(changed: Changed) {
    const { version } = this.state.getState().open!.drawing;
    this.sent = [...this.sent, changed].slice(-MOST_SENT);
    this.keep();
    return ask(changeDrawing, {
      params: { id: this.id },
      body: { ...changed, ...(this.unsigned && UNSIGNED), version },
    });
  }

  private taken(sent: Changed, saved: DrawingView): void {
    const { open } = this.state.getState();
    this.sent = [];
    this.unsigned = false;
    if (this.pending === sent) {
      this.pending = this.base = undefined;
      this.show(saved);
    } else {
      this.show({ ...saved, ...this.pending });
      this.base = changeable(saved);
    }
    if (open && needsMore(sent, saved, open)) void this.load();
  }
}

const unsavedIn = ({ changed, base, sent }: Kept = {}): Unsaved | undefined =>
  changed && base && { changed, base, ...(sent && { sent }) };

/** The person knows that signatures are taken off. */
const UNSIGNED = { unsigned: true } as const;

/** The keys under which two sets of answers differ. */
const answersApart = (a: Answers, b: Answers): string[] =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => !deepEqual(a[key], b[key]));

const changeable = (drawing: DrawingView): Changeable => {
  const { answers, overruled, sizeId, sheets, scale, profileId, projectId, siteId } = drawing;
  return { answers, overruled, sizeId, sheets, scale, profileId, projectId, siteId };
};

/** Whether a drawing has a change already: it may have come before its answer was lost. */
const isIn = (changed: Changed, drawing: DrawingView): boolean =>
  (Object.keys(changed) as (keyof Changed)[]).every((key) => deepEqual(changed[key], drawing[key]));

/** What of the office a drawing prints: with any of it, what is loaded with the drawing is another one. */
const OF_THE_OFFICE = ['profileId', 'projectId', 'siteId', 'keptOffice'] as const;

/** Whether somebody else has moved a drawing, or given it other values of the office: what is loaded with it is of what it was. */
const needsAnew = (
  was: Pick<Changeable, 'profileId' | 'projectId' | 'siteId'>,
  current: DrawingView,
  open: OpenDrawing,
): boolean =>
  current.editionId !== open.formats[0]!.edition.id ||
  (['profileId', 'projectId', 'siteId'] as const).some((key) => was[key] !== current[key]) ||
  current.specimen !== open.drawing.specimen ||
  needsMore({}, current, open);

/** Whether what was saved asks for what is not loaded: another format or model, or other values of the office. */
const needsMore = (sent: Changed, { sheets }: DrawingView, { formats, office }: OpenDrawing): boolean =>
  OF_THE_OFFICE.some((key) => key in sent) ||
  sheets.some(
    ({ edition, specimen }) =>
      (edition !== undefined && !formats.some((format) => format.edition.id === edition)) ||
      (specimen !== undefined && !office.specimens.some(({ id }) => id === specimen)),
  );

/** Answers with one of them set, or taken away. */
export function withAnswer(answers: Answers, key: string, value: Answers[string] | undefined): Answers {
  const { [key]: _, ...others } = answers;
  return value === undefined ? others : { ...others, [key]: value };
}
