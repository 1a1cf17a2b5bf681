'use client';

import { Box, Flex, Grid as Columns, chakra } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { counted } from '../../../core/counted';
import type { Block } from '../../../core/format/document';
import { type PartSketch, READY_PARTS, type ReadyPart, emptyGrid, readyBlock } from '../../../core/format/ready-parts';
import { type Part as PartToPut, puttingPart } from '../../../core/format/part';
import { partStyle } from '../../../core/format/starting';
import { type LengthUnit, parseLength } from '../../../core/geometry/length';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { removePart } from '../../../contract/parts';
import { Button } from '../../controls/button';
import { partsQuery } from '../../data/queries';
import { ask } from '../../data/request';
import { Dialog } from '../../controls/dialog';
import { Problem, Row, TextInput } from '../../controls/field';
import { bringPictures } from '../details/putting-pictures';
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

const count = z
  .string()
  .transform(Number)
  .refine(
    (value) => Number.isInteger(value) && value >= 1 && value <= 100,
    'Columns and rows are whole numbers from 1 to 100.',
  );

/** A length as it is typed in a unit, at least half a millimetre; read as mm. */
const typedLength = (unit: LengthUnit) =>
  z.string().transform((text, context) => {
    const length = parseLength(text, unit);
    if (length.ok && length.mm >= 0.5) return length.mm;
    context.addIssue({ code: 'custom', message: length.ok ? 'A column or row is at least 0.5 mm.' : length.reason });
    return z.NEVER;
  });

/** An empty grid as it is asked for, in a unit. */
const gridIn = (unit: LengthUnit) =>
  z.object({
    name: z.string().trim().min(1, 'A block needs a name.'),
    columns: count,
    rows: count,
    width: typedLength(unit),
    height: typedLength(unit),
  });
const GRIDS = { mm: gridIn('mm'), in: gridIn('in') };
type Grid = z.output<typeof GRIDS.mm>;

/** Adds a block: an empty grid of columns × rows, or a ready part to go on from. */
export function AddBlockDialog({ onClose }: { onClose: () => void }) {
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const { register, handleSubmit, formState, setError } = useForm({
    resolver: zodResolver(document.unit === 'in' ? GRIDS.in : GRIDS.mm),
    defaultValues: {
      name: 'Block',
      columns: '4',
      rows: '3',
      ...(document.unit === 'in' ? { width: '1.25', height: '0.375' } : { width: '30', height: '10' }),
    },
  });
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
      setError('root', { message: outcome.reason });
      return;
    }
    set({ selection: { kind: 'block', block: block.id } });
    onClose();
  };
  const put = async (part: PartToPut) => {
    await bringPictures(store, part.blocks);
    const { perform } = store.getState();
    const outcome = perform(puttingPart(document, part, newId));
    if (outcome.ok) onClose();
    else setError('root', { message: outcome.reason });
  };
  const addGrid = handleSubmit(({ name, columns, rows, width, height }) =>
    add(emptyGrid(name, columns, rows, { width, height }, partStyle(document), newId)),
  );
  const { errors } = formState;
  const field = (key: keyof Grid, label: string) => (
    <TextInput aria-label={label} aria-invalid={errors[key] !== undefined} {...register(key)} />
  );
  const problem = [errors.name, errors.columns, errors.rows, errors.width, errors.height, errors.root].find(Boolean);
  return (
    <Dialog
      open
      title="Add a block"
      width="520px"
      onClose={onClose}
      action={{ words: 'Add the grid', form: 'grid-form' }}
    >
      <form id="grid-form" onSubmit={(event) => void addGrid(event)}>
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
        {problem && <Problem>{problem.message}</Problem>}
      </form>
      <Box pt="12px" pb="5px" fontWeight={600}>
        Or a ready part
      </Box>
      <Columns templateColumns="1fr 1fr" gap="6px">
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
      </Columns>
      <OfficeParts onPut={(part) => void put(part)} />
    </Dialog>
  );
}

/** The office's own parts, kept from other formats. */
function OfficeParts({ onPut }: { onPut: (part: PartToPut) => void }) {
  const { data: parts } = useQuery(partsQuery);
  const client = useQueryClient();
  if (!parts || parts.length === 0) return null;
  const takeOut = async (id: string) => {
    await ask(removePart, { params: { id } }).catch(() => undefined);
    await client.invalidateQueries({ queryKey: partsQuery.queryKey });
  };
  return (
    <Box as="section" aria-label="Parts of the office">
      <Box pt="12px" pb="5px" fontWeight={600}>
        Or a part of the office
      </Box>
      <Columns templateColumns="1fr 1fr" gap="6px">
        {parts.map(({ id, part, madeBy }) => (
          <Flex key={id} align="stretch">
            <Part type="button" flex="1" onClick={() => onPut(part)}>
              <Box fontWeight={500}>{part.name}</Box>
              <Box fontSize="13px" color="soft">
                {counted(part.blocks.length, 'block')}, kept by {madeBy}
              </Box>
            </Part>
            <Button
              type="button"
              look="quiet"
              aria-label={`Remove the part ${part.name}`}
              onClick={() => void takeOut(id)}
            >
              ×
            </Button>
          </Flex>
        ))}
      </Columns>
    </Box>
  );
}
