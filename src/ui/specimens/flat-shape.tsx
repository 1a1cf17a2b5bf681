'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { takeShape } from '../../contract/specimens';
import { trimNumber } from '../../core/geometry/length';
import type { Outcome } from '../../core/refusal';
import type { Specimen } from '../../core/specimen/specimen';
import { FileButton } from '../controls/file-button';
import { Problem } from '../controls/field';
import { ask } from '../data/request';
import { ReadingClient } from './reading-client';

/** The flat shape of a folded part: what it was read from, and a way to read another one in. */
export function FlatShape(props: { specimen: Specimen; onChange: (specimen: Specimen) => Outcome<object> }) {
  const { specimen, onChange } = props;
  const { flat } = specimen;
  const [problem, setProblem] = useState<string>();
  const [reading, setReading] = useState(false);
  const [client] = useState(() => new ReadingClient());
  useEffect(() => () => client.end(), [client]);
  const take = async (file: File) => {
    setReading(true);
    setProblem(undefined);
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const read = await client.read([{ name: file.name, bytes }], [], () => undefined, {});
      const shape = read.ok ? read.models.find((model) => model.shape)?.shape : undefined;
      if (!read.ok) return setProblem(read.reason);
      if (!shape) return setProblem(`${file.name} has no shape.`);
      await ask(takeShape, { query: { name: file.name }, body: bytes });
      const outcome = onChange({ ...specimen, flat: shape });
      if (!outcome.ok) setProblem(outcome.reason);
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setReading(false);
    }
  };
  return (
    <Box pt="12px">
      <Flex align="center" gap="12px">
        <Box as="h3" fontWeight={600}>
          Flat shape
        </Box>
        <Box flex="1" fontSize="13px" color="soft" role="status" aria-label="Flat shape">
          {reading ? (
            'Reading its shape…'
          ) : flat ? (
            <>
              {trimNumber(flat.size.x, 1)} × {trimNumber(flat.size.y, 1)} × {trimNumber(flat.size.z, 1)} mm, from{' '}
              <chakra.a href={`/api/shapes/${flat.hash}`} color="plum" textDecoration="underline">
                {flat.file}
              </chakra.a>
            </>
          ) : (
            'None: of a folded part, read in the STEP file of its flat shape.'
          )}
        </Box>
        <FileButton
          label="File of the flat shape"
          accept=".step,.stp"
          height="24px"
          fontSize="13px"
          disabled={reading}
          onFile={(file) => void take(file)}
        >
          Read in…
        </FileButton>
      </Flex>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}
