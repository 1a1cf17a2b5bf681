'use client';

import { Flex } from '@chakra-ui/react';
import { Button } from './button';
import { Problem } from './field';

/** Why something could not be loaded, and a button to try again. */
export function LoadProblem({ problem, onRetry }: { problem: string | undefined; onRetry: () => void }) {
  if (problem === undefined) return null;
  return (
    <Flex gap="12px" align="center" px="20px" py="10px">
      <Problem>{problem}</Problem>
      <Button type="button" onClick={onRetry}>
        Try again
      </Button>
    </Flex>
  );
}
