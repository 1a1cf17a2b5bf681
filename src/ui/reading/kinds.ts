import type { CellFound } from '../../core/recognising/recognition';
import { recognisedCell } from '../../core/recognising/report';

/** How cells are told apart on the picture and in the list: by a colour and by a sign. */
export const KINDS = {
  linked: { sign: '○', colour: 'plum', words: 'linked to a property' },
  asked: { sign: '┄', colour: 'ochre', words: 'asked of the drafter' },
  fixed: { sign: '▬', colour: 'ink', words: 'fixed text' },
  drawn: { sign: '◇', colour: 'pine', words: 'symbol, figure or picture' },
  empty: { sign: '', colour: 'line', words: 'empty' },
} as const;
export type Kind = keyof typeof KINDS;

/** What is less sure than this is marked as a guess. */
export const GUESS = 0.5;

export function kindOf(cell: CellFound): Kind {
  const { kind } = recognisedCell(cell);
  return kind === 'symbol' || kind === 'figure' || kind === 'picture' ? 'drawn' : kind;
}
