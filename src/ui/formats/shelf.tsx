'use client';

import { Box, Flex, Grid } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useDeferredValue, useMemo, useState } from 'react';
import { type ShelfEntry, type ShelfOrder, type ShelfState, type Whose, listCategories } from '../../contract/formats';
import { Button } from '../controls/button';
import { SearchInput, Select } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { MoreButton } from '../controls/more-button';
import { type ShelfWanted, shelfQuery } from '../data/queries';
import { ask } from '../data/request';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { Screen } from '../shell/screen';
import type { CardTask } from './card-dialog';
import { FormatCard } from './format-card';
import { LookingOnly, OnlyFor } from '../data/me';

const StartDialog = dynamic(() => import('./start-dialog').then((module) => module.StartDialog), { ssr: false });

const CardDialog = dynamic(() => import('./card-dialog').then((module) => module.CardDialog), { ssr: false });
const DefaultsDialog = dynamic(() => import('./defaults-dialog').then((module) => module.DefaultsDialog), {
  ssr: false,
});

/** A card is filled without regard to any format: what it is composed with is loaded with the card. */
const NO_FORMATS: [] = [];

/** The shelf: every format as a small true picture of its sheet, with its editions, to open, copy, describe and compare. */
export function Shelf() {
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<ShelfOrder>('shelf');
  const [wanted, setWanted] = useState<ShelfWanted>({});
  const { data: categories = [] } = useQuery({ queryKey: ['categories'], queryFn: () => ask(listCategories) });
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    ...shelfQuery(useDeferredValue(search), order, wanted),
    placeholderData: (before) => before,
  });
  const { atHand } = useAtHand(NO_FORMATS, 'showpieces');
  const client = useProofClient(atHand?.resources);
  const [starting, setStarting] = useState(false);
  const [asked, setAsked] = useState<{ task: CardTask; entry: ShelfEntry }>();
  const [choosingDefaults, setChoosingDefaults] = useState(false);
  const shown = useMemo(() => data?.pages.flatMap((page) => page.entries) ?? [], [data]);
  const total = data?.pages[0]?.total;

  return (
    <Screen
      plate={[
        { caption: 'Shelf', value: 'House formats', wide: true },
        { caption: 'Formats', value: total === undefined ? '…' : String(total), width: '130px' },
        {
          caption: 'Uses in drawings',
          value: data
            ? String(shown.flatMap(({ editions }) => editions).reduce((sum, { drawings }) => sum + drawings, 0))
            : '…',
          width: '130px',
        },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="8px 12px" wrap="wrap" px="20px" py="10px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600} mr="8px">
            Formats
          </Box>
          <Box width="200px">
            <SearchInput label="Search formats" value={search} onSearch={setSearch} />
          </Box>
          <Box width="110px">
            <Select
              aria-label="Whose"
              value={wanted.whose ?? 'all'}
              onChange={(event) => setWanted({ ...wanted, whose: event.target.value as Whose })}
            >
              <option value="all">The office’s</option>
              <option value="mine">Mine</option>
              <option value="recent">Recent</option>
            </Select>
          </Box>
          <Box width="130px">
            <Select
              aria-label="State"
              value={wanted.state ?? 'any'}
              onChange={(event) => setWanted({ ...wanted, state: event.target.value as ShelfState })}
            >
              <option value="any">Any state</option>
              <option value="open">With an open edition</option>
              <option value="released">Released</option>
              <option value="withdrawn">Withdrawn</option>
            </Select>
          </Box>
          {categories.length > 0 && (
            <Box width="130px">
              <Select
                aria-label="Category"
                value={wanted.category ?? ''}
                onChange={(event) => setWanted({ ...wanted, category: event.target.value })}
              >
                <option value="">Any category</option>
                {categories.map((category) => (
                  <option key={category} value={category}>
                    {category}
                  </option>
                ))}
              </Select>
            </Box>
          )}
          <Box width="130px">
            <Select aria-label="Order" value={order} onChange={(event) => setOrder(event.target.value as ShelfOrder)}>
              <option value="shelf">In shelf order</option>
              <option value="name">By name</option>
              <option value="changed">Last changed first</option>
            </Select>
          </Box>
          <Flex flex="1" minWidth={0} justify="flex-end">
            <LookingOnly role="administrator" />
          </Flex>
          <OnlyFor role="administrator">
            <Button type="button" onClick={() => setChoosingDefaults(true)}>
              Defaults…
            </Button>
            <Button look="primary" type="button" onClick={() => setStarting(true)}>
              Start a format…
            </Button>
          </OnlyFor>
        </Flex>
        <Box flex="1" overflowY="auto" px="20px" py="18px">
          <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
          <Grid templateColumns="repeat(auto-fill, minmax(350px, 1fr))" gap="18px" maxWidth="1600px">
            {shown.map((entry) => (
              <FormatCard
                key={entry.id}
                entry={entry}
                atHand={atHand}
                client={client}
                onAsk={(task) => setAsked({ task, entry })}
              />
            ))}
          </Grid>
          <MoreButton
            left={(total ?? 0) - shown.length}
            shown={hasNextPage}
            busy={isFetchingNextPage}
            onMore={() => void fetchNextPage()}
          />
          {data && shown.length === 0 && (
            <Box color="soft">
              {search
                ? `No formats have “${search}” in their name, sizes, description or tags. Clear the search to see them all.`
                : 'There are none of these.'}
            </Box>
          )}
        </Box>
      </Flex>
      {starting && <StartDialog first={shown[0]} onClose={() => setStarting(false)} />}
      {asked && <CardDialog {...asked} onClose={() => setAsked(undefined)} />}
      {choosingDefaults && <DefaultsDialog onClose={() => setChoosingDefaults(false)} />}
    </Screen>
  );
}
