'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { formatDistanceToNow } from 'date-fns';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useCallback, useEffect, useState } from 'react';
import { Button } from '../controls/button';
import { Select, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { DataCell, HeadCell } from '../controls/table';
import { type DrawingData, loadDrawings } from '../data/drawings';
import { Screen } from '../shell/screen';

const MakeDialog = dynamic(() => import('./make-dialog').then((module) => module.MakeDialog), { ssr: false });

const NumberingDialog = dynamic(() => import('./numbering-dialog').then((module) => module.NumberingDialog), {
  ssr: false,
});

const SchemeDialog = dynamic(() => import('./scheme-dialog').then((module) => module.SchemeDialog), { ssr: false });

const NumberLink = chakra(Link, { base: { fontWeight: 600, color: 'plum', textDecoration: 'underline' } });

type Wanted = 'all' | 'in work' | 'finished' | 'changed';

/** The register of drawings: every drawing made in the office, with what is still asked on it. */
export function Register() {
  const [drawings, setDrawings] = useState<DrawingData[]>();
  const [problem, setProblem] = useState<string>();
  const [search, setSearch] = useState('');
  const [wanted, setWanted] = useState<Wanted>('all');
  const [making, setMaking] = useState(false);
  const [numbering, setNumbering] = useState(false);
  const [naming, setNaming] = useState(false);
  const load = useCallback(
    () =>
      loadDrawings().then(
        (all) => {
          setDrawings(all);
          setProblem(undefined);
        },
        (error: Error) => setProblem(error.message),
      ),
    [],
  );
  useEffect(() => void load(), [load]);
  const shown = (drawings ?? []).filter((drawing) => isWanted(drawing, search, wanted));
  const open = (drawings ?? []).filter((drawing) => drawing.open.length > 0).length;
  const changed = (drawings ?? []).filter((drawing) => drawing.modelChanged).length;
  return (
    <Screen
      plate={[
        { caption: 'Register', value: 'Drawings of the office', wide: true },
        { caption: 'Drawings', value: drawings ? `${shown.length} of ${drawings.length}` : '…', width: '130px' },
        { caption: 'With open questions', value: drawings ? String(open) : '…', width: '160px' },
        { caption: 'Model changed since', value: drawings ? String(changed) : '…', width: '160px' },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="12px" px="20px" py="10px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600} mr="8px">
            Drawings
          </Box>
          <Box width="260px">
            <TextInput
              type="search"
              aria-label="Search drawings"
              placeholder="Search by number, title or model"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
          </Box>
          <Box width="210px">
            <Select
              aria-label="Which drawings"
              value={wanted}
              onChange={(event) => setWanted(event.target.value as Wanted)}
            >
              <option value="all">All drawings</option>
              <option value="in work">In work</option>
              <option value="finished">Finished</option>
              <option value="changed">Model changed since</option>
            </Select>
          </Box>
          <Box flex="1" />
          <Button type="button" onClick={() => setNaming(true)}>
            Revisions…
          </Button>
          <Button type="button" onClick={() => setNumbering(true)}>
            Numbering…
          </Button>
          <Button look="primary" type="button" onClick={() => setMaking(true)}>
            Make drawing…
          </Button>
        </Flex>
        <LoadProblem problem={problem} retry={() => void load()} />
        <Box flex="1" overflow="auto" bg="card">
          {drawings && drawings.length === 0 ? (
            <Box px="20px" py="24px" maxWidth="560px">
              <Box fontWeight={600} pb="4px">
                No drawing has been made yet.
              </Box>
              A drawing is one of the office’s formats filled from a model. Everything on it that the model does not
              know is asked of whoever makes it. Make one to see what your format is like to fill.
            </Box>
          ) : (
            <chakra.table width="100%" borderCollapse="collapse">
              <thead>
                <tr>
                  {['Number', 'Rev.', 'Title', 'Model', 'Format', 'Size', 'State', 'Still asked', 'Changed'].map(
                    (name) => (
                      <HeadCell key={name}>{name}</HeadCell>
                    ),
                  )}
                </tr>
              </thead>
              <tbody>
                {shown.map((drawing) => (
                  <DrawingRow key={drawing.id} drawing={drawing} />
                ))}
              </tbody>
            </chakra.table>
          )}
          {drawings && drawings.length > 0 && shown.length === 0 && (
            <Box px="20px" py="16px" color="soft">
              No drawing is like that. Clear the search to see all {drawings.length}.
            </Box>
          )}
        </Box>
      </Flex>
      {making && <MakeDialog close={() => setMaking(false)} />}
      {naming && <SchemeDialog close={() => setNaming(false)} />}
      {numbering && <NumberingDialog close={() => setNumbering(false)} />}
    </Screen>
  );
}

function DrawingRow({ drawing }: { drawing: DrawingData }) {
  const { open } = drawing;
  return (
    <tr>
      <DataCell>
        <NumberLink href={`/drawings/${drawing.id}`}>{drawing.number}</NumberLink>
      </DataCell>
      <DataCell>{drawing.revision ?? '–'}</DataCell>
      <DataCell>{drawing.title || '–'}</DataCell>
      <DataCell>
        {drawing.modelName}
        {drawing.variant ? ` · ${drawing.variant}` : ''}
        {drawing.modelChanged && (
          <Box color="ochre" fontSize="13px">
            ▲ changed since it was finished
          </Box>
        )}
      </DataCell>
      <DataCell>
        {drawing.formatName}, edition {drawing.edition}
      </DataCell>
      <DataCell>
        {drawing.sizeName}
        {drawing.sheets.length > 1 && ` · ${drawing.sheets.length} sheets`}
      </DataCell>
      <DataCell>{drawing.state}</DataCell>
      <DataCell title={open.join(', ')}>
        {open.length === 0 ? (
          <Box as="span" color="pine">
            ● nothing
          </Box>
        ) : (
          `${open.slice(0, 2).join(', ')}${open.length > 2 ? ` and ${open.length - 2} more` : ''}`
        )}
      </DataCell>
      <DataCell>{formatDistanceToNow(new Date(drawing.changedAt))} ago</DataCell>
    </tr>
  );
}

function isWanted(drawing: DrawingData, search: string, wanted: Wanted): boolean {
  const words = [drawing.number, drawing.title, drawing.modelName, drawing.variant ?? ''].join(' ').toLowerCase();
  if (!words.includes(search.trim().toLowerCase())) return false;
  return wanted === 'all' || (wanted === 'changed' ? drawing.modelChanged : drawing.state === wanted);
}
