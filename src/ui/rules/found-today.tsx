'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useInfiniteQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { CountView, CountedThing } from '../../contract/rule-books';
import { counted } from '../../core/counted';
import { findingWords } from '../../core/findings/words';
import { WeightMark } from '../controls/mark';
import { MoreButton } from '../controls/more-button';
import { ValueRepairButton } from '../findings/value-repair-button';
import { boardAddress } from '../sheet/board-address';
import type { ListedCheck } from './checks';
import { NothingFound } from './nothing-found';
import { casesQuery } from './queries';

const BarChart = dynamic(() => import('../controls/bar-chart'), { ssr: false });

/** How many of the worst a chart shows. */
const WORST = 10;

/** What a check finds today: the ten formats and drawings with the most of it as bars, and its cases, each with the way to it. */
export function FoundToday(props: { id: string; check: ListedCheck; count: CountView; onRepaired: () => void }) {
  const { id, check, count, onRepaired } = props;
  const router = useRouter();
  const sums = count.checks[check.key];
  const total = (sums?.formats.found ?? 0) + (sums?.drawings.found ?? 0);
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    ...casesQuery(id, check.key, 'count', JSON.stringify(sums ?? null)),
    enabled: total > 0,
  });
  const things = data?.pages.flatMap(({ entries }) => entries) ?? [];
  const worst = things.slice(0, WORST);
  const left = (data?.pages[0]?.total ?? 0) - things.length;
  if (check.weight === 'off')
    return (
      <Box fontSize="14px" color="soft">
        It is off: nothing is looked at. Give it a weight to see what it would find.
      </Box>
    );
  if (total === 0) return <NothingFound count={count} />;
  return (
    <>
      {worst.length > 1 && (
        <Box height={`${44 + worst.length * 22}px`} pb="6px">
          <BarChart
            label={`The worst: ${worst.map((one) => `${one.name}, ${one.found}`).join('; ')}`}
            rows={worst.map(({ name }) => name)}
            series={[
              {
                name: 'findings',
                values: worst.map(({ found }) => found),
                colours: worst.map(({ of }) => (of === 'format' ? 'plum' : 'ochre')),
              },
            ]}
            axis="findings: plum on formats, ochre on drawings"
            onOpen={(row) => router.push(addressOf(worst[row]!))}
          />
        </Box>
      )}
      {things.map((thing) => (
        <Box key={`${thing.of} ${thing.id}`} borderTop="1px solid" borderColor="line" py="4px">
          <Flex gap="8px" align="baseline">
            <Link href={addressOf(thing)} style={{ fontWeight: 600, textDecoration: 'underline' }}>
              {thing.name}
            </Link>
            <Box fontSize="13px" color="soft" flex="1">
              {thing.of === 'format' ? 'format' : (thing.title ?? 'drawing')}
            </Box>
            <Box fontSize="13px">{counted(thing.found, 'finding')}</Box>
          </Flex>
          {thing.cases.map((one, i) => (
            <Box key={i} fontSize="14px" py="1px">
              <Flex gap="6px" align="baseline">
                <WeightMark weight={one.finding.weight} />
                <Box flex="1">{findingWords(one.finding)}</Box>
              </Flex>
              <Box pl="18px">
                <ValueRepairButton finding={one.finding} specimen={one.specimen} onDone={onRepaired} />
              </Box>
            </Box>
          ))}
          {thing.found > thing.cases.length && (
            <Box fontSize="13px" color="soft" pl="18px">
              and {thing.found - thing.cases.length} more
            </Box>
          )}
        </Box>
      ))}
      <MoreButton left={left} shown={hasNextPage} busy={isFetchingNextPage} onMore={() => void fetchNextPage()} />
    </>
  );
}

/** Where a finding of a format or a drawing is seen: the board with the sheet and the cell, or the drawing. */
function addressOf({ of, id, cases: [first] }: CountedThing): string {
  if (of === 'drawing') return `/drawings/${encodeURIComponent(id)}`;
  if (!first) return `/formats/${encodeURIComponent(id)}`;
  const { sizeId, specimen, variant, finding } = first;
  const filled = specimen === undefined ? undefined : { specimen, ...(variant !== undefined && { variant }) };
  return boardAddress(id, { sizeId, show: 'values', filled }, finding.place);
}
