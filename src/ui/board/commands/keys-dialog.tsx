'use client';

import { Box, Flex } from '@chakra-ui/react';
import { Dialog } from '../../controls/dialog';
import { BOARD_KEYS } from './keys';

/** Every key of the board, with what it does. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open title="Keyboard shortcuts" width="560px" onClose={onClose}>
      <Box maxHeight="min(470px, 60vh)" overflowY="auto" tabIndex={0} role="group" aria-label="Keys">
        {BOARD_KEYS.map(({ keys, words }) => (
          <Flex key={keys + words} py="3px" gap="12px">
            <Box width="150px" color="plum">
              {keys}
            </Box>
            <Box flex="1">{words}</Box>
          </Flex>
        ))}
      </Box>
    </Dialog>
  );
}
