'use client';

import { Box, Grid } from '@chakra-ui/react';
import { Problem } from '../controls/field';
import type { ListedCheck } from './checks';

/** What a check demands and where from, with an example that passes and one that is found. */
export function RuleHead({ check }: { check: ListedCheck }) {
  return (
    <>
      <Box as="h2" fontSize="18px" fontWeight={600}>
        {check.words.name}
      </Box>
      <Box pt="2px">{check.words.demands}</Box>
      <Grid templateColumns="auto 1fr" columnGap="10px" rowGap="1px" fontSize="14px" pt="6px">
        <Box color="soft">From</Box>
        <Box>{check.words.clause}</Box>
        {check.words.passes !== '' && (
          <>
            <Box color="soft">Passes</Box>
            <Box>
              <Box as="span" color="pine" aria-hidden>
                ✓{' '}
              </Box>
              {check.words.passes}
            </Box>
            <Box color="soft">Is found</Box>
            <Box>
              <Box as="span" color="vermilion" aria-hidden>
                ✗{' '}
              </Box>
              {check.words.fails}
            </Box>
          </>
        )}
      </Grid>
      {check.house?.trouble !== undefined && <Problem>{check.house.trouble}</Problem>}
    </>
  );
}
