'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { CountScope } from '../../contract/rule-books';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { Problem } from '../controls/field';
import { Progress } from '../controls/progress';
import { isGoing } from './queries';
import type { Counts } from './use-counts';

/** What a book finds today: over what it is counted, how far a count is, and what it has come to. */
export function CountPane(props: {
  counts: Counts;
  scope: CountScope;
  /** Why nobody counts here; undefined when one may. */
  whyNot: string | undefined;
  onScope: (scope: CountScope) => void;
  children: ReactNode;
}) {
  const { counts, scope, whyNot, onScope, children } = props;
  const { count } = counts;
  return (
    <Box borderTop="2px solid" borderColor="ink" mt="14px" pt="8px">
      <Flex align="center" gap="10px" pb="6px">
        <Box as="h3" fontWeight={600}>
          Found today
        </Box>
        <Choice
          label="Counted over"
          value={scope}
          options={[
            { value: 'following', label: 'That follow it' },
            { value: 'all', label: 'All of the office' },
          ]}
          onChange={onScope}
        />
        <Box flex="1" />
        {isGoing(count) ? (
          <Button type="button" onClick={() => counts.stop('count')}>
            Stop
          </Button>
        ) : (
          <Button type="button" disabled={whyNot !== undefined} title={whyNot} onClick={() => counts.startCount(scope)}>
            Count again
          </Button>
        )}
      </Flex>
      {counts.problem !== undefined && <Problem>{counts.problem}</Problem>}
      {count && isGoing(count) && (
        <Flex align="center" gap="8px" pb="6px" role="status" aria-label="Counting">
          <Box flex="1">
            <Progress label="Counting" done={count.done} of={count.things} />
          </Box>
          <Box fontSize="13px" color="soft">
            {count.done} of {count.things}
            {count.rate > 0 && `, ${count.rate.toFixed(1)} a second`}
          </Box>
        </Flex>
      )}
      {count?.state === 'failed' && <Problem>{count.trouble ?? 'The count failed.'}</Problem>}
      {count?.state === 'stopped' && (
        <Box fontSize="13px" color="ochre" pb="4px">
          ▲ Stopped after {count.done} of {count.things} formats and drawings.
        </Box>
      )}
      {count?.outdated && !isGoing(count) && (
        <Box fontSize="13px" color="ochre" pb="4px">
          ▲ The book has been changed since it was counted.
        </Box>
      )}
      {count === null && (
        <Box color="soft" fontSize="14px">
          Nothing has been counted yet.
        </Box>
      )}
      {children}
    </Box>
  );
}
