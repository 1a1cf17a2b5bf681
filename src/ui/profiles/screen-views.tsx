'use client';

import { Flex, chakra } from '@chakra-ui/react';
import Link from 'next/link';

const View = chakra(Link, {
  base: {
    px: '10px',
    py: '2px',
    border: '1px solid',
    borderColor: 'ink',
    color: 'ink',
    _hover: { bg: 'plumWash' },
    _currentPage: { bg: 'ink', color: 'onInk', _hover: { bg: 'ink' } },
  },
});

/** The two views of the fourth screen. */
export function ScreenViews({ on }: { on: 'profiles' | 'rules' }) {
  return (
    <Flex as="nav" aria-label="Views" pb="8px">
      <View href="/profiles" aria-current={on === 'profiles' ? 'page' : undefined}>
        Drafting profiles
      </View>
      <View href="/profiles/rules" aria-current={on === 'rules' ? 'page' : undefined} ml="-1px">
        Rule books
      </View>
    </Flex>
  );
}
