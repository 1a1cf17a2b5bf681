'use client';

import { type ReactNode, useDeferredValue } from 'react';
import { useStore } from 'zustand';
import { BoardSnapshot, useBoardStore } from '../board-store';

/**
 * A pane that follows the sheet: what is typed changes the sheet on the desk at once, and what stands around it a moment
 * later, when nothing is typed. Any other edit changes the pane at once, so that the next one is made on what is there.
 */
export function FollowingPane({ children }: { children: ReactNode }) {
  const board = useStore(useBoardStore(), (state) => state.board);
  const behind = useDeferredValue(board);
  const typing = board?.past.at(-1)?.typing !== undefined;
  const shown = typing ? behind : board;
  return shown ? <BoardSnapshot value={shown}>{children}</BoardSnapshot> : null;
}
