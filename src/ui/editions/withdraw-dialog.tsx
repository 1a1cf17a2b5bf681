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
  /** The number of the edition that new drawings are made on. */
  inForce: number | undefined;
  /** All editions of the format. */
  editions: readonly Pick<HistoryEdition, 'number' | 'state'>[];
  onClose: () => void;
  onDone: () => void;
}) {
  const { formatId, name, edition, inForce, editions, onClose, onDone } = props;
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
  const before = editions.filter(({ number, state }) => state === 'released' && number < edition.number);
  const back = inForce === edition.number ? before.toSorted((a, b) => b.number - a.number)[0]?.number : undefined;
  const isItself = useCallback(({ id }: ShelfEntry) => id === formatId, [formatId]);
  return (
    <Dialog
      open
      title={`Withdraw edition ${edition.number} of ${name}`}
      onClose={onClose}
      action={{ words: 'Withdraw', onPerform: () => void withdraw() }}
    >
      <Box pb="10px">
        {back === undefined
          ? 'It is not offered any more.'
          : `It is not offered any more: new drawings are made on edition ${back} again.`}
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
