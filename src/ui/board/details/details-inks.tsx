'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Ink } from '../../../core/format/document';
import { refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CommitField, Problem } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import { Section } from './details-parts';

/** The format's small list of inks: every line and every lettering is in one of them. */
export function InkSection() {
  const store = useBoardStore();
  const inks = useBoard((board) => board.document.inks);
  const [problem, setProblem] = useState<string>();
  const { perform, endTyping } = store.getState();
  const set = (next: Ink[], typing?: string) => {
    const outcome = perform({ op: 'set sheet', change: { inks: next } }, typing);
    setProblem(outcome.ok ? undefined : outcome.reason);
    return outcome;
  };
  const change = (id: string, part: Partial<Ink>, typing?: string) =>
    set(
      inks.map((ink) => (ink.id === id ? { ...ink, ...part } : ink)),
      typing,
    );
  return (
    <Section title="Inks">
      {inks.map((ink) => (
        <Flex key={ink.id} align="start" gap="6px" py="1px">
          <Box flex="1" minWidth={0}>
            <CommitField
              bare
              label={`Name of ${ink.name}`}
              value={ink.name}
              onCommit={(text) =>
                text.trim() ? change(ink.id, { name: text.trim() }) : refuse('An ink needs a name.')
              }
            />
          </Box>
          <Box width="82px">
            <CommitField
              bare
              label={`Colour of ${ink.name}`}
              value={ink.colour}
              onCommit={(text) => {
                const colour = /^#?([0-9a-f]{6})$/i.exec(text.trim());
                return colour
                  ? change(ink.id, { colour: `#${colour[1]!.toUpperCase()}` })
                  : refuse('Six hexadecimal digits, such as #22262E.');
              }}
            />
          </Box>
          <input
            type="color"
            aria-label={`Pick the colour of ${ink.name}`}
            value={ink.colour}
            onChange={(event) => change(ink.id, { colour: event.target.value.toUpperCase() }, `ink ${ink.id}`)}
            onBlur={endTyping}
            style={{ width: 26, height: 26, padding: 0, border: '1px solid var(--chakra-colors-line)' }}
          />
          <Button
            look="quiet"
            type="button"
            aria-label={`Remove ${ink.name}`}
            disabled={inks.length === 1}
            onClick={() => set(inks.filter((other) => other.id !== ink.id))}
          >
            ×
          </Button>
        </Flex>
      ))}
      <Button
        type="button"
        mt="4px"
        onClick={() => set([...inks, { id: crypto.randomUUID(), name: `Ink ${inks.length + 1}`, colour: '#7A2E5D' }])}
      >
        + Ink
      </Button>
      {problem && <Problem>{problem}</Problem>}
    </Section>
  );
}
