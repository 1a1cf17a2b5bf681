import type { CSSProperties } from 'react';

/** The unseen input lies over all of its control, so that whatever touches the control touches the input. */
export const COVERING: CSSProperties = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  margin: 0,
  clip: 'auto',
  clipPath: 'none',
  opacity: 0,
  cursor: 'inherit',
};
