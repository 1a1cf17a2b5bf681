'use client';

import { type ReactNode, useDeferredValue, useState } from 'react';
import { useStore } from 'zustand';
import { type BoardState, BoardSnapshot, useBoardStore } from '../board-store';

const typingIn = (board: BoardState | undefined) => board?.past.at(-1)?.typing;

/** Whether one board is of the same typing as another: what was typed last began on the same document, in the same field. */
const isSameTyping = (a: BoardState, b: BoardState): boolean =>
  a.past.length === b.past.length && a.past.at(-1)?.document === b.past.at(-1)?.document && typingIn(a) === typingIn(b);

/**
 * A pane that follows the sheet: what is typed changes the sheet on the desk at once, and what stands around it a moment
 * later, when nothing is typed. Any other edit changes the pane at once, so that the next one is made on what is there.
 * The pane never goes back: a field that it shows stays while the pane catches up.
 */
export function FollowingPane({ children }: { children: ReactNode }) {
  const board = useStore(useBoardStore(), (state) => state.board);
  const behind = useDeferredValue(board);
  const [last, setLast] = useState(board);
  const isBehind = board && typingIn(board) !== undefined;
  const shown = isBehind ? (behind && isSameTyping(behind, board) ? behind : last) : board;
  if (shown !== last) setLast(shown);
  return shown ? <BoardSnapshot value={shown}>{children}</BoardSnapshot> : null;
}
