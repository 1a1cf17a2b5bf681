'use client';

import { Box, Flex, Grid } from '@chakra-ui/react';
import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useMemo, useState } from 'react';
import { type ShelfEntry, type Whose, makeFormat, renameFormat } from '../../contract/formats';
import { Button } from '../controls/button';
import { Select, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { MoreButton } from '../controls/more-button';
import { shelfQuery } from '../data/queries';
import { ask } from '../data/request';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { Screen } from '../shell/screen';
import { SharingDialog } from './sharing-dialog';
import { FormatCard } from './format-card';
import { NameDialog } from './name-dialog';
import { LookingOnly, OnlyFor } from '../data/me';

const StartDialog = dynamic(() => import('./start-dialog').then((module) => module.StartDialog), { ssr: false });

type Order = 'shelf' | 'name';

/** A card is filled without regard to any format: what it is composed with is loaded with the card. */
const NO_FORMATS: [] = [];

/** The shelf: every format as a small true picture of its sheet, to open, copy and rename. */
export function Shelf() {
  const router = useRouter();
  const queries = useQueryClient();
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<Order>('shelf');
  const [whose, setWhose] = useState<Whose>('all');
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    ...shelfQuery(useDeferredValue(search), order, whose),
    placeholderData: (before) => before,
  });
  const { atHand } = useAtHand(NO_FORMATS, 'showpieces');
  const client = useProofClient(atHand?.resources);
  const [starting, setStarting] = useState(false);
  const [copying, setCopying] = useState<ShelfEntry>();
  const [renaming, setRenaming] = useState<ShelfEntry>();
  const [sharing, setSharing] = useState<ShelfEntry>();
  const shown = useMemo(() => data?.pages.flatMap((page) => page.entries) ?? [], [data]);
  const total = data?.pages[0]?.total;

  const copy = async (name: string) => {
    const { id } = await ask(makeFormat, { body: { copyOf: copying!.id, name } });
    router.push(`/formats/${id}`);
  };
  const rename = async (name: string) => {
    await ask(renameFormat, { params: { id: renaming!.id }, body: { name } });
    setRenaming(undefined);
    await queries.invalidateQueries({ queryKey: ['shelf'] });
  };
  return (
    <Screen
      plate={[
        { caption: 'Shelf', value: 'House formats', wide: true },
        { caption: 'Formats', value: total === undefined ? '…' : String(total), width: '130px' },
        {
          caption: 'Drawings on them',
          value: data ? String(shown.reduce((sum, { drawings }) => sum + drawings, 0)) : '…',
          width: '130px',
        },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="12px" px="20px" py="10px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600} mr="8px">
            Formats
          </Box>
          <Box width="260px">
            <TextInput
              type="search"
              aria-label="Search formats"
              placeholder="Search by name or size"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
          </Box>
          <Box width="150px">
            <Select aria-label="Whose" value={whose} onChange={(event) => setWhose(event.target.value as Whose)}>
              <option value="all">The office’s</option>
              <option value="mine">Mine</option>
              <option value="recent">Recent</option>
            </Select>
          </Box>
          <Box width="150px">
            <Select aria-label="Order" value={order} onChange={(event) => setOrder(event.target.value as Order)}>
              <option value="shelf">In shelf order</option>
              <option value="name">By name</option>
            </Select>
          </Box>
          <Flex flex="1" minWidth={0} justify="flex-end">
            <LookingOnly role="administrator" />
          </Flex>
          <OnlyFor role="administrator">
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
                onCopy={() => setCopying(entry)}
                onRename={() => setRenaming(entry)}
                onShare={() => setSharing(entry)}
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
                ? `No formats have “${search}” in their name or sizes. Clear the search to see them all.`
                : 'There are none of these.'}
            </Box>
          )}
        </Box>
      </Flex>
      {starting && <StartDialog first={shown[0]} onClose={() => setStarting(false)} />}
      {copying && (
        <NameDialog
          title={`Copy ${copying.name}`}
          start={`${copying.name}, copy`}
          action="Copy and open"
          onClose={() => setCopying(undefined)}
          onSave={copy}
        />
      )}
      {sharing && <SharingDialog id={sharing.id} name={sharing.name} onClose={() => setSharing(undefined)} />}
      {renaming && (
        <NameDialog
          title={`Rename ${renaming.name}`}
          start={renaming.name}
          action="Rename"
          onClose={() => setRenaming(undefined)}
          onSave={rename}
        />
      )}
    </Screen>
  );
}
