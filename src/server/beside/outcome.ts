import { DatabaseAway, DatabaseBusy, DatabaseFull, saidOf } from '../database';
import { ServiceError } from '../services/service-error';

/** What an act came to, as one process tells the other: errors that are expected lose their class on the way. */
export type Outcome<Answer = unknown> =
  | { answer: Answer }
  | { refused: Pick<ServiceError, 'status' | 'message' | 'detail'> }
  | { database: 'away' | 'busy' | 'full' };

/** @throws whatever is not expected */
export async function outcomeOf(act: () => unknown): Promise<Outcome> {
  try {
    return { answer: await act() };
  } catch (thrown) {
    const error = saidOf(thrown) ?? thrown;
    if (error instanceof ServiceError)
      return { refused: { status: error.status, message: error.message, detail: error.detail } };
    if (error instanceof DatabaseFull) return { database: 'full' };
    if (error instanceof DatabaseAway) return { database: 'away' };
    if (error instanceof DatabaseBusy) return { database: 'busy' };
    throw error;
  }
}

function troubleOf(kind: 'away' | 'busy' | 'full'): Error {
  if (kind === 'busy') return new DatabaseBusy();
  return new (kind === 'full' ? DatabaseFull : DatabaseAway)('told by a process beside');
}

/** @throws ServiceError, DatabaseAway, DatabaseBusy as they were thrown */
export function answerOf<Answer>(outcome: Outcome<Answer>): Answer {
  if ('answer' in outcome) return outcome.answer;
  if ('database' in outcome) throw troubleOf(outcome.database);
  const { status, message, detail } = outcome.refused;
  throw new ServiceError(status, message, detail);
}
