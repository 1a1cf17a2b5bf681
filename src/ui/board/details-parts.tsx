'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Finding } from '../../core/scene/report';
import { Button } from '../controls/button';
import { WeightMark } from '../controls/mark';
import { useBoardStore } from './board-store';

/** A ruled-off part of the details. */
export function Section({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <Box px="12px" py="8px" borderBottom="1px solid" borderColor="line">
      {title && (
        <Box as="h3" fontWeight={600} pb="4px">
          {title}
        </Box>
      )}
      {children}
    </Box>
  );
}

const Place = chakra('button', {
  base: { display: 'block', textAlign: 'left', cursor: 'pointer', _hover: { textDecoration: 'underline' } },
});

/** Findings in plain words; a click goes to the place. */
export function FindingList({ findings, title }: { findings: readonly Finding[]; title: string }) {
  if (findings.length === 0) return null;
  return (
    <Section title={title}>
      {findings.map((finding, i) => (
        <Flex key={i} gap="6px" py="2px" fontSize="14px" align="start">
          <WeightMark weight={finding.weight} />
          <Place
            type="button"
            onClick={() => {
              const { block, cell } = finding;
              if (block === undefined) return;
              useBoardStore
                .getState()
                .set({ selection: cell === undefined ? { kind: 'block', block } : { kind: 'cell', block, cell } });
            }}
          >
            {finding.words}
          </Place>
          {finding.repair && (
            <Button type="button" onClick={() => useBoardStore.getState().act(finding.repair!.step)}>
              {finding.repair.words}
            </Button>
          )}
        </Flex>
      ))}
    </Section>
  );
}
