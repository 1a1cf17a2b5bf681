'use client';

import { useEffect, useState } from 'react';
import { get } from './request';

/** A format on the shelf with its newest edition. */
export interface FormatEntry {
  id: string;
  name: string;
  edition: string;
}

const NONE: FormatEntry[] = [];

/** The formats on the shelf; none until they are known. */
export function useFormatEntries(): readonly FormatEntry[] {
  const [entries, setEntries] = useState(NONE);
  useEffect(() => {
    get<FormatEntry[]>('/api/formats').then(setEntries, () => undefined);
  }, []);
  return entries;
}
