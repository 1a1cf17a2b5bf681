import type { SetBlock } from '../../../core/format/steps/block-steps';
import type { Outcome } from '../../../core/refusal';

/** Changes a block as a whole; a refusal comes back with its reason. Steps of the same `typing` are undone together. */
export type ChangeBlock = (changes: SetBlock['change'], typing?: string) => Outcome<object>;
