'use client';

import { Box, Flex, Grid } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { applyStep } from '../../core/format/steps/step';
import type { FormatData } from '../data/office';
import { send } from '../data/request';
import { useOffice, useProofClient } from '../data/use-office';
import { Button } from '../controls/button';
import { Select, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { Screen } from '../shell/screen';
import { FormatCard } from './format-card';
import { NameDialog } from './name-dialog';

const StartDialog = dynamic(() => import('./start-dialog').then((module) => module.StartDialog), { ssr: false });

type Order = 'shelf' | 'name';

/** The shelf: every format as a small true picture of its sheet, to open, copy and rename. */
export function Shelf() {
  const router = useRouter();
  const { loaded, problem, reload } = useOffice();
  const client = useProofClient(loaded?.resources);
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<Order>('shelf');
  const [starting, setStarting] = useState(false);
  const [copying, setCopying] = useState<FormatData>();
  const [renaming, setRenaming] = useState<FormatData>();
  const shown = useMemo(() => found(loaded?.office.formats ?? [], search, order), [loaded, search, order]);

  const copy = async (name: string) => {
    const { id } = await send<{ id: string }>('POST', '/api/formats', { copyOf: copying!.id, name });
    router.push(`/formats/${id}`);
  };
  const rename = async (name: string) => {
    const { edition } = renaming!;
    const renamed = applyStep(edition.document, { op: 'rename format', name });
    if (!renamed.ok) throw new Error(renamed.reason);
    await send('PUT', `/api/editions/${edition.id}`, {
      version: edition.version,
      document: renamed.document,
      sitting: crypto.randomUUID(),
      words: `Renamed to ${name}`,
    });
    setRenaming(undefined);
    await reload();
  };

  const total = loaded?.office.formats.length;
  return (
    <Screen
      plate={[
        { caption: 'Shelf', value: 'House formats', wide: true },
        {
          caption: 'Formats',
          value: total === undefined ? '…' : search ? `${shown.length} of ${total}` : String(total),
          width: '130px',
        },
        {
          caption: 'Sizes served',
          value: loaded
            ? String(new Set(loaded.office.formats.flatMap((f) => f.edition.document.sizes.map((s) => s.id))).size)
            : '…',
          width: '130px',
        },
        { caption: 'Specimens', value: loaded ? String(loaded.office.specimens.length) : '…', width: '130px' },
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
            <Select aria-label="Order" value={order} onChange={(event) => setOrder(event.target.value as Order)}>
              <option value="shelf">In shelf order</option>
              <option value="name">By name</option>
            </Select>
          </Box>
          <Box flex="1" />
          <Button look="primary" type="button" disabled={!loaded} onClick={() => setStarting(true)}>
            Start a format…
          </Button>
        </Flex>
        <Box flex="1" overflowY="auto" px="20px" py="18px">
          <LoadProblem problem={problem} retry={() => void reload()} />
          {loaded && (
            <Grid templateColumns="repeat(auto-fill, minmax(350px, 1fr))" gap="18px" maxWidth="1600px">
              {shown.map((format) => (
                <FormatCard
                  key={format.id}
                  format={format}
                  loaded={loaded}
                  client={client}
                  onCopy={() => setCopying(format)}
                  onRename={() => setRenaming(format)}
                />
              ))}
            </Grid>
          )}
          {loaded && shown.length === 0 && (
            <Box color="soft">
              No format has “{search}” in its name or sizes. Clear the search to see all {total}.
            </Box>
          )}
        </Box>
      </Flex>
      {starting && loaded && <StartDialog formats={loaded.office.formats} close={() => setStarting(false)} />}
      {copying && (
        <NameDialog
          title={`Copy ${copying.name}`}
          start={`${copying.name}, copy`}
          action="Copy and open"
          onClose={() => setCopying(undefined)}
          save={copy}
        />
      )}
      {renaming && (
        <NameDialog
          title={`Rename ${renaming.name}`}
          start={renaming.name}
          action="Rename"
          onClose={() => setRenaming(undefined)}
          save={rename}
        />
      )}
    </Screen>
  );
}

function found(formats: FormatData[], search: string, order: Order): FormatData[] {
  const wanted = search.trim().toLowerCase();
  const hits = formats.filter((format) =>
    [format.name, ...format.edition.document.sizes.map((size) => size.name)].some((text) =>
      text.toLowerCase().includes(wanted),
    ),
  );
  return order === 'name' ? hits.toSorted((a, b) => a.name.localeCompare(b.name)) : hits;
}
