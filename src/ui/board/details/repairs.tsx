'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useContext, useEffect, useState } from 'react';
import { counted } from '../../../core/counted';
import type { Finding } from '../../../core/findings/finding';
import type { Repair } from '../../../core/findings/repair';
import { repairWords } from '../../../core/findings/repair-words';
import { findingWords } from '../../../core/findings/words';
import { type Step, together } from '../../../core/format/steps/step';
import { effectWords } from '../../../core/repairing/offer-words';
import type { OfferedRepair, RepairedAll } from '../../../core/repairing/repairing';
import { Button } from '../../controls/button';
import { ProofClientContext } from '../../proof/proof-client-context';
import { useBoard, useBoardStore } from '../board-store';
import { proofsToHold } from '../proofs/pinned';

const Small = chakra(Button, {
  base: { fontSize: '13px', height: 'auto', minHeight: '24px', whiteSpace: 'normal', textAlign: 'left' },
});

/** What shows on the desk what a step comes to while it is pointed at or has the focus, and does it on a click. */
function useTrying(step: Step, words: string) {
  const store = useBoardStore();
  const { act, showOutcome } = store.getState();
  useEffect(() => () => showOutcome(undefined), [showOutcome]);
  const show = () => showOutcome(step, words);
  const leave = () => showOutcome(undefined);
  return { onPointerEnter: show, onPointerLeave: leave, onFocus: show, onBlur: leave, onClick: () => act(step) };
}

/** The repair that a check proposes by itself: its result is shown on the desk before it is done. */
export function ProposedRepair({ repair }: { repair: Repair }) {
  const words = repairWords(repair);
  const trying = useTrying(together(words, repair.steps), words);
  return (
    <Small type="button" {...trying}>
      {words}
    </Small>
  );
}

/** The other ways to mend a finding, tried on every size, each with all that it does. */
export function OtherWays({ finding, onClose }: { finding: Finding; onClose: () => void }) {
  const offers = useAnswer((client, board) => {
    const { proofs, desk } = proofsToHold(board);
    return client.repairs(board.document, proofs, desk, finding);
  });
  return (
    <Answer label="Ways to repair it" onClose={onClose} isThere={offers !== undefined}>
      {offers?.length === 0 && <Box color="soft">No repair was found that does not bring something worse.</Box>}
      {offers?.map((offer) => (
        <Offer key={JSON.stringify(offer.repair.kind)} offer={offer} />
      ))}
    </Answer>
  );
}

function Offer({ offer }: { offer: OfferedRepair }) {
  const words = repairWords(offer.repair);
  const trying = useTrying(together(words, offer.repair.steps), words);
  return (
    <Box py="3px">
      <Small type="button" {...trying}>
        {words}
      </Small>
      {effectWords(offer).map((line) => (
        <Box key={line} fontSize="13px" color="soft" pl="2px">
          {line}
        </Box>
      ))}
    </Box>
  );
}

/** What mends every finding of a kind on all proofs: said whole and shown before it is done. */
export function RepairAll({ finding, onClose }: { finding: Finding; onClose: () => void }) {
  const all = useAnswer((client, board) => client.repairAll(board.document, proofsToHold(board).proofs, finding.code));
  return (
    <Answer label="Repair all like this" onClose={onClose} isThere={all !== undefined}>
      {all && <AllOfThem all={all} />}
    </Answer>
  );
}

function AllOfThem({ all: { steps, done, left } }: { all: RepairedAll }) {
  return (
    <>
      {done.map(({ repair, on }, i) => (
        <Box key={i} fontSize="13px">
          {on.size}, {on.finding.place.name ?? 'the sheet'}: {repairWords(repair)}
        </Box>
      ))}
      {left.length > 0 && (
        <Box fontSize="13px" color="vermilion" pt="3px">
          {counted(left.length, 'finding')} left:{' '}
          {left.map(({ size, finding }) => `${size}, ${findingWords(finding)}`).join(' ')}
        </Box>
      )}
      {steps.length > 0 && <DoAll steps={steps} words={`Repair ${counted(done.length, 'finding')}`} />}
    </>
  );
}

function DoAll({ steps, words }: { steps: Step[]; words: string }) {
  const trying = useTrying(together(words, steps), words);
  return (
    <Box pt="5px">
      <Button type="button" look="primary" {...trying}>
        {words}
      </Button>
    </Box>
  );
}

/** What the worker answers to a question about the document as it is; asked anew when the document has changed. */
function useAnswer<T>(
  ask: (
    client: NonNullable<React.ContextType<typeof ProofClientContext>>,
    board: Parameters<typeof proofsToHold>[0],
  ) => Promise<T>,
): T | undefined {
  const client = useContext(ProofClientContext);
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const [answer, setAnswer] = useState<T>();
  useEffect(() => {
    if (!client) return;
    let current = true;
    void ask(client, store.getState().board!).then((found) => current && setAnswer(() => found));
    return () => {
      current = false;
    };
    // What is asked follows from the document and the finding, for which the component is made.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, store, document]);
  return answer;
}

function Answer(props: { label: string; isThere: boolean; onClose: () => void; children: React.ReactNode }) {
  const { label, isThere, onClose, children } = props;
  return (
    <Box
      role="group"
      aria-label={label}
      width="100%"
      borderLeft="2px solid"
      borderColor="plum"
      pl="8px"
      my="3px"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onClose();
      }}
    >
      {isThere ? (
        children
      ) : (
        <Box color="soft" fontSize="13px">
          trying on every size…
        </Box>
      )}
      <Flex pt="3px">
        <Button type="button" look="quiet" fontSize="13px" height="24px" onClick={onClose}>
          Close
        </Button>
      </Flex>
    </Box>
  );
}
