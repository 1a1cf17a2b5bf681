'use client';

import { Menu, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** The paper that a menu's entries stand on. */
export function MenuPaper({ children }: { children: ReactNode }) {
  return (
    <Portal>
      <Menu.Positioner>
        <Menu.Content
          bg="card"
          color="ink"
          border="1px solid"
          borderColor="ink"
          borderRadius={0}
          boxShadow="0 4px 14px #0003"
          minWidth="190px"
          p={0}
        >
          {children}
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  );
}

/** One entry of a menu. */
export function MenuEntry({ value, disabled, children }: { value: string; disabled?: boolean; children: ReactNode }) {
  return (
    <Menu.Item
      value={value}
      disabled={disabled}
      cursor="pointer"
      borderRadius={0}
      px="12px"
      py="5px"
      fontSize="15px"
      _highlighted={{ bg: 'plumWash' }}
    >
      {children}
    </Menu.Item>
  );
}
