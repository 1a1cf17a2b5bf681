import type { BlockLine } from '../../format/block-lines';
import type { LaidBlock } from '../../format/layout';
import { hasException, lengthAt, withLength } from '../../format/length-value';
import { TOLERANCE, roundLength } from '../../geometry/length';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedSheet, blockPlace } from '../looked-at';

interface Level {
  /** Where the line lies across its direction, and from where to where along it. */
  at: number;
  from: number;
  to: number;
}

/**
 * Lines of different blocks that run the same way, overlap or touch in extent and lie over the tolerance and under the book's limit
 * apart. One finding for each pair of blocks and direction, with the repair that moves the smaller block.
 */
export const alignment: Check<LookedSheet> = {
  codes: ['nearly aligned'],
  look({ laid, lines, sizeId, rules }) {
    const findings: Finding[] = [];
    const { within } = limitsOf(rules, 'nearly aligned');
    const levels = lines.map((ofBlock) => ({ x: levelsOf(ofBlock, 'x'), y: levelsOf(ofBlock, 'y') }));
    laid.forEach((one, i) => {
      for (let j = i + 1; j < laid.length; j++) {
        for (const across of ['x', 'y'] as const) {
          const distance = nearest(levels[i]![across], levels[j]![across], within);
          if (distance !== undefined) findings.push(finding(one, laid[j]!, across, distance, sizeId));
        }
      }
    });
    return findings;
  },
};

function levelsOf(lines: readonly BlockLine[], across: 'x' | 'y'): Level[] {
  const along = across === 'x' ? 'y' : 'x';
  return lines
    .filter(({ from, to }) => Math.abs(from[across] - to[across]) <= TOLERANCE)
    .map(({ from, to }) => ({
      at: from[across],
      from: Math.min(from[along], to[along]),
      to: Math.max(from[along], to[along]),
    }));
}

/** The smallest distance of two lines that are nearly in line: from the first's to the second's; undefined for none. */
function nearest(one: Level[], other: Level[], within: number): number | undefined {
  let best: number | undefined;
  for (const a of one) {
    for (const b of other) {
      const distance = b.at - a.at;
      if (Math.abs(distance) <= TOLERANCE || Math.abs(distance) >= within) continue;
      if (a.from > b.to + TOLERANCE || b.from > a.to + TOLERANCE) continue;
      if (best === undefined || Math.abs(distance) < Math.abs(best)) best = distance;
    }
  }
  return best;
}

function finding(one: LaidBlock, other: LaidBlock, across: 'x' | 'y', distance: number, sizeId: string): Finding {
  const area = ({ box }: LaidBlock) => box.width * box.height;
  const [smaller, larger, by] = area(one) < area(other) ? [one, other, distance] : [other, one, -distance];
  const { dock } = smaller.block;
  const moved = roundLength(lengthAt(dock.offset[across], sizeId) + by);
  const offset = {
    ...dock.offset,
    [across]: withLength(dock.offset[across], moved, hasException(dock.offset[across], sizeId) ? sizeId : undefined),
  };
  return noticed(
    'nearly aligned',
    {
      lines: across === 'x' ? 'upright' : 'level',
      other: larger.block.id,
      otherName: larger.block.name,
      distance: roundLength(Math.abs(distance)),
    },
    blockPlace(smaller.block),
    {
      kind: { kind: 'line up' },
      steps: [{ op: 'set block', block: smaller.block.id, change: { dock: { ...dock, offset } } }],
    },
  );
}
