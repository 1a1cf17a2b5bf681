'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { KEPT_DAYS, type RemovedThing, bringBack, listRemoved } from '../../contract/removed';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { MoreButton } from '../controls/more-button';
import { behind } from '../data/queries';
import { ask } from '../data/request';

const KEY = ['removed things'];

/** What was removed from the office in the last days, each to be brought back whole. */
export function Removed() {
  const queries = useQueryClient();
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: KEY,
    queryFn: ({ pageParam }) => ask(listRemoved, { query: { after: pageParam } }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: behind,
    staleTime: 0,
  });
  const [busy, setBusy] = useState<number>();
  const [said, setSaid] = useState<{ problem?: string; done?: string }>({});
  const things = data?.pages.flatMap(({ entries }) => entries) ?? [];
  const back = async ({ number, kind, name }: RemovedThing) => {
    setBusy(number);
    setSaid({});
    try {
      const { note } = await ask(bringBack, { params: { number: String(number) } });
      setSaid({ done: [`The ${kind} ${name} is back.`, note].filter(Boolean).join(' ') });
    } catch (failure) {
      setSaid({ problem: (failure as Error).message });
    }
    await queries.invalidateQueries();
    setBusy(undefined);
  };
  return (
    <Box flex="1" overflowY="auto" px="18px" py="12px" tabIndex={0} role="region" aria-label="Removed">
      <Box as="h1" fontSize="18px" fontWeight={600}>
        Removed
      </Box>
      <Box color="soft" fontSize="14px" pb="10px" maxWidth="680px">
        Formats, starters, profiles, rule books, sites, projects and parts that were removed are kept whole for{' '}
        {KEPT_DAYS} days: a format with all its editions, and released ones as they were released.
      </Box>
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      {said.problem !== undefined && <Problem>{said.problem}</Problem>}
      {said.done !== undefined && (
        <Box role="status" color="pine" pb="6px">
          {said.done}
        </Box>
      )}
      <Box as="ul" listStyleType="none" maxWidth="860px" aria-label="What was removed">
        {things.map((thing) => (
          <Flex
            as="li"
            key={thing.number}
            gap="12px"
            py="5px"
            align="center"
            borderTop="1px solid"
            borderColor="line"
            fontSize="14px"
          >
            <Box width="80px" color="soft">
              {thing.kind}
            </Box>
            <Box flex="1" minWidth={0} fontWeight={600} truncate>
              {thing.name}
            </Box>
            <Box color="soft">
              {thing.by}, {format(new Date(thing.at), 'yyyy-MM-dd HH:mm')}
            </Box>
            <Box color="soft" whiteSpace="nowrap">
              kept until {format(new Date(thing.until), 'yyyy-MM-dd')}
            </Box>
            <Button
              type="button"
              disabled={busy !== undefined}
              aria-label={`Bring back the ${thing.kind} ${thing.name}`}
              onClick={() => void back(thing)}
            >
              Bring back
            </Button>
          </Flex>
        ))}
      </Box>
      <MoreButton
        left={(data?.pages[0]?.total ?? 0) - things.length}
        shown={hasNextPage}
        busy={isFetchingNextPage}
        onMore={() => void fetchNextPage()}
      />
      {data && things.length === 0 && <Box color="soft">Nothing was removed in the last {KEPT_DAYS} days.</Box>}
    </Box>
  );
}
