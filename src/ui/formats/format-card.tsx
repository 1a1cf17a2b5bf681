'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { useMemo } from 'react';
import { type FormatData, type Filled, factsFor } from '../data/office';
import type { LoadedOffice } from '../data/use-office';
import type { ProofClient } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { VerdictWord } from '../proof/verdict-word';
import { verdictOf } from '../../core/findings/verdict';
import { Button } from '../controls/button';

const CardLink = chakra(Link, { base: { display: 'block', _hover: { bg: 'plumWash' } } });

const ROOM = { width: 640, height: 360 };

/** One format on the shelf: a true picture of its sheet at its main size, what it serves, and what its proof says. */
export function FormatCard(props: {
  format: FormatData;
  loaded: LoadedOffice;
  client: ProofClient | undefined;
  onCopy: () => void;
  onRename: () => void;
}) {
  const { format, loaded, client } = props;
  const { document, number, state } = format.edition;
  const order = useMemo(() => {
    const filled: Filled | undefined = loaded.office.specimens[0] && { specimen: loaded.office.specimens[0].id };
    return {
      id: `shelf/${format.id}`,
      document,
      request: {
        sizeId: document.mainSize,
        scale: format.scale,
        show: 'values' as const,
      },
      facts: factsFor(format, loaded.office, filled),
      room: ROOM,
    };
  }, [document, format, loaded]);
  const { result, picture } = useProof(client, order);
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  return (
    <Box as="article" aria-label={format.name} border="1px solid" borderColor="ink" bg="card">
      <CardLink href={`/formats/${format.id}`} aria-label={`Open ${format.name}`}>
        <Box height="204px" bg="desk" borderBottom="1px solid" borderColor="ink" p="12px">
          <ProofPicture picture={picture} alt={`Sheet of ${format.name}`} />
        </Box>
        <Flex px="12px" pt="9px" align="baseline" gap="8px">
          <Box fontSize="18px" fontWeight={600} flex="1" minWidth={0}>
            {format.name}
          </Box>
          <Box fontSize="13px" color="soft">
            edition {number}, {state}
          </Box>
        </Flex>
        <Flex px="12px" pb="8px" fontSize="13px" color="soft" gap="10px">
          <Box flex="1">
            {document.sizes.map((size) => size.name).join(' · ')}
            {document.unit === 'in' ? ' · inch' : ''}
          </Box>
          {verdict && <VerdictWord verdict={verdict} />}
        </Flex>
      </CardLink>
      <Flex borderTop="1px solid" borderColor="line" px="6px" py="4px" gap="2px">
        <Button look="quiet" type="button" onClick={props.onCopy}>
          Copy…
        </Button>
        <Button look="quiet" type="button" onClick={props.onRename}>
          Rename…
        </Button>
      </Flex>
    </Box>
  );
}
