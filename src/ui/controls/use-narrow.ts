import { useSyncExternalStore } from 'react';

/** Whether the window is narrower than that, px; on the server it is not. */
export function useNarrow(width: number): boolean {
  const query = `(max-width: ${width - 1}px)`;
  return useSyncExternalStore(
    (onChange) => {
      const list = window.matchMedia(query);
      list.addEventListener('change', onChange);
      return () => list.removeEventListener('change', onChange);
    },
    () => window.matchMedia(query).matches,
    () => false,
  );
}
