'use client';

import { Progress as Base } from '@chakra-ui/react';

/** How far work has come, as a bar. */
export function Progress({ label, done, of }: { label: string; done: number; of: number }) {
  return (
    <Base.Root value={Math.min(done, of)} max={Math.max(1, of)} aria-label={label}>
      <Base.Track aria-label={label}>
        <Base.Range />
      </Base.Track>
    </Base.Root>
  );
}
