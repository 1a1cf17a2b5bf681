'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Block, Cell } from '../../../core/format/document';
import type { SetCell } from '../../../core/format/steps/set-cell';
import { formatLength, trimNumber } from '../../../core/geometry/length';
import { styleOn } from '../../../core/lettering/style';
import type { CellReport } from '../../../core/scene/report';
import type { Outcome } from '../../../core/refusal';
import { CommitField, Row, Select, SelectRow } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import { withCaption } from './cell-content';
import { CellHolds } from './cell-holds';
import { Button } from '../../controls/button';
import { LookRows } from './details-lettering';
import { LineRows } from './details-lines';
import { Section } from './details-parts';
import { FindingList } from './finding-list';
import { selectedEverywhere, selectedIds } from '../commands/selection';
import { FitGauge } from '../desk/fit-gauge';
import { LengthRow, typedLength } from './length-row';
import { useSheet } from '../desk/use-sheet';

const ACROSS = ['left', 'centre', 'right'] as const;
const UP = [
  { value: 'top', label: 'top' },
  { value: 'middle', label: 'middle' },
  { value: 'base', label: 'base line' },
  { value: 'bottom', label: 'bottom' },
] as const;

/** The details of one cell: what it carries, numbers first, what the fit came to, and where its values come from. */
export function CellDetails({ block, cell }: { block: Block; cell: Cell }) {
  const sheet = useSheet();
  const document = useBoard((board) => board.document);
  const report = sheet.ok ? sheet.report.cells.find((candidate) => candidate.id === cell.id) : undefined;
  const findings = sheet.ok ? sheet.report.findings.filter(({ place }) => place.cell === cell.id) : [];
  const { perform, endTyping } = useBoardStore().getState();
  const change = (changes: SetCell['change'], typing?: string) =>
    perform({ op: 'set cell', block: block.id, cell: cell.id, change: changes }, typing && `${typing} of ${cell.id}`);
  const changeLook = useLookChange();
  const others = useBoard((board) => selectedIds(board.selection).length - 1);
  const textual = cell.contents.every((content) => 'parts' in content);
  return (
    <>
      <Section title={report?.name ?? 'Cell'}>
        <CommitField
          label="Caption"
          value={cell.caption?.text ?? ''}
          live
          onLeave={endTyping}
          onCommit={(text) => change({ caption: withCaption(cell, text, document) }, 'caption')}
        />
        {cell.caption && <CaptionLook caption={cell.caption} change={changeCaptions(changeLook)} />}
        <CellHolds block={block.id} cell={cell} onChange={change} endTyping={endTyping} />
      </Section>
      <Section>
        <CellSize block={block} cell={cell} report={report} />
        {others > 0 && (
          <Box fontSize="13px" color="plum" py="2px">
            Lettering, placing and insets change in all {others + 1} selected cells.
          </Box>
        )}
        <LetteringRows of={cell} change={changeLook} />
        <SelectRow
          label="Turned"
          value={String(cell.turn)}
          options={['0', '90', '270'].map((value) => ({ value, label: `${value}°` }))}
          onChange={(turn) => void changeLook(() => ({ turn: Number(turn) as Cell['turn'] }))}
        />
        <PlacingRows of={cell} change={changeLook} />
      </Section>
      <Section title="Lines">
        <SelectedLines block={block} />
      </Section>
      {textual && (
        <Section title="When the text is too long">
          <FitGauge cell={cell} report={report} onChange={(changes) => changeLook(() => changes)} />
        </Section>
      )}
      <FindingList findings={findings} title="Findings here" />
      {report && report.trace.length > 0 && (
        <Section title="Comes from">
          {report.trace.map((trace, i) => (
            <Box key={i} fontSize="13px" pb="4px">
              {[
                trace.name,
                trace.alias && `read as “${trace.alias}”`,
                trace.variant ? `variant ${trace.variant}` : undefined,
                trace.from ?? `no ${trace.source}`,
                trace.standIn,
              ]
                .filter(Boolean)
                .join(' ▸ ')}
            </Box>
          ))}
        </Section>
      )}
    </>
  );
}

/** The lines about everything that is selected, not only the first cell. */
function SelectedLines({ block }: { block: Block }) {
  const selection = useBoard((board) => board.selection);
  const ids = selectedIds(selection);
  return <LineRows block={block} cells={block.cells.filter((cell) => ids.includes(cell.id))} />;
}

function SelectPlain<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <Select aria-label={props.label} value={props.value} onChange={(event) => props.onChange(event.target.value as T)}>
      {props.options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </Select>
  );
}

/** Width and height of a cell: a number to type where it spans one track, what it adds up to where it spans several. */
function CellSize({ block, cell, report }: { block: Block; cell: Cell; report: CellReport | undefined }) {
  const unit = useBoard((board) => board.document.unit);
  const { perform } = useBoardStore().getState();
  return (['column', 'row'] as const).map((axis) => {
    const [from, span] = axis === 'column' ? [cell.column, cell.columnSpan] : [cell.row, cell.rowSpan];
    const tracks = axis === 'column' ? block.columns : block.rows;
    const track = tracks[from];
    const label = axis === 'column' ? 'Width' : 'Height';
    const box = report && (block.turn % 180 === 0) === (axis === 'column') ? report.box.width : report?.box.height;
    if (span > 1 || !track || box === undefined) {
      return (
        <Row key={axis} label={label}>
          <Box pt="4px">
            {box === undefined ? 'not on this size' : `${formatLength(box, unit)} ${unit}`}
            {span > 1 && <Box as="span" color="soft">{` over ${span} ${axis}s`}</Box>}
          </Box>
        </Row>
      );
    }
    if ('share' in track) {
      return (
        <CommitField
          key={axis}
          label={label}
          value={formatLength(box, unit)}
          suffix={`${unit} shared`}
          onCommit={(text) => {
            const length = typedLength(text, unit);
            if (!length.ok) return length;
            return perform({ op: 'set track', block: block.id, axis, track: track.id, size: length.value });
          }}
        />
      );
    }
    return (
      <LengthRow
        key={axis}
        label={label}
        length={track.size}
        onChange={(size) => perform({ op: 'set track', block: block.id, axis, track: track.id, size })}
      />
    );
  });
}

/** What is lettered and placed: a cell's text, or its caption. */
type Lettered = Pick<Cell, 'lettering' | 'override' | 'place'>;
type LetteredChange = (
  change: (one: Lettered) => Partial<Omit<Lettered, 'override'>> & { override?: Lettered['override'] | null },
  typing?: string,
) => Outcome<object>;

type LookChange = (change: (cell: Cell) => SetCell['change'], typing?: string) => Outcome<object>;

/** Changes the look of every selected cell in one step, in whatever block it is. */
function useLookChange(): LookChange {
  const store = useBoardStore();
  return (change, typing) => {
    const { board, perform } = store.getState();
    const selected = selectedEverywhere(board!);
    const steps = selected.map(({ block, cell }) => ({
      op: 'set cell' as const,
      block: block.id,
      cell: cell.id,
      change: change(cell),
    }));
    const [only, ...rest] = steps;
    if (!only) return { ok: true };
    const key = typing && `${typing} of ${only.cell}`;
    return rest.length === 0
      ? perform(only, key)
      : perform({ op: 'together', name: `Look of ${steps.length} cells`, steps }, key);
  };
}

/** Changes the captions of all selected cells that have one. */
const changeCaptions =
  (changeLook: LookChange): LetteredChange =>
  (change, typing) =>
    changeLook(
      ({ caption }) => {
        if (!caption) return {};
        const { override, ...rest } = { ...caption, ...change(caption) };
        return { caption: { ...rest, ...(override && { override }) } };
      },
      typing && `caption ${typing}`,
    );

/** The lettering and placing of captions, folded until it is wanted. */
function CaptionLook({ caption, change }: { caption: NonNullable<Cell['caption']>; change: LetteredChange }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Row label="">
        <Button type="button" look="quiet" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Fold the caption’s look' : 'Lettering and place of the caption…'}
        </Button>
      </Row>
      {isOpen && (
        <Box role="group" aria-label="Look of the caption" borderLeft="2px solid" borderColor="line" pl="8px" mb="6px">
          <LetteringRows of={caption} change={change} />
          <PlacingRows of={caption} change={change} />
        </Box>
      )}
    </>
  );
}

/** Where a text stands in its cell, and how far from the cell's lines. */
function PlacingRows({ of, change }: { of: Lettered; change: LetteredChange }) {
  return (
    <>
      <Row label="Placed">
        <Flex gap="4px">
          <SelectPlain
            label="Placed across"
            value={of.place.across}
            options={ACROSS.map((value) => ({ value, label: value }))}
            onChange={(across) => void change((one) => ({ place: { ...one.place, across } }))}
          />
          <SelectPlain
            label="Placed up"
            value={of.place.up}
            options={UP}
            onChange={(up) => void change((one) => ({ place: { ...one.place, up } }))}
          />
        </Flex>
      </Row>
      {(['x', 'y'] as const).map((axis) => (
        <LengthRow
          key={axis}
          label={axis === 'x' ? 'Inset across' : 'Inset up'}
          length={of.place.inset[axis]}
          least={0}
          typing={`inset ${axis}`}
          onChange={(length, typing) =>
            change((one) => ({ place: { ...one.place, inset: { ...one.place.inset, [axis]: length } } }), typing)
          }
        />
      ))}
    </>
  );
}

/** The lettering style of a text, and what differs from it there. */
function LetteringRows({ of, change }: { of: Lettered; change: LetteredChange }) {
  const letterings = useBoard((board) => board.document.letterings);
  const sizeId = useBoard((board) => board.sizeId);
  const [own, setOwn] = useState(false);
  const styles = letterings.map((style) => styleOn(style, sizeId));
  const style = styles.find((candidate) => candidate.id === of.lettering);
  return (
    <>
      <SelectRow
        label="Lettering"
        value={of.lettering}
        options={styles.map((one) => ({ value: one.id, label: `${one.name} · ${trimNumber(one.height, 2)} mm` }))}
        onChange={(lettering) => void change(() => ({ lettering }))}
      />
      <Row label="In this cell">
        <Flex gap="4px">
          <Button type="button" aria-expanded={own} onClick={() => setOwn(!own)}>
            {of.override ? `${Object.keys(of.override).length} of its own` : 'as the style'}
          </Button>
          {of.override && (
            <Button type="button" look="quiet" onClick={() => change(() => ({ override: null }))}>
              Back to the style
            </Button>
          )}
        </Flex>
      </Row>
      {own && style && (
        <Box borderLeft="2px solid" borderColor="plum" pl="8px">
          <LookRows
            look={{ ...style, ...of.override }}
            change={(part) => change((one) => ({ override: { ...one.override, ...part } }))}
          />
        </Box>
      )}
    </>
  );
}
