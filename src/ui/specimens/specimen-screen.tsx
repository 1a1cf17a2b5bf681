'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { SpecimenEntry, StoreStatus } from '../../contract/specimens';
import { Button } from '../controls/button';
import { SearchInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { MoreButton } from '../controls/more-button';
import { officeQuery } from '../data/queries';
import { useModelStore } from '../data/use-model-store';
import { useOfficeChanged } from '../data/use-office-changed';
import { SavingWords } from '../saving/saving-words';
import { Screen } from '../shell/screen';
import { OpenSpecimen } from './open-specimen';
import { useSpecimens } from './specimen-picker';
import { StoreStrip } from './store-strip';
import { useSpecimen } from './use-specimen';
import { OnlyFor } from '../data/me';

const ImportModels = dynamic(() => import('./import-models').then((module) => module.ImportModels), { ssr: false });

/** Specimens: the list of models to prove with, and the first of them open. */
export function SpecimensScreen() {
  const router = useRouter();
  const [first] = useSpecimens('').entries;
  useEffect(() => {
    if (first) router.replace(`/specimens/${first.id}`);
  }, [first, router]);
  const { status, ask } = useModelStore();
  return (
    <Screen plate={plateOf(undefined)}>
      <Flex height="100%">
        <SpecimenList open={undefined} status={status} onAskStore={ask} />
      </Flex>
    </Screen>
  );
}

/** Specimens: the list of models to prove with, and one of them open. */
export function SpecimenScreen({ open }: { open: string }) {
  const onOfficeChange = useOfficeChanged();
  const { store, ...state } = useSpecimen(open, onOfficeChange);
  const { specimen, components } = state;
  const { status, ask } = useModelStore((models) => {
    onOfficeChange();
    if (models.some((id) => id === open || components.some((component) => component.id === id))) void store.load();
  });
  return (
    <Screen
      plate={[
        ...plateOf(specimen && { ...specimen, variants: specimen.variants.map(({ name }) => name) }),
        { caption: 'Saved', value: <SavingWords kind={state.saving.kind} />, width: '230px' },
      ]}
    >
      <Flex height="100%">
        <SpecimenList open={open} status={status} onAskStore={ask} onImport={() => void store.load()} />
        <Box flex="1" minWidth={0}>
          <OpenSpecimen
            store={store}
            state={state}
            onMaterials={onOfficeChange}
            fromStore={status?.models.find((model) => model.specimen === open)}
          />
        </Box>
      </Flex>
    </Screen>
  );
}

const plateOf = (shown: Pick<SpecimenEntry, 'name' | 'model' | 'variants'> | undefined) => [
  { caption: 'Specimen', value: shown?.name ?? '–', wide: true },
  { caption: 'Kind', value: shown?.model ?? '–', width: '110px' },
  { caption: 'Variants', value: shown ? String(shown.variants.length) : '–', width: '110px' },
  { caption: 'Specimens', value: <Count />, width: '110px' },
];

function Count() {
  const { data } = useQuery(officeQuery);
  return <>{data?.specimens ?? '…'}</>;
}

const Entry = chakra(Link, {
  base: {
    display: 'block',
    px: '14px',
    py: '6px',
    borderLeft: '3px solid transparent',
    borderBottom: '1px solid',
    borderBottomColor: 'line',
    _hover: { bg: 'plumWash' },
    _currentPage: { bg: 'plumWash', borderLeftColor: 'plum' },
  },
});

/** The specimens by name, in pages, with what the model store last said. */
function SpecimenList(props: {
  open: string | undefined;
  status: StoreStatus | undefined;
  onAskStore: () => void;
  /** Models were imported from files. */
  onImport?: () => void;
}) {
  const { open, status, onAskStore, onImport } = props;
  const onOfficeChange = useOfficeChanged();
  const { data: office } = useQuery(officeQuery);
  const [search, setSearch] = useState('');
  const { entries, total, fetchNextPage, hasNextPage, isFetching, error, refetch } = useSpecimens(search);
  const [importing, setImporting] = useState(false);
  return (
    <Box
      as="nav"
      aria-label="Specimens"
      width="232px"
      flexShrink={0}
      bg="card"
      borderRight="1px solid"
      borderColor="ink"
      display="flex"
      flexDirection="column"
    >
      <Box as="h1" fontSize="18px" fontWeight={600} px="14px" py="10px">
        Specimens
      </Box>
      <Flex px="14px" pb="8px" gap="6px">
        <SearchInput label="Find a specimen" hint="Find" value={search} onSearch={setSearch} />
        <OnlyFor role="drafter">
          <Button type="button" disabled={!office} onClick={() => setImporting(true)}>
            Import…
          </Button>
        </OnlyFor>
      </Flex>
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      <Box flex="1" minHeight={0} overflowY="auto">
        {entries.map((specimen) => (
          <Entry
            key={specimen.id}
            href={`/specimens/${encodeURIComponent(specimen.id)}`}
            aria-current={specimen.id === open ? 'page' : undefined}
          >
            <Box fontWeight={500}>{specimen.name}</Box>
            <Box fontSize="13px" color="soft">
              {specimen.model} · {specimen.variants.join(', ') || 'no variants'}
            </Box>
          </Entry>
        ))}
        <Box px="14px">
          <MoreButton
            left={(total ?? 0) - entries.length}
            shown={hasNextPage}
            busy={isFetching}
            onMore={() => void fetchNextPage()}
          />
        </Box>
        {total === 0 && (
          <Box px="14px" py="6px" fontSize="13px" color="soft">
            {search ? `No specimens have “${search}” in their name.` : 'No specimens yet: import models from files.'}
          </Box>
        )}
      </Box>
      <StoreStrip status={status} onAsk={onAskStore} />
      {importing && office && (
        <ImportModels
          properties={office.properties}
          onClose={() => setImporting(false)}
          onDone={() => {
            setImporting(false);
            onOfficeChange();
            onImport?.();
          }}
        />
      )}
    </Box>
  );
}
