'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { takePicture } from '../../contract/pictures';
import { type FormatView, makeFormat, saveEdition } from '../../contract/formats';
import type { LookAt } from '../../core/recognising/look-at';
import { joinedTo } from '../../core/recognising/joining';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { Problem, TextInput } from '../controls/field';
import { editionsChanged } from '../data/queries';
import { ask } from '../data/request';

/** The pictures that cells hold, taken into the office under the hashes that the format knows them by. */
async function keepPictures(pictures: LookAt['pictures']): Promise<void> {
  for (const [hash, svg] of pictures)
    await ask(takePicture, { query: { name: `${hash.slice(0, 8)}.svg` }, body: new TextEncoder().encode(svg) });
}

/** Makes a format of what was recognised, or puts it in the place of what an open format has. */
export function TakeOver(props: {
  look: LookAt;
  file: string;
  into: FormatView | undefined;
  disabled: boolean;
  onDone: (format: string) => void;
}) {
  const { look, file, into, disabled, onDone } = props;
  const queries = useQueryClient();
  const [name, setName] = useState(file.replace(/\.\w+$/, ''));
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const { document, pictures, recognition } = look;
  const symbol = recognition.blocks.flatMap(({ cells }) => cells).find(({ drawn }) => drawn?.kind === 'symbol')?.drawn;
  const make = async () => {
    const start = { ...document, name: name.trim() };
    if (start.name === '') throw new Error('A format needs a name.');
    await keepPictures(pictures);
    const inch = look.unit === 'in';
    const projection = symbol?.kind === 'symbol' ? symbol.angle : inch ? 'third angle' : 'first angle';
    const { id } = await ask(makeFormat, { body: { start, projection, decimalMark: inch ? '.' : ',' } });
    return id;
  };
  const joined = useMemo(
    () => (into ? joinedTo(into.edition.document, document, () => crypto.randomUUID()) : undefined),
    [into, document],
  );
  const [way, setWay] = useState<'size' | 'place'>('size');
  const put = async ({ id, edition }: FormatView) => {
    if (way === 'size' && joined && !joined.ok) throw new Error(joined.reason);
    await keepPictures(pictures);
    const taken =
      way === 'size' && joined?.ok
        ? joined.document
        : { ...document, id: edition.document.id, name: edition.document.name };
    const words = [way === 'size' ? `Read in ${file} as ${recognition.sheet.name}` : `Read in ${file}`];
    const { version } = edition;
    await ask(saveEdition, {
      params: { id: edition.id },
      body: { version, document: taken, sitting: crypto.randomUUID(), words },
    });
    editionsChanged(queries, id);
    return id;
  };
  const take = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      onDone(into ? await put(into) : await make());
    } catch (error) {
      setProblem(`${(error as Error).message} Nothing was taken over.`);
      setBusy(false);
    }
  };
  const closed =
    into && into.edition.state !== 'open'
      ? `Edition ${into.edition.number} of ${into.name} is released. Open its next edition first.`
      : into?.lockedFor;
  return (
    <Flex gap="6px" align="center" ml="auto" wrap="wrap">
      {into ? (
        <Choice
          label="How it goes into the format"
          value={way}
          options={[
            { value: 'size', label: 'As a further size' },
            { value: 'place', label: 'In the place of all it has' },
          ]}
          onChange={setWay}
        />
      ) : (
        <TextInput
          aria-label="Name of the format"
          width="200px"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      )}
      <Button
        look="primary"
        type="button"
        disabled={disabled || busy || closed !== undefined}
        onClick={() => void take()}
      >
        {into ? `Put into ${into.name}` : 'Make the format'}
      </Button>
      {closed !== undefined && <Problem>{closed}</Problem>}
      {joined && way === 'size' && (
        <Box fontSize="13px" width="100%" textAlign="right" data-testid="told">
          {joined.ok ? joined.told.join('. ') : <Problem>{joined.reason}</Problem>}
        </Box>
      )}
      {into && way === 'place' && (
        <Box fontSize="13px" width="100%" textAlign="right">
          Its history keeps what it has now.
        </Box>
      )}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Flex>
  );
}
