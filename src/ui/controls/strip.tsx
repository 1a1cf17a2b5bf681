'use client';

import { Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/**
 * A line above what is worked on: what it is about, and the buttons that answer it. `asks`: it asks something before anything is saved; else
 * it only says something.
 */
export function Strip({ label, asks, children }: { label: string; asks?: boolean; children: ReactNode }) {
  return (
    <Flex
      role={asks ? 'alertdialog' : 'status'}
      aria-label={label}
      gap="10px"
      align="center"
      px="14px"
      py={asks ? '6px' : '3px'}
      fontSize="14px"
      bg="card"
      borderBottom="1px solid"
      borderColor="line"
    >
      {children}
    </Flex>
  );
}
