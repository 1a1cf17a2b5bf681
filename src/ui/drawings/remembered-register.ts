import { useSyncExternalStore } from 'react';
import { RegisterQuery, WHOLE_REGISTER } from '../../contract/drawings';

const NAME = 'zonograph-register';

/** What was last read of what is remembered, as text and as it is. */
let last: { text: string | null; query: RegisterQuery } = { text: null, query: WHOLE_REGISTER };
const listeners = new Set<() => void>();

function remembered(): RegisterQuery {
  const text = localStorage.getItem(NAME);
  if (text !== last.text) last = { text, query: read(text) };
  return last.query;
}

function read(text: string | null): RegisterQuery {
  try {
    return RegisterQuery.parse(JSON.parse(text ?? '{}'));
  } catch {
    // What an earlier Zonograph remembered otherwise.
    return WHOLE_REGISTER;
  }
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function remember(query: RegisterQuery): void {
  localStorage.setItem(NAME, JSON.stringify(query));
  for (const listener of listeners) listener();
}

/** How the register was last narrowed and ordered in this browser, and what changes that. */
export function useRememberedRegister(): [RegisterQuery, (change: Partial<RegisterQuery>) => void] {
  const query = useSyncExternalStore(subscribe, remembered, () => WHOLE_REGISTER);
  return [query, (change) => remember({ ...query, ...change })];
}
