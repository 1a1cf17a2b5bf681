'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useMemo } from 'react';
import { verdictOf } from '../../core/findings/verdict';
import { firstWords } from '../../core/findings/words';
import type { FormatView } from '../../contract/formats';
import { type Filled, type OfficeData, factsFor } from '../data/office';
import type { ProofClient, ProofOrder } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { VerdictWord } from '../proof/verdict-word';

const ROOM = { width: 500, height: 290 };

/** A format's main size filled from a specimen, current with every edit of it. */
export function SpecimenProof(props: {
  format: FormatView;
  office: Pick<OfficeData, 'specimens' | 'properties' | 'materials'>;
  filled: Filled;
  client: ProofClient | undefined;
}) {
  const { format, office, filled, client } = props;
  const { document } = format.edition;
  const order = useMemo(
    (): ProofOrder => ({
      id: `${format.id}/${filled.specimen}/${filled.variant ?? ''}`,
      document,
      request: { sizeId: document.mainSize, scale: format.scale, show: 'values' },
      facts: factsFor(format, office, { specimen: filled.specimen, variant: filled.variant }),
      room: ROOM,
    }),
    [format, document, office, filled.specimen, filled.variant],
  );
  const { result, picture } = useProof(client, order);
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  const words = [document.name, filled.variant].filter(Boolean).join(' · ');
  return (
    <Box border="1px solid" borderColor="line" bg="card">
      <Box height="155px" bg="desk" p="5px">
        <ProofPicture picture={picture} alt={`Proof ${words}`} />
      </Box>
      <Flex px="8px" py="4px" fontSize="13px" gap="8px">
        <Box flex="1" minWidth={0} asChild>
          <Link href={`/formats/${format.id}`}>{words}</Link>
        </Box>
        {verdict && <VerdictWord verdict={verdict} title={firstWords(result.findings)} whiteSpace="nowrap" />}
      </Flex>
    </Box>
  );
}
