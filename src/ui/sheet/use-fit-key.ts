import { useEffect } from 'react';
import { isTyping } from './is-typing';
import type { ViewStore } from './view-store';

/** Fits the sheet into its desk at the key 0, as on every desk. */
export function useFitKey(view: ViewStore): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === '0' && !event.ctrlKey && !event.metaKey && !isTyping(event)) view.getState().fit();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [view]);
}
