'use client';

import { Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type Block, type Cell, type Line, LineType } from '../../../core/format/document';
import { rangeAround } from '../../../core/format/ranges';
import { type Edge, edgesOf } from '../../../core/format/steps/line-steps';
import { refuse } from '../../../core/refusal';
import { CommitField, Row, Select, SelectRow } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';

/** Line widths of ISO 128-2, mm. */
const WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2];

/** Width, ink, type and hiding of a line, wherever it belongs. */
export function LineLook({
  line,
  onChange,
}: {
  line: Line;
  onChange: (part: Partial<Line>) => { ok: true } | { ok: false; reason: string };
}) {
  const inks = useBoard((board) => board.document.inks);
  return (
    <>
      <CommitField
        label="Line width"
        value={String(line.width)}
        suffix={WIDTHS.includes(line.width) ? 'mm' : 'mm, not in the series'}
        onCommit={(text) => {
          const width = Number(text.replace(',', '.').replace(/\s*mm$/, ''));
          return width >= 0.05 && width <= 5
            ? onChange({ width })
            : refuse('A line is 0.05 to 5 mm wide; the series is 0.13 to 2 mm.');
        }}
      />
      <Row label="Line">
        <Flex gap="4px">
          <Select
            aria-label="Line type"
            value={line.hidden ? 'hidden' : line.type}
            onChange={(event) =>
              void onChange(
                event.target.value === 'hidden'
                  ? { hidden: true }
                  : { hidden: false, type: event.target.value as LineType },
              )
            }
          >
            {LineType.options.map((type) => (
              <option key={type}>{type}</option>
            ))}
            <option value="hidden">hidden</option>
          </Select>
          {inks.length > 1 && (
            <Select aria-label="Ink" value={line.ink} onChange={(event) => void onChange({ ink: event.target.value })}>
              {inks.map((ink) => (
                <option key={ink.id} value={ink.id}>
                  {ink.name}
                </option>
              ))}
            </Select>
          )}
        </Flex>
      </Row>
    </>
  );
}

type Where = 'left' | 'right' | 'top' | 'bottom' | 'around' | 'outline' | 'inside' | 'whole';
const OF_CELLS: { value: Where; label: string }[] = [
  { value: 'around', label: 'around the selection' },
  { value: 'left', label: 'its left edge' },
  { value: 'right', label: 'its right edge' },
  { value: 'top', label: 'its upper edge' },
  { value: 'bottom', label: 'its lower edge' },
];
const OF_BLOCK: { value: Where; label: string }[] = [
  { value: 'outline', label: 'the block’s outline' },
  { value: 'inside', label: 'all inside the block' },
  { value: 'whole', label: 'the whole block' },
];

/** The lines of a block or about cells of it. */
export function LineRows({ block, cells }: { block: Block; cells: Cell[] }) {
  const store = useBoardStore();
  const [where, setWhere] = useState<Where>(cells.length > 0 ? 'around' : 'outline');
  const { perform } = store.getState();
  const edges = (): Edge[] => {
    const range = rangeAround(cells);
    const sides = where === 'around' ? (['left', 'right', 'top', 'bottom'] as const) : [where as 'left'];
    return sides.flatMap((side) => edgesOf(block, range, side));
  };
  const ofBlock = where === 'outline' || where === 'inside' || where === 'whole';
  const target = ofBlock ? where : edges();
  return (
    <>
      <SelectRow
        label="Lines"
        value={where}
        options={cells.length > 0 ? [...OF_CELLS, ...OF_BLOCK] : OF_BLOCK}
        onChange={setWhere}
      />
      <LineLook
        line={lineAt(block, target)}
        onChange={(part) => perform({ op: 'set lines', block: block.id, where: target, change: part })}
      />
    </>
  );
}

/** The look of the first line meant. */
function lineAt(block: Block, where: 'outline' | 'inside' | 'whole' | Edge[]): Line {
  const { outline, inside, edges } = block.lines;
  if (where === 'inside') return inside;
  if (typeof where === 'string' || where.length === 0) return outline;
  const first = where[0]!;
  const own = edges.find((edge) => edge.axis === first.axis && edge.after === first.after && edge.at === first.at);
  const last = (first.axis === 'column' ? block.columns : block.rows).at(-1)!.id;
  return own?.line ?? (first.after === null || first.after === last ? outline : inside);
}
