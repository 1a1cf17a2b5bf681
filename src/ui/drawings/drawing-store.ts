import { deepEqual } from 'fast-equals';
import { createStore } from 'zustand/vanilla';
import {
  type DrawingView,
  type OpenDrawingView,
  changeDrawing,
  readDrawing,
  reviseDrawing,
} from '../../contract/drawings';
import type { Answers } from '../../core/drawing/drawing';
import { type Changeable, type Clash, joinChanges, withArrived } from '../../core/drawing/joining';
import { modelsOnSheet } from '../../core/drawing/sheets';
import type { Revising } from '../../core/drawing/revising';
import { type Outcome, refuse } from '../../core/refusal';
import type { Resources } from '../../core/scene/resources';
import { type OfficeData, loadAtHand } from '../data/office';
import { ask, currentIn } from '../data/request';
import { AutoSave, type SavePhase } from '../saving/auto-save';
import { KeptHere } from '../saving/kept-here';

export type Saving = SavePhase | { kind: 'clashes'; clashes: Clash[] };

/** A drawing with all that its sheets are composed from. */
export interface OpenDrawing extends OpenDrawingView {
  office: OfficeData;
  resources: Resources;
}

/** What of a drawing is changed on its screen. */
export type Changed = Partial<Changeable>;

/** A change that is not saved yet, and the drawing that it was made on. */
interface Unsaved {
  changed: Changed;
  base: Changeable;
  /** Changes that were sent and not answered: they may have arrived. */
  sent?: Changed[];
}

/** How many changes without an answer are remembered. */
const MOST_SENT = 5;

interface State {
  open: OpenDrawing | undefined;
  problem: string | undefined;
  saving: Saving;
}

/**
 * A drawing open: shows every change at once and saves it by itself. What somebody else changed meanwhile is joined with it, answer
 * by answer; where both changed the same, the person is asked.
 */
export class DrawingStore {
  readonly state = createStore<State>(() => ({ open: undefined, problem: undefined, saving: { kind: 'saved' } }));
  private pending: Changed | undefined;
  /** The drawing that what is pending was made on. */
  private base: Changeable | undefined;
  /** The drawing as somebody else has changed it, as long as it is not settled whose changes are taken. */
  private meanwhile: DrawingView | undefined;
  private sent: Changed[] = [];
  private readonly kept: KeptHere<Unsaved>;
  private readonly saver = new AutoSave<Changed>({
    pending: () => (this.state.getState().open ? this.pending : undefined),
    keep: () => this.kept.put(this.unsaved()),
    send: (changed) => this.send(changed),
    taken: (changed, answer) => this.taken(changed, answer as DrawingView),
    conflict: (error) => this.meet(currentIn<DrawingView>(error)!),
    onPhase: (saving) => !this.meanwhile && this.state.setState({ saving }),
  });

  constructor(private readonly id: string) {
    this.kept = new KeptHere(`zonograph-drawing-${id}`);
  }

  async load(): Promise<void> {
    try {
      const loaded = await ask(readDrawing, { params: { id: this.id } });
      const models = [...new Set([loaded.drawing.specimen, ...loaded.drawing.sheets.flatMap(modelsOnSheet)])];
      const printed = loaded.frozen?.sheets.map(({ facts }) => ({ facts, edition: loaded.formats[0]!.edition })) ?? [];
      const { office, resources } = await loadAtHand([...loaded.formats, ...printed], models);
      const unsaved = this.unsaved() ?? this.kept.get();
      this.state.setState({ open: { ...loaded, office, resources }, problem: undefined });
      if (unsaved && loaded.drawing.state === 'in work') this.join(unsaved, loaded.drawing);
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    }
  }

  change(changed: Changed): void {
    const { open } = this.state.getState();
    if (!open) return;
    if (!this.pending) this.base = changeable(open.drawing);
    this.pending = { ...this.pending, ...changed };
    if (this.meanwhile) {
      this.join(this.unsaved()!, this.meanwhile);
      return;
    }
    this.show({ ...open.drawing, ...changed });
    this.saver.changed();
  }

  /** Finishes the drawing, with the reason why although something is missing, or reopens it; a refusal is said with the server's reason. */
  async setState(state: DrawingView['state'], finishReason?: string): Promise<void> {
    await this.saver.settled();
    const { open } = this.state.getState();
    if (!open || this.meanwhile) return;
    try {
      const { version } = open.drawing;
      this.show(await ask(changeDrawing, { params: { id: this.id }, body: { state, finishReason, version } }));
      this.state.setState({ saving: { kind: 'saved' } });
      // What a finished one prints is kept with it; one that is reopened prints what its model and the office say now.
      await this.load();
    } catch (error) {
      this.state.setState({ saving: { kind: 'refused', reason: (error as Error).message } });
    }
  }

  /** Adds a revision, changes the newest or withdraws it; what is not saved yet is saved before. */
  async revise(revising: Revising): Promise<Outcome<object>> {
    await this.saver.settled();
    const { open } = this.state.getState();
    if (!open) return refuse('The drawing is not loaded yet.');
    if (this.meanwhile) return refuse('Settle first what somebody else and you have both changed.');
    try {
      const { version } = open.drawing;
      const revised = await ask(reviseDrawing, { params: { id: this.id }, body: { version, revising } });
      this.show({ ...revised, ...this.pending });
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
    this.saver.release();
    void this.load();
  }

  /** Saves what is left when the screen is gone. */
  end(): void {
    this.saver.end();
  }

  private unsaved(): Unsaved | undefined {
    const { pending: changed, base, sent } = this;
    return changed && base && { changed, base, ...(sent.length > 0 && { sent }) };
  }

  /** Goes on with the drawing as somebody else has changed it. @returns whether what is pending may be saved */
  private meet(current: DrawingView): boolean {
    const unsaved = this.unsaved();
    if (unsaved) return this.bring(unsaved, current);
    this.show(current);
    return true;
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
      this.kept.put(this.unsaved());
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
    this.kept.put(this.unsaved());
    return ask(changeDrawing, { params: { id: this.id }, body: { ...changed, version } });
  }

  private taken(sent: Changed, saved: DrawingView): void {
    const { open } = this.state.getState();
    this.sent = [];
    if (this.pending === sent) {
      this.pending = this.base = undefined;
      this.show(saved);
      if (open && needsMore(saved, open)) void this.load();
    } else {
      this.show({ ...saved, ...this.pending });
      this.base = changeable(saved);
    }
  }
}

const changeable = (drawing: DrawingView): Changeable => {
  const { answers, overruled, sizeId, sheets, scale, profileId, projectId, siteId } = drawing;
  return { answers, overruled, sizeId, sheets, scale, profileId, projectId, siteId };
};

/** Whether a drawing has a change already: it may have come before its answer was lost. */
const isIn = (changed: Changed, drawing: DrawingView): boolean =>
  (Object.keys(changed) as (keyof Changed)[]).every((key) => deepEqual(changed[key], drawing[key]));

/** Whether what was saved asks for what is not loaded: another format or model, or other values of profile and project. */
const needsMore = (
  { sheets, profileId, projectId, siteId }: DrawingView,
  { formats, office, drawing }: OpenDrawing,
): boolean =>
  profileId !== drawing.profileId ||
  projectId !== drawing.projectId ||
  siteId !== drawing.siteId ||
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
