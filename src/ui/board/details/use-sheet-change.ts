import type { SetSheet } from '../../../core/format/steps/set-sheet';
import type { Outcome } from '../../../core/refusal';
import { useBoardStore } from '../board-store';

/** Changes what the format says of the sheet as a whole. */
export function useSheetChange(): (part: SetSheet['change']) => Outcome<object> {
  const { perform } = useBoardStore().getState();
  return (part) => perform({ op: 'set sheet', change: part });
}
