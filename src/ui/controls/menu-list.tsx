'use client';

import { Box, Menu, Portal } from '@chakra-ui/react';
import type { ButtonHTMLAttributes, ReactElement } from 'react';

interface MenuItem {
  value: string;
  /** What the entry says, where that is not its value. */
  words?: string;
  keys?: string | undefined;
  disabled?: boolean;
}

export interface MenuProps {
  /** The button that opens it. */
  trigger: (props: ButtonHTMLAttributes<HTMLButtonElement>) => ReactElement;
  entries: readonly MenuItem[];
  placement: 'top-start' | 'bottom-end';
  onChoose: (value: string) => void;
}

/** A menu that opens as soon as it is there. */
export default function MenuList({ trigger, entries, placement, onChoose }: MenuProps) {
  return (
    <Menu.Root
      defaultOpen
      lazyMount
      unmountOnExit
      onSelect={({ value }) => onChoose(value)}
      positioning={{ placement }}
    >
      <Menu.Trigger asChild>{trigger({})}</Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {entries.map(({ value, words, keys, disabled }) => (
              <Menu.Item key={value} value={value} disabled={disabled}>
                {words ?? value}
                {keys && (
                  <Box as="span" ml="auto" color="soft" fontSize="12px">
                    {keys}
                  </Box>
                )}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
