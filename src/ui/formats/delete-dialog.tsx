'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { deleteFormat } from '../../contract/editions';
import { KEPT_DAYS } from '../../contract/removed';
import type { ShelfEntry } from '../../contract/formats';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { ask } from '../data/request';

/** Deletes a format that nothing uses; one that is used says what uses it. */
export function DeleteDialog({ entry, onClose }: { entry: ShelfEntry; onClose: (changed: boolean) => void }) {
  const [problem, setProblem] = useState<string>();
  const remove = async () => {
    try {
      await ask(deleteFormat, { params: { id: entry.id } });
      onClose(true);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title={`Delete ${entry.name}?`}
      onClose={() => onClose(false)}
      action={{ words: 'Delete', onPerform: () => void remove() }}
    >
      <Box>All its editions go with it. It can be brought back for {KEPT_DAYS} days: Office, Removed.</Box>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Dialog>
  );
}
