'use client';

import { ChakraProvider } from '@chakra-ui/react';
import { ThemeProvider } from 'next-themes';
import type { ReactNode } from 'react';
import { StyleRegistry } from './style-registry';
import { system } from './system';

export function Theme({ children }: { children: ReactNode }) {
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider attribute="class" defaultTheme="light" disableTransitionOnChange>
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
