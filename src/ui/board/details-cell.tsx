'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Block, Cell, Part } from '../../core/format/document';
import type { SetCell } from '../../core/format/steps/set-cell';
import { partsOf } from '../../core/format/names';
import { formatLength, parseLength, trimNumber } from '../../core/geometry/length';
import type { Missing } from '../../core/property/display';
import type { CellReport } from '../../core/scene/report';
import { type Outcome, refuse } from '../../core/refusal';
import { CommitField, Row, SelectRow } from '../controls/field';
import { useBoard, useBoardStore } from './board-store';
import { withCaption, withParts } from './cell-content';
import { CellHolds } from './cell-holds';
import { Button } from '../controls/button';
import { LookRows } from './details-lettering';
import { LineRows } from './details-lines';
import { FindingList, Section } from './details-parts';
import { selectedIds } from './selection';
import { FitGauge } from './fit-gauge';
import { shownLength } from './track-numbers';
import { useSheet } from './use-sheet';

const MISSING: { value: string; label: string; missing: Missing }[] = [
  { value: 'dash', label: 'Print “–” and report', missing: { print: 'dash', report: true } },
  { value: 'nothing', label: 'Print nothing', missing: { print: 'nothing', report: false } },
  { value: 'nothing-report', label: 'Print nothing and report', missing: { print: 'nothing', report: true } },
];

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
  const sizeId = useBoard((board) => board.sizeId);
  const report = sheet.ok ? sheet.report.cells.find((candidate) => candidate.id === cell.id) : undefined;
  const findings = sheet.ok ? sheet.report.findings.filter((finding) => finding.cell === cell.id) : [];
  const perform = useBoardStore((store) => store.perform);
  const endTyping = useBoardStore((store) => store.endTyping);
  const change = (changes: SetCell['change'], typing?: string) =>
    perform({ op: 'set cell', block: block.id, cell: cell.id, change: changes }, typing && `${typing} of ${cell.id}`);
  const textual = cell.contents.every((content) => 'parts' in content);
  const parts = partsOf(cell);
  const setParts = (next: Part[]) => change({ contents: withParts(cell, next) });
  return (
    <>
      <Section title={report?.name ?? 'Cell'}>
        <CommitField
          label="Caption"
          value={cell.caption?.text ?? ''}
          live
          left={endTyping}
          commit={(text) => change({ caption: withCaption(cell, text, document) }, 'caption')}
        />
        <CellHolds block={block.id} cell={cell} change={change} endTyping={endTyping} />
        <MissingRow parts={parts} setParts={setParts} />
      </Section>
      <Section>
        <CellSize block={block} cell={cell} report={report} />
        <LetteringRows cell={cell} change={change} />
        <Row label="Placed">
          <Flex gap="4px">
            <SelectPlain
              label="Placed across"
              value={cell.place.across}
              options={ACROSS.map((value) => ({ value, label: value }))}
              onChange={(across) => change({ place: { ...cell.place, across } })}
            />
            <SelectPlain
              label="Placed up"
              value={cell.place.up}
              options={UP}
              onChange={(up) => change({ place: { ...cell.place, up } })}
            />
          </Flex>
        </Row>
        {(['x', 'y'] as const).map((axis) => (
          <CommitField
            key={axis}
            label={axis === 'x' ? 'Inset across' : 'Inset up'}
            value={shownLength(cell.place.inset[axis], sizeId, document.unit)}
            suffix={document.unit}
            live
            left={endTyping}
            commit={(text) => {
              const length = parseLength(text, document.unit);
              if (!length.ok) return length;
              if (length.mm < 0) return refuse('An inset is 0 or more.');
              const value = length.entered === undefined ? length.mm : { mm: length.mm, entered: length.entered };
              return change(
                { place: { ...cell.place, inset: { ...cell.place.inset, [axis]: value } } },
                `inset ${axis}`,
              );
            }}
          />
        ))}
      </Section>
      <Section title="Lines">
        <SelectedLines block={block} />
      </Section>
      {textual && (
        <Section title="When the text is too long">
          <FitGauge cell={cell} report={report} change={change} />
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

function MissingRow({ parts, setParts }: { parts: Part[]; setParts: (parts: Part[]) => void }) {
  const linked = parts.filter((part) => part.kind === 'linked');
  if (linked.length === 0) return null;
  const present = linked[0]!.missing ?? MISSING[0]!.missing;
  const value = present.print === 'nothing' ? (present.report ? 'nothing-report' : 'nothing') : 'dash';
  return (
    <SelectRow
      label="If missing"
      value={value}
      options={MISSING}
      onChange={(chosen) => {
        const { missing } = MISSING.find((option) => option.value === chosen)!;
        setParts(parts.map((part) => (part.kind === 'linked' ? { ...part, missing } : part)));
      }}
    />
  );
}

function SelectPlain<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <select
      aria-label={props.label}
      value={props.value}
      onChange={(event) => props.onChange(event.target.value as T)}
      style={{
        height: 26,
        minWidth: 0,
        flex: 1,
        border: '1px solid var(--chakra-colors-line)',
        background: 'var(--chakra-colors-card)',
        color: 'inherit',
      }}
    >
      {props.options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  );
}

/** Width and height of a cell: a number to type where it spans one track, what it adds up to where it spans several. */
function CellSize({ block, cell, report }: { block: Block; cell: Cell; report: CellReport | undefined }) {
  const unit = useBoard((board) => board.document.unit);
  const sizeId = useBoard((board) => board.sizeId);
  const perform = useBoardStore((store) => store.perform);
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
    const shares = 'share' in track;
    return (
      <CommitField
        key={axis}
        label={label}
        value={shares ? formatLength(box, unit) : shownLength(track.size, sizeId, unit)}
        suffix={`${unit} ${shares ? 'shared' : 'fixed'}`}
        commit={(text) => {
          const length = parseLength(text, unit);
          if (!length.ok) return length;
          const size = length.entered === undefined ? length.mm : { mm: length.mm, entered: length.entered };
          return perform({ op: 'set track', block: block.id, axis, track: track.id, size });
        }}
      />
    );
  });
}

/** The cell's lettering style, and what differs from it in this cell. */
function LetteringRows({ cell, change }: { cell: Cell; change: (changes: SetCell['change']) => Outcome<object> }) {
  const letterings = useBoard((board) => board.document.letterings);
  const [own, setOwn] = useState(false);
  const style = letterings.find((candidate) => candidate.id === cell.lettering);
  return (
    <>
      <SelectRow
        label="Lettering"
        value={cell.lettering}
        options={letterings.map((one) => ({ value: one.id, label: `${one.name} · ${trimNumber(one.height, 2)} mm` }))}
        onChange={(lettering) => change({ lettering })}
      />
      <SelectRow
        label="Turned"
        value={String(cell.turn)}
        options={['0', '90', '270'].map((value) => ({ value, label: `${value}°` }))}
        onChange={(turn) => void change({ turn: Number(turn) as Cell['turn'] })}
      />
      <Row label="In this cell">
        <Flex gap="4px">
          <Button type="button" aria-expanded={own} onClick={() => setOwn(!own)}>
            {cell.override ? `${Object.keys(cell.override).length} of its own` : 'as the style'}
          </Button>
          {cell.override && (
            <Button type="button" look="quiet" onClick={() => change({ override: null })}>
              Back to the style
            </Button>
          )}
        </Flex>
      </Row>
      {own && style && (
        <Box borderLeft="2px solid" borderColor="plum" pl="8px">
          <LookRows
            look={{ ...style, ...cell.override }}
            change={(part) => change({ override: { ...cell.override, ...part } })}
          />
        </Box>
      )}
    </>
  );
}
