import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** What is going on with the sheet, said above it. */
export function DeskWords({ children }: { children: ReactNode }) {
  return (
    <Box
      role="status"
      position="absolute"
      top="30px"
      left="50%"
      transform="translateX(-50%)"
      width="max-content"
      maxWidth="90%"
      px="12px"
      py="5px"
      bg="card"
      border="1px solid"
      borderColor="plum"
      fontSize="14px"
    >
      {children}
    </Box>
  );
}
