'use client';

import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

/** One kind of bar: its name and its colour for each row, by token. */
export interface BarSeries {
  name: string;
  values: readonly number[];
  colours: readonly string[];
}

/** Rows of level bars, those of several series one behind the other. A click on a row opens it. */
export default function BarChart(props: {
  label: string;
  rows: readonly string[];
  series: readonly BarSeries[];
  /** What is counted: findings. */
  axis: string;
  most?: number | undefined;
  words?: (row: number, series: number) => string;
  onOpen?: (row: number) => void;
}) {
  const { label, rows, series, axis, most, words, onOpen } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const colour = (name: string) =>
      getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${name}`).trim();
    const font = { family: getComputedStyle(document.body).fontFamily, size: 13 };
    const chart = new Chart(canvas.current, {
      type: 'bar',
      data: {
        labels: [...rows],
        datasets: series.map(({ name, values, colours }) => ({
          label: name,
          data: [...values],
          backgroundColor: colours.map(colour),
          maxBarThickness: 18,
        })),
      },
      options: {
        indexAxis: 'y',
        animation: false,
        maintainAspectRatio: false,
        onClick: (_, [hit]) => {
          if (hit) onOpen?.(hit.index);
        },
        plugins: {
          tooltip: {
            callbacks: words ? { label: ({ dataIndex, datasetIndex }) => words(dataIndex, datasetIndex) } : {},
          },
        },
        scales: {
          x: {
            stacked: true,
            min: 0,
            ...(most !== undefined && { max: most }),
            ticks: { precision: 0, color: colour('soft'), font },
            title: { display: true, text: axis, color: colour('soft'), font },
          },
          y: { stacked: true, ticks: { color: colour('ink'), autoSkip: false, font: { ...font, size: 14 } } },
        },
      },
    });
    return () => chart.destroy();
  });
  return <canvas ref={canvas} role="img" aria-label={label} />;
}
