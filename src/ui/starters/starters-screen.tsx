'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { type StarterView, defaultStarter, makeStarter } from '../../contract/starters';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, Row, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { LookingOnly, OnlyFor } from '../data/me';
import { officeQuery } from '../data/queries';
import { ask } from '../data/request';
import { Screen } from '../shell/screen';
import { startersQuery } from './queries';
import { SheetTile } from './sheet-tile';
import { useStarted } from './use-started';

/** The starters of the office: each with its sheets as they are made of a part and of an assembly. */
export function StartersScreen() {
  const { data: starters, error, refetch } = useQuery(startersQuery);
  const [naming, setNaming] = useState<{ from?: StarterView }>();
  return (
    <Screen
      plate={[
        { caption: 'Starters', value: starters ? String(starters.length) : '…', width: '110px' },
        {
          caption: 'What new drawings begin with',
          value: 'format, sheets and views for each kind of model',
          wide: true,
        },
      ]}
    >
      <Flex align="center" gap="10px" px="20px" py="10px" borderBottom="1px solid" borderColor="line" wrap="wrap">
        <Box as="h1" fontSize="20px" fontWeight={600} flex="1">
          Starters
        </Box>
        <LookingOnly role="administrator" />
        <OnlyFor role="administrator">
          <Button type="button" look="primary" onClick={() => setNaming({})}>
            New starter…
          </Button>
        </OnlyFor>
      </Flex>
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      {starters?.length === 0 && (
        <Box px="20px" py="14px" color="soft">
          There are no starters yet. A starter says which sheets and views a new drawing begins with.
        </Box>
      )}
      {starters?.map((starter) => (
        <StarterEntry key={starter.id} starter={starter} onCopy={() => setNaming({ from: starter })} />
      ))}
      {naming && <NewStarter from={naming.from} onClose={() => setNaming(undefined)} />}
    </Screen>
  );
}

const STATE_WORDS = { open: '○ open', released: '● released', withdrawn: '– withdrawn' } as const;

function StarterEntry({ starter, onCopy }: { starter: StarterView; onCopy: () => void }) {
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const [newest] = starter.editions as [StarterView['editions'][number]];
  const { document } = newest;
  const { data: office } = useQuery(officeQuery);
  const showpieces = office?.showpieces;
  const tried = useMemo(() => (showpieces ?? []).map((specimen) => ({ specimen })), [showpieces]);
  const { on } = useStarted(document, tried);
  const isReleased = starter.editions.some(({ state }) => state === 'released');
  const makeDefault = async (kind: 'part' | 'assembly') => {
    const isIt = starter.defaultFor.includes(kind);
    try {
      queries.setQueryData(
        startersQuery.queryKey,
        await ask(defaultStarter, { body: { kind, starter: isIt ? null : starter.id } }),
      );
      setProblem(undefined);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Box as="section" aria-label={document.name} borderBottom="1px solid" borderColor="line" px="20px" py="10px">
      <Flex align="baseline" gap="12px" wrap="wrap">
        <Box as="h2" fontWeight={600} fontSize="17px" textDecoration="underline" textUnderlineOffset="3px">
          <Link href={`/starters/${starter.id}`}>{document.name}</Link>
        </Box>
        <Box fontSize="14px" color="soft">
          edition {newest.number}, {STATE_WORDS[newest.state]}
          {document.category && ` · ${document.category}`}
        </Box>
        <Box fontSize="14px" color="soft" flex="1" minWidth="200px">
          {document.description}
        </Box>
        <OnlyFor role="administrator">
          {(['part', 'assembly'] as const).map((kind) => (
            <Button
              key={kind}
              type="button"
              look="quiet"
              aria-pressed={starter.defaultFor.includes(kind)}
              disabled={!isReleased}
              title={isReleased ? undefined : 'It has no released edition yet.'}
              onClick={() => void makeDefault(kind)}
            >
              {starter.defaultFor.includes(kind) ? '★' : '☆'} for {kind === 'part' ? 'parts' : 'assemblies'}
            </Button>
          ))}
          <Button type="button" look="quiet" onClick={onCopy}>
            Copy…
          </Button>
        </OnlyFor>
      </Flex>
      {problem !== undefined && <Problem>{problem}</Problem>}
      <Flex gap="22px" pt="8px" overflowX="auto" tabIndex={0} role="group" aria-label={`Sheets of ${document.name}`}>
        {on.map(({ tried: { specimen }, name, sheets }) => (
          <Box key={specimen} flexShrink={0}>
            <Box fontSize="13px" color="soft" pb="3px">
              {name}: {counted(sheets.length, 'sheet')}
            </Box>
            <Flex gap="8px">
              {sheets.slice(0, 4).map(({ planned, composed }) => (
                <SheetTile
                  key={planned.place.number}
                  planned={planned}
                  composed={composed}
                  height={120}
                  pressed={false}
                  onClick={() => undefined}
                />
              ))}
              {sheets.length > 4 && (
                <Box alignSelf="center" color="soft" fontSize="14px">
                  and {sheets.length - 4} more
                </Box>
              )}
            </Flex>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}

function NewStarter({ from, onClose }: { from: StarterView | undefined; onClose: () => void }) {
  const router = useRouter();
  const queries = useQueryClient();
  const like = from?.editions[0]!.document.name;
  const [name, setName] = useState(like === undefined ? '' : `${like}, copy`);
  const [problem, setProblem] = useState<string>();
  const make = async () => {
    try {
      const { id } = await ask(makeStarter, { body: { name, ...(from && { from: from.id }) } });
      void queries.invalidateQueries({ queryKey: ['starters'] });
      router.push(`/starters/${id}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title={like === undefined ? 'New starter' : `Copy ${like}`}
      onClose={onClose}
      action={{ words: 'Make starter', disabled: name.trim() === '', onPerform: () => void make() }}
    >
      <Row label="Name" htmlFor="starter-name">
        <TextInput id="starter-name" value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
      </Row>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Dialog>
  );
}
