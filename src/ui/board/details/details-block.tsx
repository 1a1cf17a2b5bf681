'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useEffect } from 'react';
import type { Block, Corner, Side } from '../../../core/format/document';
import { BlockRole } from '../../../core/format/document';
import { trimNumber } from '../../../core/geometry/length';
import type { SetBlock } from '../../../core/format/steps/block-steps';
import { refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CommitField, Row, Select, SelectRow } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import type { ChangeBlock } from '../commands/change-block';
import { ConditionRows } from './condition-rows';
import { PartRows } from './part-rows';
import { GrowthSection } from './details-growth';
import { Section } from './details-parts';
import { LineRows } from './details-lines';
import { LengthRow } from './length-row';
import { useSheet } from '../desk/use-sheet';
import { useViewStore } from '../../sheet/view-store';

const CORNERS: Corner[] = ['lower right', 'lower left', 'upper right', 'upper left'];
const SIDES: Side[] = ['above', 'below', 'left', 'right'];
const ALIGNS = [
  { value: 'start', label: 'left or lower ends' },
  { value: 'middle', label: 'middles' },
  { value: 'end', label: 'right or upper ends' },
] as const;

/** A block as a whole: name, dock, extent, turn, when it appears, its lines. */
export function BlockDetails({ block }: { block: Block }) {
  const store = useBoardStore();
  const viewStore = useViewStore();
  const sheet = useSheet();
  const { perform, endTyping } = store.getState();
  const laid = sheet.ok ? sheet.report.blocks.find((candidate) => candidate.id === block.id) : undefined;
  const box = laid?.box;
  useEffect(() => {
    if (!box) return;
    viewStore.setState({ frameSelected: () => viewStore.getState().frame(box) });
    return () => viewStore.setState({ frameSelected: undefined });
  }, [box, viewStore]);
  const change = (changes: SetBlock['change'], typing?: string) =>
    perform({ op: 'set block', block: block.id, change: changes }, typing);
  return (
    <>
      <Section title={block.name}>
        <CommitField
          label="Name"
          value={block.name}
          live
          onLeave={endTyping}
          onCommit={(name) => (name.trim() ? change({ name }, `name of ${block.id}`) : refuse('A block needs a name.'))}
        />
        <SelectRow
          label="Is a"
          value={block.role}
          options={BlockRole.options.map((value) => ({
            value,
            label: value === 'other' ? 'other block' : `${value} block`,
          }))}
          onChange={(role) => void change({ role })}
        />
        <Row label="Size">
          <Box pt="4px">
            {laid ? `${trimNumber(laid.box.width, 3)} × ${trimNumber(laid.box.height, 3)} mm` : 'not on this size'}
          </Box>
        </Row>
        <ExtentRows block={block} onChange={change} />
        <SelectRow
          label="Turned"
          value={String(block.turn)}
          options={['0', '90', '180', '270'].map((value) => ({ value, label: `${value}°` }))}
          onChange={(turn) => void change({ turn: Number(turn) as Block['turn'] })}
        />
        <Flex pt="6px" gap="6px">
          {laid && (
            <Button type="button" onClick={() => viewStore.getState().frame(laid.box)}>
              Fill the view with it
            </Button>
          )}
          <Button
            type="button"
            aria-pressed={block.locked ?? false}
            onClick={() => void change({ locked: !block.locked })}
          >
            {block.locked ? 'Unlock' : 'Lock'}
          </Button>
        </Flex>
        <PartRows key={block.id} block={block} />
      </Section>
      <GrowthSection block={block} onChange={change} />
      <DockSection block={block} onChange={change} />
      <Section title="Appears">
        <ConditionRows condition={block.condition} onChange={(condition) => void change({ condition })} />
      </Section>
      <Section title="Lines">
        <LineRows block={block} cells={[]} />
      </Section>
    </>
  );
}

function ExtentRows({ block, onChange }: { block: Block; onChange: ChangeBlock }) {
  const sheet = useSheet();
  const laid = sheet.ok ? sheet.report.blocks.find((candidate) => candidate.id === block.id) : undefined;
  const present = { width: laid?.columnEdges.at(-1) ?? 100, height: laid?.rowEdges.at(-1) ?? 40 };
  return (['width', 'height'] as const).map((axis) => {
    const extent = block[axis];
    const kind = typeof extent === 'object' ? 'total' : extent;
    return (
      <Box key={axis}>
        <SelectRow
          label={axis === 'width' ? 'Width' : 'Height'}
          value={kind}
          options={[
            { value: 'sum', label: axis === 'width' ? 'what its columns add up to' : 'what its rows add up to' },
            { value: 'total', label: 'a fixed total' },
            { value: 'stretch', label: 'the whole drawing space' },
          ]}
          onChange={(next) => void onChange({ [axis]: next === 'total' ? { total: present[axis] } : next })}
        />
        {typeof extent === 'object' && (
          <LengthRow
            label="Total"
            length={extent.total}
            least={1}
            onChange={(total) => onChange({ [axis]: { total } })}
          />
        )}
      </Box>
    );
  });
}

function DockSection({ block, onChange }: { block: Block; onChange: ChangeBlock }) {
  const store = useBoardStore();
  const viewStore = useViewStore();
  const blocks = useBoard((board) => board.document.blocks);
  const others = blocks.filter((other) => other.id !== block.id);
  const { dock } = block;
  const tell = (outcome: ReturnType<ChangeBlock>) =>
    store.getState().set({ notice: outcome.ok ? undefined : outcome.reason });
  return (
    <Section title="Docked">
      {dock.to.map((support, i) => (
        <Row key={`${support.block}/${i}`} label={i === 0 ? 'First choice' : 'Else'}>
          <Flex gap="4px">
            <Select
              aria-label="Side"
              value={support.side}
              onChange={(event) =>
                tell(
                  onChange({
                    dock: {
                      ...dock,
                      to: dock.to.map((one, j) => (j === i ? { ...one, side: event.target.value as Side } : one)),
                    },
                  }),
                )
              }
            >
              {SIDES.map((side) => (
                <option key={side}>{side}</option>
              ))}
            </Select>
            <Select
              aria-label="Other block"
              value={support.block}
              onChange={(event) =>
                tell(
                  onChange({
                    dock: {
                      ...dock,
                      to: dock.to.map((one, j) => (j === i ? { ...one, block: event.target.value } : one)),
                    },
                  }),
                )
              }
            >
              {others.map((other) => (
                <option key={other.id} value={other.id}>
                  {other.name}
                </option>
              ))}
            </Select>
            <Button
              type="button"
              aria-label="Undock"
              onClick={() => tell(onChange({ dock: { ...dock, to: dock.to.filter((_, j) => j !== i) } }))}
            >
              ×
            </Button>
          </Flex>
        </Row>
      ))}
      {dock.to.length > 0 && (
        <SelectRow
          label="Lined up by"
          value={dock.align}
          options={ALIGNS}
          onChange={(align) => tell(onChange({ dock: { ...dock, align } }))}
        />
      )}
      <SelectRow
        label={dock.to.length > 0 ? 'Else in the' : 'In the'}
        value={dock.corner}
        options={CORNERS.map((value) => ({ value, label: `${value} corner` }))}
        onChange={(corner) => tell(onChange({ dock: { ...dock, corner } }))}
      />
      {(['x', 'y'] as const).map((axis) => (
        <LengthRow
          key={axis}
          label={axis === 'x' ? 'Moved right' : 'Moved up'}
          length={dock.offset[axis]}
          typing={`offset ${axis} of ${block.id}`}
          onChange={(length, typing) =>
            onChange({ dock: { ...dock, offset: { ...dock.offset, [axis]: length } } }, typing)
          }
        />
      ))}
      {others.length > 0 && (
        <Button
          type="button"
          title="Click the block and the side meant; nothing moves before that (D)"
          onClick={() => viewStore.setState({ docking: true })}
        >
          Dock to a block…
        </Button>
      )}
    </Section>
  );
}
