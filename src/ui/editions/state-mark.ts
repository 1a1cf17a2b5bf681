import type { EditionState } from '../../contract/formats';

/** The sign of an edition's state, so that it is told without colour. */
export const STATE_MARKS: Record<EditionState, string> = { open: '○', released: '●', withdrawn: '⊘' };
