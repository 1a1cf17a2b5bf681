import { Box } from '@chakra-ui/react';

/** The head of what stands beside a drawing: its name, and a line on what it is for. */
export function PaneHead({ title, words }: { title: string; words: string }) {
  return (
    <>
      <Box as="h2" fontWeight={600}>
        {title}
      </Box>
      <Box fontSize="13px" color="soft" pb="8px">
        {words}
      </Box>
    </>
  );
}
