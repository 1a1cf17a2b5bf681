'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';

export interface PlateEntry {
  caption: string;
  value: ReactNode;
  /** Grows with the window; the others are as wide as they need. */
  wide?: boolean;
  width?: string;
}

/** A screen of the application: what it shows, and the plate across the bottom, laid out like a title block. */
export function Screen({ children, plate }: { children: ReactNode; plate: PlateEntry[] }) {
  return (
    <>
      <Box as="main" flex="1" minHeight={0} position="relative">
        {children}
      </Box>
      <Flex
        as="footer"
        aria-label="Status"
        height="40px"
        flexShrink={0}
        borderTop="2px solid"
        borderColor="ink"
        bg="card"
      >
        {plate.map((entry) => (
          <Box
            key={entry.caption}
            px="9px"
            pt="3px"
            flex={entry.wide ? '1' : undefined}
            width={entry.width}
            minWidth={0}
            borderRight="1px solid"
            borderColor="ink"
            _last={{ borderRight: 'none' }}
          >
            <Box color="soft" fontSize="10px" letterSpacing="0.04em" textTransform="uppercase" lineHeight="12px">
              {entry.caption}
            </Box>
            <Box fontSize="14px" lineHeight="18px" whiteSpace="nowrap" overflow="hidden" textOverflow="ellipsis">
              {entry.value}
            </Box>
          </Box>
        ))}
      </Flex>
    </>
  );
}
