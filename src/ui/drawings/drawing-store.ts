import { deepEqual } from 'fast-equals';
import { createStore } from 'zustand/vanilla';
import type { Answers } from '../../core/drawing/drawing';
import type { Resources } from '../../core/scene/resources';
import type { Revising } from '../../core/drawing/revising';
import type { Outcome } from '../../core/refusal';
import { refuse } from '../../core/refusal';
import { type DrawingData, type LoadedDrawing, loadDrawing, reviseDrawing, saveDrawing } from '../data/drawings';
import { loadFonts, resourcesFrom } from '../data/office';
import { RequestFailed } from '../data/request';

export type Saving = 'saved' | 'saving' | 'kept here' | { refused: string };

export interface OpenDrawing extends LoadedDrawing {
  resources: Resources;
}

/** What of a drawing is changed on its screen. */
export type Changed = Partial<Pick<DrawingData, 'answers' | 'overruled' | 'sizeId' | 'sheets'>>;

interface State {
  open: OpenDrawing | undefined;
  problem: string | undefined;
  saving: Saving;
}

const PAUSE_MS = 400;
const AWAY_PAUSE_MS = 2000;

/**
 * A drawing open: shows every change at once and saves it a moment later, one save at a time. What is not saved yet stays in
 * the browser until it is, over a reload and while the database is away.
 */
export class DrawingStore {
  readonly state = createStore<State>(() => ({ open: undefined, problem: undefined, saving: 'saved' }));
  private pending: Changed | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** The save that is on its way. */
  private flight: Promise<void> | undefined;

  constructor(private readonly id: string) {}

  async load(): Promise<void> {
    try {
      const loaded = await loadDrawing(this.id);
      const { drawing, office } = loaded;
      const resources = resourcesFrom(office, await loadFonts(office.fonts));
      if (drawing.state === 'in work') this.pending ??= this.kept();
      this.state.setState({
        open: { ...loaded, drawing: { ...drawing, ...this.pending }, resources },
        problem: undefined,
      });
      if (this.pending) this.later(PAUSE_MS);
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    }
  }

  change(changed: Changed): void {
    const { open } = this.state.getState();
    if (!open) return;
    this.pending = { ...this.pending, ...changed };
    localStorage.setItem(this.key, JSON.stringify(this.pending));
    this.show({ ...open.drawing, ...changed });
    this.state.setState({ saving: 'saving' });
    this.later(PAUSE_MS);
  }

  /** Finishes the drawing, or takes it up again; a refusal is said with the server's reason. */
  async setState(state: DrawingData['state']): Promise<void> {
    await this.settled();
    const { open } = this.state.getState();
    if (!open) return;
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
    try {
      this.show(await reviseDrawing(this.id, open.drawing.version, revising));
      return { ok: true };
    } catch (error) {
      return refuse((error as Error).message);
    }
  }

  /** Gives up what is not saved and shows what is stored. */
  discard(): void {
    this.pending = undefined;
    localStorage.removeItem(this.key);
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

  private kept(): Changed | undefined {
    try {
      return (JSON.parse(localStorage.getItem(this.key) ?? 'null') as Changed | null) ?? undefined;
    } catch {
      return undefined;
    }
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
    if (!sent || !open) return Promise.resolve();
    this.flight ??= this.send(sent, open).finally(() => (this.flight = undefined));
    return this.flight;
  }

  private async send(sent: Changed, open: OpenDrawing): Promise<void> {
    try {
      const saved = await saveDrawing(this.id, { ...sent, version: open.drawing.version }).catch((error: unknown) =>
        savedBefore(error, sent),
      );
      if (this.pending === sent) {
        this.pending = undefined;
        localStorage.removeItem(this.key);
        this.show(saved);
        if (needsMore(saved, open)) void this.load();
        this.state.setState({ saving: 'saved' });
      } else {
        this.show({ ...saved, ...this.pending });
        this.later(PAUSE_MS);
      }
    } catch (error) {
      const away = error instanceof RequestFailed && error.away;
      this.state.setState({ saving: away ? 'kept here' : { refused: (error as Error).message } });
      if (away) this.later(AWAY_PAUSE_MS);
    }
  }
}

/** The drawing as the server has it, when that is what was sent: it had come before its answer was lost. @throws otherwise */
function savedBefore(error: unknown, sent: Changed): DrawingData {
  const current = error instanceof RequestFailed ? (error.detail.current as DrawingData | undefined) : undefined;
  const same = (key: keyof Changed) => deepEqual(sent[key], current?.[key]);
  if (current && (Object.keys(sent) as (keyof Changed)[]).every(same)) return current;
  throw error;
}

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
