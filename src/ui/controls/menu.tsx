'use client';

import { Menu, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** The paper that a menu's entries stand on. */
export function MenuPaper({ children }: { children: ReactNode }) {
  return (
    <Portal>
      <Menu.Positioner>
        <Menu.Content>{children}</Menu.Content>
      </Menu.Positioner>
    </Portal>
  );
}

/** One entry of a menu. */
export function MenuEntry({ value, disabled, children }: { value: string; disabled?: boolean; children: ReactNode }) {
  return (
    <Menu.Item value={value} disabled={disabled}>
      {children}
    </Menu.Item>
  );
}
