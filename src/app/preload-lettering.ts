import { preload } from 'react-dom';

/** Has the browser fetch what sheets are measured and lettered with beside the scripts, not after them. */
export function preloadLettering(): void {
  preload('/api/fonts', { as: 'fetch', crossOrigin: 'anonymous' });
  preload('/api/fonts/osifont', { as: 'font', type: 'font/ttf', crossOrigin: 'anonymous' });
}
