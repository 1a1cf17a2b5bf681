'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { askStore } from '../../contract/specimens';
import { storeQuery } from './queries';
import { ask } from './request';

/**
 * What is known of the office's model store, which a job follows. `onChanged` is told with the ids of the models that it has
 * changed since the screen was opened.
 */
export function useModelStore(onChanged?: (models: string[]) => void) {
  const client = useQueryClient();
  const { data: status } = useQuery(storeQuery);
  const seen = useRef<Map<string, string>>(undefined);
  const tell = useRef(onChanged);
  useEffect(() => {
    tell.current = onChanged;
  });
  useEffect(() => {
    if (!status) return;
    const before = seen.current;
    seen.current = new Map(status.models.map((model) => [model.specimen, model.changedAt]));
    const moved = before ? status.models.filter((one) => before.get(one.specimen) !== one.changedAt) : [];
    if (moved.length > 0) tell.current?.(moved.map((model) => model.specimen));
  }, [status]);
  const { mutate } = useMutation({
    mutationFn: () => ask(askStore),
    onSuccess: (answer) => client.setQueryData(storeQuery.queryKey, answer),
  });
  return { status, ask: () => mutate() };
}
