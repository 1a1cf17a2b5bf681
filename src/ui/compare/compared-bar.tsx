'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { Show } from '../../core/scene/resources';
import { Choice } from '../controls/choice';
import type { Filled } from '../data/office';
import { SHOWS } from '../sheet/shows';
import { NO_MODEL, SpecimenPicker } from '../specimens/specimen-picker';
import { WAYS, type Way } from './compared-sheets';

/** The first sheet of a drawing, or one that follows. */
type Nth = 'first' | 'following';

/** What of two formats is looked at, and how. */
export interface Look {
  sizeId: string | undefined;
  nth: Nth;
  show: Show;
  way: Way;
}

const NTH: readonly { value: Nth; label: string }[] = [
  { value: 'first', label: 'First' },
  { value: 'following', label: 'Following' },
];

/** Which sheet of two formats is compared, what it shows, which model fills it, and how both are looked at. */
export function ComparedBar(props: {
  look: Look;
  /** The sizes that both have. */
  sizes: readonly { id: string; name: string }[];
  /** Whether anything tells first sheets from those that follow. */
  hasFollowing: boolean;
  /** What the model that both are filled from is called; absent for none. */
  model: string | undefined;
  onLook: (change: Partial<Look>) => void;
  onFill: (filled: Filled | undefined) => void;
}) {
  const { look, sizes, hasFollowing, model, onLook, onFill } = props;
  return (
    <Flex
      align="center"
      gap="10px"
      px="12px"
      py="5px"
      bg="paper"
      borderBottom="1px solid"
      borderColor="line"
      wrap="wrap"
    >
      {look.sizeId !== undefined && (
        <Choice
          label="Size"
          value={look.sizeId}
          options={sizes.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(sizeId) => onLook({ sizeId })}
        />
      )}
      {hasFollowing && <Choice label="Sheet" value={look.nth} options={NTH} onChange={(nth) => onLook({ nth })} />}
      <Choice label="Show" value={look.show} options={SHOWS} onChange={(show) => onLook({ show })} />
      <Box width="170px">
        <SpecimenPicker
          label="Filled from"
          shown={model ?? NO_MODEL.label}
          variants
          first={NO_MODEL}
          onChoose={onFill}
        />
      </Box>
      <Choice
        label="Look at them"
        value={look.way}
        options={WAYS.map((value) => ({ value, label: value[0]!.toUpperCase() + value.slice(1) }))}
        onChange={(way) => onLook({ way })}
      />
    </Flex>
  );
}
