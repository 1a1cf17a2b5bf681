'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Revising } from '../../core/drawing/revising';
import { REVISION_ROW, signables } from '../../core/drawing/signing';
import type { Outcome } from '../../core/refusal';
import { type RevisionRow, isReleased } from '../../core/revision/rows';
import { nextRevision } from '../../core/revision/scheme';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import type { OpenDrawing } from './drawing-store';
import { PaneHead } from './pane-head';
import { RevisionForm } from './revision-form';
import { SignatureRow, type Signing, removedByRevising } from './signature-row';
import { useLocked } from './use-locked';

/** The revisions of a drawing, the newest first: one is added, the newest is changed or withdrawn. */
export function RevisionsPane(props: {
  open: OpenDrawing;
  onRevise: (revising: Revising) => Promise<Outcome<object>>;
  preview: (rows: readonly RevisionRow[] | undefined) => void;
  signing: Signing;
}) {
  const { open, onRevise, preview, signing } = props;
  const { drawing, scheme } = open;
  const rows = drawing.revisions;
  const [editing, setEditing] = useState<'next' | 'newest'>();
  const [problem, setProblem] = useState<string>();
  const [withdrawing, setWithdrawing] = useState(false);
  const locked = useLocked(open);
  const next = nextRevision(
    scheme,
    rows.map(({ revision }) => revision),
    isReleased(rows),
  );
  const newest = rows.at(-1);
  const close = () => {
    preview(undefined);
    setEditing(undefined);
  };
  const approval = signables(
    open.formats.map(({ edition }) => edition.document),
    drawing,
  ).find(({ of }) => of === REVISION_ROW);
  const goes = removedByRevising(open, true);
  const withdraw = async () => {
    setWithdrawing(false);
    const outcome = await onRevise({ withdraw: newest!.revision });
    setProblem(outcome.ok ? undefined : outcome.reason);
  };
  return (
    <Box px="12px" pt="10px">
      <PaneHead title="Revisions" words="The title block prints the newest one." />
      {editing ? (
        <RevisionForm
          open={open}
          of={editing === 'newest' ? newest : undefined}
          proposed={next}
          onRevise={onRevise}
          preview={preview}
          onClose={close}
        />
      ) : (
        <Button type="button" look="primary" disabled={locked} onClick={() => setEditing('next')}>
          Add revision {next}…
        </Button>
      )}
      {drawing.state === 'finished' && (
        <Box fontSize="13px" color="soft" pt="4px">
          The drawing is finished. Reopen it to revise it.
        </Box>
      )}
      {problem && <Problem>{problem}</Problem>}
      <Box as="ol" pt="10px" listStyleType="none" aria-label="Revisions of this drawing">
        {rows.toReversed().map((row) => (
          <Flex as="li" key={row.revision} gap="10px" py="7px" borderTop="1px solid" borderColor="line">
            <Box width="26px" fontWeight={600} fontSize="17px" color={row === newest ? 'plum' : 'ink'}>
              {row.revision}
            </Box>
            <Box flex="1" minWidth={0}>
              {row.description}
              <Box fontSize="13px" color="soft">
                {[
                  row.date,
                  row.zones.join(', '),
                  row.madeBy,
                  row.approvedBy && `approved ${row.approvedBy}`,
                  row.change,
                ]
                  .filter(Boolean)
                  .join(' · ')}
                {row.released && ' · released'}
              </Box>
              {row === newest && approval && (
                <Box ml="-15px">
                  <SignatureRow
                    drawing={drawing}
                    signable={approval}
                    locked={locked || editing !== undefined}
                    people={open.office.people}
                    today={open.today}
                    signing={signing}
                  />
                </Box>
              )}
              {row === newest && !editing && !locked && (
                <Flex gap="6px" pt="4px">
                  <Button type="button" look="quiet" onClick={() => setEditing('newest')}>
                    Change…
                  </Button>
                  <Button
                    type="button"
                    look="quiet"
                    onClick={() => (goes.length > 0 ? setWithdrawing(true) : void withdraw())}
                  >
                    Withdraw
                  </Button>
                </Flex>
              )}
            </Box>
          </Flex>
        ))}
      </Box>
      <Dialog
        open={withdrawing}
        title={`Withdraw revision ${newest?.revision}?`}
        onClose={() => setWithdrawing(false)}
        action={{ words: 'Withdraw', onPerform: () => void withdraw() }}
      >
        It removes {goes.map(({ name, by }) => `${by} (${name})`).join(', ')}.
      </Dialog>
      {rows.length === 0 && !editing && (
        <Box fontSize="13px" color="soft">
          None yet: the first one is {next}.
        </Box>
      )}
    </Box>
  );
}
