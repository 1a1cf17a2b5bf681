'use client';

import { Box, Flex, Grid, chakra } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { ReleaseProposal } from '../../contract/editions';
import { type ReviewCase, factsOfCase } from '../../core/edition/review';
import { verdictOf } from '../../core/findings/verdict';
import { firstWords } from '../../core/findings/words';
import { type OfficeData, modelsAtHand } from '../data/office';
import type { ProofClient } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { VerdictWord } from '../proof/verdict-word';

const ROOM = { width: 220, height: 130 };

const Tile = chakra('button', {
  base: {
    display: 'flex',
    flexDirection: 'column',
    height: '122px',
    px: '6px',
    py: '4px',
    textAlign: 'left',
    cursor: 'pointer',
    borderBottom: '1px solid',
    borderRight: '1px solid',
    borderColor: 'line',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', boxShadow: 'inset 2px 0 0 var(--chakra-colors-plum)' },
  },
});

export const caseKey = ({ sizeId, words }: ReviewCase): string => `${sizeId}/${words}`;

/** All proofs of a release as small true pictures, each with its verdict; one is chosen to be looked at. */
export function ReviewTiles(props: {
  cases: readonly ReviewCase[];
  chosen: ReviewCase;
  proposal: ReleaseProposal;
  office: OfficeData;
  client: ProofClient | undefined;
  /** The keys of those that have been looked at. */
  lookedAt: ReadonlySet<string>;
  onChoose: (one: ReviewCase) => void;
}) {
  const { cases, chosen, lookedAt, ...rest } = props;
  return (
    <Box width="304px" flexShrink={0} overflowY="auto" bg="paper" role="group" aria-label="Sheets to look at">
      <Grid templateColumns="1fr 1fr">
        {cases.map((one) => (
          <ReviewTile
            key={caseKey(one)}
            one={one}
            isChosen={caseKey(one) === caseKey(chosen)}
            isLookedAt={lookedAt.has(caseKey(one))}
            {...rest}
          />
        ))}
      </Grid>
    </Box>
  );
}

function ReviewTile(props: {
  one: ReviewCase;
  isChosen: boolean;
  isLookedAt: boolean;
  proposal: ReleaseProposal;
  office: OfficeData;
  client: ProofClient | undefined;
  onChoose: (one: ReviewCase) => void;
}) {
  const { one, isChosen, isLookedAt, proposal, office, client, onChoose } = props;
  const { format } = proposal;
  const order = useMemo(() => {
    const { document } = format.edition;
    return {
      id: `release/${caseKey(one)}`,
      document,
      request: { sizeId: one.sizeId, scale: format.scale, show: one.show },
      facts: factsOfCase(one, document, format.facts, modelsAtHand(office)),
      room: ROOM,
    };
  }, [one, format, office]);
  const { result, picture } = useProof(client, order);
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  const following = (result?.sheets ?? 1) - 1;
  return (
    <Tile
      type="button"
      aria-pressed={isChosen}
      title={result?.refused ?? firstWords(result?.findings)}
      onClick={() => onChoose(one)}
    >
      <Box fontSize="13px" truncate width="100%">
        <b>{one.sizeName}</b> {one.words}
        {following > 0 && (
          <Box as="span" color="soft">
            {' '}
            +{following}
          </Box>
        )}
      </Box>
      <Box flex="1" minHeight={0} width="100%">
        <ProofPicture picture={picture} alt={`${one.sizeName} ${one.words}`} />
      </Box>
      <Flex width="100%" fontSize="12px" gap="4px">
        <VerdictWord verdict={verdict} truncate flex="1" minWidth={0} />
        {isLookedAt && (
          <Box color="soft" flexShrink={0}>
            ✓ looked at
          </Box>
        )}
      </Flex>
    </Tile>
  );
}
