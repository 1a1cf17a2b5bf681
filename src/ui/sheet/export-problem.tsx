import { Box } from '@chakra-ui/react';

/** Why a file was not written, under the button that was to write it; the bar it stands in stays as it is. */
export const ExportProblem = ({ children }: { children: string }) => (
  <Box
    role="alert"
    position="absolute"
    right={0}
    top="34px"
    width="280px"
    zIndex={5}
    bg="card"
    border="1px solid"
    borderColor="vermilion"
    color="vermilion"
    px="10px"
    py="7px"
  >
    ■ {children}
  </Box>
);
