'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { Moon, Sun } from 'lucide-react';
import { useTheme } from 'next-themes';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { AccountMenu } from '../account/account-menu';
import { useMe } from '../data/me';
import { Mark } from './mark';

/** The screens there are, numbered like the zones of a sheet. */
const ZONES = [
  { number: 1, name: 'Formats', path: '/formats' },
  { number: 2, name: 'Properties', path: '/properties' },
  { number: 3, name: 'Specimens', path: '/specimens' },
  { number: 4, name: 'Profiles', path: '/profiles' },
  { number: 5, name: 'Starters', path: '/starters' },
  { number: 6, name: 'Drawings', path: '/drawings' },
  { number: 8, name: 'Office', path: '/office' },
];

const Zone = chakra(Link, {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: { base: '7px', lg: '12px' },
    minWidth: { base: '0', lg: '126px' },
    px: { base: '9px', lg: '14px' },
    borderRight: '1px solid',
    borderColor: 'ink',
    color: 'ink',
    _hover: { bg: 'plumWash' },
    _currentPage: { bg: 'ink', color: 'onInk', _hover: { bg: 'ink' } },
  },
});

export function ZoneStrip() {
  const path = usePathname();
  const { me } = useMe();
  const { resolvedTheme, setTheme } = useTheme();
  return (
    <Flex as="header" height="44px" flexShrink={0} borderBottom="2px solid" borderColor="ink" bg="card">
      <Flex
        align="center"
        gap="10px"
        px="12px"
        width={{ base: '48px', md: '146px', lg: '196px' }}
        borderRight="1px solid"
        borderColor="ink"
        fontWeight={600}
        fontSize="18px"
      >
        <Mark />
        <Box as="span" display={{ base: 'none', md: 'inline' }}>
          Zonograph
        </Box>
      </Flex>
      <Flex as="nav" aria-label="Screens">
        {(me ? ZONES : []).map((zone) => (
          <Zone
            key={zone.path}
            href={zone.path}
            prefetch={false}
            aria-current={path.startsWith(zone.path) ? 'page' : undefined}
          >
            <Box
              as="span"
              display={{ base: 'none', md: 'inline' }}
              border="1px solid"
              borderColor="currentcolor"
              opacity={0.7}
              fontSize="11px"
              w="18px"
              h="18px"
              textAlign="center"
              lineHeight="16px"
              aria-hidden
            >
              {zone.number}
            </Box>
            {zone.name}
          </Zone>
        ))}
      </Flex>
      <Box flex="1" />
      <chakra.button
        type="button"
        px="14px"
        display="flex"
        alignItems="center"
        gap="8px"
        cursor="pointer"
        color="soft"
        onClick={() => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark')}
        suppressHydrationWarning
      >
        <Box as="span" display="flex" alignItems="center" gap="8px" _dark={{ display: 'none' }}>
          <Moon size={15} aria-hidden /> Dark
        </Box>
        <Box as="span" display="none" alignItems="center" gap="8px" _dark={{ display: 'flex' }}>
          <Sun size={15} aria-hidden /> Light
        </Box>
      </chakra.button>
      {me && <AccountMenu me={me} />}
    </Flex>
  );
}
