import { Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** One line above the sheet that says something of the whole drawing, with what is to be done about it at its right. */
export function Strip({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex
      role="status"
      aria-label={label}
      gap="10px"
      px="14px"
      py="3px"
      align="center"
      fontSize="14px"
      bg="card"
      borderBottom="1px solid"
      borderColor="line"
    >
      {children}
    </Flex>
  );
}
