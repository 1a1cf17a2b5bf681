'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { FigureShape } from '../../../core/format/document';
import type { Length } from '../../../core/format/length-value';
import { trimNumber } from '../../../core/geometry/length';
import { type Outcome, refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CommitField } from '../../controls/field';
import { useBoard } from '../board-store';
import { LineLook } from './details-lines';
import { LengthRow } from './length-row';

const NAMES: Record<FigureShape['kind'], string> = { line: 'Line', rectangle: 'Rectangle', arc: 'Arc' };

/** A few lines, arcs and rectangles of one cell, each placed by number from the cell's lower left corner. */
export function FigureRows({
  figure,
  onChange,
}: {
  figure: FigureShape[];
  onChange: (figure: FigureShape[]) => Outcome<object>;
}) {
  const ink = useBoard((board) => board.document.frame.ink);
  const line = { width: 0.35, ink, type: 'continuous' as const };
  const fresh: Record<FigureShape['kind'], FigureShape> = {
    line: { kind: 'line', from: { x: 1, y: 1 }, to: { x: 9, y: 1 }, line },
    rectangle: { kind: 'rectangle', at: { x: 1, y: 1 }, width: 8, height: 4, line },
    arc: { kind: 'arc', centre: { x: 5, y: 5 }, radius: 3, fromDeg: 0, toDeg: 360, line },
  };
  return (
    <>
      {figure.map((shape, i) => {
        const set = (next: FigureShape) => onChange(figure.map((one, j) => (j === i ? next : one)));
        return (
          <Box key={i} borderLeft="2px solid" borderColor="plum" pl="8px" my="4px">
            <Flex align="center">
              <Box flex="1" fontWeight={500}>
                {NAMES[shape.kind]} {i + 1}
              </Box>
              <Button
                look="quiet"
                type="button"
                aria-label={`Remove ${NAMES[shape.kind].toLowerCase()} ${i + 1}`}
                onClick={() => onChange(figure.filter((_, j) => j !== i))}
              >
                ×
              </Button>
            </Flex>
            <ShapeRows shape={shape} onChange={set} />
            <LineLook line={shape.line} onChange={(part) => set({ ...shape, line: { ...shape.line, ...part } })} />
          </Box>
        );
      })}
      <Flex gap="4px" pt="4px" wrap="wrap">
        {(['line', 'rectangle', 'arc'] as const).map((kind) => (
          <Button key={kind} type="button" onClick={() => onChange([...figure, fresh[kind]])}>
            + {NAMES[kind]}
          </Button>
        ))}
      </Flex>
    </>
  );
}

function ShapeRows({ shape, onChange }: { shape: FigureShape; onChange: (shape: FigureShape) => Outcome<object> }) {
  const row = (label: string, length: Length, next: (length: Length) => FigureShape, least?: number) => (
    <LengthRow key={label} label={label} length={length} least={least} onChange={(value) => onChange(next(value))} />
  );
  if (shape.kind === 'line') {
    const { from, to } = shape;
    return [
      row('From, across', from.x, (x) => ({ ...shape, from: { ...from, x } })),
      row('From, up', from.y, (y) => ({ ...shape, from: { ...from, y } })),
      row('To, across', to.x, (x) => ({ ...shape, to: { ...to, x } })),
      row('To, up', to.y, (y) => ({ ...shape, to: { ...to, y } })),
    ];
  }
  if (shape.kind === 'rectangle') {
    const { at } = shape;
    return [
      row('At, across', at.x, (x) => ({ ...shape, at: { ...at, x } })),
      row('At, up', at.y, (y) => ({ ...shape, at: { ...at, y } })),
      row('Width', shape.width, (width) => ({ ...shape, width }), 0.1),
      row('Height', shape.height, (height) => ({ ...shape, height }), 0.1),
    ];
  }
  const { centre } = shape;
  const angle = (label: string, key: 'fromDeg' | 'toDeg') => (
    <CommitField
      key={label}
      label={label}
      value={trimNumber(shape[key], 3)}
      suffix="°"
      onCommit={(text) => {
        const value = Number(text.replace(',', '.').replace('°', ''));
        return Number.isFinite(value) && Math.abs(value) <= 720
          ? onChange({ ...shape, [key]: value })
          : refuse('An angle in degrees, counter-clockwise from the right.');
      }}
    />
  );
  return [
    row('Centre, across', centre.x, (x) => ({ ...shape, centre: { ...centre, x } })),
    row('Centre, up', centre.y, (y) => ({ ...shape, centre: { ...centre, y } })),
    row('Radius', shape.radius, (radius) => ({ ...shape, radius }), 0.1),
    angle('From', 'fromDeg'),
    angle('To', 'toDeg'),
  ];
}
