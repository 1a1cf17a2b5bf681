import { Box } from '@chakra-ui/react';
import type { CountView } from '../../contract/rule-books';

/** What a count says of what it has found nothing of: only one that has come to its end says that nothing is found. */
export function NothingFound({ count: { state, done, things } }: { count: CountView }) {
  if (state === 'done')
    return (
      <Box fontSize="14px" color="pine">
        ● Nothing is found on {done} formats and drawings.
      </Box>
    );
  return (
    <Box fontSize="14px" color="soft">
      {done === 0
        ? 'None of the formats and drawings has been looked at yet.'
        : `Nothing so far, on ${done} of ${things} formats and drawings.`}
    </Box>
  );
}
