'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useEffect } from 'react';
import type { z } from 'zod';
import type { BookChange, CountScope } from '../../contract/rule-books';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { Progress } from '../controls/progress';
import { isGoing } from './queries';
import { type Counts, FEW } from './use-counts';

/** How long nothing is changed before it is looked ahead, ms. */
const QUIET_MS = 400;

/** What a change of a check would add and settle, before it is made. With many formats and drawings it is looked ahead when asked. */
export function LookAhead(props: {
  counts: Counts;
  change: z.infer<typeof BookChange>;
  check: string;
  scope: CountScope;
  things: number;
}) {
  const { counts, change, check, scope, things } = props;
  const ahead = counts.aheadOf(change);
  const byItself = things <= FEW;
  const { lookAhead } = counts;
  const key = JSON.stringify(change);
  useEffect(() => {
    if (!byItself) return;
    const timer = setTimeout(() => lookAhead(JSON.parse(key) as typeof change, scope), QUIET_MS);
    return () => clearTimeout(timer);
  }, [byItself, key, scope, lookAhead]);
  const sums = ahead === 'replaced' ? undefined : ahead?.checks[check];
  const added = (sums?.formats.added ?? 0) + (sums?.drawings.added ?? 0);
  const settled = (sums?.formats.settled ?? 0) + (sums?.drawings.settled ?? 0);
  return (
    <Box role="status" aria-label="What it would change" fontSize="14px" py="6px">
      {counts.aheadProblem !== undefined ? (
        <Problem>{counts.aheadProblem}</Problem>
      ) : !ahead || ahead === 'replaced' ? (
        byItself && !ahead ? (
          <Box color="soft">Looking at what it would change…</Box>
        ) : (
          <Button type="button" onClick={() => lookAhead(change, scope)}>
            Look ahead at {things} formats and drawings
          </Button>
        )
      ) : isGoing(ahead) ? (
        <Flex align="center" gap="8px">
          <Box flex="1">
            <Progress label="Looking ahead" done={ahead.done} of={ahead.things} />
          </Box>
          <Box color="soft" fontSize="13px">
            {ahead.done} of {ahead.things}
          </Box>
          <Button type="button" look="quiet" onClick={() => counts.stop('ahead')}>
            Stop
          </Button>
        </Flex>
      ) : ahead.state === 'failed' ? (
        <Problem>{ahead.trouble ?? 'It could not be looked ahead.'}</Problem>
      ) : added + settled === 0 ? (
        ahead.state === 'stopped' ? (
          `It would change nothing on the ${ahead.done} of ${ahead.things} looked at.`
        ) : (
          `It would change nothing on ${ahead.done} formats and drawings.`
        )
      ) : (
        <>
          It would add <b>{counted(added, 'finding')}</b> and settle <b>{counted(settled, 'finding')}</b>
          {ahead.state === 'stopped' && ` on the ${ahead.done} of ${ahead.things} looked at`}.
        </>
      )}
    </Box>
  );
}
