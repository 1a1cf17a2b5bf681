import { useEffect } from 'react';
import { type EditionView, readFormat, saveEdition } from '../../../contract/formats';
import type { FormatDocument } from '../../../core/format/document';
import { ask } from '../../data/request';
import { AutoSave } from '../../saving/auto-save';
import { type BoardState, type BoardStore, useBoardStore } from '../board-store';
import { sentAndStored } from './arrived';
import { type Kept, keep, keepHistory } from './keeping';

/** How many documents without an answer are remembered. */
const MOST_SENT = 5;

/** How long an edit waits until it is kept in the browser, so that typing is not held up, ms. */
const KEEP_PAUSE_MS = 250;

/**
 * Saves the open board by itself. Every edit is kept in the browser first, and stays there until the server has it.
 */
export function useSaving(): void {
  const store = useBoardStore();
  useEffect(() => {
    // What is only looked at does not change, and what was done to it is not to be undone on it.
    if (store.getState().board?.lookedAt) return;
    const saver = new BoardSaver(store);
    return () => saver.end();
  }, [store]);
}

class BoardSaver {
  private keeping: ReturnType<typeof setTimeout> | undefined;
  /** Documents that were sent and whose answer did not come: one of them may have arrived. */
  private sent: FormatDocument[] = [];
  /** The board as it was last seen, which is there when the page is left, too. */
  private board: BoardState | undefined;
  private readonly sitting = crypto.randomUUID();
  private readonly unsubscribe: () => void;
  private readonly saver = new AutoSave<FormatDocument>({
    pending: () => this.pending(),
    keep: () => this.keepSoon(),
    send: (document) => this.send(document),
    taken: (document, answer) => this.taken(document, (answer as { version: number }).version),
    conflict: ({ message, detail }) => {
      const current = detail.current as EditionView;
      const arrived = sentAndStored(this.sent, current, this.store.getState().board!.office.properties);
      if (arrived) {
        this.taken(arrived, current.version);
        return true;
      }
      this.saver.hold();
      const kind = detail.why === 'not open' ? 'closed' : 'conflict';
      this.store.getState().set({ saveState: { kind, current, reason: message } });
      return false;
    },
    onPhase: (phase) => {
      if (!this.isHeld()) this.store.getState().set({ saveState: phase });
    },
    isBack: () => this.isBack(),
  });

  constructor(private readonly store: BoardStore) {
    const { board } = store.getState();
    this.board = board;
    this.unsubscribe = store.subscribe(({ board: now }) => {
      const before = this.board;
      if (!now) return;
      this.board = now;
      // The person has settled what somebody else changed meanwhile.
      if (before && isSettled(before, now)) {
        // What was given up or kept as a copy is not to come back from this browser.
        this.keepNow();
        this.saver.release();
      } else if (now.document !== before?.document) this.saver.changed();
    });
    window.addEventListener('pagehide', this.leave);
    document.addEventListener('visibilitychange', this.leave);
    if (board && this.pending() !== undefined) this.saver.changed();
    else if (board?.saveState.kind === 'kept here') this.saver.soon();
  }

  end() {
    this.unsubscribe();
    window.removeEventListener('pagehide', this.leave);
    document.removeEventListener('visibilitychange', this.leave);
    if (this.keeping !== undefined) this.keepNow();
    this.leave();
    this.saver.end();
  }

  private isHeld(): boolean {
    const kind = this.store.getState().board?.saveState.kind;
    return kind === 'conflict' || kind === 'closed';
  }

  private pending(): FormatDocument | undefined {
    const { board } = this.store.getState();
    return !board || board.document === board.base || this.isHeld() ? undefined : board.document;
  }

  private send(document: FormatDocument) {
    const { board } = this.store.getState();
    this.sent = [...this.sent, document].slice(-MOST_SENT);
    this.keepSoon();
    const words = board!.past.filter((entry) => entry.saved !== true).map((entry) => entry.words);
    return ask(saveEdition, {
      params: { id: board!.format.edition.id },
      body: {
        version: board!.version,
        document,
        sitting: this.sitting,
        words: words.length > 0 ? words : ['Undone or redone'],
      },
    });
  }

  private taken(sent: FormatDocument, version: number) {
    const { board, set } = this.store.getState();
    this.sent = [];
    if (!board || board.document.id !== sent.id) return;
    const until = board.past.findLastIndex(({ document }) => document === sent);
    const past = board.past.map((entry, i) => (until < 0 || i <= until ? { ...entry, saved: true } : entry));
    set({ base: sent, version, past: board.document === sent ? past : board.past });
  }

  /** With nothing to save, finds out whether the database is back after it was away. */
  private async isBack(): Promise<void> {
    const { board } = this.store.getState();
    if (board?.saveState.kind === 'kept here') await ask(readFormat, { params: { id: board.format.id } });
  }

  private keepSoon() {
    this.keeping ??= setTimeout(this.keepNow, KEEP_PAUSE_MS);
  }

  /** The page may be about to go: what can be undone is kept too. */
  private readonly leave = () => {
    if (this.keeping !== undefined) this.keepNow();
    const board = this.board;
    if (board) void keepHistory(board.format.edition.id, board);
  };

  private readonly keepNow = () => {
    clearTimeout(this.keeping);
    this.keeping = undefined;
    const { board } = this.store.getState();
    if (board) void keep({ ...keptFrom(board), ...(this.sent.length > 0 && { sent: this.sent }) });
  };
}

const isAsking = ({ saveState }: BoardState) => saveState.kind === 'conflict' || saveState.kind === 'closed';
const isSettled = (before: BoardState, now: BoardState) => isAsking(before) && !isAsking(now);

const keptFrom = (board: BoardState): Omit<Kept, 'key' | 'tab'> => ({
  formatId: board.format.id,
  editionId: board.format.edition.id,
  base: board.base,
  version: board.version,
  document: board.document,
});
