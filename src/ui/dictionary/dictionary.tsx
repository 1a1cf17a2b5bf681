'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
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
import { useCallback, useEffect, useMemo, useState } from 'react';
import { cellName } from '../../core/format/names';
import { linksByProperty } from '../../core/format/usage';
import { matchedName } from '../../core/property/names';
import { dictionaryCsv } from '../../core/property/dictionary-csv';
import { coverageOf } from '../../core/specimen/coverage';
import { massSources } from '../../core/specimen/seen-values';
import { Button } from '../controls/button';
import { TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { DataCell, HeadCell } from '../controls/table';
import { type OfficeData, loadOffice } from '../data/office';
import { get } from '../data/request';
import { saveText } from '../data/save-file';
import { Screen } from '../shell/screen';
import { PropertyDialog, type PropertyRow } from './property-dialog';

const CoverageDialog = dynamic(() => import('./coverage-dialog').then((module) => module.CoverageDialog), {
  ssr: false,
});
const ImportDictionary = dynamic(() => import('./import-dictionary').then((module) => module.ImportDictionary), {
  ssr: false,
});

interface Line extends PropertyRow {
  /** Share of the specimens that have it; absent for what does not come from a model. */
  has: number | undefined;
  /** The different values that models have, the longest first. */
  seen: string[];
  /** The cells that print it, in words. */
  places: string[];
}

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
});
const column = createColumnHelper<typeof features, Line>();

/** The property dictionary: the register of every named datum, to look through, add to and change. */
export function Dictionary() {
  const { rows, office, problem, reload } = useDictionary();
  const [search, setSearch] = useState('');
  const [open, setOpen] = useState<Line | 'new'>();
  const [panel, setPanel] = useState<'coverage' | 'import'>();
  const lines = useMemo(() => linesOf(rows ?? [], office), [rows, office]);
  const shown = useMemo(() => {
    const wanted = matchedName(search);
    return lines.filter(({ definition }) =>
      [definition.name, ...definition.aliases].some((name) => matchedName(name).includes(wanted)),
    );
  }, [lines, search]);
  const table = useTable({ features, columns: COLUMNS, data: shown });
  return (
    <Screen
      plate={[
        { caption: 'Dictionary', value: 'Properties of the office', wide: true },
        {
          caption: 'Properties',
          value: rows ? (search ? `${shown.length} of ${rows.length}` : String(rows.length)) : '…',
          width: '130px',
        },
        {
          caption: 'From models',
          value: rows ? String(rows.filter(({ definition }) => definition.source === 'model').length) : '…',
          width: '130px',
        },
        { caption: 'Specimens', value: office ? String(office.specimens.length) : '…', width: '130px' },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="12px" px="20px" py="10px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600} mr="8px">
            Properties
          </Box>
          <Box width="260px">
            <TextInput
              type="search"
              aria-label="Search properties"
              placeholder="Search by name or alias"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
          </Box>
          <Box flex="1" />
          <Button type="button" onClick={() => setPanel('coverage')} disabled={!office}>
            Coverage…
          </Button>
          <Button
            type="button"
            disabled={!rows}
            onClick={() => saveText(dictionaryCsv(rows!.map((row) => row.definition)), 'properties.csv')}
          >
            CSV out
          </Button>
          <Button type="button" disabled={!rows} onClick={() => setPanel('import')}>
            CSV in…
          </Button>
          <Button look="primary" type="button" onClick={() => setOpen('new')}>
            Add a property…
          </Button>
        </Flex>
        <LoadProblem problem={problem} retry={() => void reload()} />
        <Box flex="1" overflow="auto" bg="card">
          <chakra.table width="100%" borderCollapse="collapse">
            <thead>
              {table.getHeaderGroups().map((group) => (
                <tr key={group.id}>
                  {group.headers.map((header) => {
                    const sorted = header.column.getIsSorted();
                    return (
                      <HeadCell
                        key={header.id}
                        aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                      >
                        <chakra.button type="button" cursor="pointer" onClick={header.column.getToggleSortingHandler()}>
                          <table.FlexRender header={header} /> {sorted === 'asc' ? '↑' : sorted === 'desc' ? '↓' : ''}
                        </chakra.button>
                      </HeadCell>
                    );
                  })}
                </tr>
              ))}
            </thead>
            <tbody>
              {table.getRowModel().rows.map((row) => (
                <chakra.tr
                  key={row.id}
                  _hover={{ bg: 'plumWash' }}
                  cursor="pointer"
                  onClick={() => setOpen(row.original)}
                >
                  {row.getAllCells().map((cell) => (
                    <DataCell key={cell.id}>
                      <table.FlexRender cell={cell} />
                    </DataCell>
                  ))}
                </chakra.tr>
              ))}
            </tbody>
          </chakra.table>
          {rows && shown.length === 0 && (
            <Box px="20px" py="16px" color="soft">
              No property has “{search}” in its name or aliases.
            </Box>
          )}
        </Box>
      </Flex>
      {panel === 'coverage' && office && (
        <CoverageDialog lines={lines} specimens={office.specimens.length} close={() => setPanel(undefined)} />
      )}
      {panel === 'import' && rows && (
        <ImportDictionary
          known={rows.map((row) => row.definition)}
          close={() => setPanel(undefined)}
          done={() => {
            setPanel(undefined);
            void reload();
          }}
        />
      )}
      {open && (
        <PropertyDialog
          row={open === 'new' ? undefined : open}
          seen={open === 'new' ? [] : open.seen}
          places={open === 'new' ? [] : open.places}
          others={(rows ?? []).map((row) => row.definition)}
          close={() => setOpen(undefined)}
          saved={() => {
            setOpen(undefined);
            void reload();
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
  column.accessor((line) => line.seen[0] ?? '', {
    id: 'longest',
    header: 'Longest',
    sortFn: (a, b) => (a.original.seen[0]?.length ?? 0) - (b.original.seen[0]?.length ?? 0),
    cell: ({ row: { original } }) => (
      <Box maxWidth="250px" overflow="hidden" whiteSpace="nowrap" textOverflow="ellipsis" title={original.seen[0]}>
        {original.seen[0]}
        {original.definition.length && (
          <Box
            as="span"
            color="soft"
          >{`${original.seen.length > 0 ? ' · ' : ''}${original.definition.length} characters`}</Box>
        )}
      </Box>
    ),
  }),
  column.accessor((line) => line.places.length, {
    id: 'used',
    header: 'Used in',
    sortFn: 'basic',
    cell: ({ row }) =>
      row.original.places.length === 0
        ? '–'
        : `${row.original.places.length} ${row.original.places.length === 1 ? 'cell' : 'cells'}`,
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

function linesOf(rows: readonly PropertyRow[], office: OfficeData | undefined): Line[] {
  const definitions = rows.map((row) => row.definition);
  const coverage = coverageOf(definitions, office?.specimens ?? [], office && massSources(office));
  const places = office ? placesByProperty(office) : new Map<string, string[]>();
  return rows.map((row) => {
    const { id } = row.definition;
    const seen = coverage.get(id);
    return {
      ...row,
      has: seen && office && office.specimens.length > 0 ? seen.specimens / office.specimens.length : undefined,
      seen: seen?.seen ?? [],
      places: places.get(id) ?? [],
    };
  });
}

/** The cells that print each property, in words, over all formats. */
function placesByProperty({ formats, properties }: OfficeData): Map<string, string[]> {
  const names = new Map(properties.map(({ id, name }) => [id, name]));
  const places = new Map<string, string[]>();
  for (const { name, edition } of formats) {
    for (const [property, links] of linksByProperty(edition.document)) {
      const words = links.map(({ block, cell }) => {
        const found = edition.document.blocks.find((one) => one.id === block)!;
        const there = found.cells.find((one) => one.id === cell)!;
        return `${name}: ${cellName(there, (id) => names.get(id))} in ${found.name}`;
      });
      places.set(property, [...(places.get(property) ?? []), ...words]);
    }
  }
  return places;
}

function useDictionary() {
  const [rows, setRows] = useState<PropertyRow[]>();
  const [office, setOffice] = useState<OfficeData>();
  const [problem, setProblem] = useState<string>();
  const reload = useCallback(
    () =>
      Promise.all([get<PropertyRow[]>('/api/properties'), loadOffice()]).then(
        ([properties, loaded]) => {
          setRows(properties);
          setOffice(loaded);
          setProblem(undefined);
        },
        (error: Error) => setProblem(error.message),
      ),
    [],
  );
  useEffect(() => void reload(), [reload]);
  return { rows, office, problem, reload };
}
