'use client';

import { Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { SignedOut } from '../account/signed-out';
import { ZoneStrip } from './zone-strip';

/** The zone strip above, the screen below it. */
export function Shell({ children }: { children: ReactNode }) {
  return (
    <Flex direction="column" height="100dvh">
      <ZoneStrip />
      {children}
      <SignedOut />
    </Flex>
  );
}
