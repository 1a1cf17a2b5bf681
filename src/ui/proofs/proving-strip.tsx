'use client';

import { Box, Flex, Table, chakra } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ProvingView, readProving, startProving, stopProving } from '../../contract/proving';
import { findingWords } from '../../core/findings/words';
import type { FormatDocument } from '../../core/format/document';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { Progress } from '../controls/progress';
import { ask } from '../data/request';
import { SIGN_COLOUR, VerdictWord } from '../proof/verdict-word';
import { type ProofRow, modelRow } from './proof-rows';
import { OnlyFor } from '../data/me';

const ASK_EVERY_MS = 700;

const going = (run: ProvingView | null | undefined) => run?.state === 'waiting' || run?.state === 'running';

/** Proves the format with every specimen on the server: how far that is, what it came to, and each proof that does not fit. */
export function ProvingStrip(props: {
  formatId: string;
  /** How many models there are. */
  models: number | undefined;
  document: FormatDocument;
  onOpen: (row: ProofRow, sizeId: string) => void;
}) {
  const { formatId, models, document, onOpen } = props;
  const { run, problem, start, stop } = useProving(formatId);
  const [listed, setListed] = useState(false);
  return (
    <Box borderBottom="1px solid" borderColor="line" px="20px" py="6px" role="region" aria-label="Every model">
      <Flex align="center" gap="14px" fontSize="14px">
        <OnlyFor role="administrator">
          {going(run) ? (
            <Button type="button" onClick={stop}>
              Stop
            </Button>
          ) : (
            <Button type="button" disabled={run === undefined} onClick={start}>
              Prove on all {models ?? ''} models
            </Button>
          )}
        </OnlyFor>
        {run && <RunWords run={run} />}
        <Box flex="1" />
        {run && run.worst.length > 0 && (
          <Button type="button" look="quiet" aria-expanded={listed} onClick={() => setListed(!listed)}>
            {listed ? 'Hide the list' : `List the ${run.counts['■'] + run.counts['▲']} to look at`}
          </Button>
        )}
      </Flex>
      {run && going(run) && <Progress label="Proofs made" done={run.done} of={run.proofs} />}
      {problem && <Problem>{problem}</Problem>}
      {run && listed && <Worst run={run} document={document} onOpen={onOpen} />}
    </Box>
  );
}

function RunWords({ run }: { run: ProvingView }) {
  const { state, done, proofs, rate, counts, trouble, outdated } = run;
  const left = rate > 0 ? Math.ceil((proofs - done) / rate) : undefined;
  return (
    <Flex role="status" gap="14px" wrap="wrap">
      <Box>
        {state === 'waiting' && 'waiting for a worker …'}
        {state === 'running' &&
          `${done} of ${proofs} proofs, ${Math.round(rate)} a second${left === undefined ? '' : `, ${left} s left`}`}
        {state === 'done' && `all ${proofs} proofs made, ${Math.round(rate)} a second`}
        {state === 'stopped' && `stopped after ${done} of ${proofs} proofs`}
        {state === 'failed' && `■ ${trouble ?? 'It failed.'}`}
      </Box>
      {(['●', '▲', '■'] as const).map((sign) => (
        <Box key={sign} fontWeight={500} color={SIGN_COLOUR[sign]}>
          {sign} {counts[sign]}
        </Box>
      ))}
      {outdated && !going(run) && <Box color="ochre">▲ the format has been changed since</Box>}
    </Flex>
  );
}

function Worst(props: { run: ProvingView; document: FormatDocument; onOpen: (row: ProofRow, sizeId: string) => void }) {
  const { run, document, onOpen } = props;
  const total = run.counts['■'] + run.counts['▲'];
  return (
    <Box maxHeight="260px" overflowY="auto" mt="6px" border="1px solid" borderColor="line" bg="card" tabIndex={0}>
      <Table.Root interactive fontSize="14px">
        <Table.Header>
          <Table.Row>
            {['Size', 'Model', 'Verdict', 'Findings'].map((name) => (
              <Table.ColumnHeader key={name}>{name}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {run.worst.map(({ specimen, name, variant, sizeId, verdict, findings }) => {
            const row = modelRow(specimen, name, variant);
            const size = document.sizes.find((one) => one.id === sizeId)?.name ?? sizeId;
            return (
              <Table.Row key={`${row.key}/${sizeId}`} cursor="pointer" onClick={() => onOpen(row, sizeId)}>
                <Table.Cell>{size}</Table.Cell>
                <Table.Cell whiteSpace="nowrap">
                  <chakra.button type="button" textDecoration="underline" color="plum">
                    {row.words}
                  </chakra.button>
                </Table.Cell>
                <Table.Cell whiteSpace="nowrap">
                  <VerdictWord verdict={verdict} />
                </Table.Cell>
                <Table.Cell>
                  {findings[0] && findingWords(findings[0])}
                  {findings.length > 1 && ` and ${findings.length - 1} more`}
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      {total > run.worst.length && (
        <Box px="10px" py="4px" color="soft" fontSize="14px">
          and {total - run.worst.length} more
        </Box>
      )}
    </Box>
  );
}

/** The newest run, asked again while it goes on. `run` is undefined until the first answer, null when there is none. */
function useProving(formatId: string) {
  const queries = useQueryClient();
  const queryKey = ['proving', formatId];
  const { data: run, error } = useQuery({
    queryKey,
    queryFn: () => ask(readProving, { params: { id: formatId } }),
    refetchInterval: ({ state }) => (going(state.data) ? ASK_EVERY_MS : false),
  });
  const onSuccess = (now: ProvingView | null) => queries.setQueryData(queryKey, now);
  const start = useMutation({ mutationFn: () => ask(startProving, { params: { id: formatId } }), onSuccess });
  const stop = useMutation({ mutationFn: () => ask(stopProving, { params: { id: formatId } }), onSuccess });
  const problem = [error, start.error, stop.error].find((one) => one)?.message;
  return { run, problem, start: () => start.mutate(), stop: () => stop.mutate() };
}
