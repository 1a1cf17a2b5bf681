'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { counted } from '../../core/counted';
import type { CellFound } from '../../core/recognising/recognition';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { FileButton } from '../controls/file-button';
import { formatQuery } from '../data/queries';
import { Screen } from '../shell/screen';
import { FoundList } from './found-list';
import { ReadPicture } from './read-picture';
import { SheetChoices } from './sheet-choices';
import { TakeOver } from './take-over';
import { useReading } from './use-reading';

/** Reads a DXF or SVG of another program in: what its sheet was recognised as is shown on it, put right, and made a format or put into one. */
export function ReadScreen() {
  const router = useRouter();
  const into = useSearchParams().get('into');
  const { data: target } = useQuery({ ...formatQuery(into ?? ''), enabled: into !== null });
  const reading = useReading();
  const [chosen, setChosen] = useState<CellFound>();
  const { file, look, problem, busy, properties } = reading;
  const cells = look?.recognition.blocks.reduce((sum, block) => sum + block.cells.length, 0) ?? 0;
  return (
    <Screen
      plate={[
        { caption: 'Read a drawing', value: file ?? 'No file yet', wide: true },
        { caption: 'Sheet', value: look ? look.recognition.sheet.name : '–', width: '90px' },
        {
          caption: 'Found',
          value: look ? `${counted(look.recognition.blocks.length, 'block')}, ${counted(cells, 'cell')}` : '–',
          width: '170px',
        },
      ]}
    >
      <Flex direction="column" height="100%">
        <Flex align="center" gap="8px 10px" wrap="wrap" px="14px" py="8px" borderBottom="1px solid" borderColor="line">
          <Box as="h1" fontSize="18px" fontWeight={600}>
            Read a drawing
          </Box>
          <FileButton
            label="Drawing file"
            accept=".dxf,.svg,.dwg,image/svg+xml,image/vnd.dxf"
            onFile={(next) => void reading.readFile(next)}
          >
            {file ? 'Another file…' : 'Choose a file…'}
          </FileButton>
          {busy !== undefined && (
            <>
              <Box as="span" role="status" color="soft">
                {busy}
              </Box>
              <Button type="button" onClick={reading.stop}>
                Stop
              </Button>
            </>
          )}
          {problem !== undefined && <Problem>{problem}</Problem>}
          {look && file !== undefined && (
            <TakeOver
              look={look}
              file={file}
              into={into === null ? undefined : target}
              disabled={busy !== undefined}
              onDone={(id) => router.push(`/formats/${id}`)}
            />
          )}
        </Flex>
        {look ? (
          <Flex flex="1" minHeight={0}>
            <Box flex="1" minWidth={0}>
              <ReadPicture look={look} chosen={chosen?.box} onChoose={setChosen} />
            </Box>
            <Box
              width={{ base: '300px', md: '400px' }}
              flexShrink={0}
              overflowY="auto"
              bg="card"
              borderLeft="1px solid"
              borderColor="ink"
              tabIndex={0}
              role="region"
              aria-label="What was recognised"
            >
              <SheetChoices look={look} choices={reading.choices} onChoose={reading.choose} />
              <FoundList
                look={look}
                properties={properties}
                corrections={reading.corrections}
                chosen={chosen}
                onChoose={setChosen}
                onCorrect={(some) => reading.correct(some)}
              />
            </Box>
          </Flex>
        ) : (
          <DropArea onFile={(next) => void reading.readFile(next)} />
        )}
      </Flex>
    </Screen>
  );
}

function DropArea({ onFile }: { onFile: (file: File) => void }) {
  return (
    <Flex
      flex="1"
      direction="column"
      align="center"
      justify="center"
      gap="8px"
      color="soft"
      textAlign="center"
      px="20px"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [file] = event.dataTransfer.files;
        if (file) onFile(file);
      }}
    >
      <Box>Drop a DXF or an SVG of a sheet or title block here.</Box>
      <Box fontSize="14px" maxWidth="560px">
        Its frame, zones, blocks, cells and texts are recognised and shown on the drawing. You look it over, put right
        what is not as it should be, and take it over as a format. Nothing is taken over before you say so.
      </Box>
    </Flex>
  );
}
