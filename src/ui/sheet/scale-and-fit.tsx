'use client';

import { Box } from '@chakra-ui/react';
import { Button } from '../controls/button';
import { scaleWords, useView } from './view-store';

/** The scale at which the sheet is looked at, and a button that fits the whole of it into the desk. */
export function ScaleAndFit() {
  const k = useView((state) => state.view.k);
  const fit = useView((state) => state.fit);
  return (
    <>
      <Box color="soft" fontSize="13px" whiteSpace="nowrap">
        {scaleWords(k)}
      </Box>
      <Button look="quiet" type="button" onClick={fit} title="Fit the sheet (0)">
        Fit
      </Button>
    </>
  );
}
