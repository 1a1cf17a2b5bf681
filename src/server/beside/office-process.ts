/** Does what is done beside the application, in a process of its own with connections of its own: see {@link beside}. */
import { answerTasks } from '../processes/answer-tasks';
import { ACTS } from './acts';
import { outcomeOf } from './outcome';

/** An act by its name, and what it is given. */
export interface Asked {
  act: keyof typeof ACTS;
  given: unknown[];
}

answerTasks(({ act, given }: Asked) => outcomeOf(() => (ACTS[act] as (...given: unknown[]) => unknown)(...given)));
