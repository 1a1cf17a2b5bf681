'use client';

import { Box } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { EditionView } from '../../../contract/formats';
import { Button } from '../../controls/button';
import { Dialog } from '../../controls/dialog';
import { Problem } from '../../controls/field';
import { useBoardStore } from '../board-store';
import { keepAsCopy, keepInNextEdition, showStored } from './keeping-copy';

/** The edition is not open any more, so what was typed cannot be saved into it: the next edition takes it, or a copy. */
export function ClosedDialog({ current, reason }: { current: EditionView; reason: string }) {
  const router = useRouter();
  const store = useBoardStore();
  const [problem, setProblem] = useState<string>();
  const copy = async () => {
    try {
      router.push(`/formats/${await keepAsCopy(store, current)}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const goOn = async () => {
    try {
      await keepInNextEdition(store);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title={`This edition is ${current.state}`}
      onClose={() => undefined}
      footer={
        <>
          <Button type="button" onClick={() => showStored(store, current)}>
            Give up my edits
          </Button>
          <Button type="button" onClick={() => void copy()}>
            Keep mine as a copy
          </Button>
          <Button look="primary" type="button" onClick={() => void goOn()}>
            Keep mine in edition {current.number + 1}
          </Button>
        </>
      }
    >
      <Box>
        {reason} What you typed is not in it, and is not lost: keep it in the next edition, or as a format of its own.
      </Box>
      {problem && <Problem>{problem}</Problem>}
    </Dialog>
  );
}
