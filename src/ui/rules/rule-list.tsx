'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import type { CountView } from '../../contract/rule-books';
import { Button } from '../controls/button';
import { WeightMark } from '../controls/mark';
import { type ListedCheck, WEIGHT_WORDS, foundBy } from './checks';

const Entry = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'baseline',
    gap: '7px',
    width: '100%',
    textAlign: 'left',
    px: '14px',
    py: '3px',
    cursor: 'pointer',
    borderLeft: '3px solid transparent',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', borderColor: 'plum' },
  },
});

/** The checks of a book by group: what each weighs, whether the house differs, and how many it finds today. */
export function RuleList(props: {
  groups: readonly { group: string; checks: readonly ListedCheck[] }[];
  count: CountView | null | undefined;
  chosen: string | undefined;
  onChoose: (key: string) => void;
  /** Absent for a book that cannot be changed. */
  onAdd?: (() => void) | undefined;
}) {
  const { groups, count, chosen, onChoose, onAdd } = props;
  return (
    <>
      {groups.map(({ group, checks }) => (
        <Box key={group} as="section" aria-label={group} pb="8px">
          <Flex align="baseline" px="14px" borderBottom="1px solid" borderColor="line" mb="2px">
            <Box as="h2" fontSize="14px" fontWeight={600} flex="1">
              {group}
            </Box>
            {group === 'Checks of the house' && onAdd && (
              <Button type="button" look="quiet" height="22px" fontSize="13px" onClick={onAdd}>
                Add a check…
              </Button>
            )}
          </Flex>
          {checks.map((check) => {
            const { formats, drawings } = foundBy(count, check.key);
            const found = formats + drawings;
            return (
              <Entry
                key={check.key}
                type="button"
                data-check={check.key}
                aria-pressed={chosen === check.key}
                onClick={() => onChoose(check.key)}
              >
                <Box width="14px" flexShrink={0} textAlign="center">
                  {check.weight === 'off' ? (
                    <Box as="span" color="soft" role="img" aria-label="off">
                      ○
                    </Box>
                  ) : (
                    <WeightMark weight={check.weight} />
                  )}
                </Box>
                <Box flex="1" minWidth={0} color={check.weight === 'off' ? 'soft' : undefined}>
                  {check.words.name}
                  {check.house?.trouble !== undefined && (
                    <Box as="span" color="vermilion">
                      {' '}
                      ■ property gone
                    </Box>
                  )}
                </Box>
                {(check.change ?? (check.house?.own ? true : undefined)) !== undefined && (
                  <Box as="span" color="plum" fontSize="13px">
                    house
                  </Box>
                )}
                <Box fontSize="13px" color="soft" width="90px" textAlign="right" flexShrink={0}>
                  {WEIGHT_WORDS[check.weight]}
                </Box>
                <Box
                  fontSize="13px"
                  width="36px"
                  textAlign="right"
                  flexShrink={0}
                  fontWeight={found > 0 ? 600 : 400}
                  color={found > 0 ? undefined : 'soft'}
                >
                  {count && check.weight !== 'off' ? found : ''}
                </Box>
              </Entry>
            );
          })}
          {checks.length === 0 && (
            <Box px="14px" fontSize="13px" color="soft">
              A check of your own: a property, and what is demanded of it.
            </Box>
          )}
        </Box>
      ))}
      {groups.length === 0 && (
        <Box px="14px" color="soft">
          No checks match.
        </Box>
      )}
    </>
  );
}
