'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { counted } from '../../../core/counted';
import type { Cell } from '../../../core/format/document';
import { cellName } from '../../../core/format/names';
import { linksByProperty } from '../../../core/format/usage';
import { matchedName } from '../../../core/property/names';
import { Dialog } from '../../controls/dialog';
import { TextInput } from '../../controls/field';
import { FILE_KINDS } from '../../sheet/file-kinds';
import { type BoardStore, openBoard, useBoard, useBoardStore } from '../board-store';
import { pinnedProofs } from '../proofs/pinned';
import { COMMANDS } from './commands';
import { exportFromDesk } from './exporting';
import { SHOWS } from '../../sheet/shows';

interface Hit {
  key: string;
  words: string;
  where: string;
  go: () => void;
}

const Option = chakra('li', {
  base: { display: 'flex', gap: '8px', px: '8px', py: '4px', cursor: 'pointer', _selected: { bg: 'plumWash' } },
});

/** Where the board can go and what it can do, each by its name. */
function hitsOn(store: BoardStore, goTo: (address: string) => void): Hit[] {
  const desk = openBoard(store)!;
  const { board, view } = desk;
  const select = desk.set;
  const { document, office, format } = board;
  const nameOf = (id: string) => board.resources.properties.get(id)?.name;
  const cells = document.blocks.flatMap((block) => [
    {
      key: block.id,
      words: block.name,
      where: 'block',
      go: () => select({ selection: { kind: 'block', block: block.id } }),
    },
    ...block.cells.map((cell) => {
      const linked = linkedIn(cell).map((id) => nameOf(id) ?? id);
      const name = cellName(cell, nameOf);
      return {
        key: cell.id,
        words: [name, ...linked.filter((one) => matchedName(one) !== matchedName(name))].join(' · '),
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
  const sizes = document.sizes.map(({ id, name }) => ({
    key: `size ${id}`,
    words: name,
    where: 'sheet size',
    go: () => select({ sizeId: id }),
  }));
  const views = SHOWS.map(({ value, label }) => ({
    key: `show ${value}`,
    words: label,
    where: 'what the sheet shows',
    go: () => select({ show: value }),
  }));
  const places = [
    {
      key: 'frame',
      words: 'Frame and zones, margins',
      where: 'of the sheet',
      go: () => select({ selection: { kind: 'frame' } }),
    },
    {
      key: 'sheet',
      words: 'Sizes, lettering styles, inks, asked values',
      where: 'of the format',
      go: () => select({ selection: { kind: 'sheet' } }),
    },
    {
      key: 'findings',
      words: 'Findings on this sheet',
      where: 'of the sheet',
      go: () => {
        select({ selection: { kind: 'sheet' } });
        view.setState({ findingsAsked: true });
      },
    },
  ];
  const files = FILE_KINDS.map(({ value, words }) => ({
    key: `export ${value}`,
    words: `Export ${words}`,
    where: 'file',
    go: () =>
      void exportFromDesk(openBoard(store)!, value).then((written) => {
        if (!written.ok) store.getState().set({ notice: written.reason });
      }),
  }));
  const pinned = pinnedProofs({ sizes: document.sizes, filled: board.filled, specimens: office.specimens });
  const proofs = [
    ...pinned.map(({ sizeId, sizeName, show, filled, words }) => ({
      key: `proof ${sizeId} ${show} ${filled?.specimen ?? ''}`,
      words: `Proof ${sizeName} ${words}`,
      where: 'proof',
      go: () => select({ sizeId, show, filled }),
    })),
    {
      key: 'all proofs',
      words: 'Prove on all…',
      where: 'every size, every model',
      go: () => goTo(`/formats/${format.id}/proofs`),
    },
  ];
  const printed = linksByProperty(document);
  const properties = office.properties.map(({ id, name }) => {
    const [first, ...others] = printed.get(id) ?? [];
    return {
      key: `property ${id}`,
      words: name,
      where: first ? `property, printed in ${counted(others.length + 1, 'cell')}` : 'property, in the dictionary',
      go: () => {
        if (!first) goTo(`/properties?find=${encodeURIComponent(name)}`);
        else
          select({
            selection: { kind: 'cell', ...first, ...(others.length > 0 && { others: others.map(({ cell }) => cell) }) },
          });
      },
    };
  });
  return [...sizes, ...views, ...places, ...cells, ...commands, ...files, ...proofs, ...properties];
}

/** How well words meet what is looked for: 0 they begin with it, 1 they hold it, 2 they do not. */
function rankOf(words: string, wanted: string): number {
  const matched = matchedName(words);
  return matched.startsWith(wanted) ? 0 : matched.includes(wanted) ? 1 : 2;
}

/** The ids of the properties that a cell links. */
const linkedIn = (cell: Cell): string[] =>
  cell.contents.flatMap((content) =>
    'parts' in content ? content.parts.flatMap((part) => (part.kind === 'linked' ? [part.property] : [])) : [],
  );

/** Finds a cell by its caption or property, a block, a size, a view, a proof, a property, or a command. Enter goes there or does it. */
export function BoardFinder({ onClose }: { onClose: () => void }) {
  const store = useBoardStore();
  const router = useRouter();
  const [query, setQuery] = useState('');
  const [active, setActive] = useState(0);
  const board = useBoard((state) => state);
  const all = useMemo(
    () => hitsOn(store, (address) => router.push(address)),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the hits follow the board
    [board, store, router],
  );
  const wanted = matchedName(query);
  const found = all
    .map((hit) => ({ hit, rank: rankOf(hit.words, wanted) }))
    .filter(({ rank }) => rank < 2)
    .toSorted((a, b) => a.rank - b.rank)
    .map(({ hit }) => hit)
    .slice(0, 80);
  const index = Math.min(active, found.length - 1);
  const take = (hit: Hit | undefined) => {
    if (!hit) return;
    onClose();
    hit.go();
  };
  return (
    <Dialog open title="Find anything on the board" onClose={onClose}>
      <TextInput
        autoFocus
        role="combobox"
        aria-label="Find anything on the board"
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
