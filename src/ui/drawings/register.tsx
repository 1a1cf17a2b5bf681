'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import {
  type SortingState,
  createColumnHelper,
  functionalUpdate,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useDeferredValue, useMemo, useState } from 'react';
import {
  type RegisterEntry,
  RegisterOrder,
  type RegisterQuery,
  WHOLE_REGISTER,
  type WantedDrawings,
} from '../../contract/drawings';
import { registerCsv } from '../../core/drawing/register-csv';
import { TRIAL } from '../../core/drawing/drawing';
import { Ago } from '../controls/ago';
import { Button } from '../controls/button';
import { ListTable } from '../controls/list-table';
import { Problem, SearchInput, Select } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { officeQuery } from '../data/queries';
import { saveText } from '../data/save-file';
import { registerChoicesQuery, registerQuery, wholeRegister } from './queries';
import { useRememberedRegister } from './remembered-register';
import { Screen } from '../shell/screen';
import { LookingOnly, OnlyFor } from '../data/me';

const MakeDialog = dynamic(() => import('./make-dialog').then((module) => module.MakeDialog), { ssr: false });

const NumberingDialog = dynamic(() => import('./numbering-dialog').then((module) => module.NumberingDialog), {
  ssr: false,
});

/** How many drawings are reviewed at once. */
const MOST_REVIEWED = 20;

const ReviewDialog = dynamic(() => import('./review-dialog').then((module) => module.ReviewDialog), { ssr: false });

const SchemeDialog = dynamic(() => import('./scheme-dialog').then((module) => module.SchemeDialog), { ssr: false });

const NumberLink = chakra(Link, { base: { fontWeight: 600, color: 'plum', textDecoration: 'underline' } });

const WANTED: { value: WantedDrawings; label: string }[] = [
  { value: 'all', label: 'All drawings' },
  { value: 'in work', label: 'In work' },
  { value: 'finished', label: 'Finished' },
  { value: 'open', label: 'With open questions' },
  { value: 'changed', label: 'Model changed since' },
  { value: 'older edition', label: 'On an older edition' },
];

const features = tableFeatures({ rowSortingFeature });
const column = createColumnHelper<typeof features, RegisterEntry>();

/** The register of drawings: every drawing made in the office, with what is still asked on it. */
export function Register() {
  const [search, setSearch] = useState('');
  const [wanted, setWanted] = useRememberedRegister();
  const [dialog, setDialog] = useState<'make' | 'numbering' | 'scheme' | 'review'>();
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    ...registerQuery(useDeferredValue(search), wanted),
    placeholderData: (before) => before,
  });
  const shown = useMemo(() => data?.pages.flatMap((page) => page.entries) ?? [], [data]);
  const { data: office } = useQuery(officeQuery);
  const inWork = useMemo(() => shown.filter(({ state }) => state === 'in work').slice(0, MOST_REVIEWED), [shown]);
  const [reviewed, setReviewed] = useState<readonly RegisterEntry[]>([]);
  const first = data?.pages[0];
  const sorting: SortingState =
    wanted.order === 'made' ? [] : [{ id: wanted.order, desc: wanted.direction === 'down' }];
  const table = useTable({
    features,
    columns: COLUMNS,
    data: shown,
    getRowId: ({ id }) => id,
    // The server orders, over all pages.
    manualSorting: true,
    state: { sorting },
    onSortingChange: (change) => {
      const [next] = functionalUpdate(change, sorting);
      const order = RegisterOrder.safeParse(next?.id);
      setWanted(
        next && order.success
          ? { order: order.data, direction: next.desc ? 'down' : 'up' }
          : { order: WHOLE_REGISTER.order, direction: WHOLE_REGISTER.direction },
      );
    },
  });
  const isNarrowed = (['wanted', 'format', 'project', 'site', 'by'] as const).some(
    (one) => wanted[one] !== WHOLE_REGISTER[one],
  );
  const count = (number: number | undefined) => (number === undefined ? '…' : String(number));
  const close = () => setDialog(undefined);
  const [problem, setProblem] = useState<string>();
  /** All drawings that are listed, those of further pages too. */
  const exportCsv = async () => {
    setProblem(undefined);
    try {
      saveText(registerCsv(await wholeRegister(search, wanted)), 'drawings.csv');
    } catch (failed) {
      setProblem((failed as Error).message);
    }
  };
  return (
    <Screen
      plate={[
        { caption: 'Register', value: 'Drawings of the office', wide: true },
        {
          caption: 'Drawings',
          value:
            first && first.total !== first.counts.all ? `${first.total} of ${first.counts.all}` : count(first?.total),
          width: '130px',
        },
        { caption: 'With open questions', value: count(first?.counts.open), width: '160px' },
        { caption: 'Model changed since', value: count(first?.counts.changed), width: '160px' },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="8px 12px" wrap="wrap" px="20px" py="10px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600} mr="8px">
            Drawings
          </Box>
          <Box width="260px">
            <SearchInput
              label="Search drawings"
              hint="Search by number, title or model"
              value={search}
              onSearch={setSearch}
            />
          </Box>
          <Box width="190px">
            <Select
              aria-label="Which drawings"
              value={wanted.wanted}
              onChange={(event) => setWanted({ wanted: event.target.value as WantedDrawings })}
            >
              {WANTED.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </Select>
          </Box>
          <Narrowing wanted={wanted} onChange={setWanted} />
          {isNarrowed && (
            <Button
              type="button"
              look="quiet"
              onClick={() =>
                setWanted({ wanted: 'all', format: undefined, project: undefined, site: undefined, by: undefined })
              }
            >
              Show all
            </Button>
          )}
          <Flex flex="1" minWidth={0} justify="flex-end">
            <LookingOnly role="drafter" />
          </Flex>
          <OnlyFor role="drafter">
            <Button
              type="button"
              disabled={!office || inWork.length === 0}
              title="What is asked on the drawings in work that are listed, side by side"
              onClick={() => {
                setReviewed(inWork);
                setDialog('review');
              }}
            >
              Review…
            </Button>
          </OnlyFor>
          <Button type="button" disabled={!first || first.total === 0} onClick={() => void exportCsv()}>
            Export CSV
          </Button>
          <Button type="button" onClick={() => setDialog('scheme')}>
            Revisions…
          </Button>
          <Button type="button" onClick={() => setDialog('numbering')}>
            Numbering…
          </Button>
          <OnlyFor role="drafter">
            <Button look="primary" type="button" onClick={() => setDialog('make')}>
              Make drawing…
            </Button>
          </OnlyFor>
        </Flex>
        {problem !== undefined && <Problem>{problem}</Problem>}
        <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
        {first?.counts.all === 0 ? (
          <Box flex="1" bg="card" px="20px" py="24px">
            <Box maxWidth="560px">
              <Box fontWeight={600} pb="4px">
                No drawing has been made yet.
              </Box>
              A drawing is one of the office’s formats filled from a model. Everything on it that the model does not
              know is asked of whoever makes it. Make one to see what your format is like to fill.
            </Box>
          </Box>
        ) : (
          <ListTable
            label="Drawings"
            table={table}
            left={(first?.total ?? 0) - shown.length}
            hasMore={hasNextPage}
            busy={isFetchingNextPage}
            onMore={() => void fetchNextPage()}
            empty={data && 'No drawings match. Clear the search, or show all.'}
          />
        )}
      </Flex>
      {dialog === 'review' && office && <ReviewDialog entries={reviewed} office={office} onClose={close} />}
      {dialog === 'make' && <MakeDialog onClose={close} />}
      {dialog === 'scheme' && <SchemeDialog onClose={close} />}
      {dialog === 'numbering' && <NumberingDialog onClose={close} />}
    </Screen>
  );
}

/** Lists that narrow the register to a format, a project, a site or whoever made its drawings; each where there is a choice. */
function Narrowing({
  wanted,
  onChange,
}: {
  wanted: RegisterQuery;
  onChange: (change: Partial<RegisterQuery>) => void;
}) {
  const { data } = useQuery(registerChoicesQuery);
  const lists = [
    ['format', 'Format', 'Any format', data?.formats],
    ['project', 'Project', 'Any project', data?.projects],
    ['site', 'Site', 'Any site', data?.sites],
    ['by', 'Made by', 'Anybody', data?.people],
  ] as const;
  return lists.map(
    ([key, label, any, choices = []]) =>
      (choices.length > 1 || wanted[key] !== undefined) && (
        <Box key={key} width="140px">
          <Select
            aria-label={label}
            value={wanted[key] ?? ''}
            onChange={(event) => onChange({ [key]: event.target.value || undefined })}
          >
            <option value="">{any}</option>
            {choices.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Box>
      ),
  );
}

const COLUMNS = column.columns([
  column.accessor('number', {
    header: 'Number',
    cell: ({ row: { original } }) => (
      <NumberLink href={`/drawings/${original.id}`} prefetch={false}>
        {original.number || TRIAL}
      </NumberLink>
    ),
  }),
  column.accessor((entry) => entry.revision ?? '–', { id: 'revision', header: 'Rev.' }),
  column.accessor((entry) => entry.title || '–', { id: 'title', header: 'Title' }),
  column.accessor('modelName', {
    id: 'model',
    header: 'Model',
    cell: ({ row: { original } }) => (
      <>
        {original.modelName}
        {original.variant ? ` · ${original.variant}` : ''}
        {original.modelChanged && (
          <Box color="ochre" fontSize="13px">
            ▲ changed since it was finished
          </Box>
        )}
      </>
    ),
  }),
  column.accessor((entry) => `${entry.formatName}, edition ${entry.edition}`, { id: 'format', header: 'Format' }),
  column.accessor((entry) => `${entry.sizeName}${entry.sheets > 1 ? ` · ${entry.sheets} sheets` : ''}`, {
    id: 'size',
    header: 'Size',
  }),
  column.accessor('state', { header: 'State' }),
  column.accessor((entry) => entry.open.length, {
    id: 'open',
    header: 'Still asked',
    cell: ({ row: { original } }) => <StillAsked names={original.open} />,
  }),
  column.accessor('changedAt', {
    id: 'changed',
    header: 'Changed',
    cell: ({ getValue }) => <Ago at={getValue()} />,
  }),
]);

function StillAsked({ names }: { names: readonly string[] }) {
  if (names.length === 0)
    return (
      <Box as="span" color="pine">
        ● nothing
      </Box>
    );
  return (
    <span title={names.join(', ')}>
      {names.slice(0, 2).join(', ')}
      {names.length > 2 && ` and ${names.length - 2} more`}
    </span>
  );
}
