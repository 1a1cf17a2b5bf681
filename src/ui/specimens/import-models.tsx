'use client';

import { Box, Flex } from '@chakra-ui/react';
import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PropertyDefinition } from '../../core/property/definition';
import type { ReadModels } from '../../core/specimen/reading-table';
import type { ReadingWorker } from '../../workers/reading-worker';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { send } from '../data/request';

/** How many models are sent at once. */
const CHUNK = 200;
/** How many rows the preview lists. */
const SHOWN = 200;

const AS: Record<ReadModels['columns'][number]['as'], string> = {
  model: 'names the model',
  variant: 'names the variant',
  kind: 'part or assembly',
  property: 'read as',
  alias: 'by its other name read as',
  new: 'no property reads it yet; kept',
};

/** Reads models' properties from a CSV or JSON file: what matches, what is new and what is refused is shown before anything is taken over. */
export function ImportModels(props: { properties: PropertyDefinition[]; close: () => void; done: () => void }) {
  const { properties, close, done } = props;
  const [read, setRead] = useState<ReadModels>();
  const [problem, setProblem] = useState<string>();
  const [progress, setProgress] = useState<{ sent: number; of: number }>();
  const stopped = useRef(false);
  const worker = useRef<Worker>(undefined);
  useEffect(() => () => worker.current?.terminate(), []);
  const take = async (files: FileList | null) => {
    if (!files || files.length === 0) return;
    setProblem(undefined);
    worker.current ??= new Worker(new URL('../../workers/reading-worker.ts', import.meta.url), { type: 'module' });
    const reader = wrap<ReadingWorker>(worker.current);
    const given = await Promise.all(
      [...files].map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    );
    const outcome = await reader.read(given, properties);
    setRead(outcome.ok ? outcome : undefined);
    if (!outcome.ok) setProblem(outcome.reason);
  };
  const takeOver = async () => {
    if (!read) return;
    stopped.current = false;
    const { models } = read;
    try {
      for (let at = 0; at < models.length && !stopped.current; at += CHUNK) {
        setProgress({ sent: at, of: models.length });
        await send('POST', '/api/specimens', { models: models.slice(at, at + CHUNK) });
      }
      if (stopped.current) setProgress(undefined);
      else done();
    } catch (error) {
      setProgress(undefined);
      setProblem(`${(error as Error).message} What was sent before that is taken over.`);
    }
  };
  const wrong = read?.rows.filter(({ problems }) => problems.length > 0) ?? [];
  const refused = wrong.filter((row) => row.refused).length;
  return (
    <Dialog
      open
      title="Read models from files"
      width="660px"
      onClose={close}
      footer={
        progress ? (
          <Button type="button" onClick={() => (stopped.current = true)}>
            Stop
          </Button>
        ) : (
          <>
            <Button type="button" onClick={close}>
              Cancel
            </Button>
            <Button
              look="primary"
              type="button"
              disabled={!read || read.models.length === 0}
              onClick={() => void takeOver()}
            >
              {read && read.models.length > 0 ? `Take over ${read.models.length} models` : 'Take over'}
            </Button>
          </>
        )
      }
    >
      <Box fontSize="14px" pb="6px">
        A CSV file with one row for a model or for a variant of it: a column Model, if needed Variant and Kind, and one
        for each property. Or JSON as the model store writes it. Several files at once.
      </Box>
      <input
        type="file"
        multiple
        accept=".csv,.json,text/csv,application/json"
        aria-label="Files of models"
        onChange={(event) => void take(event.target.files)}
      />
      {problem && <Problem>{problem}</Problem>}
      {progress && (
        <Box pt="10px" role="status">
          {progress.sent} of {progress.of} models sent, {progress.of - progress.sent} left
          <Box height="8px" bg="desk" mt="4px">
            <Box height="100%" bg="pine" width={`${(100 * progress.sent) / progress.of}%`} />
          </Box>
        </Box>
      )}
      {read && !progress && (
        <>
          <Box pt="8px" fontWeight={600}>
            {read.models.length} models, {read.rows.length} rows, {refused} refused
          </Box>
          <Box maxHeight="150px" overflowY="auto" border="1px solid" borderColor="line" my="6px">
            {read.columns.map((column) => (
              <Flex key={column.header} gap="8px" px="8px" py="1px" fontSize="14px">
                <Box width="180px">{column.header}</Box>
                <Box color={column.as === 'new' ? 'ochre' : 'soft'}>
                  {AS[column.as]} {column.property?.name}
                </Box>
              </Flex>
            ))}
          </Box>
          {wrong.length > 0 && (
            <Box maxHeight="170px" overflowY="auto" border="1px solid" borderColor="vermilion">
              {wrong.slice(0, SHOWN).map((row) => (
                <Flex key={row.line} gap="8px" px="8px" py="1px" fontSize="14px">
                  <Box width="70px" color="soft">
                    line {row.line}
                  </Box>
                  <Box color={row.refused ? 'vermilion' : 'ochre'} flex="1">
                    {row.refused ? '■' : '▲'} {row.problems.join(' ')}
                  </Box>
                </Flex>
              ))}
              {wrong.length > SHOWN && (
                <Box px="8px" color="soft">
                  and {wrong.length - SHOWN} more
                </Box>
              )}
            </Box>
          )}
        </>
      )}
    </Dialog>
  );
}
