'use client';

import { Box, chakra } from '@chakra-ui/react';
import { counted } from '../../core/counted';
import type { DrawnSheet } from '../../core/drawing/sheets';
import type { Composed } from '../../core/scene/compose';
import type { PlannedSheet } from '../../core/scene/planning';
import { SheetPicture } from '../sheet/sheet-picture';

const Tile = chakra('button', {
  base: {
    display: 'block',
    textAlign: 'left',
    border: '1px solid',
    borderColor: 'line',
    bg: 'card',
    flexShrink: 0,
    _hover: { borderColor: 'plum' },
    _pressed: { borderColor: 'plum', boxShadow: 'inset 0 3px 0 var(--chakra-colors-plum)' },
  },
});

const FOUND = new Set([
  'views do not fit',
  'sheet mostly empty',
  'view off its area',
  'view on another',
  'part not left whole',
  'view not to be seen',
  'shape of another assembly',
]);

/** What is found about the views of a sheet. */
export const viewFindings = (composed: Composed | undefined) =>
  (composed?.report.findings ?? []).filter(({ code }) => FOUND.has(code));

/** One sheet as a starter makes it, small: its picture, its name, its size and scale, and what is found about its views. */
export function SheetTile(props: {
  planned: PlannedSheet<DrawnSheet>;
  composed: Composed | undefined;
  height: number;
  pressed: boolean;
  onClick: () => void;
}) {
  const { planned, composed, height, pressed, onClick } = props;
  const { number } = planned.place;
  const report = composed?.report;
  const name = planned.sheet.name || `Sheet ${number}`;
  const found = viewFindings(composed).length;
  const ratio = report ? report.sheet.width / report.sheet.height : Math.SQRT2;
  return (
    <Tile type="button" aria-pressed={pressed} aria-label={name} onClick={onClick}>
      <Box height={`${height}px`} width={`${Math.round(height * ratio)}px`} bg="desk" p="4px">
        {composed && <SheetPicture scene={composed.scene} marked={[]} />}
      </Box>
      <Box px="7px" py="3px" fontSize="13px" width={`${Math.round(height * ratio)}px`}>
        <Box truncate>
          {number} {planned.follows ? 'continued' : name}
        </Box>
        <Box color="soft" truncate>
          {[report?.sheet.name, report?.views?.scale].filter(Boolean).join(' · ')}
          {found > 0 && (
            <Box as="span" color="ochre">
              {' '}
              ▲ {counted(found, 'finding')}
            </Box>
          )}
        </Box>
      </Box>
    </Tile>
  );
}
