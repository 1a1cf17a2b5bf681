'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';

/** What is made from the office's models, dictionary and materials. */
const MADE_FROM_IT = ['office', 'specimens', 'models', 'at hand', 'dictionary', 'uses'];

/** Has everything asked for anew that is made from the office's models, dictionary and materials, because they were changed. */
export function useOfficeChanged(): () => void {
  const queries = useQueryClient();
  return useCallback(() => {
    for (const key of MADE_FROM_IT) void queries.invalidateQueries({ queryKey: [key] });
  }, [queries]);
}
