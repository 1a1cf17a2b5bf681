'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useCallback, useEffect, useState } from 'react';
import type { FormatDocument } from '../../core/format/document';
import { findingWords } from '../../core/findings/words';
import type { ProvingStatus } from '../../core/specimen/proving';
import type { Specimen } from '../../core/specimen/specimen';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { DataCell, HeadCell } from '../controls/table';
import type { OfficeData } from '../data/office';
import { get, send } from '../data/request';
import { VerdictWord } from '../proof/verdict-word';

const ASK_EVERY_MS = 700;

const going = (run: ProvingStatus | null | undefined) => run?.state === 'waiting' || run?.state === 'running';

/** Proves the format with every specimen on the server: how far that is, what it came to, and each proof that does not fit. */
export function ProvingStrip(props: {
  formatId: string;
  office: Pick<OfficeData, 'specimens'>;
  document: FormatDocument;
  open: (specimen: Specimen, variant: string | undefined, sizeId: string) => void;
}) {
  const { formatId, office, document, open } = props;
  const path = `/api/formats/${encodeURIComponent(formatId)}/proving`;
  const { run, problem, tell } = useProving(path);
  const [listed, setListed] = useState(false);
  return (
    <Box borderBottom="1px solid" borderColor="line" px="20px" py="6px" role="region" aria-label="Every model">
      <Flex align="center" gap="14px" fontSize="14px">
        {going(run) ? (
          <Button type="button" onClick={() => void tell('DELETE')}>
            Stop
          </Button>
        ) : (
          <Button type="button" disabled={run === undefined} onClick={() => void tell('POST')}>
            Prove on all {office.specimens.length} models
          </Button>
        )}
        {run && <RunWords run={run} />}
        <Box flex="1" />
        {run && run.worst.length > 0 && (
          <Button type="button" look="quiet" aria-expanded={listed} onClick={() => setListed(!listed)}>
            {listed ? 'Hide the list' : `List the ${run.counts['■'] + run.counts['▲']} to look at`}
          </Button>
        )}
      </Flex>
      {run && going(run) && (
        <Box height="6px" bg="desk" mt="6px">
          <Box height="100%" bg="pine" width={`${(100 * run.done) / Math.max(1, run.proofs)}%`} />
        </Box>
      )}
      {problem && <Problem>{problem}</Problem>}
      {run && listed && <Worst run={run} office={office} document={document} open={open} />}
    </Box>
  );
}

function RunWords({ run }: { run: ProvingStatus }) {
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
        <VerdictWord key={sign} verdict={{ sign, words: String(counts[sign]) }} />
      ))}
      {outdated && !going(run) && <Box color="ochre">▲ the format has been changed since</Box>}
    </Flex>
  );
}

const Line = chakra('tr', { base: { cursor: 'pointer', _hover: { bg: 'plumWash' } } });

function Worst(props: {
  run: ProvingStatus;
  office: Pick<OfficeData, 'specimens'>;
  document: FormatDocument;
  open: (specimen: Specimen, variant: string | undefined, sizeId: string) => void;
}) {
  const { run, office, document, open } = props;
  const models = new Map(office.specimens.map((specimen) => [specimen.id, specimen]));
  const total = run.counts['■'] + run.counts['▲'];
  return (
    <Box maxHeight="260px" overflowY="auto" mt="6px" border="1px solid" borderColor="line" bg="card" tabIndex={0}>
      <chakra.table width="100%" borderCollapse="collapse" fontSize="14px">
        <thead>
          <tr>
            {['Size', 'Model', 'Verdict', 'Findings'].map((name) => (
              <HeadCell key={name}>{name}</HeadCell>
            ))}
          </tr>
        </thead>
        <tbody>
          {run.worst.map(({ specimen: id, variant, sizeId, verdict, findings }) => {
            const model = models.get(id);
            const words = [model?.name ?? id, variant].filter(Boolean).join(' · ');
            const size = document.sizes.find((one) => one.id === sizeId)?.name ?? sizeId;
            return (
              <Line key={`${id}/${variant ?? ''}/${sizeId}`} onClick={() => model && open(model, variant, sizeId)}>
                <DataCell>{size}</DataCell>
                <DataCell whiteSpace="nowrap">
                  <chakra.button type="button" textDecoration="underline" color="plum" disabled={!model}>
                    {words}
                  </chakra.button>
                </DataCell>
                <DataCell whiteSpace="nowrap">
                  <VerdictWord verdict={verdict} />
                </DataCell>
                <DataCell>
                  {findings[0] && findingWords(findings[0])}
                  {findings.length > 1 && ` and ${findings.length - 1} more`}
                </DataCell>
              </Line>
            );
          })}
        </tbody>
      </chakra.table>
      {total > run.worst.length && (
        <Box px="10px" py="4px" color="soft" fontSize="14px">
          and {total - run.worst.length} more
        </Box>
      )}
    </Box>
  );
}

/** The newest run, asked again while it goes on. `run` is undefined until the first answer, null when there is none. */
function useProving(path: string) {
  const [run, setRun] = useState<ProvingStatus | null>();
  const [problem, setProblem] = useState<string>();
  const take = useCallback((answer: Promise<ProvingStatus | null>) => {
    return answer.then(
      (now) => {
        setRun(now);
        setProblem(undefined);
      },
      (error: Error) => setProblem(error.message),
    );
  }, []);
  useEffect(() => void take(get(path)), [take, path]);
  useEffect(() => {
    if (!going(run)) return;
    const timer = setTimeout(() => void take(get(path)), ASK_EVERY_MS);
    return () => clearTimeout(timer);
  }, [run, problem, take, path]);
  return { run, problem, tell: (method: 'POST' | 'DELETE') => take(send<ProvingStatus | null>(method, path, {})) };
}
