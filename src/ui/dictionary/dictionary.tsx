'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { ListedProperty } from '../../contract/properties';
import { counted } from '../../core/counted';
import { dictionaryCsv } from '../../core/property/dictionary-csv';
import { matchedName } from '../../core/property/names';
import { Button } from '../controls/button';
import { SearchInput } from '../controls/field';
import { ListTable } from '../controls/list-table';
import { LoadProblem } from '../controls/load-problem';
import { dictionaryQuery } from './queries';
import { saveText } from '../data/save-file';
import { useOfficeChanged } from '../data/use-office-changed';
import { Screen } from '../shell/screen';
import { PropertyDialog } from './property-dialog';
import { LookingOnly, OnlyFor } from '../data/me';

const CoverageDialog = dynamic(() => import('./coverage-dialog').then((module) => module.CoverageDialog), {
  ssr: false,
});
const ImportDictionary = dynamic(() => import('./import-dictionary').then((module) => module.ImportDictionary), {
  ssr: false,
});

interface Line extends ListedProperty {
  /** Share of the specimens that have it; absent for what does not come from a model. */
  has: number | undefined;
}

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
});
const column = createColumnHelper<typeof features, Line>();

/** The property dictionary: the register of every named datum, to look through, add to and change. */
export function Dictionary() {
  const { data, error, refetch } = useQuery(dictionaryQuery);
  const onOfficeChange = useOfficeChanged();
  const [search, setSearch] = useState(useSearchParams().get('find') ?? '');
  const [open, setOpen] = useState<Line | 'new'>();
  const [panel, setPanel] = useState<'coverage' | 'import'>();
  const definitions = useMemo(() => data?.entries.map(({ definition }) => definition), [data]);
  const lines = useMemo(
    () =>
      (data?.entries ?? []).map((entry): Line => ({
        ...entry,
        has: entry.definition.source === 'model' && data!.specimens > 0 ? entry.specimens / data!.specimens : undefined,
      })),
    [data],
  );
  const shown = useMemo(() => {
    const wanted = matchedName(search);
    return lines.filter(({ definition }) =>
      [definition.name, ...definition.aliases].some((name) => matchedName(name).includes(wanted)),
    );
  }, [lines, search]);
  const table = useTable({ features, columns: COLUMNS, data: shown, getRowId: (line) => line.definition.id });
  return (
    <Screen
      plate={[
        { caption: 'Dictionary', value: 'Properties of the office', wide: true },
        {
          caption: 'Properties',
          value: data ? (search ? `${shown.length} of ${lines.length}` : String(lines.length)) : '…',
          width: '130px',
        },
        {
          caption: 'From models',
          value: definitions ? String(definitions.filter(({ source }) => source === 'model').length) : '…',
          width: '130px',
        },
        { caption: 'Specimens', value: data ? String(data.specimens) : '…', width: '130px' },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="12px" px="20px" py="10px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600} mr="8px">
            Properties
          </Box>
          <Box width="260px">
            <SearchInput label="Search properties" hint="Search by name or alias" value={search} onSearch={setSearch} />
          </Box>
          <Flex flex="1" minWidth={0} justify="flex-end">
            <LookingOnly role="administrator" />
          </Flex>
          <Button type="button" onClick={() => setPanel('coverage')} disabled={!data}>
            Coverage…
          </Button>
          <Button
            type="button"
            disabled={!definitions}
            onClick={() => saveText(dictionaryCsv(definitions!), 'properties.csv')}
          >
            Export CSV
          </Button>
          <OnlyFor role="administrator">
            <Button type="button" disabled={!definitions} onClick={() => setPanel('import')}>
              Import CSV…
            </Button>
            <Button look="primary" type="button" onClick={() => setOpen('new')}>
              Add a property…
            </Button>
          </OnlyFor>
        </Flex>
        <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
        <ListTable
          label="Properties"
          table={table}
          left={0}
          hasMore={false}
          busy={false}
          onMore={() => undefined}
          empty={
            data &&
            (search ? `No properties have “${search}” in their name or aliases.` : 'No properties yet: add the first.')
          }
          onOpen={setOpen}
        />
      </Flex>
      {panel === 'coverage' && data && (
        <CoverageDialog lines={lines} specimens={data.specimens} onClose={() => setPanel(undefined)} />
      )}
      {panel === 'import' && definitions && (
        <ImportDictionary
          known={definitions}
          onClose={() => setPanel(undefined)}
          onDone={() => {
            setPanel(undefined);
            onOfficeChange();
          }}
        />
      )}
      {open && (
        <PropertyDialog
          row={open === 'new' ? undefined : open}
          others={definitions ?? []}
          onClose={() => setOpen(undefined)}
          onSave={() => {
            setOpen(undefined);
            onOfficeChange();
          }}
        />
      )}
    </Screen>
  );
}

const COLUMNS = column.columns([
  column.accessor((line) => line.definition.name, {
    id: 'name',
    header: 'Name',
    sortFn: 'alphanumeric',
    cell: ({ row }) => (
      <chakra.button type="button" fontWeight={500} textAlign="left" cursor="pointer">
        {row.original.definition.name}
        {row.original.merging && (
          <Box as="span" color="soft" fontWeight={400}>
            {' '}
            · being merged…
          </Box>
        )}
      </chakra.button>
    ),
  }),
  column.accessor((line) => line.definition.type, { id: 'type', header: 'Type', sortFn: 'alphanumeric' }),
  column.accessor((line) => line.definition.unit ?? '', { id: 'unit', header: 'Unit', sortFn: 'alphanumeric' }),
  column.accessor((line) => line.definition.source, { id: 'source', header: 'Source', sortFn: 'alphanumeric' }),
  column.accessor((line) => line.definition.aliases.join(', '), {
    id: 'aliases',
    header: 'Also read as',
    sortFn: 'alphanumeric',
  }),
  column.accessor((line) => line.longest[0] ?? '', {
    id: 'longest',
    header: 'Longest',
    sortFn: (a, b) => (a.original.longest[0]?.length ?? 0) - (b.original.longest[0]?.length ?? 0),
    cell: ({ row: { original } }) => (
      <Box
        maxWidth="min(250px, 21vw)"
        overflow="hidden"
        whiteSpace="nowrap"
        textOverflow="ellipsis"
        title={original.longest[0]}
      >
        {original.longest[0]}
        {original.definition.length && (
          <Box
            as="span"
            color="soft"
          >{`${original.longest.length > 0 ? ' · ' : ''}${original.definition.length} characters`}</Box>
        )}
      </Box>
    ),
  }),
  column.accessor((line) => line.uses, {
    id: 'used',
    header: 'Used in',
    sortFn: 'basic',
    cell: ({ getValue }) => (getValue() === 0 ? '–' : counted(getValue(), 'cell')),
  }),
  column.accessor((line) => line.has ?? -1, {
    id: 'has',
    header: 'Specimens that have it',
    sortFn: 'basic',
    cell: ({ row }) => <Bar share={row.original.has} />,
  }),
]);

function Bar({ share }: { share: number | undefined }) {
  if (share === undefined) return <Box color="soft">not from models</Box>;
  const percent = Math.round(share * 100);
  return (
    <Flex align="center" gap="8px" minWidth="150px">
      <Box flex="1" height="8px" bg="desk" role="img" aria-label={`${percent} %`}>
        <Box height="100%" width={`${percent}%`} bg="pine" />
      </Box>
      <Box width="38px" textAlign="right" fontSize="13px">
        {percent} %
      </Box>
    </Flex>
  );
}
