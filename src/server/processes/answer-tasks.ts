import type { Answered, Sent } from './warm-processes';

/** Does the tasks that the process is sent by its parent: see WarmProcesses. What is thrown is answered in its words. */
export function answerTasks(act: (task: never) => unknown): void {
  // Whatever else it has open, it ends with its parent.
  process.on('disconnect', () => process.exit());
  process.on('message', ({ id, task }: Sent) => {
    const answer = (said: Answered) => process.send!(said);
    Promise.resolve()
      .then(() => act(task as never))
      .then(
        (done) => answer({ id, answer: done }),
        (error: unknown) => answer({ id, trouble: error instanceof Error ? error.message : String(error) }),
      );
  });
}
