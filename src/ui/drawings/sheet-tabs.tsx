'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import type { DrawnSheet } from '../../core/drawing/sheets';
import type { PlannedSheet } from '../../core/scene/planning';

const Tab = chakra('button', {
  base: {
    px: '10px',
    height: '28px',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    borderRight: '1px solid',
    borderColor: 'line',
    fontSize: '14px',
    _hover: { bg: 'plumWash' },
    _selected: { bg: 'card', boxShadow: 'inset 0 2px 0 var(--chakra-colors-plum)' },
  },
});

/** The sheets of a drawing side by side; those that follow by themselves are said to. */
export function SheetTabs(props: {
  planned: readonly PlannedSheet<DrawnSheet>[];
  shown: number;
  onShow: (number: number) => void;
}) {
  const { planned, shown, onShow } = props;
  return (
    <Flex
      role="tablist"
      aria-label="Sheets"
      flexShrink={0}
      overflowX="auto"
      borderBottom="1px solid"
      borderColor="line"
      bg="paper"
      onKeyDown={(event) => {
        const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
        const next = planned[shown - 1 + by];
        if (by === 0 || !next) return;
        onShow(next.place.number);
        event.currentTarget.querySelectorAll<HTMLElement>('[role=tab]')[next.place.number - 1]?.focus();
      }}
    >
      {planned.map(({ place, sheet, document, sizeId, follows }) => (
        <Tab
          key={place.number}
          type="button"
          role="tab"
          aria-selected={place.number === shown}
          tabIndex={place.number === shown ? 0 : -1}
          title={follows && 'Follows by itself: a table goes on from the sheet before'}
          onClick={() => onShow(place.number)}
        >
          <Box as="span" fontWeight={600}>
            {place.number}
          </Box>{' '}
          {follows ? (
            <Box as="span" fontStyle="italic" color="soft">
              {'continued '}
            </Box>
          ) : (
            sheet.name && `${sheet.name} `
          )}
          <Box as="span" color="soft" fontSize="13px">
            {document.sizes.find((size) => size.id === sizeId)?.name}
          </Box>
        </Tab>
      ))}
    </Flex>
  );
}
