'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { FormatView } from '../../contract/formats';
import { Problem, Select } from '../controls/field';
import { FileButton } from '../controls/file-button';
import { historyQuery } from '../editions/queries';
import { FormatPicker } from '../formats/format-picker';
import { type Outside, readOutside } from './outside';
import { sideOfEdition } from './sides';

/** What is compared with what: of each side the format and the edition; the second may be in a file. */
export function ComparePickers(props: {
  before: FormatView | undefined;
  after: FormatView | undefined;
  /** The second side, where it is in a file, and what that file holds. */
  inFile: { chosen: FormatView; editions: readonly FormatView[] } | undefined;
  /** Takes what stands in the address for a side. */
  onChoose: (side: { a?: string; b?: string }) => void;
  onRead: (outside: Outside) => void;
  onChooseInFile: (edition: string) => void;
}) {
  const { before, after, inFile, onChoose, onRead, onChooseInFile } = props;
  const [notRead, setNotRead] = useState<string>();
  const takeFile = async (file: File) => {
    const read = await readOutside(file);
    setNotRead(read.ok ? undefined : read.reason);
    if (read.ok) onRead(read);
  };
  const sides = [
    { side: 'a', label: 'The first format', format: before, isInFile: false },
    { side: 'b', label: 'The second format', format: after, isInFile: inFile !== undefined },
  ];
  return (
    <Flex align="center" gap="8px 10px" wrap="wrap" px="14px" py="8px" borderBottom="1px solid" borderColor="line">
      <Box as="h1" fontSize="18px" fontWeight={600}>
        Compare
      </Box>
      {sides.map(({ side, label, format, isInFile }) => (
        <Flex key={side} gap="6px" align="center">
          <Box width="230px">
            <FormatPicker
              label={label}
              shown={format?.name ?? 'Choose a format…'}
              onChoose={(entry) => entry && onChoose({ [side]: entry.id })}
            />
          </Box>
          {isInFile && <EditionInFile {...inFile!} onChoose={onChooseInFile} />}
          {format && !isInFile && (
            <EditionSelect
              label={`Edition of ${label.toLowerCase()}`}
              format={format}
              onChoose={(edition) => onChoose({ [side]: sideOfEdition(edition) })}
            />
          )}
        </Flex>
      ))}
      <FileButton
        label="Format file or package"
        accept=".json,application/json,.zip,application/zip"
        onFile={(file) => void takeFile(file)}
      >
        With a file…
      </FileButton>
      {notRead !== undefined && <Problem>{notRead}</Problem>}
    </Flex>
  );
}

/** Which of the editions that a file holds is compared; a file with one has no choice. */
function EditionInFile(props: {
  chosen: FormatView;
  editions: readonly FormatView[];
  onChoose: (edition: string) => void;
}) {
  const { chosen, editions, onChoose } = props;
  if (editions.length < 2) return null;
  return (
    <Box width="270px">
      <Select
        aria-label="Edition in the file"
        value={chosen.edition.id}
        onChange={(event) => onChoose(event.target.value)}
      >
        {editions.map(({ name, edition: { id, number, state } }) => (
          <option key={id} value={id}>
            {name}, edition {number}, {state}
          </option>
        ))}
      </Select>
    </Box>
  );
}

/** Which of a format's editions is compared. */
function EditionSelect(props: { label: string; format: FormatView; onChoose: (edition: string) => void }) {
  const { label, format, onChoose } = props;
  const { data } = useQuery(historyQuery(format.id));
  const { id, number, state } = format.edition;
  return (
    <Box width="150px">
      <Select aria-label={label} value={id} onChange={(event) => onChoose(event.target.value)}>
        {(data?.editions ?? [{ id, number, state }]).map((one) => (
          <option key={one.id} value={one.id}>
            edition {one.number}, {one.state}
          </option>
        ))}
      </Select>
    </Box>
  );
}
