'use client';

import { Box } from '@chakra-ui/react';
import { Button } from './button';

/** Asks for the next page of a list, and says how much of it is left. */
export function MoreButton(props: { left: number; shown: boolean; busy: boolean; onMore: () => void }) {
  const { left, shown, busy, onMore } = props;
  if (!shown) return null;
  return (
    <Box py="10px">
      <Button type="button" disabled={busy} onClick={onMore}>
        {busy ? 'Loading…' : `Show more (${left} left)`}
      </Button>
    </Box>
  );
}
