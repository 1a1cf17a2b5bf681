'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { keepPart } from '../../../contract/parts';
import { counted } from '../../../core/counted';
import type { Block } from '../../../core/format/document';
import { partOf, swappingPart, withWhatStandsOn } from '../../../core/format/part';
import { Button } from '../../controls/button';
import { Problem, Row, Select, TextInput } from '../../controls/field';
import { partsQuery } from '../../data/queries';
import { ask } from '../../data/request';
import { bringPictures } from './putting-pictures';
import { useBoard, useBoardStore } from '../board-store';

const newId = () => crypto.randomUUID();

/** Keeps a block, with what stands on it, on the shelf of parts, and swaps it for a part of that shelf. */
export function PartRows({ block }: { block: Block }) {
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const { data: parts } = useQuery(partsQuery);
  const client = useQueryClient();
  const [name, setName] = useState<string>();
  const [told, setTold] = useState<{ ok: boolean; words: string }>();
  const blocks = withWhatStandsOn(document, block.id);
  const keep = async () => {
    try {
      await ask(keepPart, { body: { part: partOf(document, blocks, name!.trim()) } });
      await client.invalidateQueries({ queryKey: partsQuery.queryKey });
      setTold({ ok: true, words: `${name!.trim()} is on the shelf of parts.` });
      setName(undefined);
    } catch (error) {
      setTold({ ok: false, words: (error as Error).message });
    }
  };
  const swap = async (id: string) => {
    const part = parts?.find((one) => one.id === id)?.part;
    if (!part) return;
    const swapped = swappingPart(document, block.id, part, newId);
    if (swapped.ok) await bringPictures(store, part.blocks);
    const outcome = swapped.ok ? store.getState().perform(swapped.step) : swapped;
    if (outcome.ok) store.getState().set({ selection: { kind: 'sheet' } });
    setTold(outcome.ok ? undefined : { ok: false, words: outcome.reason });
  };
  return (
    <>
      <Row label="Part">
        {name === undefined ? (
          <Button type="button" onClick={() => setName(block.name)}>
            Keep as a part…
          </Button>
        ) : (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void keep();
            }}
          >
            <Flex gap="4px">
              <TextInput
                aria-label="Name of the part"
                autoFocus
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
              <Button type="submit" disabled={!name.trim()}>
                Keep
              </Button>
            </Flex>
            {blocks.length > 1 && (
              <Box fontSize="13px" color="soft" pt="2px">
                with {counted(blocks.length - 1, 'block')} that {blocks.length === 2 ? 'stands' : 'stand'} on it
              </Box>
            )}
          </form>
        )}
      </Row>
      {parts && parts.length > 0 && (
        <Row label="Swap for">
          <Select aria-label="Swap for a part" value="" onChange={(event) => void swap(event.target.value)}>
            <option value="">a part…</option>
            {parts.map(({ id, part }) => (
              <option key={id} value={id}>
                {part.name}
              </option>
            ))}
          </Select>
        </Row>
      )}
      {told && !told.ok && <Problem>{told.words}</Problem>}
      {told?.ok && (
        <Box role="status" fontSize="13px" color="pine" pt="2px">
          ● {told.words}
        </Box>
      )}
    </>
  );
}
