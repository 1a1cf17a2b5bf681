'use client';

import { Box } from '@chakra-ui/react';
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';
import type { PropertyDefinition } from '../../core/property/definition';
import { Dialog } from '../controls/dialog';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

/** How many specimens have each property that models bring, the least covered first. */
export function CoverageDialog(props: {
  lines: readonly { definition: PropertyDefinition; has: number | undefined }[];
  specimens: number;
  onClose: () => void;
}) {
  const { lines, specimens, onClose } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const covered = lines.flatMap(({ definition, has }) =>
    has === undefined ? [] : [{ name: definition.name, has, must: definition.mustHave }],
  );
  const sorted = covered.toSorted((a, b) => a.has - b.has);
  useEffect(() => {
    if (!canvas.current) return;
    const colour = (name: string) =>
      getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${name}`).trim();
    const chart = new Chart(canvas.current, {
      type: 'bar',
      data: {
        labels: sorted.map(({ name }) => name),
        datasets: [
          {
            data: sorted.map(({ has }) => Math.round(has * specimens)),
            backgroundColor: sorted.map(({ has, must }) => colour(has < 1 && must ? 'ochre' : 'pine')),
          },
        ],
      },
      options: {
        indexAxis: 'y',
        animation: false,
        font: { family: getComputedStyle(document.body).fontFamily, size: 13 },
        maintainAspectRatio: false,
        plugins: { tooltip: { callbacks: { label: ({ raw }) => `${String(raw)} of ${specimens} specimens` } } },
        scales: {
          x: {
            min: 0,
            max: specimens,
            ticks: { precision: 0, color: colour('soft') },
            title: { display: true, text: 'specimens', color: colour('soft') },
          },
          y: { ticks: { color: colour('ink'), autoSkip: false } },
        },
      },
    });
    return () => chart.destroy();
  });
  return (
    <Dialog open title="How many specimens have each property" width="640px" onClose={onClose}>
      <Box height="460px">
        <canvas
          ref={canvas}
          role="img"
          aria-label={sorted
            .map(({ name, has }) => `${name}: ${Math.round(has * specimens)} of ${specimens}`)
            .join(', ')}
        />
      </Box>
      <Box fontSize="13px" color="soft" pt="6px">
        Ochre: not every specimen has it, though models must.
      </Box>
    </Dialog>
  );
}
