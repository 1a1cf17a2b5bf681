import { useEffect } from 'react';
import { type EditionData, loadFormat } from '../data/office';
import { RequestFailed, send } from '../data/request';
import { type BoardState, useBoardStore } from './board-store';
import { keep } from './keeping';

/** How long the board waits after an edit, and after the database was away, before it saves. */
const PAUSE_MS = 500;
const AWAY_PAUSE_MS = 2000;
const KEEP_PAUSE_MS = 250;

/**
 * Saves the open board by itself: one save at a time, each made on the version before it. Every edit is kept in the
 * browser first, and stays there until the server has it.
 */
export function useSaving(): void {
  useEffect(() => {
    const saver = new Saver();
    return () => saver.end();
  }, []);
}

class Saver {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private keeping: ReturnType<typeof setTimeout> | undefined;
  private inFlight = false;
  private ended = false;
  private readonly sitting = crypto.randomUUID();
  private readonly unsubscribe: () => void;

  constructor() {
    let last = useBoardStore.getState().board?.document;
    this.unsubscribe = useBoardStore.subscribe(({ board }) => {
      if (!board || board.document === last) return;
      last = board.document;
      this.changed(board);
    });
    window.addEventListener('pagehide', this.keepNow);
    const { board } = useBoardStore.getState();
    if (board) this.changed(board);
  }

  end() {
    this.ended = true;
    this.unsubscribe();
    window.removeEventListener('pagehide', this.keepNow);
    if (this.keeping !== undefined) this.keepNow();
    clearTimeout(this.timer);
    void this.save();
  }

  private changed(board: BoardState) {
    this.keepSoon();
    if (board.saveState.kind === 'kept here') this.later(PAUSE_MS);
    if (board.document === board.base || board.saveState.kind === 'conflict') return;
    const { kind } = board.saveState;
    if (kind !== 'kept here' && kind !== 'saving') useBoardStore.getState().set({ saveState: { kind: 'saving' } });
    this.later(PAUSE_MS);
  }

  /** Keeps the board in the browser a moment after the edit, so that typing is not held up; at once when the page goes. */
  private keepSoon() {
    this.keeping ??= setTimeout(this.keepNow, KEEP_PAUSE_MS);
  }

  private readonly keepNow = () => {
    clearTimeout(this.keeping);
    this.keeping = undefined;
    const { board } = useBoardStore.getState();
    if (board) void keep(keptFrom(board));
  };

  private later(ms: number) {
    if (this.ended) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), ms);
  }

  private async save() {
    const { board, set } = useBoardStore.getState();
    if (!board || this.inFlight || board.saveState.kind === 'conflict') return;
    if (board.document === board.base) {
      if (board.saveState.kind === 'kept here') await this.askWhetherBack(board);
      else if (board.saveState.kind !== 'saved') set({ saveState: { kind: 'saved' } });
      return;
    }
    this.inFlight = true;
    const sent = board.document;
    try {
      const { version } = await send<{ version: number }>('PUT', `/api/editions/${board.format.edition.id}`, {
        version: board.version,
        document: sent,
        sitting: this.sitting,
        words: board.past.at(-1)?.words ?? 'Edits',
      });
      this.saved(sent, version);
    } catch (error) {
      this.failed(error as RequestFailed);
    } finally {
      this.inFlight = false;
    }
  }

  /** With nothing to save, finds out whether the database is back. */
  private async askWhetherBack(board: BoardState) {
    try {
      await loadFormat(board.format.id);
      useBoardStore.getState().set({ saveState: { kind: 'saved' } });
    } catch {
      this.later(AWAY_PAUSE_MS);
    }
  }

  private saved(sent: BoardState['document'], version: number) {
    const { board, set } = useBoardStore.getState();
    if (!board || board.document.id !== sent.id) return;
    const isNewest = board.document === sent;
    set({ base: sent, version, saveState: isNewest ? { kind: 'saved', at: Date.now() } : { kind: 'saving' } });
    void keep(keptFrom(useBoardStore.getState().board!));
    if (!isNewest) this.later(PAUSE_MS);
  }

  private failed(error: RequestFailed) {
    const { set } = useBoardStore.getState();
    if (!(error instanceof RequestFailed)) throw error;
    if (error.away) {
      set({ saveState: { kind: 'kept here' } });
      this.later(AWAY_PAUSE_MS);
    } else if (error.status === 409 && error.detail.current) {
      set({ saveState: { kind: 'conflict', current: error.detail.current as EditionData } });
    } else {
      set({ saveState: { kind: 'refused', reason: error.message } });
    }
  }
}

function keptFrom(board: BoardState) {
  return {
    formatId: board.format.id,
    editionId: board.format.edition.id,
    base: board.base,
    version: board.version,
    document: board.document,
  };
}
