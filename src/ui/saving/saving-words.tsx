'use client';

import { Box } from '@chakra-ui/react';

/** How each phase of saving is said. */
export const SAVING_WORDS = {
  saved: 'saved',
  saving: 'saving…',
  'kept here': '▲ database away: kept in this browser',
  'signed out': '▲ signed out: kept in this browser',
  conflict: '▲ changed by somebody else',
  closed: '■ not saved: the edition is closed',
  refused: '■ not saved',
  clashes: '■ not saved',
  'takes off': '■ not saved',
} as const;

/** Whether what is on a screen is saved. */
export function SavingWords({ kind }: { kind: keyof typeof SAVING_WORDS }) {
  return (
    <Box
      as="span"
      color={kind === 'kept here' || kind === 'signed out' ? 'ochre' : undefined}
      data-testid="saved"
      data-state={kind}
    >
      {SAVING_WORDS[kind]}
    </Box>
  );
}
