'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';

/** The content editor, loaded when the first cell is opened: the board is there before it. */
export const ContentEditor = dynamic(() => import('./content-editor').then((module) => module.ContentEditor), {
  ssr: false,
  loading: () => <Box height="28px" bg="card" border="1px solid" borderColor="line" />,
});
