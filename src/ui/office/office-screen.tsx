'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { OfficePlace, PlaceSource } from '../../contract/places';
import { Button } from '../controls/button';
import { LoadProblem } from '../controls/load-problem';
import { officeQuery } from '../data/queries';
import { Screen } from '../shell/screen';
import { AddPlace } from './add-place';
import { OfficeSheet } from './office-sheet';
import { Packages } from './packages';
import { Programs } from './programs';
import { Removed } from './removed';
import { People } from './people';
import { PlaceValues } from './place-values';
import { placesQuery } from './queries';
import { OnlyFor, useWhyNot } from '../data/me';
import { Accounts } from './accounts';

const HabitsDialog = dynamic(() => import('./habits-dialog').then((module) => module.HabitsDialog), { ssr: false });
const NumberingDialog = dynamic(() => import('../drawings/numbering-dialog').then((module) => module.NumberingDialog), {
  ssr: false,
});
const SchemeDialog = dynamic(() => import('../drawings/scheme-dialog').then((module) => module.SchemeDialog), {
  ssr: false,
});
const MaterialsDialog = dynamic(
  () => import('../specimens/materials-dialog').then((module) => module.MaterialsDialog),
  { ssr: false },
);

/** The subjects of the office that give values, in the order in which they are listed. */
const SUBJECTS: { source: PlaceSource; title: string; add: string }[] = [
  { source: 'organisation', title: 'Owner and sites', add: 'Add a site' },
  { source: 'project', title: 'Projects', add: 'Add a project' },
];

/** Pages about what goes out, comes in and was removed. */
const DATA = [
  { page: 'programs', words: 'Other programs' },
  { page: 'packages', words: 'Packages' },
  { page: 'removed', words: 'Removed' },
] as const;
type Listed = 'people' | 'accounts' | (typeof DATA)[number]['page'];

const HABITS = [
  { open: 'habits', words: 'New formats, days, language…' },
  { open: 'numbering', words: 'Numbers of drawings, time zone…' },
  { open: 'scheme', words: 'Names of revisions…' },
  { open: 'materials', words: 'Materials…' },
] as const;
type Habit = (typeof HABITS)[number]['open'];

const Entry = chakra('button', {
  base: {
    display: 'flex',
    gap: '8px',
    width: '100%',
    textAlign: 'left',
    px: '14px',
    py: '4px',
    cursor: 'pointer',
    borderLeft: '3px solid transparent',
    _hover: { bg: 'plumWash' },
    _currentPage: { bg: 'plumWash', borderLeftColor: 'plum' },
  },
});

/** What belongs to the office and is printed by formats: each value is edited beside a sheet that shows where it appears. */
export function OfficeScreen() {
  const { data: places, error, refetch } = useQuery(placesQuery);
  const { data: office, error: officeError } = useQuery(officeQuery);
  const [chosen, setChosen] = useState<string>();
  const [adding, setAdding] = useState<PlaceSource>();
  const [habit, setHabit] = useState<Habit>();
  const [listed, setListed] = useState<Listed>();
  const whyNoAccounts = useWhyNot('administrator');
  /** Values as they are being typed, before they are kept, and the property that is looked at. */
  const [typed, setTyped] = useState<OfficePlace['values']>();
  const [looked, setLooked] = useState<string>();
  const place = places?.find(({ id }) => id === chosen) ?? places?.[0];
  const choose = (id: string) => {
    setListed(undefined);
    setChosen(id);
    setTyped(undefined);
    setLooked(undefined);
  };
  const count = (source: PlaceSource) => String(places?.filter((one) => one.source === source).length ?? '…');
  const site = places?.find(({ isDefault }) => isDefault);
  return (
    <Screen
      plate={[
        { caption: 'Office', value: site?.name ?? '…', wide: true },
        { caption: 'Sites', value: count('organisation'), width: '110px' },
        { caption: 'Projects', value: count('project'), width: '110px' },
      ]}
    >
      <LoadProblem problem={error?.message ?? officeError?.message} onRetry={() => void refetch()} />
      <Flex height="100%">
        <Box
          as="nav"
          aria-label="The office"
          width="220px"
          flexShrink={0}
          overflowY="auto"
          bg="card"
          borderRight="1px solid"
          borderColor="line"
          py="10px"
        >
          {SUBJECTS.map(({ source, title, add }) => (
            <Box key={source} pb="12px">
              <Box as="h2" px="14px" pb="3px" fontSize="13px" fontWeight={600} color="soft">
                {title}
              </Box>
              {places
                ?.filter((one) => one.source === source)
                .map((one) => (
                  <Entry
                    key={one.id}
                    type="button"
                    aria-current={!listed && one.id === place?.id ? 'page' : undefined}
                    onClick={() => choose(one.id)}
                  >
                    <Box as="span" flex="1" minWidth={0}>
                      {one.name}
                    </Box>
                    {one.isDefault && (
                      <Box as="span" fontSize="12px" color="soft" whiteSpace="nowrap" pt="2px">
                        printed
                      </Box>
                    )}
                  </Entry>
                ))}
              {adding === source ? (
                <AddPlace
                  source={source}
                  copyOf={place?.source === source ? place : undefined}
                  onClose={() => setAdding(undefined)}
                  onAdd={(id) => {
                    setAdding(undefined);
                    choose(id);
                  }}
                />
              ) : (
                <Box px="10px" pt="2px">
                  <OnlyFor role="administrator">
                    <Button type="button" look="quiet" fontSize="13px" onClick={() => setAdding(source)}>
                      + {add}
                    </Button>
                  </OnlyFor>
                </Box>
              )}
            </Box>
          ))}
          <Box as="h2" px="14px" pb="3px" fontSize="13px" fontWeight={600} color="soft">
            People
          </Box>
          <Box pb="12px">
            <Entry
              type="button"
              aria-current={listed === 'people' ? 'page' : undefined}
              onClick={() => setListed('people')}
            >
              Who signs drawings
            </Entry>
            {whyNoAccounts === undefined && (
              <Entry
                type="button"
                aria-current={listed === 'accounts' ? 'page' : undefined}
                onClick={() => setListed('accounts')}
              >
                Accounts and roles
              </Entry>
            )}
          </Box>
          {whyNoAccounts === undefined && (
            <>
              <Box as="h2" px="14px" pb="3px" fontSize="13px" fontWeight={600} color="soft">
                Data
              </Box>
              <Box pb="12px">
                {DATA.map(({ page, words }) => (
                  <Entry
                    key={page}
                    type="button"
                    aria-current={listed === page ? 'page' : undefined}
                    onClick={() => setListed(page)}
                  >
                    {words}
                  </Entry>
                ))}
              </Box>
            </>
          )}
          <Box as="h2" px="14px" pb="3px" fontSize="13px" fontWeight={600} color="soft">
            Habits
          </Box>
          {HABITS.map(({ open, words }) => (
            <Entry key={open} type="button" onClick={() => setHabit(open)}>
              {words}
            </Entry>
          ))}
        </Box>
        {listed === 'people' && <People />}
        {listed === 'accounts' && <Accounts />}
        {listed === 'programs' && <Programs />}
        {listed === 'packages' && <Packages />}
        {listed === 'removed' && <Removed />}
        {!listed && place && office && (
          <>
            <Box
              width="400px"
              flexShrink={1}
              minWidth="280px"
              overflowY="auto"
              bg="card"
              tabIndex={0}
              role="region"
              aria-label="Values"
            >
              <PlaceValues
                key={place.id}
                place={place}
                properties={office.properties}
                onType={setTyped}
                onLook={setLooked}
                onGone={() => setChosen(undefined)}
              />
            </Box>
            <Box flex="1" minWidth={0} bg="desk" borderLeft="1px solid" borderColor="ink">
              <OfficeSheet place={place} values={typed ?? place.values} looked={looked} />
            </Box>
          </>
        )}
      </Flex>
      {habit === 'habits' && <HabitsDialog onClose={() => setHabit(undefined)} />}
      {habit === 'numbering' && <NumberingDialog onClose={() => setHabit(undefined)} />}
      {habit === 'scheme' && <SchemeDialog onClose={() => setHabit(undefined)} />}
      {habit === 'materials' && <MaterialsDialog onClose={() => setHabit(undefined)} onChange={() => undefined} />}
    </Screen>
  );
}
