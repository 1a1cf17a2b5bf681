'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { Foreseen, Foresight, OnSheet } from '../../../core/drawing/foreseeing';
import { foreseenWords } from '../../../core/drawing/foreseen-words';

const Entry = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    py: '3px',
    pl: '8px',
    fontSize: '14px',
    borderLeft: '3px solid transparent',
    overflowWrap: 'anywhere',
    cursor: 'pointer',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', borderLeftColor: 'plum' },
    _disabled: { cursor: 'default', _hover: { bg: 'transparent' } },
  },
});

type Mark = { sign: string; colour: string };
const BAD: Mark = { sign: '■', colour: 'vermilion' };
const CARE: Mark = { sign: '▲', colour: 'ochre' };
const GOOD: Mark = { sign: '●', colour: 'pine' };
const PLAIN: Mark = { sign: '–', colour: 'soft' };

function markOf(one: Foreseen): Mark {
  switch (one.kind) {
    case 'finding':
      return one.is === 'settled' ? GOOD : one.weight === 'blocks release' ? BAD : CARE;
    case 'gone':
    case 'no sheet':
      return BAD;
    case 'aside':
    case 'signature':
    case 'asked':
    case 'zone':
      return CARE;
    case 'converted':
    case 'in another cell':
    case 'item':
    case 'printed':
    case 'rows':
    case 'sheets':
    case 'size':
    case 'view':
      return PLAIN;
  }
}

/** Where on the sheets something is that a move does. */
export const placeOf = (one: Foreseen): OnSheet | { sheet: number } | undefined =>
  'on' in one && one.on ? one.on : 'sheet' in one ? { sheet: one.sheet } : undefined;

/** What a move does to a drawing, the worst first, each a place on its sheets where it has one. */
export function ForeseenList(props: {
  foresight: Foresight;
  chosen: Foreseen | undefined;
  onChoose: (one: Foreseen) => void;
}) {
  const { foresight, chosen, onChoose } = props;
  const { things } = foresight;
  if (things.length === 0)
    return (
      <Box color="pine" fontSize="14px">
        ● The sheets stay as they are.
      </Box>
    );
  return things.map((one, i) => {
    const { sign, colour } = markOf(one);
    return (
      <Entry
        key={`${i} ${foreseenWords(one)}`}
        type="button"
        disabled={!placeOf(one)}
        aria-pressed={chosen === one}
        onClick={() => onChoose(one)}
      >
        <Box as="span" color={colour} pr="6px">
          {sign}
        </Box>
        {foresight.sheets.length > 1 && 'on' in one && one.on && one.kind !== 'finding' && `Sheet ${one.on.sheet}: `}
        {foreseenWords(one)}
      </Entry>
    );
  });
}
