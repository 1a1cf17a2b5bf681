'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { ReleaseProposal } from '../../contract/editions';
import { counted } from '../../core/counted';
import { type ReviewCase, factsOfCase, reviewCases } from '../../core/edition/review';
import type { Finding } from '../../core/findings/finding';
import { composePlanned, proofSheets } from '../../core/scene/planning';
import { Choice } from '../controls/choice';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { type AtHand, type Filled, modelsAtHand } from '../data/office';
import { editionsChanged } from '../data/queries';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { boardAddress } from '../sheet/board-address';
import { placeBox } from '../sheet/place-box';
import { PlaceDesk } from '../sheet/place-desk';
import { ViewContext, createViewStore } from '../sheet/view-store';
import { Screen } from '../shell/screen';
import { proposalQuery, toReleaseQuery } from './queries';
import { ReleaseForm } from './release-form';
import { ReviewFindings } from './review-findings';
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
  const [lookedAt, setLookedAt] = useState<ReadonlySet<string>>(() => new Set([caseKey(chosen)]));
  const [finding, setFinding] = useState<Finding>();
  const [view] = useState(createViewStore);
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
  const report = shown.ok ? shown.report : undefined;
  const onSheet = useMemo(() => report?.findings.filter(({ accepted }) => accepted === undefined) ?? [], [report]);
  const filled = chosen.specimen === undefined ? undefined : filledFrom(chosen.specimen, chosen.variant);
  const turnTo = (next: { one?: ReviewCase; sheet: string }) => {
    if (next.one) {
      setChosen(next.one);
      setLookedAt(new Set([...lookedAt, caseKey(next.one)]));
    }
    setSheet(next.sheet);
    setFinding(undefined);
    view.getState().fit();
  };
  return (
    <Screen
      plate={[
        { caption: 'Release', value: format.name, wide: true },
        { caption: 'Edition', value: `${number}, ${released ? 'released' : 'open'}`, width: '120px' },
        { caption: 'Looked at', value: `${lookedAt.size} of ${counted(cases.length, 'proof')}`, width: '130px' },
      ]}
    >
      <Flex height="100%">
        <ReviewTiles
          cases={cases}
          chosen={chosen}
          proposal={proposal}
          office={atHand.office}
          client={client}
          lookedAt={lookedAt}
          onChoose={(one) => turnTo({ one, sheet: '1' })}
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
                onChange={(next) => turnTo({ sheet: next })}
              />
            )}
          </Flex>
          <Box flex="1" minHeight={0}>
            {shown.ok ? (
              <ViewContext value={view}>
                <PlaceDesk
                  scene={shown.scene}
                  place={finding && report && placeBox(report, finding.place)}
                  label={words}
                />
              </ViewContext>
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
            editionsChanged(queries, format.id);
          }}
        >
          <ReviewFindings
            all={proposal.findings}
            onSheet={onSheet}
            words={sheets.length > 1 ? `${words}, sheet ${sheet}` : words}
            chosen={finding}
            onChoose={setFinding}
            boardOf={(one) => boardAddress(format.id, { sizeId: chosen.sizeId, show: chosen.show, filled }, one.place)}
          />
        </ReleaseForm>
      </Flex>
    </Screen>
  );
}

const filledFrom = (specimen: string, variant: string | undefined): Filled => ({
  specimen,
  ...(variant !== undefined && { variant }),
});
