'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import type { CountView } from '../../contract/rule-books';
import { type ListedCheck, foundBy } from './checks';
import { NothingFound } from './nothing-found';

const BarChart = dynamic(() => import('../controls/bar-chart'), { ssr: false });

/** What every check finds today, the most first, on formats and on drawings. */
export function CountsOverview(props: {
  checks: readonly ListedCheck[];
  count: CountView;
  onOpen: (key: string) => void;
}) {
  const { checks, count, onOpen } = props;
  const found = checks
    .map((check) => ({ check, ...foundBy(count, check.key) }))
    .filter(({ formats, drawings }) => formats + drawings > 0)
    .toSorted((a, b) => b.formats + b.drawings - a.formats - a.drawings);
  if (found.length === 0) return <NothingFound count={count} />;
  return (
    <Box height={`${56 + found.length * 24}px`}>
      <BarChart
        label={`Findings: ${found.map(({ check, formats, drawings }) => `${check.words.name}, ${formats} on formats, ${drawings} on drawings`).join('; ')}`}
        rows={found.map(({ check }) => check.words.name)}
        series={[
          { name: 'on formats', values: found.map(({ formats }) => formats), colours: found.map(() => 'plum') },
          { name: 'on drawings', values: found.map(({ drawings }) => drawings), colours: found.map(() => 'ochre') },
        ]}
        axis="findings: plum on formats, ochre on drawings"
        onOpen={(row) => onOpen(found[row]!.check.key)}
      />
    </Box>
  );
}
