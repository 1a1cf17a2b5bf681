'use client';

import { Box } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { counted } from '../../core/counted';
import type { PropertyDefinition } from '../../core/property/definition';
import type { ReadModels } from '../../core/specimen/reading-table';
import type { WritingHabits } from '../../core/specimen/written-numbers';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { Progress } from '../controls/progress';
import { findKnown, importModels, takeShape } from '../../contract/specimens';
import { ask } from '../data/request';
import { Doubts } from './doubts';
import { ImportPreview } from './import-preview';
import { type ChosenFile, ReadingClient } from './reading-client';

/** How many models are sent at once. */
const CHUNK = 200;

/** How many ids are asked about at once. */
const ASKED = 5_000;

/** Which of some ids the office has specimens of. */
async function knownOf(ids: readonly string[]): Promise<Set<string>> {
  const known = new Set<string>();
  for (let at = 0; at < ids.length; at += ASKED) {
    for (const id of await ask(findKnown, { body: { ids: ids.slice(at, at + ASKED) } })) known.add(id);
  }
  return known;
}

/** Reads models from CSV, JSON or STEP files: what matches, what is new and what is refused is shown before anything is imported. */
export function ImportModels(props: { properties: PropertyDefinition[]; onClose: () => void; onDone: () => void }) {
  const { properties, onClose, onDone } = props;
  const [read, setRead] = useState<ReadModels & { known: ReadonlySet<string> }>();
  const [problem, setProblem] = useState<string>();
  const [progress, setProgress] = useState<{ sent: number; of: number }>();
  const [reading, setReading] = useState<string>();
  const chosen = useRef<ChosenFile[]>([]);
  const stopped = useRef(false);
  const [client] = useState(() => new ReadingClient());
  useEffect(() => () => client.end(), [client]);
  const [habits, setHabits] = useState<WritingHabits>({});
  const choose = async (files: FileList | null) => {
    if (!files || files.length === 0) return;
    const given = [...files].map(async (file) => ({
      name: file.name,
      bytes: new Uint8Array(await file.arrayBuffer()),
    }));
    await take(await Promise.all(given), {});
  };
  const take = async (given: ChosenFile[], known: WritingHabits) => {
    chosen.current = given;
    setHabits(known);
    setRead(undefined);
    setProblem(undefined);
    setReading(`reading ${given.length === 1 ? given[0]!.name : `${given.length} files`} …`);
    const outcome = await client.read(
      given,
      properties,
      (done) => {
        if (chosen.current === given) setReading(`${done} of ${given.length} files read`);
      },
      known,
    );
    if (chosen.current !== given) return;
    try {
      if (!outcome.ok) setProblem(outcome.reason);
      else setRead({ ...outcome, known: await knownOf(outcome.models.map(({ id }) => id)) });
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setReading(undefined);
    }
  };
  const send = async () => {
    if (!read) return;
    stopped.current = false;
    const { models, shapes } = read;
    try {
      for (const { file } of shapes) {
        if (stopped.current) break;
        const { bytes } = chosen.current.find(({ name }) => name === file)!;
        await ask(takeShape, { query: { name: file }, body: bytes });
      }
      for (let at = 0; at < models.length && !stopped.current; at += CHUNK) {
        setProgress({ sent: at, of: models.length });
        await ask(importModels, { body: { models: models.slice(at, at + CHUNK) } });
      }
      if (stopped.current) setProgress(undefined);
      else onDone();
    } catch (error) {
      setProgress(undefined);
      setProblem(`${(error as Error).message} What was sent before that is imported.`);
    }
  };
  return (
    <Dialog
      open
      title="Read models from files"
      width="660px"
      onClose={onClose}
      footer={
        progress ? (
          <Button type="button" onClick={() => (stopped.current = true)}>
            Stop
          </Button>
        ) : (
          <>
            <Button type="button" onClick={onClose}>
              Cancel
            </Button>
            <Button
              look="primary"
              type="button"
              disabled={!read || read.models.length === 0}
              onClick={() => void send()}
            >
              {read && read.models.length > 0 ? `Import ${counted(read.models.length, 'model')}` : 'Import'}
            </Button>
          </>
        )
      }
    >
      <Box fontSize="14px" pb="6px">
        A CSV file with one row for a model or for a variant of it: a column Model, if needed Variant and Kind, and one
        for each property. JSON as the model store writes it. STEP for the shape, the product’s names and what users
        defined on it. Several files at once.
      </Box>
      <input
        type="file"
        multiple
        accept=".csv,.json,.step,.stp,text/csv,application/json,model/step"
        aria-label="Files of models"
        onChange={(event) => void choose(event.target.files)}
      />
      {problem && <Problem>{problem}</Problem>}
      {reading && (
        <Box role="status" pt="8px">
          {reading}
        </Box>
      )}
      {progress && (
        <Box pt="10px" role="status">
          {progress.sent} of {progress.of} models sent, {progress.of - progress.sent} left
          <Progress label="Models sent" done={progress.sent} of={progress.of} />
        </Box>
      )}
      {read && !progress && (
        <>
          <Doubts doubts={read.doubts ?? []} habits={habits} onSay={(said) => void take([...chosen.current], said)} />
          <ImportPreview read={read} known={read.known} />
        </>
      )}
    </Dialog>
  );
}
