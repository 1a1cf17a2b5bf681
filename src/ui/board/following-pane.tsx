'use client';

import { type ReactNode, useDeferredValue } from 'react';
import { BoardSnapshot, useBoardStore } from './board-store';

/**
 * A pane that follows the sheet: an edit changes the sheet on the desk at once, and what stands around it a moment later,
 * when nothing is typed. What is typed into a field of the pane shows at once all the same.
 */
export function FollowingPane({ children }: { children: ReactNode }) {
  const board = useDeferredValue(useBoardStore((store) => store.board));
  return board ? <BoardSnapshot value={board}>{children}</BoardSnapshot> : null;
}
