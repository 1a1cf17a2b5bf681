'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { memo, useState } from 'react';
import { CheckBox } from '../../controls/check-box';
import { Menu } from '../../controls/menu';
import { openBoard, useBoard, useBoardStore } from '../board-store';
import { COMMANDS, splitSelected } from '../commands/commands';

const Action = chakra('button', {
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    gap: '5px',
    px: '9px',
    height: '26px',
    color: 'onInk',
    borderRight: '1px solid color-mix(in srgb, currentcolor 25%, transparent)',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    _hover: { bg: 'plum' },
    _disabled: { opacity: 0.45, cursor: 'not-allowed' },
  },
});

const MORE = [
  'Swap two cells',
  'Remove the column',
  'Remove the row',
  'Move the column left',
  'Move the column right',
  'Move the row up',
  'Move the row down',
  'Let the column share what is left',
  'Let the row share what is left',
  'Copy cells',
  'Paste',
  'Paste content only',
  'Paste look only',
  'Empty the cells',
  'Duplicate the block',
  'Dock the block to…',
  'Lock or unlock the block',
];
const INSERTS = ['Insert a column before', 'Insert a column after', 'Insert a row above', 'Insert a row below'];

/** What can be done to the selected cells, beside the sheet and never over them. */
export const CellBar = memo(function CellBar() {
  const store = useBoardStore();
  const selection = useBoard((state) => state.selection);
  const holdTotal = useBoard((state) => state.holdTotal);
  const [into, setInto] = useState('2');
  if (!('block' in selection)) return <Notice />;
  const hasCell = selection.kind === 'cell';
  const command = (words: string) => COMMANDS.find((candidate) => candidate.words === words)!;
  const run = (words: string) => command(words).run(openBoard(store)!);
  return (
    <>
      <Notice />
      <Flex
        position="absolute"
        left="28px"
        bottom="10px"
        maxWidth="calc(100% - 34px)"
        flexWrap="wrap"
        bg="ink"
        fontSize="14px"
        role="toolbar"
        aria-label="Cells"
        zIndex={3}
      >
        {hasCell && (
          <>
            <Action type="button" onClick={() => splitSelected(openBoard(store)!, 'column', into)}>
              Split across
            </Action>
            <Action type="button" onClick={() => splitSelected(openBoard(store)!, 'row', into)}>
              Split down
            </Action>
            <Flex
              align="center"
              px="6px"
              gap="5px"
              color="onInk"
              borderRight="1px solid color-mix(in srgb, currentcolor 25%, transparent)"
            >
              into
              <input
                aria-label="Split into parts or at a measure"
                title="A number of parts (3), or the first part’s measure (12 mm)"
                value={into}
                onChange={(event) => setInto(event.target.value)}
                style={{
                  width: 52,
                  height: 20,
                  padding: '0 4px',
                  background: 'transparent',
                  color: 'inherit',
                  border: '1px solid color-mix(in srgb, currentcolor 45%, transparent)',
                }}
              />
            </Flex>
            <Action type="button" onClick={() => run('Join the selected cells')}>
              Join
            </Action>
          </>
        )}
        <Action type="button" title="Columns, E" onClick={() => run('Even out columns')}>
          Even out
        </Action>
        <CommandMenu label="Insert" words={INSERTS} />
        <CommandMenu label="More" words={MORE} />
        <Flex align="center" px="9px" color="onInk">
          <CheckBox
            title="While one column or row is set, its neighbour takes up the change"
            checked={holdTotal}
            onChange={(on) => store.getState().set({ holdTotal: on })}
          >
            Hold total
          </CheckBox>
        </Flex>
      </Flex>
    </>
  );
});

const CommandMenu = memo(function CommandMenu({ label, words }: { label: string; words: string[] }) {
  const store = useBoardStore();
  const board = useBoard((state) => state);
  const commands = words.map((name) => COMMANDS.find((candidate) => candidate.words === name)!);
  return (
    <Menu
      placement="top-start"
      entries={commands.map(({ words: value, keys, possible }) => ({ value, keys, disabled: !possible(board) }))}
      onChoose={(value) => commands.find((candidate) => candidate.words === value)?.run(openBoard(store)!)}
      trigger={(props) => (
        <Action type="button" {...props}>
          {label} <ChevronDown size={13} aria-hidden />
        </Action>
      )}
    />
  );
});

/** Why the last command was refused. */
function Notice() {
  const store = useBoardStore();
  const notice = useBoard((state) => state.notice);
  if (notice === undefined) return null;
  return (
    <Flex
      position="absolute"
      left="28px"
      bottom="44px"
      maxWidth="480px"
      bg="card"
      border="1px solid"
      borderColor="vermilion"
      color="vermilion"
      px="10px"
      py="6px"
      gap="10px"
      zIndex={4}
      role="alert"
    >
      <Box>■ {notice}</Box>
      <chakra.button
        type="button"
        aria-label="Dismiss"
        cursor="pointer"
        onClick={() => store.getState().set({ notice: undefined })}
      >
        ×
      </chakra.button>
    </Flex>
  );
}
