'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { ReleaseProposal } from '../../contract/editions';
import { type ReviewCase, factsOfCase, reviewCases } from '../../core/edition/review';
import { composePlanned, proofSheets } from '../../core/scene/planning';
import { Choice } from '../controls/choice';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { type AtHand, modelsAtHand } from '../data/office';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { SheetDesk } from '../sheet/sheet-desk';
import { Screen } from '../shell/screen';
import { proposalQuery, toReleaseQuery } from './queries';
import { ReleaseForm } from './release-form';
import { ReviewTiles, caseKey } from './review-tiles';

/** Releasing an open edition: every sheet of it is looked at with what is found on it, and what is frozen is said, before it is done. */
export function ReleaseScreen({ formatId }: { formatId: string }) {
  const { data: format, error: unread, refetch: reread } = useQuery(toReleaseQuery(formatId));
  const open = format?.edition.state === 'open' ? format.edition.id : undefined;
  const { data: proposal, error, refetch } = useQuery({ ...proposalQuery(open ?? ''), enabled: open !== undefined });
  const formats = useMemo(() => proposal && [proposal.format], [proposal]);
  const { atHand, problem, reload } = useAtHand(formats, 'showpieces');
  if (proposal && atHand)
    return (
      <Review
        key={proposal.format.edition.version}
        proposal={proposal}
        atHand={atHand}
        onReview={() => void refetch()}
      />
    );
  return (
    <Screen plate={[{ caption: 'Release', value: format?.name ?? '…', wide: true }]}>
      <Box px="20px" py="14px">
        <LoadProblem
          problem={unread?.message ?? error?.message ?? problem}
          onRetry={() => {
            void reread();
            if (open !== undefined) void refetch();
            reload();
          }}
        />
        {format && open === undefined && (
          <Box>
            Edition {format.edition.number} of {format.name} is {format.edition.state}.{' '}
            <Link href={`/formats/${encodeURIComponent(formatId)}`} style={{ textDecoration: 'underline' }}>
              Open the next edition on its board
            </Link>{' '}
            to release another one.
          </Box>
        )}
        {open !== undefined && !error && <Box color="soft">Looking at every sheet…</Box>}
      </Box>
    </Screen>
  );
}

function Review(props: { proposal: ReleaseProposal; atHand: AtHand; onReview: () => void }) {
  const { proposal, atHand, onReview } = props;
  const queries = useQueryClient();
  const client = useProofClient(atHand.resources);
  const { format } = proposal;
  const { document, number } = format.edition;
  const cases = useMemo(() => reviewCases(document, atHand.office.specimens), [document, atHand]);
  const [chosen, setChosen] = useState<ReviewCase>(
    cases.find(({ sizeId }) => sizeId === document.mainSize) ?? cases[0]!,
  );
  const [sheet, setSheet] = useState('1');
  const [released, setReleased] = useState(false);
  const sheets = useMemo(() => {
    const facts = factsOfCase(chosen, document, format.facts, modelsAtHand(atHand.office));
    const looks = { show: chosen.show };
    const { sizeId } = chosen;
    const planned = proofSheets({ document, sizeId, scale: format.scale, facts }, atHand.resources, looks);
    return planned.map((one) => composePlanned(one, atHand.resources, looks));
  }, [chosen, document, format, atHand]);
  const shown = sheets[Number(sheet) - 1] ?? sheets[0]!;
  const words = `${chosen.sizeName}, ${chosen.words}`;
  return (
    <Screen
      plate={[
        { caption: 'Release', value: format.name, wide: true },
        { caption: 'Edition', value: `${number}, ${released ? 'released' : 'open'}`, width: '120px' },
        { caption: 'Sheets to look at', value: String(cases.length), width: '130px' },
      ]}
    >
      <Flex height="100%">
        <ReviewTiles
          cases={cases}
          chosen={chosen}
          proposal={proposal}
          office={atHand.office}
          client={client}
          onChoose={(one) => {
            setChosen(one);
            setSheet('1');
          }}
        />
        <Flex direction="column" flex="1" minWidth={0} borderX="1px solid" borderColor="ink">
          <Flex
            align="center"
            gap="10px"
            px="12px"
            height="40px"
            bg="paper"
            borderBottom="1px solid"
            borderColor="line"
          >
            <Box fontWeight={600} flex="1" minWidth={0} truncate>
              {words}
            </Box>
            {sheets.length > 1 && (
              <Choice
                label="Sheet"
                value={sheet}
                options={sheets.map((_, i) => ({
                  value: String(i + 1),
                  label: i === 0 ? 'First' : sheets.length === 2 ? 'Following' : String(i + 1),
                }))}
                onChange={setSheet}
              />
            )}
          </Flex>
          <Box flex="1" minHeight={0}>
            {shown.ok ? (
              <SheetDesk key={`${caseKey(chosen)} ${sheet}`} scene={shown.scene} label={words} />
            ) : (
              <Problem>{shown.reason}</Problem>
            )}
          </Box>
        </Flex>
        <ReleaseForm
          proposal={proposal}
          onReview={onReview}
          onReleased={() => {
            setReleased(true);
            for (const queryKey of [['shelf'], ['format', format.id], ['history', format.id], ['format defaults']])
              void queries.invalidateQueries({ queryKey });
          }}
        />
      </Flex>
    </Screen>
  );
}
