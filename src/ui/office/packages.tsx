'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ClashChoice, type PackagedItem, lookIntoPackage, takePackage } from '../../contract/packages';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { Problem, Select } from '../controls/field';
import { FileButton } from '../controls/file-button';
import { ask } from '../data/request';
import { Packing } from './packing';

const CHOICE_WORDS: Record<ClashChoice, string> = {
  ours: 'ours stays',
  theirs: 'theirs takes its place',
  both: 'both, theirs under another name',
};

/** A format does not lose the editions that drawings stand on: it is theirs from where ours ends. */
const wordsFor = (kind: PackagedItem['kind'], choice: ClashChoice): string =>
  kind === 'format' && choice === 'theirs' ? 'ours, with their newer editions' : CHOICE_WORDS[choice];

/** Formats, or the whole office, out as one file and into another office. */
export function Packages() {
  return (
    <Box flex="1" overflowY="auto" px="18px" py="12px" tabIndex={0} role="region" aria-label="Packages">
      <Box as="h1" fontSize="18px" fontWeight={600}>
        Packages
      </Box>
      <Box color="soft" fontSize="14px" pb="10px" maxWidth="680px">
        A package holds formats with all their editions, and what they need: properties, profiles, rule books, what they
        are proved with, pictures, fonts and starters. Another Zonograph takes it in without loss; released editions
        stay the same to the byte.
      </Box>
      <Packing />
      <TakingIn />
    </Box>
  );
}

interface Looked {
  bytes: Uint8Array<ArrayBuffer>;
  file: string;
  from: string;
  items: PackagedItem[];
}

function TakingIn() {
  const queries = useQueryClient();
  const [looked, setLooked] = useState<Looked>();
  const [choices, setChoices] = useState<Record<string, ClashChoice>>({});
  const [said, setSaid] = useState<{ problem?: string; done?: string }>({});
  const [busy, setBusy] = useState(false);
  const look = async (file: File) => {
    setBusy(true);
    setLooked(undefined);
    setChoices({});
    setSaid({});
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const { from, items } = await ask(lookIntoPackage, { body: bytes });
      setLooked({ bytes, file: file.name, from, items });
    } catch (error) {
      setSaid({ problem: `${file.name}: ${(error as Error).message}` });
    }
    setBusy(false);
  };
  const take = async ({ bytes, file }: Looked) => {
    setBusy(true);
    try {
      const { taken, kept } = await ask(takePackage, { body: bytes, query: { choices: JSON.stringify(choices) } });
      await queries.invalidateQueries();
      setLooked(undefined);
      setSaid({
        done: `${file}: ${counted(taken, 'thing')} taken in, ${kept} left as ${kept === 1 ? 'it is' : 'they are'}.`,
      });
    } catch (error) {
      setSaid({ problem: (error as Error).message });
    }
    setBusy(false);
  };
  return (
    <Box as="section" aria-label="Take in" maxWidth="860px">
      <Box as="h2" fontWeight={600} pb="3px">
        Take in
      </Box>
      <FileButton label="Package" accept=".zip,application/zip" disabled={busy} onFile={(file) => void look(file)}>
        Choose a package…
      </FileButton>
      {said.problem !== undefined && <Problem>{said.problem}</Problem>}
      {said.done !== undefined && (
        <Box role="status" color="pine" pt="5px">
          {said.done}
        </Box>
      )}
      {looked && (
        <Box pt="8px">
          <Box pb="4px">
            From {looked.from}: {wordsOf(looked.items)}. Nothing is taken in yet.
          </Box>
          {looked.items
            .filter(({ status }) => status === 'clash')
            .map(({ kind, id, name, choices: possible }) => {
              const key = `${kind}/${id}`;
              return (
                <Flex key={key} gap="10px" py="4px" borderTop="1px solid" borderColor="line" align="center" wrap="wrap">
                  <Box width="90px" color="soft" fontSize="14px">
                    {kind}
                  </Box>
                  <Box flex="1" minWidth="140px">
                    {name}{' '}
                    <Box as="span" color="ochre">
                      ▲ otherwise here
                    </Box>
                  </Box>
                  <Box width="230px">
                    <Select
                      aria-label={`What becomes of the ${kind} ${name}`}
                      value={choices[key] ?? 'ours'}
                      onChange={(event) => setChoices({ ...choices, [key]: event.target.value as ClashChoice })}
                    >
                      {possible.map((choice) => (
                        <option key={choice} value={choice}>
                          {wordsFor(kind, choice)}
                        </option>
                      ))}
                    </Select>
                  </Box>
                </Flex>
              );
            })}
          <Box as="details" py="6px" fontSize="14px">
            <Box as="summary" cursor="pointer">
              What it holds
            </Box>
            {looked.items
              .filter(({ status }) => status !== 'clash')
              .map(({ kind, id, name, status }) => (
                <Box key={`${kind}/${id}`}>
                  {kind} {name}: {status === 'new' ? 'new' : 'here just the same'}
                </Box>
              ))}
          </Box>
          <Button
            look="primary"
            type="button"
            disabled={busy || looked.items.every(({ kind, id, status }) => isLeft(status, choices[`${kind}/${id}`]))}
            onClick={() => void take(looked)}
          >
            Take in
          </Button>
        </Box>
      )}
    </Box>
  );
}

/** Whether a thing of a package stays out. */
const isLeft = (status: PackagedItem['status'], choice: ClashChoice = 'ours'): boolean =>
  status === 'same' || (status === 'clash' && choice === 'ours');

function wordsOf(items: readonly PackagedItem[]): string {
  const count = (status: PackagedItem['status']) => items.filter((item) => item.status === status).length;
  return `${count('new')} new, ${count('same')} here just the same, ${count('clash')} otherwise here`;
}
