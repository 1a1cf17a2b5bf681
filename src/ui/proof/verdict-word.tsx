import { Box, type BoxProps } from '@chakra-ui/react';
import type { Verdict } from '../../core/findings/verdict';
import { verdictWords } from '../../core/findings/words';

/** The colour that goes with a verdict's sign. */
export const SIGN_COLOUR = { '●': 'pine', '▲': 'ochre', '■': 'vermilion' } as const;

/** A verdict with its sign, in the sign's colour; dots while there is none yet. */
export function VerdictWord({ verdict, ...rest }: BoxProps & { verdict: Verdict | undefined }) {
  return (
    <Box fontWeight={500} color={verdict ? SIGN_COLOUR[verdict.sign] : 'soft'} {...rest}>
      {verdict ? `${verdict.sign} ${verdictWords(verdict)}` : '…'}
    </Box>
  );
}
