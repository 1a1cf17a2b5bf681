'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { shallowEqual } from 'fast-equals';
import { useMemo, useState } from 'react';
import type { FormatDocument } from '../../../core/format/document';
import { isOnSize } from '../../../core/format/occasion';
import { firstWords } from '../../../core/findings/words';
import { type Verdict, verdictOf } from '../../../core/findings/verdict';
import { type Filled, factsFor } from '../../data/office';
import type { ProofClient, ProofOrder } from '../../proof/proof-client';
import { ProofPicture, useProof } from '../../proof/proof-picture';
import { VerdictWord } from '../../proof/verdict-word';
import { useBoard, useBoardStore } from '../board-store';
import { type Pinned, pinnedProofs } from './pinned';

const ROOM = { width: 230, height: 150 };

const Tile = chakra('button', {
  base: {
    flexShrink: 0,
    width: '132px',
    px: '8px',
    py: '5px',
    textAlign: 'left',
    borderRight: '1px solid',
    borderColor: 'line',
    cursor: 'pointer',
    display: 'flex',
    flexDirection: 'column',
    _hover: { bg: 'card' },
    _pressed: { bg: 'card', boxShadow: 'inset 0 2px 0 var(--chakra-colors-plum)' },
  },
});

/** The proofs of every size, filled from the model on the desk, from an assembly, and with the longest on record. */
export function ProofsStrip({ client }: { client: ProofClient | undefined }) {
  const pinned = usePinned();
  const [verdicts, setVerdicts] = useState<Record<string, Verdict>>({});
  const shown = pinned.map((proof) => verdicts[keyOf(proof)]).filter((verdict) => verdict !== undefined);
  const toLookAt = shown.filter((verdict) => verdict.sign !== '●').length;
  const sizes = [...new Set(pinned.map((proof) => proof.sizeName))];
  return (
    <Flex height="100%" bg="paper" borderTop="2px solid" borderColor="ink">
      <Box
        width="104px"
        flexShrink={0}
        px="10px"
        py="6px"
        borderRight="1px solid"
        borderColor="line"
        fontSize="13px"
        color="soft"
      >
        <Box as="h2" fontSize="15px" fontWeight={600} color="ink" pb="2px">
          Proofs
        </Box>
        <Box>{pinned.length} sheets</Box>
        <Box>
          {sizes[0]}
          {sizes.length > 1 && ` – ${sizes.at(-1)}`}
        </Box>
        <Box pt="4px" fontWeight={600} color={toLookAt > 0 ? 'ochre' : 'pine'} aria-live="polite">
          {shown.length < pinned.length ? 'working…' : toLookAt > 0 ? `${toLookAt} to look at` : 'all fit'}
        </Box>
      </Box>
      <Flex flex="1" minWidth={0} overflowX="auto" aria-label="Proofs" role="group">
        {pinned.map((proof) => (
          <ProofTile
            key={keyOf(proof)}
            proof={proof}
            client={client}
            onVerdict={(verdict) =>
              setVerdicts((before) =>
                before[keyOf(proof)]?.of === verdict.of ? before : { ...before, [keyOf(proof)]: verdict },
              )
            }
          />
        ))}
      </Flex>
    </Flex>
  );
}

const keyOf = (proof: Pinned) =>
  `${proof.sizeId}/${proof.show}/${proof.filled?.specimen ?? ''}/${proof.filled?.variant ?? ''}`;

function usePinned(): Pinned[] {
  const sizes = useBoard((board) => board.document.sizes);
  const filled = useBoard((board) => board.filled);
  const specimens = useBoard((board) => board.office.specimens);
  return useMemo(() => pinnedProofs({ sizes, filled, specimens }), [sizes, filled, specimens]);
}

/**
 * The document as far as one sheet goes: the same object as long as nothing that appears on that sheet changes, so that
 * an edit orders only the proofs it touches.
 */
function useDocumentFor(sizeId: string): FormatDocument {
  const document = useBoard((board) => board.document);
  const [relevant, setRelevant] = useState(document);
  if (relevant !== document && differs(relevant, document, sizeId)) setRelevant(document);
  return relevant;
}

function differs(before: FormatDocument, after: FormatDocument, sizeId: string): boolean {
  const { blocks: a, ...restBefore } = before;
  const { blocks: b, ...restAfter } = after;
  if (!shallowEqual(restBefore, restAfter)) return true;
  const here = (blocks: FormatDocument['blocks']) => blocks.filter(({ condition }) => isOnSize(condition, sizeId));
  return !shallowEqual(here(a), here(b));
}

function ProofTile({
  proof,
  client,
  onVerdict,
}: {
  proof: Pinned;
  client: ProofClient | undefined;
  onVerdict: (verdict: Verdict) => void;
}) {
  const document = useDocumentFor(proof.sizeId);
  const store = useBoardStore();
  const format = useBoard((board) => board.format);
  const office = useBoard((board) => board.office);
  const [made, setMade] = useState(0);
  const onDesk = useBoard(
    (board) => board.sizeId === proof.sizeId && board.show === proof.show && sameFilled(board.filled, proof.filled),
  );
  const order = useMemo(
    (): ProofOrder => ({
      id: keyOf(proof),
      document,
      request: { sizeId: proof.sizeId, scale: format.scale, show: proof.show },
      facts: factsFor(format, office, proof.filled, document),
      room: ROOM,
    }),
    [proof, document, format, office],
  );
  const { result, picture } = useProof(client, order, (done) => {
    setMade((count) => count + 1);
    onVerdict(verdictOf(done.findings, done.refused === undefined));
  });
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  const following = (result?.sheets ?? 1) - 1;
  const name = `${proof.sizeName} ${proof.words}`;
  return (
    <Tile
      type="button"
      aria-pressed={onDesk}
      data-made={made}
      title={result?.refused ?? firstWords(result?.findings)}
      onClick={() => store.getState().set({ sizeId: proof.sizeId, show: proof.show, filled: proof.filled })}
    >
      <Box fontSize="13px" whiteSpace="nowrap" overflow="hidden" textOverflow="ellipsis" width="100%">
        {name}
        {following > 0 && (
          <Box
            as="span"
            color="soft"
            title={`The proof takes in ${following} following ${following > 1 ? 'sheets' : 'sheet'}`}
          >
            {' '}
            +{following}
          </Box>
        )}
      </Box>
      <Box flex="1" minHeight={0} py="2px">
        <ProofPicture picture={picture} alt={`Proof ${name}`} />
      </Box>
      <VerdictWord verdict={verdict} fontSize="13px" textAlign="center" />
    </Tile>
  );
}

const sameFilled = (a: Filled | undefined, b: Filled | undefined) =>
  a?.specimen === b?.specimen && a?.variant === b?.variant;
