'use client';

import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A ruled-off part of the details. */
export function Section({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <Box px="12px" py="8px" borderBottom="1px solid" borderColor="line">
      {title && (
        <Box as="h3" fontWeight={600} pb="4px">
          {title}
        </Box>
      )}
      {children}
    </Box>
  );
}
