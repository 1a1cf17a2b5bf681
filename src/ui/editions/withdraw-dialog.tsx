'use client';

import { Box } from '@chakra-ui/react';
import { useCallback, useState } from 'react';
import { type HistoryEdition, withdrawEdition } from '../../contract/editions';
import type { ShelfEntry } from '../../contract/formats';
import { counted } from '../../core/counted';
import { Dialog } from '../controls/dialog';
import { Problem, Row } from '../controls/field';
import { ask } from '../data/request';
import { FormatPicker } from '../formats/format-picker';

const NOBODY = { value: '', label: 'None' };

/** Withdraws an edition, with the format that is used instead. */
export function WithdrawDialog(props: {
  formatId: string;
  name: string;
  edition: Pick<HistoryEdition, 'id' | 'number' | 'drawings'>;
  onClose: () => void;
  onDone: () => void;
}) {
  const { formatId, name, edition, onClose, onDone } = props;
  const [successor, setSuccessor] = useState<ShelfEntry>();
  const [problem, setProblem] = useState<string>();
  const withdraw = async () => {
    try {
      const body = { ...(successor && { successor: successor.id }) };
      await ask(withdrawEdition, { params: { id: edition.id }, body });
      onDone();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const isItself = useCallback(({ id }: ShelfEntry) => id === formatId, [formatId]);
  return (
    <Dialog
      open
      title={`Withdraw edition ${edition.number} of ${name}`}
      onClose={onClose}
      action={{ words: 'Withdraw', onPerform: () => void withdraw() }}
    >
      <Box pb="10px">
        It is not offered any more.
        {edition.drawings > 0 &&
          ` ${counted(edition.drawings, 'drawing')} made on it ${edition.drawings === 1 ? 'keeps' : 'keep'} it.`}
      </Box>
      <Row label="Use instead">
        <FormatPicker
          label="Successor"
          shown={successor?.name ?? NOBODY.label}
          first={NOBODY}
          inForce
          without={isItself}
          onChoose={setSuccessor}
        />
      </Row>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Dialog>
  );
}
