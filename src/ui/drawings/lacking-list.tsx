'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type Lacking, lackingWords } from '../../core/drawing/finishing';
import { Button } from '../controls/button';

/** What a drawing lacks or has wrong, each with the way to it. */
export function LackingList({ lacking, onGo }: { lacking: readonly Lacking[]; onGo: (lacking: Lacking) => void }) {
  return (
    <Box as="ul" aria-label="What is missing" listStyleType="none" pb="10px" maxHeight="45vh" overflowY="auto">
      {lacking.map((one) => (
        <Flex as="li" key={lackingWords(one)} gap="8px" align="baseline" py="2px">
          <Box color="vermilion">■</Box>
          <Box flex="1" minWidth={0}>
            {lackingWords(one)}
          </Box>
          <Button type="button" look="quiet" aria-label={`Show: ${lackingWords(one)}`} onClick={() => onGo(one)}>
            Show
          </Button>
        </Flex>
      ))}
    </Box>
  );
}
