import { deepEqual } from 'fast-equals';
import { createStore } from 'zustand/vanilla';
import { type StarterEdition, type StarterView, moveStarter, readStarter, saveStarter } from '../../contract/starters';
import type { StarterDocument } from '../../core/starter/starter';
import { ask, currentIn } from '../data/request';
import { AutoSave, type SavePhase } from '../saving/auto-save';
import { KeptHere } from '../saving/kept-here';

interface State {
  view: StarterView | undefined;
  /** The newest edition as it is shown: with what is not saved yet. */
  document: StarterDocument | undefined;
  problem: string | undefined;
  saving: SavePhase | { kind: 'clashes' };
  /** The starter as somebody else has changed it, until it is settled whose is taken. */
  theirs: StarterView | undefined;
  /** What was there before each change of this sitting, the newest last, and what was undone. */
  done: StarterDocument[];
  undone: StarterDocument[];
}

/** What is not saved yet, and the version that it was made on. */
interface Unsaved {
  version: number;
  document: StarterDocument;
  /** What was sent and not answered: it may have arrived. */
  sent?: StarterDocument | undefined;
}

/**
 * A starter open: shows every change at once and saves its open edition by itself. When somebody else has changed it meanwhile, what is
 * not saved stays as it is shown, and the person says whose is taken.
 */
export class StarterStore {
  readonly state = createStore<State>(() => ({
    view: undefined,
    document: undefined,
    problem: undefined,
    saving: { kind: 'saved' },
    theirs: undefined,
    done: [],
    undone: [],
  }));
  private pending: Unsaved | undefined;
  private readonly kept: KeptHere<Unsaved>;
  private readonly saver = new AutoSave<Unsaved>({
    pending: () => this.pending,
    keep: () => this.kept.put(this.pending),
    send: (unsaved) => this.send(unsaved),
    taken: (sent, answer) => this.taken(sent, answer as { version: number }),
    conflict: (error) => {
      return this.meet(currentIn<StarterView>(error)!);
    },
    onPhase: (saving) => !this.state.getState().theirs && this.state.setState({ saving }),
  });

  constructor(
    private readonly id: string,
    private readonly onSaved: () => void,
  ) {
    this.kept = new KeptHere(`zonograph-starter-${id}`);
  }

  async load(): Promise<void> {
    try {
      const view = await ask(readStarter, { params: { id: this.id } });
      this.show(view);
      const kept = this.kept.get();
      const [newest] = view.editions as [StarterEdition];
      if (!kept) return;
      this.pending = kept;
      this.state.setState({ document: kept.document });
      if (newest.state === 'open' && kept.version === newest.version) this.saver.soon();
      else if (this.meet(view)) this.saver.soon();
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    }
  }

  change(document: StarterDocument): void {
    const { document: before, done } = this.state.getState();
    if (!before) return;
    this.state.setState({ done: [...done.slice(-99), before], undone: [] });
    this.put(document);
  }

  undo(): void {
    const { document, done, undone } = this.state.getState();
    const last = done.at(-1);
    if (!last || !document) return;
    this.state.setState({ done: done.slice(0, -1), undone: [...undone, document] });
    this.put(last);
  }

  redo(): void {
    const { document, done, undone } = this.state.getState();
    const next = undone.at(-1);
    if (!next || !document) return;
    this.state.setState({ undone: undone.slice(0, -1), done: [...done, document] });
    this.put(next);
  }

  /** Releases the open edition, opens the next one, withdraws or restores. @throws with the reason when that is refused */
  async move(to: 'released' | 'open' | 'withdrawn' | 'restored', note = ''): Promise<void> {
    await this.saver.settled();
    const { view } = this.state.getState();
    if (!view) return;
    const { version } = view.editions[0]!;
    const body = to === 'released' ? { to, version, note } : { to };
    this.show(await ask(moveStarter, { params: { id: this.id }, body }));
    this.state.setState({ done: [], undone: [] });
    this.onSaved();
  }

  /** Settles what both changed: with mine, which needs an open edition, or with theirs. */
  settle(whose: 'mine' | 'theirs'): void {
    const { theirs, document } = this.state.getState();
    if (!theirs) return;
    this.state.setState({ theirs: undefined, saving: { kind: 'saved' }, done: [], undone: [] });
    this.pending = whose === 'mine' ? { version: theirs.editions[0]!.version, document: document! } : undefined;
    this.show(theirs);
    if (whose === 'mine') this.state.setState({ document });
    this.saver.release();
  }

  end(): void {
    this.saver.end();
  }

  private send({ version, document }: Unsaved) {
    if (this.pending) this.pending.sent = document;
    this.kept.put(this.pending);
    return ask(saveStarter, { params: { id: this.id }, body: { version, document } });
  }

  /**
   * Goes on with the starter as it is stored now: what was sent may have arrived without being answered. When somebody else has changed it,
   * what is not saved is kept, and nothing is saved until it is settled.
   * @returns whether what is pending may be saved
   */
  private meet(stored: StarterView): boolean {
    const { version, document, state } = stored.editions[0]!;
    const { pending } = this;
    if (pending && state === 'open' && (deepEqual(document, pending.document) || deepEqual(document, pending.sent))) {
      this.pending = deepEqual(document, pending.document) ? undefined : { version, document: pending.document };
      this.show(stored);
      this.state.setState({ document: pending.document });
      return true;
    }
    this.saver.hold();
    this.state.setState({ theirs: stored, saving: { kind: 'clashes' } });
    return false;
  }

  private put(document: StarterDocument): void {
    const { view } = this.state.getState();
    this.state.setState({ document, problem: undefined });
    const { version = view!.editions[0]!.version, sent } = this.pending ?? {};
    this.pending = { version, document, ...(sent && { sent }) };
    this.saver.changed();
  }

  private taken(sent: Unsaved, { version }: { version: number }): void {
    const { view, document } = this.state.getState();
    const [newest, ...older] = view!.editions as [StarterEdition];
    this.state.setState({ view: { ...view!, editions: [{ ...newest, version, document: sent.document }, ...older] } });
    // What was changed while it was on its way is saved next, on the version that it made.
    this.pending = document === sent.document ? undefined : { version, document: document! };
    this.onSaved();
  }

  private show(view: StarterView): void {
    this.state.setState({ view, document: view.editions[0]!.document, problem: undefined });
  }
}
