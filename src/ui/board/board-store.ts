import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { type StoreApi, createStore } from 'zustand/vanilla';
import type { FormatDocument } from '../../core/format/document';
import { type Step, applyStep, stepWords } from '../../core/format/steps/step';
import { type Outcome, refuse } from '../../core/refusal';
import type { Resources, SampleRows, Show } from '../../core/scene/resources';
import type { ModelKind } from '../../core/property/facts';
import type { EditionView, FormatView } from '../../contract/formats';
import type { Filled, OfficeData } from '../data/office';
import type { SavePhase } from '../saving/auto-save';
import { type Guide, keepGuides, keptGuides } from './desk/guides';
import { type ViewStore, createViewStore } from '../sheet/view-store';

export type Selection =
  | { kind: 'sheet' }
  | { kind: 'frame' }
  | { kind: 'block'; block: string }
  /** A cell, and the `others` that are selected with it, in its block or in others. */
  | { kind: 'cell'; block: string; cell: string; others?: string[] };

/** Where the edits of this board are. */
export type SaveState =
  | SavePhase
  /** The edition has moved on: both versions are shown. */
  | { kind: 'conflict'; current: EditionView; reason: string }
  /** The edition is not open any more: what was typed is offered as a copy. */
  | { kind: 'closed'; current: EditionView; reason: string };

/** A document that was left, and how. */
export interface Past {
  document: FormatDocument;
  /** The step that led away from it, in words. */
  words: string;
  /** The server has it. */
  saved?: boolean;
  /** The typing it belongs to: what is typed in one go is one step to undo. */
  typing?: string;
}

/** An edition that is looked at beside the one that is worked on, as it stood at a version when one is named. */
export interface LookedAt {
  edition: string;
  version?: number;
}

export interface BoardState {
  format: FormatView;
  /** What is looked at in place of the newest edition: nothing is changed, saved or kept of it. */
  lookedAt?: LookedAt | undefined;
  office: OfficeData;
  resources: Resources;
  /** The document as it was last saved, and its version. */
  base: FormatDocument;
  version: number;
  document: FormatDocument;
  past: Past[];
  future: Past[];
  saveState: SaveState;
  selection: Selection;
  sizeId: string;
  show: Show;
  /** How many sample rows stand in growing tables; absent: those that there are. */
  rows: SampleRows | undefined;
  filled: Filled | undefined;
  /** Which sheet the desk shows, and for what kind of model in place of the filled one's own. */
  asFor: { sheet: 'first' | 'following'; kind?: ModelKind };
  /** The selected cell is being typed in where it stands: its content or its caption. */
  typingIn: 'content' | 'caption' | undefined;
  /** Why the last command was refused; gone with the next one. */
  notice: string | undefined;
  /** While one column or row is set, its neighbour takes up the change. */
  holdTotal: boolean;
  guides: Guide[];
  /** What a repair would come to, shown on the desk in place of the document, and what is shown in words. */
  preview: { document: FormatDocument; words: string } | undefined;
}

interface BoardActions {
  open(
    state: Pick<
      BoardState,
      'format' | 'lookedAt' | 'office' | 'resources' | 'base' | 'version' | 'document' | 'saveState'
    >,
    /** What was done to this very document before it was left. */
    history?: Pick<BoardState, 'past' | 'future'>,
  ): void;
  /**
   * Does a step; a refused one changes nothing and gives its reason. Steps of the same `typing` that follow one another
   * are undone together, until {@link endTyping}.
   */
  perform(step: Step, typing?: string): Outcome<object>;
  /** Does a step of a command: a refusal is shown on the desk. True when it was done. */
  act(step: Step): boolean;
  endTyping(): void;
  undo(): void;
  redo(): void;
  set(part: Partial<BoardState>): void;
  /** Shows on the desk what a step would come to; nothing is done. Without a step the document is shown again. */
  showOutcome(step: Step | undefined, words?: string): void;
  /** Sets the guides, which this browser keeps. */
  setGuides(guides: Guide[]): void;
}

/** A board, and how its sheet stands on its desk. */
export type Board = {
  board: BoardState | undefined;
  view: ViewStore;
  /** Why whoever is signed in changes nothing on it; undefined when they do. */
  lockedFor: string | undefined;
} & BoardActions;

/** A board with a format open on it, as it is at a moment; what it can do is done to the board as it is then. */
export type OpenBoard = Board & { board: BoardState };

/** What is done to a board takes its store, so that two boards may be open side by side. */
export type BoardStore = StoreApi<Board>;

const FIRST_SHOW: Show = 'values';

/** A board: the document being built, what can be undone, and what the desk shows. Nothing is open on it yet. */
export const createBoardStore = (): BoardStore =>
  createStore<Board>()((set, get) => ({
    board: undefined,
    view: createViewStore(),
    lockedFor: undefined,

    open(opened, history) {
      const { document, office } = opened;
      const before = get().board;
      const again = before?.format.id === opened.format.id ? before : undefined;
      const first = office.specimens[0];
      set({
        board: {
          ...opened,
          past: history?.past ?? [],
          future: history?.future ?? [],
          selection: again?.selection ?? { kind: 'sheet' },
          sizeId: document.sizes.some((size) => size.id === again?.sizeId) ? again!.sizeId : document.mainSize,
          show: again?.show ?? FIRST_SHOW,
          rows: again?.rows,
          notice: undefined,
          typingIn: undefined,
          asFor: again?.asFor ?? { sheet: 'first' },
          holdTotal: again?.holdTotal ?? false,
          guides: keptGuides(opened.format.id),
          preview: undefined,
          filled: again?.filled ?? (first && { specimen: first.id, variant: first.variants[0]?.name }),
        },
      });
    },

    perform(step, typing) {
      const { board } = get();
      if (!board) return refuse('No format is open.');
      const { number, state } = board.format.edition;
      const lockedFor =
        get().lockedFor ??
        board.format.lockedFor ??
        (state === 'open' ? undefined : `Edition ${number} is ${state}: it does not change. Open the next edition.`);
      if (lockedFor !== undefined) return refuse(lockedFor);
      const outcome = applyStep(board.document, step);
      if (!outcome.ok) return outcome;
      if (outcome.document === board.document) return { ok: true };
      const goesOn = typing !== undefined && board.past.at(-1)?.typing === typing;
      const entry: Past = {
        document: board.document,
        words: stepWords(board.document, step),
        ...(typing !== undefined && { typing }),
      };
      set({
        board: {
          ...board,
          document: outcome.document,
          past: goesOn ? board.past : [...board.past, entry],
          future: [],
          preview: undefined,
        },
      });
      return { ok: true };
    },

    act(step) {
      const outcome = get().perform(step);
      get().set({ notice: outcome.ok ? undefined : outcome.reason });
      return outcome.ok;
    },

    endTyping() {
      const { board } = get();
      const last = board?.past.at(-1);
      if (!board || last?.typing === undefined) return;
      const { typing: _, ...rest } = last;
      set({ board: { ...board, past: [...board.past.slice(0, -1), rest] } });
    },

    undo() {
      const { board } = get();
      const last = board?.past.at(-1);
      if (!board || !last) return;
      const future = [...board.future, { document: board.document, words: last.words }];
      set({
        board: { ...board, document: last.document, past: board.past.slice(0, -1), future, preview: undefined },
      });
    },

    redo() {
      const { board } = get();
      const next = board?.future.at(-1);
      if (!board || !next) return;
      const past = [...board.past, { document: board.document, words: next.words }];
      set({
        board: { ...board, document: next.document, past, future: board.future.slice(0, -1), preview: undefined },
      });
    },

    set(part) {
      const { board } = get();
      if (board) set({ board: { ...board, ...part } });
    },

    showOutcome(step, words = '') {
      const { board } = get();
      if (!board) return;
      const outcome = step && applyStep(board.document, step);
      const preview = outcome?.ok ? { document: outcome.document, words } : undefined;
      if (preview || board.preview) set({ board: { ...board, preview } });
    },

    setGuides(guides) {
      const { board } = get();
      if (!board) return;
      set({ board: { ...board, guides } });
      keepGuides(board.format.id, guides);
    },
  }));

/** The board as it is now, when a format is open on it. */
export function openBoard(store: BoardStore): OpenBoard | undefined {
  const desk = store.getState();
  return desk.board && (desk as OpenBoard);
}

/** The board as it was a moment ago, for the panes that follow the sheet; absent for what shows it as it is. */
export const BoardSnapshot = createContext<BoardState | undefined>(undefined);

/** The board that a component belongs to. */
export const BoardContext = createContext<BoardStore | undefined>(undefined);

export function useBoardStore(): BoardStore {
  const store = useContext(BoardContext);
  if (!store) throw new Error('There is no board around this component.');
  return store;
}

/** The open board, in components that are shown only while there is one. */
export function useBoard<T>(select: (board: BoardState) => T): T {
  const snapshot = useContext(BoardSnapshot);
  const live = useStore(useBoardStore(), (state) => (snapshot ? undefined : select(state.board!)));
  return snapshot ? select(snapshot) : live!;
}
