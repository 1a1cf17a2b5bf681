'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { type Difference, differences, withMine } from '../../../core/format/comparing/differences';
import { Button } from '../../controls/button';
import { Choice } from '../../controls/choice';
import { Dialog } from '../../controls/dialog';
import { Problem } from '../../controls/field';
import type { EditionView } from '../../../contract/formats';
import { useBoard, useBoardStore } from '../board-store';
import { keepAsCopy } from './keeping-copy';

type Side = 'mine' | 'theirs';

const CHANGED: Record<Difference['changedBy'], string> = {
  me: 'you changed it',
  them: 'they changed it',
  both: 'both changed it',
};

/**
 * Somebody else saved this edition meanwhile: place by place what is mine and what is theirs, and which to keep.
 * What only one of us changed is proposed as changed; where both did, mine, until the person says otherwise.
 */
export function ConflictDialog({ current }: { current: EditionView }) {
  const store = useBoardStore();
  const router = useRouter();
  const base = useBoard((board) => board.base);
  const mine = useBoard((board) => board.document);
  const properties = useBoard((board) => board.resources.properties);
  const places = useMemo(
    () => differences(base, mine, current.document, (id) => properties.get(id)?.name),
    [base, mine, current, properties],
  );
  const [choices, setChoices] = useState<Record<string, Side>>({});
  const [problem, setProblem] = useState<string>();
  const sideOf = (difference: Difference): Side =>
    choices[difference.place] ?? (difference.changedBy === 'them' ? 'theirs' : 'mine');

  const join = () => {
    const wanted = places.filter((difference) => sideOf(difference) === 'mine').map((difference) => difference.place);
    const { document, refused } = withMine(current.document, mine, wanted);
    if (refused.length > 0) {
      setProblem(`Not taken over: ${refused.join(' ')} Choose theirs there, or keep yours as a copy.`);
      return;
    }
    const { set } = store.getState();
    set({ base: current.document, version: current.version, saveState: { kind: 'saving' } });
    const past = { document: mine, words: 'Joining with the other version' };
    set({ document, past: [...store.getState().board!.past, past], future: [] });
  };
  const copy = async () => {
    try {
      router.push(`/formats/${await keepAsCopy(store, current)}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      width="780px"
      title="Somebody else changed this edition"
      onClose={() => undefined}
      footer={
        <>
          <Button type="button" onClick={() => void copy()}>
            Keep mine as a copy
          </Button>
          <Box flex="1" />
          <Button
            type="button"
            onClick={() => setChoices(Object.fromEntries(places.map((difference) => [difference.place, 'theirs'])))}
          >
            All theirs
          </Button>
          <Button look="primary" type="button" onClick={join}>
            Save with these choices
          </Button>
        </>
      }
    >
      <Box pb="8px">Nothing of either is lost until you choose. Where they differ:</Box>
      <Box maxHeight="360px" overflowY="auto" borderTop="1px solid" borderColor="line">
        {places.map((difference) => (
          <Flex
            key={difference.place}
            gap="12px"
            py="8px"
            borderBottom="1px solid"
            borderColor="line"
            align="center"
            role="group"
            aria-label={difference.words}
          >
            <Box flex="1" minWidth={0}>
              <Box fontWeight={500}>
                {difference.words}{' '}
                <Box as="span" color={difference.changedBy === 'both' ? 'ochre' : 'soft'} fontSize="13px">
                  {CHANGED[difference.changedBy]}
                </Box>
              </Box>
              <Box fontSize="13px">mine: {difference.mine}</Box>
              <Box fontSize="13px">theirs: {difference.theirs}</Box>
            </Box>
            <Choice
              label={difference.words}
              value={sideOf(difference)}
              options={[
                { value: 'mine', label: 'Keep mine' },
                { value: 'theirs', label: 'Take theirs' },
              ]}
              onChange={(side) => setChoices((before) => ({ ...before, [difference.place]: side }))}
            />
          </Flex>
        ))}
        {places.length === 0 && <Box py="8px">Both versions say the same. Save to go on.</Box>}
      </Box>
      {problem && <Problem>{problem}</Problem>}
    </Dialog>
  );
}
