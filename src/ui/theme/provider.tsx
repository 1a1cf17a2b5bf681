'use client';

import { ChakraProvider } from '@chakra-ui/react';
import { ThemeProvider } from 'next-themes';
import type { ReactNode } from 'react';
import { StyleRegistry } from './style-registry';
import { system } from './system';

/** @param props.nonce marks the script that sets the colours before anything is drawn as ours */
export function Theme({ children, nonce }: { children: ReactNode; nonce: string | undefined }) {
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider nonce={nonce} attribute="class" defaultTheme="light" disableTransitionOnChange>
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
