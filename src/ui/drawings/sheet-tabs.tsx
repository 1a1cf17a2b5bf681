'use client';

import { Box, Tabs } from '@chakra-ui/react';
import type { DrawnSheet } from '../../core/drawing/sheets';
import type { PlannedSheet } from '../../core/scene/planning';

/** What the tabs show one sheet of a time in. */
export const SHEET_PANEL = 'sheet-of-drawing';

/** The sheets of a drawing side by side; those that follow by themselves are said to. */
export function SheetTabs(props: {
  planned: readonly PlannedSheet<DrawnSheet>[];
  shown: number;
  onShow: (number: number) => void;
}) {
  const { planned, shown, onShow } = props;
  return (
    <Tabs.Root variant="enclosed" value={String(shown)} onValueChange={({ value }) => onShow(Number(value))}>
      <Tabs.List aria-label="Sheets">
        {planned.map(({ place, sheet, document, sizeId, follows }) => (
          <Tabs.Trigger
            key={place.number}
            value={String(place.number)}
            aria-controls={SHEET_PANEL}
            title={follows && 'Follows by itself: a table goes on from the sheet before'}
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
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  );
}
