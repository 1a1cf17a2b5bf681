import { Box, Flex } from '@chakra-ui/react';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { SheetTile } from './sheet-tile';
import type { StartedOn } from './use-started';

/** The sheets that a starter makes of one model, side by side, and what it leaves out. */
export function TriedOn(props: {
  on: StartedOn;
  shown: number | undefined;
  onShow: (number: number) => void;
  onRemove: (() => void) | undefined;
}) {
  const { on, shown, onShow, onRemove } = props;
  return (
    <Box px="12px" pt="6px">
      <Flex gap="8px" align="baseline">
        <Box fontWeight={600} fontSize="14px">
          {on.name}
        </Box>
        <Box fontSize="13px" color="soft">
          {counted(on.sheets.length, 'sheet')}
        </Box>
        <Box fontSize="13px" color="ochre" flex="1">
          {on.leftOut.length > 0 && `▲ ${on.leftOut.join(' ')}`}
        </Box>
        {onRemove && (
          <Button type="button" look="quiet" aria-label={`Try it no more on ${on.name}`} onClick={onRemove}>
            ×
          </Button>
        )}
      </Flex>
      <Flex gap="8px" overflowX="auto" pb="6px">
        {on.sheets.map(({ planned, composed }) => (
          <SheetTile
            key={planned.place.number}
            planned={planned}
            composed={composed}
            height={92}
            pressed={shown === planned.place.number}
            onClick={() => onShow(planned.place.number)}
          />
        ))}
      </Flex>
    </Box>
  );
}
