'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode, Ref } from 'react';
import { ScreenViews } from './screen-views';

/** The left side of the fourth screen: which of its views, what is open and how to find something in it, and the list of that. */
export function SidePane(props: {
  label: string;
  on: 'profiles' | 'rules';
  head: ReactNode;
  listLabel: string;
  list?: Ref<HTMLDivElement>;
  children: ReactNode;
}) {
  const { label, on, head, listLabel, list, children } = props;
  return (
    <Flex
      as="section"
      aria-label={label}
      direction="column"
      width="470px"
      flexShrink={0}
      bg="card"
      borderRight="1px solid"
      borderColor="ink"
    >
      <Box px="14px" pt="10px" pb="6px" borderBottom="1px solid" borderColor="line">
        <ScreenViews on={on} />
        {head}
      </Box>
      <Box
        ref={list}
        flex="1"
        minHeight={0}
        overflowY="auto"
        pt="8px"
        tabIndex={0}
        role="region"
        aria-label={listLabel}
      >
        {children}
      </Box>
    </Flex>
  );
}
