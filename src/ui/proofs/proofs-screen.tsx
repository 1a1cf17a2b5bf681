'use client';

import { Box, Flex, Table, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useCallback, useMemo, useState } from 'react';
import type { SpecimenEntry } from '../../contract/specimens';
import { type Verdict, verdictOf } from '../../core/findings/verdict';
import { numberBy } from '../../core/drawing/numbering';
import { firstWords } from '../../core/findings/words';
import { Button } from '../controls/button';
import { LoadProblem } from '../controls/load-problem';
import { MoreButton } from '../controls/more-button';
import { useMe } from '../data/me';
import { formatQuery, modelsQuery, numberingQuery } from '../data/queries';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import type { ProofClient, ProofOrder } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { VerdictWord } from '../proof/verdict-word';
import { Screen } from '../shell/screen';
import { OpenProof } from './open-proof';
import { useSpecimens } from '../specimens/specimen-picker';
import { type LoadedFormat, type ProofRow, proofOf, rowsOf } from './proof-rows';
import { ProvingStrip } from './proving-strip';

const ROOM = { width: 360, height: 240 };

const Tile = chakra('button', {
  base: {
    width: '100%',
    minWidth: '120px',
    p: '6px',
    cursor: 'pointer',
    textAlign: 'center',
    border: '1px solid transparent',
    _hover: { bg: 'plumWash', borderColor: 'line' },
  },
});

/** Every proof of a format: its sizes across, the models it may meet down, each a true picture with its verdict. */
export function ProofsScreen({ formatId }: { formatId: string }) {
  const models = useSpecimens('');
  const { loaded, problem, reload } = useLoaded(formatId, models.entries);
  const client = useProofClient(loaded?.resources);
  const [verdicts, setVerdicts] = useState<Record<string, Verdict>>({});
  const [open, setOpen] = useState<{ row: ProofRow; sizeId: string }>();
  const onClose = useCallback(() => setOpen(undefined), []);
  const rows = useMemo(() => (loaded ? rowsOf(models.entries) : []), [loaded, models.entries]);
  const sizes = loaded?.format.edition.document.sizes ?? [];
  const total = rows.length * sizes.length;
  const made = Object.values(verdicts);
  const count = (sign: Verdict['sign']) => made.filter((verdict) => verdict.sign === sign).length;
  const onVerdict = useCallback((key: string, verdict: Verdict) => {
    setVerdicts((before) => (before[key]?.of === verdict.of ? before : { ...before, [key]: verdict }));
  }, []);
  return (
    <Screen
      plate={[
        { caption: 'Proofs of', value: loaded?.format.name ?? '…', wide: true },
        { caption: 'Made', value: `${made.length} of ${total}`, width: '130px' },
        { caption: 'Fit', value: `● ${count('●')}`, width: '110px' },
        { caption: 'To look at', value: `▲ ${count('▲')}`, width: '110px' },
        { caption: 'Block release', value: `■ ${count('■')}`, width: '110px' },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="12px" px="20px" py="8px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600}>
            {loaded ? `Proofs of ${loaded.format.name}` : 'Proofs'}
          </Box>
          <Box flex="1" />
          <Button asChild>
            <Link href={`/formats/${formatId}`}>Back to the board</Link>
          </Button>
        </Flex>
        <LoadProblem problem={problem} onRetry={reload} />
        {loaded && (
          <ProvingStrip
            formatId={formatId}
            models={models.total}
            document={loaded.format.edition.document}
            onOpen={(row, sizeId) => setOpen({ row, sizeId })}
          />
        )}
        {loaded && (
          <Box flex="1" overflow="auto" bg="card">
            <Table.Root>
              <Table.Header>
                <Table.Row>
                  <chakra.th position="sticky" top={0} left={0} bg="card" zIndex={2} />
                  {sizes.map((size) => (
                    <chakra.th key={size.id} position="sticky" top={0} bg="card" zIndex={1} py="4px" fontWeight={600}>
                      {size.name}
                    </chakra.th>
                  ))}
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {rows.map((row) => (
                  <Table.Row key={row.key}>
                    <chakra.th
                      position="sticky"
                      left={0}
                      bg="card"
                      textAlign="left"
                      px="16px"
                      width="200px"
                      fontWeight={500}
                      borderTop="1px solid"
                      borderColor="line"
                    >
                      {row.words}
                    </chakra.th>
                    {sizes.map((size) => (
                      <chakra.td key={size.id} borderTop="1px solid" borderColor="line">
                        <MatrixProof
                          loaded={loaded}
                          row={row}
                          size={size}
                          client={client}
                          onVerdict={onVerdict}
                          onOpen={() => setOpen({ row, sizeId: size.id })}
                        />
                      </chakra.td>
                    ))}
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
            <Box px="16px">
              <MoreButton
                left={(models.total ?? 0) - models.entries.length}
                shown={models.hasNextPage}
                busy={models.isFetching}
                onMore={() => void models.fetchNextPage()}
              />
            </Box>
          </Box>
        )}
      </Flex>
      {open && loaded && <OneProof loaded={loaded} {...open} onClose={onClose} />}
    </Screen>
  );
}

function MatrixProof(props: {
  loaded: LoadedFormat;
  row: ProofRow;
  size: { id: string; name: string };
  client: ProofClient | undefined;
  onVerdict: (key: string, verdict: Verdict) => void;
  onOpen: () => void;
}) {
  const { loaded, row, size, client, onVerdict, onOpen } = props;
  const key = `matrix/${size.id}/${row.key}`;
  const order = useMemo((): ProofOrder => {
    const { facts, ...scale } = proofOf(loaded, row);
    const { document } = loaded.format.edition;
    return { id: key, document, request: { sizeId: size.id, show: row.show, ...scale }, facts, room: ROOM };
  }, [key, loaded, row, size.id]);
  const { result, picture } = useProof(client, order, (done) =>
    onVerdict(key, verdictOf(done.findings, done.refused === undefined)),
  );
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  const name = `${size.name} ${row.words}`;
  return (
    <Tile type="button" onClick={onOpen} aria-label={`Open proof ${name}`} title={firstWords(result?.findings)}>
      <Box height="clamp(90px, 9vw, 180px)">
        <ProofPicture picture={picture} alt={`Proof ${name}`} />
      </Box>
      <VerdictWord verdict={verdict} fontSize="13px" />
    </Tile>
  );
}

/** A proof open, with its model loaded where the matrix does not show it. */
function OneProof(props: { loaded: LoadedFormat; row: ProofRow; sizeId: string; onClose: () => void }) {
  const { loaded, row } = props;
  const id = row.filled?.specimen;
  const there = id === undefined || loaded.office.specimens.some((specimen) => specimen.id === id);
  const { data: specimens, error, refetch } = useQuery({ ...modelsQuery(there ? [] : [id]), enabled: !there });
  const whole = useMemo(
    () => (specimens ? { ...loaded, office: { ...loaded.office, specimens } } : loaded),
    [loaded, specimens],
  );
  if (there || specimens) return <OpenProof {...props} loaded={whole} />;
  return <LoadProblem problem={error?.message} onRetry={() => void refetch()} />;
}

/** A format with what its proofs with some models are composed from. */
function useLoaded(formatId: string, models: readonly SpecimenEntry[]) {
  const { data: format, error, refetch } = useQuery(formatQuery(formatId));
  const formats = useMemo(() => (format ? [format] : undefined), [format]);
  const ids = useMemo(() => models.map(({ id }) => id), [models]);
  const { atHand, problem, reload } = useAtHand(formats, ids);
  const { me } = useMe();
  const { data: rule, error: ruleError } = useQuery(numberingQuery);
  const loaded = useMemo(
    () =>
      format && atHand && rule
        ? {
            format,
            office: atHand.office,
            resources: atHand.resources,
            next: { me: me?.name ?? '', number: numberBy(rule) },
          }
        : undefined,
    [format, atHand, rule, me],
  );
  return {
    loaded,
    problem: error?.message ?? problem ?? ruleError?.message,
    reload: () => {
      void refetch();
      reload();
    },
  };
}
