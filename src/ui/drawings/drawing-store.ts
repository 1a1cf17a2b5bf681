import { createStore } from 'zustand/vanilla';
import type { Answers } from '../../core/drawing/drawing';
import type { Resources } from '../../core/scene/resources';
import { type DrawingData, loadDrawing, saveDrawing } from '../data/drawings';
import { type OfficeData, loadFonts, resourcesFrom } from '../data/office';
import { RequestFailed } from '../data/request';

export type Saving = 'saved' | 'saving' | 'kept here' | { refused: string };

export interface OpenDrawing {
  drawing: DrawingData;
  office: OfficeData;
  resources: Resources;
}

/** What of a drawing is changed on its screen. */
export type Changed = Partial<Pick<DrawingData, 'answers' | 'overruled' | 'sizeId'>>;

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
  private busy = false;

  constructor(private readonly id: string) {}

  async load(): Promise<void> {
    try {
      const { drawing, office } = await loadDrawing(this.id);
      const resources = resourcesFrom(office, await loadFonts(office.fonts));
      if (drawing.state === 'in work') this.pending ??= this.kept();
      this.state.setState({
        open: { drawing: { ...drawing, ...this.pending }, office, resources },
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
    await this.save();
    const { open } = this.state.getState();
    if (!open) return;
    try {
      this.show(await saveDrawing(this.id, { state, version: open.drawing.version }));
      this.state.setState({ saving: 'saved' });
    } catch (error) {
      this.state.setState({ saving: { refused: (error as Error).message } });
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

  private async save(): Promise<void> {
    const sent = this.pending;
    const { open } = this.state.getState();
    if (!sent || this.busy || !open) return;
    this.busy = true;
    try {
      const saved = await saveDrawing(this.id, { ...sent, version: open.drawing.version });
      if (this.pending === sent) {
        this.pending = undefined;
        localStorage.removeItem(this.key);
        this.show(saved);
        this.state.setState({ saving: 'saved' });
      } else {
        this.show({ ...saved, ...this.pending });
        this.later(PAUSE_MS);
      }
    } catch (error) {
      const away = error instanceof RequestFailed && error.away;
      this.state.setState({ saving: away ? 'kept here' : { refused: (error as Error).message } });
      if (away) this.later(AWAY_PAUSE_MS);
    } finally {
      this.busy = false;
    }
  }
}

/** Answers with one of them set, or taken away. */
export function withAnswer(answers: Answers, key: string, value: Answers[string] | undefined): Answers {
  const { [key]: _, ...others } = answers;
  return value === undefined ? others : { ...others, [key]: value };
}
