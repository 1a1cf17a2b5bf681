'use client';

import { Box } from '@chakra-ui/react';
import type { Weight } from '../../core/findings/finding';

/** What a cell holds: a ring for linked values, a dashed base line for asked ones, a short bar for anything fixed. */
export function ContentMark({ kind }: { kind: 'linked' | 'asked' | 'fixed' | 'empty' }) {
  if (kind === 'linked') {
    return (
      <Box
        as="span"
        aria-label="linked"
        display="inline-block"
        w="10px"
        h="10px"
        border="2px solid"
        borderColor="plum"
        borderRadius="50% !important"
        flexShrink={0}
      />
    );
  }
  if (kind === 'asked') {
    return (
      <Box
        as="span"
        aria-label="asked"
        display="inline-block"
        w="11px"
        h="10px"
        borderBottom="2px dashed"
        borderColor="ochre"
        flexShrink={0}
      />
    );
  }
  return (
    <Box
      as="span"
      aria-label={kind}
      display="inline-block"
      w="11px"
      h="3px"
      bg={kind === 'fixed' ? 'ink' : 'line'}
      flexShrink={0}
    />
  );
}

const WEIGHTS: Record<Weight, { sign: string; colour: string; word: string }> = {
  'blocks release': { sign: '■', colour: 'vermilion', word: 'blocks release' },
  warning: { sign: '▲', colour: 'ochre', word: 'warning' },
  note: { sign: '●', colour: 'soft', word: 'note' },
};

/** The sign of a finding's weight; never colour alone. */
export function WeightMark({ weight }: { weight: Weight }) {
  const { sign, colour, word } = WEIGHTS[weight];
  return (
    <Box as="span" color={colour} role="img" aria-label={word} flexShrink={0}>
      {sign}
    </Box>
  );
}
