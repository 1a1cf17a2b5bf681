import { RequestFailed } from '../data/request';

/** How long a change waits for others before it is saved, and how long after the server was away it is tried again, ms. */
const PAUSE_MS = 400;
const AWAY_PAUSE_MS = 2_000;

/** Where what is changed on a screen is. */
export type SavePhase =
  /** `at`: when this sitting last saved, ms. */
  | { kind: 'saved'; at?: number }
  | { kind: 'saving' }
  /** Kept in the browser; saved when the server is back. */
  | { kind: 'kept here' }
  /** Kept in the browser; saved when somebody is signed in here again. */
  | { kind: 'signed out' }
  | { kind: 'refused'; reason: string };

/** What a screen has to save, and what it does when that is saved or is not. */
export interface Saved<Change> {
  /** What is not saved yet; undefined when everything is. Asked again for each save. */
  pending(): Change | undefined;
  /** Keeps what is not saved yet in this browser, over a reload and while the server is away; or forgets it once it is saved. */
  keep(): void;
  /** Sends a change. Its answer is taken in by `taken`. */
  send(change: Change): Promise<unknown>;
  taken(change: Change, answer: unknown): void;
  /** Somebody else changed the thing meanwhile. @returns true when that was settled, and what is pending may be saved again */
  conflict(error: RequestFailed): boolean;
  /** It was refused. @returns true when that was settled, and what is pending may be saved again */
  refused?(error: RequestFailed): boolean;
  onPhase(phase: SavePhase): void;
  /** Nothing is pending: asks whether a server that was away is back. */
  isBack?(): Promise<unknown>;
}

/**
 * The one way in which screens save by themselves: every change is kept in the browser first; one save at a time, a moment after the
 * last change, with all that came meanwhile in the next one; when the server is away, or nobody is signed in any more, it is tried again until that is over; what is
 * refused stays as it was typed, with the reason.
 */
export class AutoSave<Change> {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private flight: Promise<void> | undefined;
  private ended = false;
  /** While something is asked of the person, nothing is saved. */
  private held = false;

  constructor(private readonly what: Saved<Change>) {}

  /** The page is left: what is not saved yet is sent at once; the browser lets it go on. */
  private readonly onLeave = () => void this.save();

  /** Something was changed: keeps it and saves it in a moment. */
  changed(): void {
    this.watch();
    this.what.keep();
    if (this.held) return;
    this.what.onPhase({ kind: 'saving' });
    this.later(PAUSE_MS);
  }

  /** Nothing is saved until {@link release}. */
  hold(): void {
    this.held = true;
    clearTimeout(this.timer);
  }

  release(): void {
    this.held = false;
    this.changed();
  }

  /** Tries again in a moment: what was kept here is to be saved, or the server was away when it was last asked. */
  soon(): void {
    this.watch();
    this.later(PAUSE_MS);
  }

  /** Waits for the save that is on its way, and saves what is left. */
  async settled(): Promise<void> {
    clearTimeout(this.timer);
    await this.flight;
    await this.save();
  }

  /** The screen is left: saves what is left at once. */
  end(): void {
    this.ended = true;
    globalThis.removeEventListener?.('pagehide', this.onLeave);
    clearTimeout(this.timer);
    void this.save();
  }

  /** The screen is there. */
  private watch(): void {
    this.ended = false;
    globalThis.addEventListener?.('pagehide', this.onLeave);
  }

  private later(ms: number): void {
    if (this.ended) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), ms);
  }

  private save(): Promise<void> {
    if (this.held) return Promise.resolve();
    this.flight ??= this.once().finally(() => (this.flight = undefined));
    return this.flight;
  }

  private async once(): Promise<void> {
    const change = this.what.pending();
    try {
      if (change === undefined) await this.what.isBack?.();
      else this.what.taken(change, await this.what.send(change));
      this.what.keep();
      if (this.what.pending() !== undefined) this.later(PAUSE_MS);
      else if (!this.held) this.what.onPhase({ kind: 'saved', ...(change !== undefined && { at: Date.now() }) });
    } catch (error) {
      this.failed(error);
    }
  }

  private failed(error: unknown): void {
    if (!(error instanceof RequestFailed)) throw error;
    if (error.away || error.detail.signedOut === true) {
      this.what.onPhase({ kind: error.away ? 'kept here' : 'signed out' });
      this.later(AWAY_PAUSE_MS);
    } else if (error.status === 409 && error.detail.current !== undefined) {
      if (this.what.conflict(error)) this.later(0);
    } else if (this.what.refused?.(error)) this.later(0);
    else if (!this.held) this.what.onPhase({ kind: 'refused', reason: error.message });
  }
}
