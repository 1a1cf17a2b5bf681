'use client';

import { Box, Flex, Grid, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { counted } from '../../../core/counted';
import type { Block } from '../../../core/format/document';
import { type PartSketch, READY_PARTS, type ReadyPart, emptyGrid, readyBlock } from '../../../core/format/ready-parts';
import { partStyle } from '../../../core/format/starting';
import { parseLength } from '../../../core/geometry/length';
import { Dialog } from '../../controls/dialog';
import { Problem, Row, TextInput } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';

const Part = chakra('button', {
  base: {
    border: '1px solid',
    borderColor: 'line',
    bg: 'paper',
    px: '9px',
    py: '6px',
    textAlign: 'left',
    cursor: 'pointer',
    _hover: { borderColor: 'plum' },
  },
});

const newId = () => crypto.randomUUID();

/** What a ready part brings, in a few words. */
const partInWords = ({ rows, heights, widths, grow }: PartSketch): string =>
  grow
    ? `${counted(widths.length, 'column')}, grows ${grow.direction}ward`
    : `${counted(rows.flat().length, 'cell')}, ${counted(heights.length, 'row')}`;

/** Adds a block: an empty grid of columns × rows, or a ready part to go on from. */
export function AddBlockDialog({ onClose }: { onClose: () => void }) {
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const [fields, setFields] = useState({
    name: 'Block',
    columns: '4',
    rows: '3',
    ...(document.unit === 'in' ? { width: '1.25', height: '0.375' } : { width: '30', height: '10' }),
  });
  const [problem, setProblem] = useState<string>();
  const add = (block: Block) => {
    const { perform, set } = store.getState();
    const free = block.dock.corner === 'lower right' && block.dock.to.length === 0;
    const occupied = document.blocks.find((other) => other.dock.corner === 'lower right' && other.dock.to.length === 0);
    const docked =
      free && occupied
        ? { ...block, dock: { ...block.dock, to: [{ block: occupied.id, side: 'above' as const }] } }
        : block;
    const outcome = perform({ op: 'add block', block: docked });
    if (!outcome.ok) {
      setProblem(outcome.reason);
      return;
    }
    set({ selection: { kind: 'block', block: block.id } });
    onClose();
  };
  const addGrid = () => {
    const [columns, rows] = [Number(fields.columns), Number(fields.rows)];
    const [width, height] = [parseLength(fields.width, document.unit), parseLength(fields.height, document.unit)];
    const whole = (value: number) => Number.isInteger(value) && value >= 1 && value <= 100;
    if (!fields.name.trim()) setProblem('A block needs a name.');
    else if (!whole(columns) || !whole(rows)) setProblem('Columns and rows are whole numbers from 1 to 100.');
    else if (!width.ok || !height.ok) setProblem(!width.ok ? width.reason : !height.ok ? height.reason : '');
    else if (width.mm < 0.5 || height.mm < 0.5) setProblem('A column or row is at least 0.5 mm.');
    else
      add(
        emptyGrid(
          fields.name.trim(),
          columns,
          rows,
          { width: width.mm, height: height.mm },
          partStyle(document),
          newId,
        ),
      );
  };
  const field = (key: keyof typeof fields, label: string) => (
    <TextInput
      aria-label={label}
      value={fields[key]}
      onChange={(event) => setFields({ ...fields, [key]: event.target.value })}
    />
  );
  return (
    <Dialog
      open
      title="Add a block"
      width="520px"
      onClose={onClose}
      action={{ words: 'Add the grid', form: 'grid-form' }}
    >
      <form
        id="grid-form"
        onSubmit={(event) => {
          event.preventDefault();
          addGrid();
        }}
      >
        <Row label="Name">{field('name', 'Name')}</Row>
        <Row label="Grid">
          <Flex align="center" gap="6px" whiteSpace="nowrap">
            {field('columns', 'Columns')} columns × {field('rows', 'Rows')} rows
          </Flex>
        </Row>
        <Row label={`Each, ${document.unit}`}>
          <Flex align="center" gap="6px" whiteSpace="nowrap">
            {field('width', 'Column width')} wide, {field('height', 'Row height')} high
          </Flex>
        </Row>
        {problem && <Problem>{problem}</Problem>}
      </form>
      <Box pt="12px" pb="5px" fontWeight={600}>
        Or a ready part
      </Box>
      <Grid templateColumns="1fr 1fr" gap="6px">
        {(Object.keys(READY_PARTS) as ReadyPart[]).map((part) => (
          <Part
            key={part}
            type="button"
            onClick={() => add(readyBlock(part, partStyle(document), newId, document.blocks))}
          >
            <Box fontWeight={500}>{READY_PARTS[part].name}</Box>
            <Box fontSize="13px" color="soft">
              {partInWords(READY_PARTS[part])}
            </Box>
          </Part>
        ))}
      </Grid>
    </Dialog>
  );
}
