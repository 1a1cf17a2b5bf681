'use client';

import { Box, Flex } from '@chakra-ui/react';
import { formatDistanceToNow } from 'date-fns';
import { Button } from '../controls/button';
import type { StoreStatus } from '../../contract/specimens';

/** What the model store last said, and a button to ask it now. */
export function StoreStrip({ status, onAsk }: { status: StoreStatus | undefined; onAsk: () => void }) {
  if (!status?.followed) return null;
  const { trouble, answeredAt } = status;
  const ago = answeredAt && `${formatDistanceToNow(new Date(answeredAt))} ago`;
  return (
    <Box
      px="14px"
      py="8px"
      borderTop="1px solid"
      borderColor="ink"
      fontSize="13px"
      role="status"
      aria-label="Model store"
    >
      <Flex align="center" gap="6px">
        <Box fontWeight={600} flex="1">
          Model store
        </Box>
        <Button type="button" height="24px" fontSize="13px" onClick={onAsk}>
          Ask now
        </Button>
      </Flex>
      {trouble ? (
        <Box color="ochre">
          ▲ {trouble} {ago ? `Values are as of ${ago}.` : 'Nothing has been heard from it yet.'}
        </Box>
      ) : (
        <Box color="pine">{ago ? `● answered ${ago}` : 'asking…'}</Box>
      )}
    </Box>
  );
}
