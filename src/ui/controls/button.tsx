'use client';

import { chakra } from '@chakra-ui/react';

/** A plain ruled button. `primary` is for the one thing a screen is there for; `quiet` has no frame. */
export const Button = chakra('button', {
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    gap: '6px',
    px: '10px',
    height: '28px',
    border: '1px solid',
    borderColor: 'ink',
    bg: 'card',
    color: 'ink',
    whiteSpace: 'nowrap',
    cursor: 'pointer',
    _hover: { bg: 'paper' },
    _disabled: { opacity: 0.45, cursor: 'not-allowed' },
    _pressed: { bg: 'ink', color: 'onInk', _hover: { bg: 'ink' } },
  },
  variants: {
    look: {
      line: {},
      primary: {
        bg: 'plum',
        borderColor: 'plum',
        color: 'onInk',
        fontWeight: 600,
        _hover: { bg: 'plum', textDecoration: 'underline' },
      },
      quiet: { border: 'none', bg: 'transparent', px: '6px', _hover: { bg: 'plumWash' } },
    },
  },
  defaultVariants: { look: 'line' },
});
