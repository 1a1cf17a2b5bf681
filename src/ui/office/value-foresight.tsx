'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import type { ForeseenValue } from '../../contract/places';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';

/** Says before a value of the office is kept what it does to drawings in work, and asks whether they take it over. */
export function ValueForesight(props: {
  name: string;
  foreseen: ForeseenValue;
  onSettle: (choice: 'all' | 'new drawings only' | 'undo') => void;
}) {
  const { name, foreseen, onSettle } = props;
  const { drawings, signed, lookedAt, worse, named } = foreseen;
  return (
    <Box
      role="alertdialog"
      aria-label={`${name} on drawings in work`}
      fontSize="14px"
      borderLeft="2px solid"
      borderColor="ochre"
      pl="8px"
      my="4px"
    >
      <Box>
        Not saved yet. {counted(drawings, 'drawing')} in work {drawings === 1 ? 'prints' : 'print'} {name}.
        {lookedAt < drawings && ` The newest ${lookedAt} were looked at.`}
        {signed > 0 && ` Changing it removes the signatures on ${counted(signed, 'drawing')}.`}
      </Box>
      {worse === 0 ? (
        <Box>Everything still fits on {lookedAt === 1 ? 'it' : 'them'}.</Box>
      ) : (
        <Box color="vermilion">
          ■ On {worse} of them something no longer fits:
          <Box as="ul" listStyleType="none" color="ink">
            {named.map(({ id, number, sheet, says }) => (
              <Box as="li" key={id}>
                <Link href={`/drawings/${id}`} style={{ textDecoration: 'underline' }}>
                  {number || 'Trial drawing'}
                </Link>
                , sheet {sheet}: {says}
              </Box>
            ))}
            {worse > named.length && <Box as="li">and {counted(worse - named.length, 'more drawing')}</Box>}
          </Box>
        </Box>
      )}
      <Flex gap="6px" pt="4px" wrap="wrap">
        <Button type="button" look="primary" onClick={() => onSettle('all')}>
          Change all drawings in work
        </Button>
        <Button type="button" onClick={() => onSettle('new drawings only')}>
          New drawings only
        </Button>
        <Button type="button" look="quiet" onClick={() => onSettle('undo')}>
          Undo
        </Button>
      </Flex>
    </Box>
  );
}
