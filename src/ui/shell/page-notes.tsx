'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { Button } from '../controls/button';
import { Screen } from './screen';

/** A screen of which something went wrong that nobody foresaw: what was typed is kept, and it can be opened again. */
export function FailedPage({ onRetry }: { onRetry: () => void }) {
  return (
    <Note title="This screen stopped">
      Something went wrong in it. What you typed before is kept: open the screen again to go on.
      <Flex gap="8px" pt="12px">
        <Button type="button" look="primary" onClick={onRetry}>
          Open it again
        </Button>
        <ToFormats />
      </Flex>
    </Note>
  );
}

/** A screen that takes more than whoever is signed in may do. */
export function NotForYou({ reason }: { reason: string }) {
  return (
    <Note title="This screen is not for you">
      {reason}
      <Flex pt="12px">
        <ToFormats />
      </Flex>
    </Note>
  );
}

export function NoSuchPage() {
  return (
    <Note title="There is nothing at this address">
      It may have been removed, or the address was mistyped.
      <Flex pt="12px">
        <ToFormats />
      </Flex>
    </Note>
  );
}

export function LoadingPage() {
  return (
    <Screen plate={[{ caption: 'Screen', value: 'Opening…', wide: true }]}>
      <Box role="status" px="20px" py="16px" color="soft">
        Opening…
      </Box>
    </Screen>
  );
}

function Note({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Screen plate={[{ caption: 'Screen', value: title, wide: true }]}>
      <Box role="alert" px="20px" py="16px" maxWidth="520px">
        <Box as="h1" fontSize="18px" fontWeight={600} pb="6px">
          {title}
        </Box>
        {children}
      </Box>
    </Screen>
  );
}

function ToFormats() {
  return (
    <Button asChild>
      <Link href="/formats">Go to the formats</Link>
    </Button>
  );
}
