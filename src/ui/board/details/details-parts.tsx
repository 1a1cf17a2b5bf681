'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { accepting } from '../../../core/findings/accepting';
import { type Finding, type Repair, findingKey } from '../../../core/findings/finding';
import { findingWords, repairWords } from '../../../core/findings/words';
import { Button } from '../../controls/button';
import { TextInput } from '../../controls/field';
import { WeightMark } from '../../controls/mark';
import { type BoardStore, useBoardStore } from '../board-store';

/** A ruled-off part of the details. */
export function Section({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <Box px="12px" py="8px" borderBottom="1px solid" borderColor="line">
      {title && (
        <Box as="h3" fontWeight={600} pb="4px">
          {title}
        </Box>
      )}
      {children}
    </Box>
  );
}

const Place = chakra('button', {
  base: { display: 'block', textAlign: 'left', cursor: 'pointer', _hover: { textDecoration: 'underline' } },
});

/** Findings in plain words; a click goes to the place. One that stays as it is is accepted with a reason. */
export function FindingList({ findings, title }: { findings: readonly Finding[]; title: string }) {
  if (findings.length === 0) return null;
  return (
    <Section title={title}>
      {findings.map((finding) => (
        <FindingEntry key={findingKey(finding)} finding={finding} />
      ))}
    </Section>
  );
}

function goTo(store: BoardStore, { place: { block, cell } }: Finding): void {
  if (block === undefined) return;
  store.getState().set({ selection: cell === undefined ? { kind: 'block', block } : { kind: 'cell', block, cell } });
}

/** Sets whether a finding is accepted, and why. */
function accept(store: BoardStore, finding: Finding, reason: string | undefined): void {
  const { board, act } = store.getState();
  act({ op: 'set accepted', accepted: accepting(board!.document.accepted ?? [], finding, reason) });
}

/** Does what mends a finding, as one thing to undo. */
function mend(store: BoardStore, repair: Repair): void {
  const [step, ...others] = repair.steps;
  const { act } = store.getState();
  if (others.length === 0) act(step!);
  else
    act({
      op: 'together',
      name: repairWords(repair),
      steps: repair.steps.flatMap((one) => (one.op === 'together' ? one.steps : [one])),
    });
}

function FindingEntry({ finding }: { finding: Finding }) {
  const store = useBoardStore();
  const [reason, setReason] = useState<string>();
  const { accepted, repair } = finding;
  return (
    <Box py="2px" fontSize="14px">
      <Flex gap="6px" align="start">
        <WeightMark weight={accepted === undefined ? finding.weight : 'note'} />
        <Place
          type="button"
          flex="1"
          color={accepted === undefined ? undefined : 'soft'}
          onClick={() => goTo(store, finding)}
        >
          {findingWords(finding)}
        </Place>
      </Flex>
      <Flex gap="4px" pl="18px" wrap="wrap" align="center">
        {accepted !== undefined ? (
          <>
            <Box fontSize="13px" color="soft">
              Accepted: {accepted}
            </Box>
            <Button type="button" look="quiet" fontSize="13px" onClick={() => accept(store, finding, undefined)}>
              No longer
            </Button>
          </>
        ) : reason === undefined ? (
          <>
            {repair && (
              <Button type="button" fontSize="13px" height="24px" onClick={() => mend(store, repair)}>
                {repairWords(repair)}
              </Button>
            )}
            {finding.weight !== 'note' && (
              <Button type="button" look="quiet" fontSize="13px" height="24px" onClick={() => setReason('')}>
                Accept…
              </Button>
            )}
          </>
        ) : (
          <chakra.form
            display="flex"
            gap="4px"
            width="100%"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim()) accept(store, finding, reason.trim());
              setReason(undefined);
            }}
          >
            <TextInput
              autoFocus
              aria-label="Why it is accepted"
              placeholder="Why it may stay so"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <Button type="submit">Accept</Button>
          </chakra.form>
        )}
      </Flex>
    </Box>
  );
}
