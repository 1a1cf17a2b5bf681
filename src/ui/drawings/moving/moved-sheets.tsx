'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Foresight } from '../../../core/drawing/foreseeing';
import type { Box as SheetBox } from '../../../core/geometry/box';
import type { Composed } from '../../../core/scene/compose';
import { ComparedSheets, WAYS, type Way } from '../../compare/compared-sheets';
import { Choice } from '../../controls/choice';
import { SheetPicture } from '../../sheet/sheet-picture';

/** The sheets of a drawing before and after, one at a time, laid over each other. */
export function MovedSheets(props: {
  sheets: Foresight['sheets'];
  names: { before: string; after: string };
  shown: number;
  place: SheetBox | undefined;
  onShow: (sheet: number) => void;
}) {
  const { sheets, names, shown, place, onShow } = props;
  const [way, setWay] = useState<Way>('laid over');
  const sheet = sheets.find(({ number }) => number === shown) ?? sheets[0];
  return (
    <Flex direction="column" height="100%">
      <Flex gap="10px" pb="6px" align="center" wrap="wrap">
        {sheets.length > 1 && (
          <Choice
            label="Sheet"
            value={String(sheet?.number ?? 1)}
            options={sheets.map(({ number }) => ({ value: String(number), label: String(number) }))}
            onChange={(number) => onShow(Number(number))}
          />
        )}
        <Choice
          label="Look at them"
          value={way}
          options={WAYS.map((value) => ({ value, label: value[0]!.toUpperCase() + value.slice(1) }))}
          onChange={setWay}
        />
      </Flex>
      <Box flex="1" minHeight={0} border="1px solid" borderColor="line">
        {sheet?.before && sheet.after ? (
          <ComparedSheets before={sheet.before.scene} after={sheet.after.scene} names={names} way={way} place={place} />
        ) : (
          sheet && (
            <OnlyOne
              one={sheet.before ?? sheet.after}
              words={sheet.before ? 'This sheet goes.' : 'This sheet comes.'}
            />
          )
        )}
      </Box>
    </Flex>
  );
}

function OnlyOne({ one, words }: { one: Composed | undefined; words: string }) {
  return (
    <Flex direction="column" height="100%" bg="desk">
      <Box px="10px" py="4px" fontSize="14px">
        {words}
      </Box>
      <Box flex="1" minHeight={0}>
        {one && <SheetPicture scene={one.scene} marked={[]} />}
      </Box>
    </Flex>
  );
}
