'use client';

import { Box } from '@chakra-ui/react';
import { Button } from '../controls/button';
import { Strip } from '../controls/strip';
import type { TakenOff } from './drawing-store';

/** Says which signatures a change takes off before it is saved, and asks whether to go on. */
export function TakesOffStrip(props: { signatures: readonly TakenOff[]; onSettle: (takeOff: boolean) => void }) {
  const { signatures, onSettle } = props;
  return (
    <Strip asks label="This change removes signatures">
      <Box flex="1" minWidth={0} color="ochre">
        ▲ Your change is not saved yet: it changes what prints, and removes the{' '}
        {signatures.length === 1 ? 'signature' : 'signatures'} of{' '}
        {signatures.map(({ name, by }) => `${by} (${name})`).join(', ')}.
      </Box>
      <Button type="button" onClick={() => onSettle(false)}>
        Undo the change
      </Button>
      <Button type="button" look="primary" onClick={() => onSettle(true)}>
        Save and remove
      </Button>
    </Strip>
  );
}
