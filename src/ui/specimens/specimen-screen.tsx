'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useOffice } from '../data/use-office';
import { Button } from '../controls/button';
import { TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { useModelStore } from '../data/use-store';
import { Screen } from '../shell/screen';
import { OpenSpecimen } from './open-specimen';
import { StoreStrip } from './store-strip';

const ImportModels = dynamic(() => import('./import-models').then((module) => module.ImportModels), { ssr: false });

/** How many specimens the list shows at once. */
const MOST_LISTED = 200;

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

/** Specimens: the list of models to prove with, and one of them open. */
export function SpecimenScreen({ open }: { open?: string }) {
  const router = useRouter();
  const { loaded, problem, reload } = useOffice();
  const [stamp, setStamp] = useState(0);
  const [reading, setReading] = useState(false);
  const { status, ask } = useModelStore((models) => {
    void reload();
    if (open && models.includes(open)) setStamp((before) => before + 1);
  });
  const specimens = loaded?.office.specimens;
  const first = specimens?.[0]?.id;
  useEffect(() => {
    if (!open && first) router.replace(`/specimens/${first}`);
  }, [open, first, router]);
  const [sought, setSought] = useState('');
  const found = (specimens ?? []).filter(({ name }) => name.toLowerCase().includes(sought.trim().toLowerCase()));
  const shown = specimens?.find((specimen) => specimen.id === open);
  return (
    <Screen
      plate={[
        { caption: 'Specimen', value: shown?.name ?? '–', wide: true },
        { caption: 'Kind', value: shown?.model ?? '–', width: '110px' },
        { caption: 'Variants', value: shown ? String(shown.variants.length) : '–', width: '110px' },
        { caption: 'Specimens', value: specimens ? String(specimens.length) : '…', width: '110px' },
      ]}
    >
      <Flex height="100%">
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
            <TextInput
              type="search"
              aria-label="Find a specimen"
              placeholder="Find"
              value={sought}
              onChange={(event) => setSought(event.target.value)}
            />
            <Button type="button" disabled={!loaded} onClick={() => setReading(true)}>
              Read in…
            </Button>
          </Flex>
          <Box flex="1" minHeight={0} overflowY="auto">
            {found.slice(0, MOST_LISTED).map((specimen) => (
              <Entry
                key={specimen.id}
                href={`/specimens/${specimen.id}`}
                aria-current={specimen.id === open ? 'page' : undefined}
              >
                <Box fontWeight={500}>{specimen.name}</Box>
                <Box fontSize="13px" color="soft">
                  {specimen.model} · {specimen.variants.map((variant) => variant.name).join(', ') || 'no variants'}
                </Box>
              </Entry>
            ))}
            {found.length > MOST_LISTED && (
              <Box px="14px" py="6px" fontSize="13px" color="soft">
                and {found.length - MOST_LISTED} more; type a part of the name
              </Box>
            )}
            {specimens && found.length === 0 && (
              <Box px="14px" py="6px" fontSize="13px" color="soft">
                No specimen has “{sought}” in its name.
              </Box>
            )}
          </Box>
          <StoreStrip status={status} ask={() => void ask()} />
        </Box>
        <Box flex="1" minWidth={0}>
          <LoadProblem problem={problem} retry={() => void reload()} />
          {loaded && open && (
            <OpenSpecimen
              key={`${open}/${stamp}`}
              id={open}
              loaded={loaded}
              changed={() => void reload()}
              fromStore={status?.models.find((model) => model.specimen === open)}
            />
          )}
        </Box>
      </Flex>
      {reading && loaded && (
        <ImportModels
          properties={loaded.office.properties}
          specimens={loaded.office.specimens}
          close={() => setReading(false)}
          done={() => {
            setReading(false);
            setStamp(stamp + 1);
            void reload();
          }}
        />
      )}
    </Screen>
  );
}
