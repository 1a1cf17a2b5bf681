'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { type Verdict, verdictOf } from '../../core/findings/verdict';
import { firstWords } from '../../core/findings/words';
import { Button } from '../controls/button';
import { LoadProblem } from '../controls/load-problem';
import { factsFor, loadFonts, loadFormat, resourcesFrom } from '../data/office';
import { useProofClient } from '../data/use-office';
import type { ProofClient, ProofOrder } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { VerdictWord } from '../proof/verdict-word';
import { Screen } from '../shell/screen';
import { OpenProof } from './open-proof';
import { type LoadedFormat, MOST_MODELS, type ProofRow, modelRow, rowsOf } from './proof-rows';
import { ProvingStrip } from './proving-strip';

const ROOM = { width: 300, height: 190 };

const Tile = chakra('button', {
  base: {
    width: '158px',
    p: '6px',
    cursor: 'pointer',
    textAlign: 'center',
    border: '1px solid transparent',
    _hover: { bg: 'plumWash', borderColor: 'line' },
  },
});

/** Every proof of a format: its sizes across, the models it may meet down, each a true picture with its verdict. */
export function ProofsScreen({ formatId }: { formatId: string }) {
  const { loaded, problem, reload } = useFormat(formatId);
  const client = useProofClient(loaded?.resources);
  const [verdicts, setVerdicts] = useState<Record<string, Verdict>>({});
  const [open, setOpen] = useState<{ row: ProofRow; sizeId: string }>();
  const rows = useMemo(() => (loaded ? rowsOf(loaded.office) : []), [loaded]);
  const sizes = loaded?.format.edition.document.sizes ?? [];
  const total = rows.length * sizes.length;
  const made = Object.values(verdicts);
  const count = (sign: Verdict['sign']) => made.filter((verdict) => verdict.sign === sign).length;
  const told = useCallback((key: string, verdict: Verdict) => {
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
        <LoadProblem problem={problem} retry={reload} />
        {loaded && (
          <ProvingStrip
            formatId={formatId}
            office={loaded.office}
            document={loaded.format.edition.document}
            open={(specimen, variant, sizeId) => setOpen({ row: modelRow(specimen, variant), sizeId })}
          />
        )}
        {loaded && loaded.office.specimens.length > MOST_MODELS && (
          <Box px="20px" py="4px" fontSize="14px" color="soft">
            Drawn here are the first {MOST_MODELS} of {loaded.office.specimens.length} models; Prove on all takes every
            one.
          </Box>
        )}
        {loaded && (
          <Box flex="1" overflow="auto" bg="card">
            <chakra.table borderCollapse="collapse">
              <thead>
                <tr>
                  <chakra.th position="sticky" top={0} left={0} bg="card" zIndex={2} />
                  {sizes.map((size) => (
                    <chakra.th key={size.id} position="sticky" top={0} bg="card" zIndex={1} py="4px" fontWeight={600}>
                      {size.name}
                    </chakra.th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.key}>
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
                          told={told}
                          open={() => setOpen({ row, sizeId: size.id })}
                        />
                      </chakra.td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </chakra.table>
          </Box>
        )}
      </Flex>
      {open && loaded && (
        <OpenProof loaded={loaded} row={open.row} sizeId={open.sizeId} close={() => setOpen(undefined)} />
      )}
    </Screen>
  );
}

function MatrixProof(props: {
  loaded: LoadedFormat;
  row: ProofRow;
  size: { id: string; name: string };
  client: ProofClient | undefined;
  told: (key: string, verdict: Verdict) => void;
  open: () => void;
}) {
  const { loaded, row, size, client, told, open } = props;
  const key = `matrix/${size.id}/${row.key}`;
  const order = useMemo(
    (): ProofOrder => ({
      id: key,
      document: loaded.format.edition.document,
      request: { sizeId: size.id, scale: loaded.format.scale, show: row.show },
      facts: factsFor(loaded.format, loaded.office, row.filled),
      room: ROOM,
    }),
    [key, loaded, row, size.id],
  );
  const { result, picture } = useProof(client, order, (done) => told(key, verdictOf(done.findings, done.refused === undefined)));
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  const name = `${size.name} ${row.words}`;
  return (
    <Tile
      type="button"
      onClick={open}
      aria-label={`Open proof ${name}`}
      title={firstWords(result?.findings)}
    >
      <Box height="100px">
        <ProofPicture picture={picture} alt={`Proof ${name}`} />
      </Box>
      <VerdictWord verdict={verdict} fontSize="13px" />
    </Tile>
  );
}

function useFormat(formatId: string) {
  const [loaded, setLoaded] = useState<LoadedFormat>();
  const [problem, setProblem] = useState<string>();
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    loadFormat(formatId)
      .then(async (office) => {
        const resources = resourcesFrom(office, await loadFonts(office.fonts));
        setLoaded({ office, format: office.formats[0]!, resources });
        setProblem(undefined);
      })
      .catch((error: Error) => setProblem(error.message));
  }, [formatId, attempt]);
  return { loaded, problem, reload: () => setAttempt(attempt + 1) };
}
