import type { Show } from '../../core/scene/resources';

/** What may stand where values go, as bars call it. */
export const SHOWS: readonly { value: Show; label: string }[] = [
  { value: 'names', label: 'Names' },
  { value: 'values', label: 'Values' },
  { value: 'longest', label: 'Longest' },
  { value: 'blank', label: 'Blank' },
];
