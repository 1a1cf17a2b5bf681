'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { Difference } from '../../core/format/comparing/differences';
import { Button } from '../controls/button';
import type { Taking } from './use-taking';

const Entry = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    px: '14px',
    py: '5px',
    borderBottom: '1px solid',
    borderColor: 'line',
    borderLeft: '3px solid transparent',
    cursor: 'pointer',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', borderLeftColor: 'plum' },
    _disabled: { cursor: 'default', _hover: { bg: 'transparent' } },
  },
});

/** What changed from one format to another in the office's words, each a place on the sheet where it has one. */
export function ChangesList(props: {
  changes: readonly Difference[];
  /** What is apart beside the documents: the profile, the rule book. */
  beside: readonly { words: string; was: string; is: string }[];
  chosen: string | undefined;
  onChoose: (change: Difference) => void;
  taking: Taking;
}) {
  const { changes, beside, chosen, onChoose, taking } = props;
  if (changes.length + beside.length === 0)
    return (
      <Box px="14px" py="8px" color="pine">
        ● They are alike in everything.
      </Box>
    );
  return (
    <>
      {beside.map(({ words, was, is }) => (
        <Entry key={words} type="button" disabled>
          <Said words={words} was={was} is={is} />
        </Entry>
      ))}
      {changes.map((change) => (
        <Box key={change.place} position="relative">
          <Entry
            type="button"
            disabled={!change.at}
            aria-pressed={chosen === change.place}
            pr={taking.words ? '92px' : '14px'}
            onClick={() => onChoose(change)}
          >
            <Said words={change.words} was={change.theirs} is={change.mine} />
          </Entry>
          {taking.words && (
            <Box position="absolute" right="8px" top="5px">
              <Button
                type="button"
                look="quiet"
                aria-label={`${taking.words}: ${change.words}`}
                onClick={() => taking.take(change)}
              >
                {taking.words}
              </Button>
            </Box>
          )}
        </Box>
      ))}
    </>
  );
}

function Said({ words, was, is }: { words: string; was: string; is: string }) {
  return (
    <>
      <Box fontWeight={500}>{words}</Box>
      <Box fontSize="13px" color="soft" overflowWrap="anywhere">
        <Box as="span" textDecoration="line-through">
          {was}
        </Box>{' '}
        →{' '}
        <Box as="span" color="ink">
          {is}
        </Box>
      </Box>
    </>
  );
}
