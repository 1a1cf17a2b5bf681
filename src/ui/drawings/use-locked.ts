'use client';

import { useWhyNot } from '../data/me';
import type { OpenDrawing } from './drawing-store';

/** Whether a drawing is only to be looked at: it is finished, or whoever is signed in makes none. */
export function useLocked(open: OpenDrawing | undefined): boolean {
  const whyNot = useWhyNot('drafter');
  return whyNot !== undefined || open?.drawing.state === 'finished';
}
