'use client';

import { chakra } from '@chakra-ui/react';

/** The head of a column, which stays in view. */
export const HeadCell = chakra('th', {
  base: {
    textAlign: 'left',
    fontWeight: 500,
    fontSize: '13px',
    color: 'soft',
    px: '10px',
    py: '5px',
    borderBottom: '1px solid',
    borderColor: 'ink',
    whiteSpace: 'nowrap',
    position: 'sticky',
    top: 0,
    bg: 'card',
    zIndex: 1,
  },
});

export const DataCell = chakra('td', {
  base: { px: '10px', py: '4px', borderBottom: '1px solid', borderColor: 'line', verticalAlign: 'top' },
});
