'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { get, send } from './request';

/** What is known of the office's model store. */
export interface StoreStatus {
  followed: boolean;
  answeredAt?: string;
  trouble?: string;
  models: { specimen: string; changedAt: string; changes: string[] }[];
}

/** How often the store is asked while a screen that follows it is open. */
const EVERY_MS = 10_000;

/**
 * Follows the model store while the component is there: asks it now and then and on demand. `changed` is told with the ids
 * of the models that it changed.
 */
export function useModelStore(changed: (models: string[]) => void) {
  const [status, setStatus] = useState<StoreStatus>();
  const seen = useRef<Map<string, string>>(undefined);
  const tell = useRef(changed);
  useEffect(() => {
    tell.current = changed;
  });
  const take = useCallback((next: StoreStatus) => {
    setStatus(next);
    const before = seen.current;
    seen.current = new Map(next.models.map((model) => [model.specimen, model.changedAt]));
    const moved = before
      ? next.models.filter(
          ({ specimen, changedAt, changes }) => changes.length > 0 && before.get(specimen) !== changedAt,
        )
      : [];
    if (moved.length > 0) tell.current(moved.map((model) => model.specimen));
  }, []);
  const ask = useCallback(
    () =>
      send<StoreStatus>('POST', '/api/store', {}).then(take, () =>
        setStatus((before) => before && { ...before, trouble: 'Zonograph’s server or database does not answer.' }),
      ),
    [take],
  );
  useEffect(() => {
    void get<StoreStatus>('/api/store')
      .then(take)
      .then(ask)
      .catch(() => undefined);
    const timer = setInterval(() => void ask(), EVERY_MS);
    return () => clearInterval(timer);
  }, [take, ask]);
  return { status, ask };
}
