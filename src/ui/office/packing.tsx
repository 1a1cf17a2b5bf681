'use client';

import { Box, Flex, Grid } from '@chakra-ui/react';
import { useInfiniteQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { writePackage } from '../../contract/packages';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Problem, SearchInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { MoreButton } from '../controls/more-button';
import { shelfQuery } from '../data/queries';
import { askForFile } from '../data/request';
import { saveFile } from '../data/save-file';

interface Chosen {
  id: string;
  name: string;
}

/** So many chosen formats are named; of more there is a number. */
const MOST_NAMED = 24;

/** Chooses formats, among however many there are, and packs them or the whole office as one file. */
export function Packing() {
  const [search, setSearch] = useState('');
  const [chosen, setChosen] = useState<readonly Chosen[]>([]);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    ...shelfQuery(useDeferredValue(search), 'name'),
    placeholderData: (before) => before,
  });
  const formats = data?.pages.flatMap(({ entries }) => entries) ?? [];
  const total = data?.pages[0]?.total ?? 0;
  const isChosen = (id: string) => chosen.some((one) => one.id === id);
  const others = formats.filter(({ id }) => !isChosen(id));
  const remove = (id: string) => setChosen(chosen.filter((one) => one.id !== id));
  const pack = async (some?: readonly Chosen[]) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const body = some ? { formats: some.map(({ id }) => id) } : {};
      await saveFile(await askForFile(writePackage, { body }), 'package.zip');
    } catch (failure) {
      setProblem((failure as Error).message);
    }
    setBusy(false);
  };
  return (
    <Box as="section" aria-label="Pack" pb="18px" maxWidth="760px">
      <Box as="h2" fontWeight={600} pb="3px">
        Pack
      </Box>
      <Flex gap="8px" align="center" wrap="wrap" pb="6px">
        <Box width="240px">
          <SearchInput label="Search formats" value={search} onSearch={setSearch} />
        </Box>
        <Button
          type="button"
          look="quiet"
          disabled={others.length === 0}
          onClick={() => setChosen([...chosen, ...others.map(({ id, name }) => ({ id, name }))])}
        >
          Choose all shown
        </Button>
        <Button type="button" look="quiet" disabled={chosen.length === 0} onClick={() => setChosen([])}>
          Choose none
        </Button>
      </Flex>
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      <Box maxHeight="260px" overflowY="auto" borderY="1px solid" borderColor="line" py="4px" tabIndex={0}>
        <Grid templateColumns="repeat(auto-fill, minmax(220px, 1fr))" gap="2px 16px" role="group" aria-label="Formats">
          {formats.map(({ id, name }) => (
            <CheckBox
              key={id}
              checked={isChosen(id)}
              onChange={(isIn) => (isIn ? setChosen([...chosen, { id, name }]) : remove(id))}
            >
              {name}
            </CheckBox>
          ))}
        </Grid>
        {data && formats.length === 0 && <Box color="soft">No formats have “{search}” in their words.</Box>}
        <MoreButton
          left={total - formats.length}
          shown={hasNextPage}
          busy={isFetchingNextPage}
          onMore={() => void fetchNextPage()}
        />
      </Box>
      {chosen.length > 0 && (
        <Flex
          wrap="wrap"
          gap="4px 12px"
          align="center"
          pt="6px"
          fontSize="14px"
          role="group"
          aria-label="Chosen formats"
        >
          <Box color="soft">Chosen:</Box>
          {chosen.slice(0, MOST_NAMED).map(({ id, name }) => (
            <Flex key={id} align="center" gap="2px">
              {name}
              <Button type="button" look="quiet" aria-label={`Leave out ${name}`} onClick={() => remove(id)}>
                <X size={13} />
              </Button>
            </Flex>
          ))}
          {chosen.length > MOST_NAMED && <Box color="soft">and {chosen.length - MOST_NAMED} more</Box>}
        </Flex>
      )}
      <Flex gap="6px" wrap="wrap" pt="8px">
        <Button type="button" disabled={busy || chosen.length === 0} onClick={() => void pack(chosen)}>
          {chosen.length === 0 ? 'Pack the chosen formats' : `Pack ${counted(chosen.length, 'format')}`}
        </Button>
        <Button type="button" disabled={busy} onClick={() => void pack()}>
          Pack the whole office
        </Button>
        {busy && (
          <Box role="status" color="soft" alignSelf="center">
            Packing…
          </Box>
        )}
      </Flex>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}
