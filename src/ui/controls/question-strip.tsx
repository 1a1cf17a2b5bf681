'use client';

import { Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A line above what is worked on that asks something before anything is saved: what it is about, and the buttons that answer it. */
export function QuestionStrip({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex
      role="alertdialog"
      aria-label={label}
      gap="8px"
      align="center"
      px="14px"
      py="6px"
      fontSize="14px"
      bg="card"
      borderBottom="1px solid"
      borderColor="line"
    >
      {children}
    </Flex>
  );
}
