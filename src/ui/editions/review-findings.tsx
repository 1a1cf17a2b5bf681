'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { useState } from 'react';
import { counted } from '../../core/counted';
import type { Finding, Weight } from '../../core/findings/finding';
import { findingWords } from '../../core/findings/words';
import { Button } from '../controls/button';
import { WeightMark } from '../controls/mark';

const HEAVIEST: readonly Weight[] = ['blocks release', 'warning', 'note'];

const byWeight = (findings: readonly Finding[]): Finding[] =>
  findings.toSorted((a, b) => HEAVIEST.indexOf(a.weight) - HEAVIEST.indexOf(b.weight));

/** How many findings of all sheets are listed at once. */
const LISTED = 60;

const Entry = chakra('button', {
  base: {
    flex: '1',
    minWidth: 0,
    textAlign: 'left',
    cursor: 'pointer',
    _hover: { textDecoration: 'underline' },
    _pressed: { color: 'plum', fontWeight: 600 },
  },
});

/** What is noticed on the sheet that is looked at, each a place on it and a way to the board; and how much there is on all sheets. */
export function ReviewFindings(props: {
  /** Those of all sheets that nobody has accepted, each once. */
  all: readonly Finding[];
  /** Those of the sheet. */
  onSheet: readonly Finding[];
  /** Which sheet it is. */
  words: string;
  chosen: Finding | undefined;
  onChoose: (finding: Finding) => void;
  /** The board with the place of a finding selected. */
  boardOf: (finding: Finding) => string;
}) {
  const { all, onSheet, words, chosen, onChoose, boardOf } = props;
  const [shown, setShown] = useState(LISTED);
  if (all.length === 0) return <Box color="pine">● Everything fits, on every sheet.</Box>;
  const blocking = all.filter(({ weight }) => weight === 'blocks release').length;
  return (
    <>
      <Box fontSize="13px" color="soft" pb="4px">
        {words}
      </Box>
      {onSheet.length === 0 && <Box color="pine">● Nothing is to be settled on this sheet.</Box>}
      {byWeight(onSheet).map((finding, i) => (
        <Flex key={i} gap="6px" fontSize="13px" pb="3px" align="start">
          <WeightMark weight={finding.weight} />
          <Entry type="button" aria-pressed={finding === chosen} onClick={() => onChoose(finding)}>
            {findingWords(finding)}
          </Entry>
          <Link href={boardOf(finding)} style={{ textDecoration: 'underline', whiteSpace: 'nowrap' }}>
            Settle…
          </Link>
        </Flex>
      ))}
      <Box as="details" fontSize="13px" pt="4px">
        <Box as="summary" cursor="pointer">
          {counted(all.length, 'finding')} on all sheets
          {blocking > 0 && `; ${blocking === 1 ? '1 blocks' : `${blocking} block`} the release`}
        </Box>
        {byWeight(all)
          .slice(0, shown)
          .map((finding, i) => (
            <Flex key={i} gap="6px" pb="2px">
              <WeightMark weight={finding.weight} />
              <Box>{findingWords(finding)}</Box>
            </Flex>
          ))}
        {all.length > shown && (
          <Button type="button" look="quiet" onClick={() => setShown(shown + LISTED)}>
            {Math.min(LISTED, all.length - shown)} more
          </Button>
        )}
      </Box>
    </>
  );
}
