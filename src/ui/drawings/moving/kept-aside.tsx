'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { isSigned } from '../../../core/drawing/signing';
import { valueText } from '../../../core/property/value';
import type { Outcome } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { Problem, Select } from '../../controls/field';
import type { OpenDrawing } from '../drawing-store';
import { askedOf } from '../use-sheets';

/** What a drawing no longer prints since it was moved: each value is put under a question, or removed. */
export function KeptAside(props: {
  open: OpenDrawing;
  locked: boolean;
  onPut: (place: number, to: string | null) => Promise<Outcome<object>>;
}) {
  const { open, locked, onPut } = props;
  const { aside } = open.drawing;
  const [problem, setProblem] = useState<string>();
  if (aside.length === 0) return null;
  const asked = askedOf(open);
  const free = asked.filter((one) => !isSigned(one, asked));
  const put = async (place: number, to: string | null) => {
    const outcome = await onPut(place, to);
    setProblem(outcome.ok ? undefined : outcome.reason);
  };
  return (
    <Box as="section" aria-label="Kept aside" px="12px" pt="14px">
      <Box as="h2" fontWeight={600}>
        Kept aside
      </Box>
      <Box fontSize="13px" color="soft" pb="4px">
        Given on a former format, and printed nowhere now.
      </Box>
      {aside.map(({ of, key, name, value, from }, place) => (
        <Box key={`${place} ${key}`} borderTop="1px solid" borderColor="line" py="4px">
          <Flex gap="6px" align="baseline">
            <Box flex="1" minWidth={0} overflowWrap="anywhere">
              {name}: “{valueText(value)}”
              <Box fontSize="12px" color="soft">
                {of === 'overruled' ? 'Overruled on' : 'From'} {from}
              </Box>
            </Box>
            {!locked && (
              <Button type="button" look="quiet" aria-label={`Remove ${name}`} onClick={() => void put(place, null)}>
                ×
              </Button>
            )}
          </Flex>
          {!locked && of === 'answer' && (
            <Select
              aria-label={`Put ${name} under`}
              value=""
              onChange={({ target }) => target.value && void put(place, target.value)}
            >
              <option value="">Put it under…</option>
              {free.map((one) => (
                <option key={one.key} value={one.key}>
                  {one.name}
                </option>
              ))}
            </Select>
          )}
        </Box>
      ))}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}
