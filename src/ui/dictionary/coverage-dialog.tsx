'use client';

import { Box } from '@chakra-ui/react';
import type { PropertyDefinition } from '../../core/property/definition';
import BarChart from '../controls/bar-chart';
import { Dialog } from '../controls/dialog';

/** How many specimens have each property that models bring, the least covered first. */
export function CoverageDialog(props: {
  lines: readonly { definition: PropertyDefinition; has: number | undefined }[];
  specimens: number;
  onClose: () => void;
}) {
  const { lines, specimens, onClose } = props;
  const covered = lines.flatMap(({ definition, has }) =>
    has === undefined ? [] : [{ name: definition.name, has, must: definition.mustHave }],
  );
  const sorted = covered.toSorted((a, b) => a.has - b.has);
  const counts = sorted.map(({ has }) => Math.round(has * specimens));
  return (
    <Dialog open title="How many specimens have each property" width="640px" onClose={onClose}>
      <Box height="460px">
        <BarChart
          label={sorted.map(({ name }, i) => `${name}: ${counts[i]!} of ${specimens}`).join(', ')}
          rows={sorted.map(({ name }) => name)}
          series={[
            {
              name: 'specimens',
              values: counts,
              colours: sorted.map(({ has, must }) => (has < 1 && must ? 'ochre' : 'pine')),
            },
          ]}
          axis="specimens"
          most={specimens}
          words={(row) => `${counts[row]!} of ${specimens} specimens`}
        />
      </Box>
      <Box fontSize="13px" color="soft" pt="6px">
        Ochre: not every specimen has it, though models must.
      </Box>
    </Dialog>
  );
}
