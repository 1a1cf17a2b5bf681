import type * as acts from '@/server/beside/acts';
import type * as outcomes from '@/server/beside/outcome';

/** Files run side by side in processes that are numbered from 1; each process has a database of its own. */
const url = process.env.ZONOGRAPH_DATABASE;
const worker = process.env.JEST_WORKER_ID ?? '1';
if (url && !url.endsWith(`_${worker}`)) process.env.ZONOGRAPH_DATABASE = `${url}_${worker}`;

/* What is done beside the application is done in the test's own process: starting another one takes seconds. */
jest.mock('@/server/beside/beside', () => ({
  beside: async (act: keyof (typeof acts)['ACTS'], given: unknown[]) => {
    const { ACTS } = jest.requireActual<typeof acts>('@/server/beside/acts');
    const { answerOf, outcomeOf } = jest.requireActual<typeof outcomes>('@/server/beside/outcome');
    return answerOf(await outcomeOf(() => (ACTS[act] as (...given: unknown[]) => unknown)(...given)));
  },
}));
