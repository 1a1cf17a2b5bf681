'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { cellName } from '../../../core/format/names';
import { matchedName } from '../../../core/property/names';
import { Dialog } from '../../controls/dialog';
import { TextInput } from '../../controls/field';
import { openBoard, useBoard, useBoardStore } from '../board-store';
import { COMMANDS } from './commands';

interface Hit {
  key: string;
  words: string;
  where: string;
  go: () => void;
}

const Option = chakra('li', {
  base: { display: 'flex', gap: '8px', px: '8px', py: '4px', cursor: 'pointer', _selected: { bg: 'plumWash' } },
});

/** Finds a cell by its caption or property, a block, or a command of the board. Enter goes there or does it. */
export function BoardFinder({ onClose }: { onClose: () => void }) {
  const store = useBoardStore();
  const [query, setQuery] = useState('');
  const [active, setActive] = useState(0);
  const board = useBoard((state) => state);
  const all = useMemo((): Hit[] => {
    const select = store.getState().set;
    const nameOf = (id: string) => board.resources.properties.get(id)?.name;
    const cells = board.document.blocks.flatMap((block) => [
      {
        key: block.id,
        words: block.name,
        where: 'block',
        go: () => select({ selection: { kind: 'block', block: block.id } }),
      },
      ...block.cells.map((cell) => {
        const linked = cell.contents.flatMap((content) =>
          'parts' in content
            ? content.parts.flatMap((part) => (part.kind === 'linked' ? [nameOf(part.property) ?? part.property] : []))
            : [],
        );
        return {
          key: cell.id,
          words: [
            cellName(cell, nameOf),
            ...linked.filter((name) => matchedName(name) !== matchedName(cellName(cell, nameOf))),
          ].join(' · '),
          where: `cell of ${block.name}`,
          go: () => select({ selection: { kind: 'cell', block: block.id, cell: cell.id } }),
        };
      }),
    ]);
    const commands = COMMANDS.filter((command) => command.possible(board)).map((command) => ({
      key: command.words,
      words: command.words,
      where: command.keys ?? 'command',
      go: () => command.run(openBoard(store)!),
    }));
    return [...cells, ...commands];
  }, [board, store]);
  const wanted = matchedName(query);
  const found = all.filter((hit) => matchedName(hit.words).includes(wanted)).slice(0, 60);
  const index = Math.min(active, found.length - 1);
  const take = (hit: Hit | undefined) => {
    if (!hit) return;
    onClose();
    hit.go();
  };
  return (
    <Dialog open title="Find a cell or a command" onClose={onClose}>
      <TextInput
        autoFocus
        role="combobox"
        aria-label="Find a cell or a command"
        aria-expanded
        aria-controls="board-found"
        value={query}
        onChange={(event) => {
          setQuery(event.target.value);
          setActive(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setActive(Math.min(index + 1, found.length - 1));
          else if (event.key === 'ArrowUp') setActive(Math.max(index - 1, 0));
          else if (event.key === 'Enter') take(found[index]);
          else return;
          event.preventDefault();
        }}
      />
      <Box
        as="ul"
        id="board-found"
        role="listbox"
        aria-label="Found"
        listStyleType="none"
        m={0}
        p={0}
        maxHeight="330px"
        overflowY="auto"
      >
        {found.map((hit, i) => (
          <Option
            key={hit.key}
            role="option"
            aria-selected={i === index}
            onPointerEnter={() => setActive(i)}
            onClick={() => take(hit)}
          >
            <Box as="span" flex="1">
              {hit.words}
            </Box>
            <Flex as="span" color="soft" fontSize="13px">
              {hit.where}
            </Flex>
          </Option>
        ))}
        {found.length === 0 && (
          <Box as="li" py="6px" color="soft">
            Nothing here is called “{query}”.
          </Box>
        )}
      </Box>
    </Dialog>
  );
}
