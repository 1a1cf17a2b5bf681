import { STANDARDS_DESK } from '../actor';
import { followStore } from '../services/model-store';
import type { JobKind } from './kind';

/** Asks the office's model store now and then what has changed, one process for the whole office. */
export const followModelStore: JobKind = {
  lane: 'at the screen',
  everySeconds: 10,
  async run() {
    await followStore(STANDARDS_DESK);
    return 'done';
  },
};
