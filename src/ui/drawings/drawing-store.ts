import { deepEqual } from 'fast-equals';
import { createStore } from 'zustand/vanilla';
import type { Answers } from '../../core/drawing/drawing';
import { type Changeable, type Clash, joinChanges } from '../../core/drawing/joining';
import type { Resources } from '../../core/scene/resources';
import type { Revising } from '../../core/drawing/revising';
import type { Outcome } from '../../core/refusal';
import { refuse } from '../../core/refusal';
import { type DrawingData, type LoadedDrawing, loadDrawing, reviseDrawing, saveDrawing } from '../data/drawings';
import { loadFonts, resourcesFrom } from '../data/office';
import { RequestFailed } from '../data/request';

export type Saving = 'saved' | 'saving' | 'kept here' | { refused: string } | { clashes: Clash[] };

export interface OpenDrawing extends LoadedDrawing {
  resources: Resources;
}

/** What of a drawing is changed on its screen. */
export type Changed = Partial<Pick<DrawingData, keyof Changeable>>;

/** A change that is not saved yet, and the drawing that it was made on. */
interface Unsaved {
  changed: Changed;
  base: Changeable;
}

interface State {
  open: OpenDrawing | undefined;
  problem: string | undefined;
  saving: Saving;
}

const PAUSE_MS = 400;
const AWAY_PAUSE_MS = 2000;

/**
 * A drawing open: shows every change at once and saves it a moment later, one save at a time. What is not saved yet stays in
 * the browser until it is, over a reload and while the database is away. What somebody else changed meanwhile is joined with
 * it, answer by answer; where both changed the same, the person is asked.
 */
export class DrawingStore {
  readonly state = createStore<State>(() => ({ open: undefined, problem: undefined, saving: 'saved' }));
  private pending: Changed | undefined;
  /** The drawing that what is pending was made on. */
  private base: Changeable | undefined;
  /** The drawing as somebody else has changed it, as long as it is not settled whose changes are taken. */
  private meanwhile: DrawingData | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** The save that is on its way. */
  private flight: Promise<void> | undefined;

  constructor(private readonly id: string) {}

  async load(): Promise<void> {
    try {
      const loaded = await loadDrawing(this.id);
      const { drawing, office } = loaded;
      const resources = resourcesFrom(office, await loadFonts(office.fonts));
      const unsaved = this.unsaved() ?? this.kept();
      this.state.setState({ open: { ...loaded, resources }, problem: undefined });
      if (unsaved && drawing.state === 'in work') this.join(unsaved, drawing);
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
    this.keep();
    this.show({ ...open.drawing, ...changed });
    this.state.setState({ saving: 'saving' });
    this.later(PAUSE_MS);
  }

  /** Finishes the drawing, or takes it up again; a refusal is said with the server's reason. */
  async setState(state: DrawingData['state']): Promise<void> {
    await this.settled();
    const { open } = this.state.getState();
    if (!open || this.meanwhile) return;
    try {
      this.show(await saveDrawing(this.id, { state, version: open.drawing.version }));
      this.state.setState({ saving: 'saved' });
    } catch (error) {
      this.state.setState({ saving: { refused: (error as Error).message } });
    }
  }

  /** Adds a revision, changes the newest or withdraws it; what is not saved yet is saved before. */
  async revise(revising: Revising): Promise<Outcome<object>> {
    await this.settled();
    const { open } = this.state.getState();
    if (!open) return refuse('The drawing is not loaded yet.');
    if (this.meanwhile) return refuse('Settle first what somebody else and you have both changed.');
    try {
      this.show({ ...(await reviseDrawing(this.id, open.drawing.version, revising)), ...this.pending });
      return { ok: true };
    } catch (error) {
      const current = currentIn(error);
      if (current) this.meet(current);
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
    this.forget();
    this.state.setState({ saving: 'saved' });
    void this.load();
  }

  /** Saves what is left when the screen is gone. */
  end(): void {
    clearTimeout(this.timer);
    void this.save();
  }

  private get key(): string {
    return `zonograph-drawing-${this.id}`;
  }

  private unsaved(): Unsaved | undefined {
    return this.pending && this.base && { changed: this.pending, base: this.base };
  }

  private keep() {
    localStorage.setItem(this.key, JSON.stringify(this.unsaved()));
  }

  /** What an earlier visit left unsaved in this browser. */
  private kept(): Unsaved | undefined {
    try {
      const kept = JSON.parse(localStorage.getItem(this.key) ?? 'null') as Unsaved | null;
      return kept?.base && kept;
    } catch {
      return undefined;
    }
  }

  private forget() {
    this.pending = this.base = this.meanwhile = undefined;
    localStorage.removeItem(this.key);
  }

  /** Goes on with the drawing as somebody else has changed it. */
  private meet(current: DrawingData) {
    const unsaved = this.unsaved();
    if (unsaved) this.join(unsaved, current);
    else this.show(current);
  }

  /** Brings what is not saved onto the drawing as it is now; where both changed the same, asks before anything is saved. */
  private join({ changed, base }: Unsaved, current: DrawingData, clashesTo?: 'mine' | 'theirs') {
    const joined = joinChanges(base, changed, current, clashesTo);
    const asks = joined.clashes.length > 0 && !clashesTo;
    clearTimeout(this.timer);
    this.show({ ...current, ...joined.changed });
    if (asks) {
      Object.assign(this, { pending: changed, base, meanwhile: current });
      this.state.setState({ saving: { clashes: joined.clashes } });
    } else if (isIn(joined.changed, current)) {
      this.forget();
      this.state.setState({ saving: 'saved' });
    } else {
      Object.assign(this, { pending: joined.changed, base: changeable(current), meanwhile: undefined });
      this.state.setState({ saving: 'saving' });
      this.later(PAUSE_MS);
    }
    if (this.pending) this.keep();
  }

  private show(drawing: DrawingData) {
    const { open } = this.state.getState();
    if (open) this.state.setState({ open: { ...open, drawing } });
  }

  private later(ms: number) {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), ms);
  }

  /** Waits for the save that is on its way, and saves what is left. */
  private async settled(): Promise<void> {
    await this.flight;
    await this.save();
  }

  private save(): Promise<void> {
    const sent = this.pending;
    const { open } = this.state.getState();
    if (!sent || !open || this.meanwhile) return Promise.resolve();
    this.flight ??= this.send(sent, open).finally(() => (this.flight = undefined));
    return this.flight;
  }

  private async send(sent: Changed, open: OpenDrawing): Promise<void> {
    try {
      const saved = await saveDrawing(this.id, { ...sent, version: open.drawing.version });
      if (this.pending === sent) {
        this.forget();
        this.show(saved);
        if (needsMore(saved, open)) void this.load();
        this.state.setState({ saving: 'saved' });
      } else {
        this.show({ ...saved, ...this.pending });
        this.base = changeable(saved);
        this.keep();
        this.later(PAUSE_MS);
      }
    } catch (error) {
      const current = currentIn(error);
      if (current) return this.meet(current);
      const away = error instanceof RequestFailed && error.away;
      this.state.setState({ saving: away ? 'kept here' : { refused: (error as Error).message } });
      if (away) this.later(AWAY_PAUSE_MS);
    }
  }
}

/** The drawing as the server has it, when it refused a change because somebody else had changed it meanwhile. */
const currentIn = (error: unknown): DrawingData | undefined =>
  error instanceof RequestFailed && error.status === 409
    ? (error.detail.current as DrawingData | undefined)
    : undefined;

const changeable = ({ answers, overruled, sizeId, sheets }: DrawingData): Changeable => ({
  answers,
  overruled,
  sizeId,
  sheets,
});

/** Whether a drawing has a change already: it may have come before its answer was lost. */
const isIn = (changed: Changed, drawing: DrawingData): boolean =>
  (Object.keys(changed) as (keyof Changed)[]).every((key) => deepEqual(changed[key], drawing[key]));

/** Whether sheets are of formats that are not loaded yet. */
const needsMore = ({ sheets }: DrawingData, { office }: OpenDrawing): boolean =>
  sheets.some(
    ({ edition }) => edition !== undefined && !office.formats.some((format) => format.edition.id === edition),
  );

/** Answers with one of them set, or taken away. */
export function withAnswer(answers: Answers, key: string, value: Answers[string] | undefined): Answers {
  const { [key]: _, ...others } = answers;
  return value === undefined ? others : { ...others, [key]: value };
}
