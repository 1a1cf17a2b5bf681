'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import type { Cell, Content, Part } from '../../../core/format/document';
import { conditionInWords } from '../../../core/format/occasion';
import type { SetCell } from '../../../core/format/steps/set-cell';
import type { Missing } from '../../../core/property/display';
import { resolveProperty } from '../../../core/property/resolving';
import { type Outcome, refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CheckBox } from '../../controls/check-box';
import { CommitField, Problem, Row, Select, SelectRow } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import { partsAt, usePartName, usePrintedContent, withContent, withParts } from './cell-content';
import { ConditionRows } from './condition-rows';
import { DisplayRows } from '../../property/display-rows';
import { FigureRows } from './details-figure';
import { ContentEditor } from './lazy-content-editor';
import { putPicture } from './putting-pictures';
import { useDeskFacts } from '../desk/use-sheet';

type Change = (changes: SetCell['change'], typing?: string) => Outcome<object>;
type Kind = 'text' | 'picture' | 'projection' | 'surface texture' | 'general tolerance' | 'figure';

const KINDS: { value: Kind; label: string }[] = [
  { value: 'text', label: 'Text and values' },
  { value: 'picture', label: 'A picture' },
  { value: 'projection', label: 'The projection symbol' },
  { value: 'surface texture', label: 'The surface texture symbol' },
  { value: 'general tolerance', label: 'The general tolerance mark' },
  { value: 'figure', label: 'A figure of lines' },
];

/** What a cell holds: text with values, one picture, symbol or figure; or several of these, each with its condition. */
export function CellHolds({
  block,
  cell,
  onChange,
  endTyping,
}: {
  block: string;
  cell: Cell;
  onChange: Change;
  endTyping: () => void;
}) {
  const store = useBoardStore();
  const nameOf = usePartName();
  const printed = usePrintedContent(cell);
  const [chosen, setChosen] = useState<number>();
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string>();
  const index = chosen !== undefined && chosen < cell.contents.length ? chosen : printed;
  const content = cell.contents[index];
  const kind = kindOf(content);
  const set = (next: Content, typing?: string) => onChange({ contents: withContent(cell, index, next) }, typing);
  const choose = (next: Kind) => {
    if (next === 'text') onChange({ contents: withParts(cell, index, []) });
    else if (next === 'picture') file.current?.click();
    else if (next === 'figure') set({ figure: [] });
    else
      onChange({
        contents: withContent(cell, index, { symbol: { name: next } }),
        place: { ...cell.place, across: 'centre', up: 'middle' },
      });
  };
  const take = async (given: File | undefined) => {
    if (!given) return;
    const outcome = await putPicture(store, given, block, cell, index);
    setProblem(outcome.ok ? undefined : outcome.reason);
  };
  return (
    <>
      <Cases cell={cell} index={index} printed={printed} onChoose={setChosen} onChange={onChange} />
      <SelectRow label="Holds" value={kind} options={KINDS} onChange={choose} />
      <input
        ref={file}
        type="file"
        accept=".png,.jpg,.jpeg,.svg,image/png,image/jpeg,image/svg+xml"
        aria-label="Picture file"
        hidden
        onChange={(event) => void take(event.target.files?.[0])}
      />
      {kind === 'text' && (
        <>
          <Row label="">
            <ContentEditor
              key={`${cell.id}/${index}`}
              parts={partsAt(cell, index)}
              nameOf={nameOf}
              onChange={(parts) => onChange({ contents: withParts(cell, index, parts) }, 'content')}
              onLeave={endTyping}
            />
          </Row>
          <MissingRow parts={partsAt(cell, index)} setParts={(parts) => set({ parts })} />
          <LinkRows parts={partsAt(cell, index)} setParts={(parts) => set({ parts })} />
        </>
      )}
      {content && 'picture' in content && (
        <PictureRows content={content} onChange={set} replace={() => file.current?.click()} />
      )}
      {content && 'figure' in content && <FigureRows figure={content.figure} onChange={(figure) => set({ figure })} />}
      {problem && (
        <Row label="">
          <Problem>{problem}</Problem>
        </Row>
      )}
    </>
  );
}

/** The contents of a cell that has more than one: the first whose condition is met is printed. */
function Cases(props: {
  cell: Cell;
  index: number;
  printed: number;
  onChoose: (index: number | undefined) => void;
  onChange: Change;
}) {
  const { cell, index, printed, onChoose, onChange } = props;
  const sizes = useBoard((board) => board.document.sizes);
  const sizeId = useBoard((board) => board.sizeId);
  const { contents } = cell;
  const several = contents.length > 1 || contents[0]?.when !== undefined;
  const words = (content: Content) => (content.when && conditionInWords(content.when, sizes)) || 'otherwise';
  const add = () => {
    onChange({ contents: [{ when: { sizes: [sizeId] }, parts: [] }, ...contents] });
    onChoose(0);
  };
  const content = contents[index];
  return (
    <>
      <Row label="Cases">
        <Flex gap="3px" wrap="wrap">
          {several &&
            contents.map((one, i) => (
              <Button
                key={i}
                type="button"
                aria-pressed={i === index}
                title={i === printed ? 'Printed on the sheet on the desk' : 'Not printed on the sheet on the desk'}
                onClick={() => onChoose(i)}
              >
                {i === printed ? '● ' : ''}
                {words(one)}
              </Button>
            ))}
          <Button type="button" look="quiet" onClick={add} title="Another content, printed under a condition">
            + Case
          </Button>
        </Flex>
      </Row>
      {several && content && (
        <Box borderLeft="2px solid" borderColor="plum" pl="8px" my="4px">
          <ConditionRows
            condition={content.when ?? {}}
            onChange={(when) =>
              void onChange({
                contents: contents.map((one, i) => {
                  const { when: _, ...rest } = one;
                  return i !== index ? one : Object.keys(when).length > 0 ? { ...rest, when } : rest;
                }),
              })
            }
          />
          <Flex gap="4px">
            {index > 0 && (
              <Button
                type="button"
                look="quiet"
                title="Asked earlier: the first case that applies is printed"
                onClick={() => {
                  const order = [...contents];
                  order.splice(index - 1, 0, ...order.splice(index, 1));
                  onChange({ contents: order });
                  onChoose(index - 1);
                }}
              >
                Earlier
              </Button>
            )}
            <Button
              type="button"
              look="quiet"
              onClick={() => {
                onChange({ contents: contents.filter((_, i) => i !== index) });
                onChoose(undefined);
              }}
            >
              Remove this case
            </Button>
          </Flex>
        </Box>
      )}
    </>
  );
}

function kindOf(content: Content | undefined): Kind {
  if (!content || 'parts' in content) return 'text';
  if ('picture' in content) return 'picture';
  return 'symbol' in content ? content.symbol.name : 'figure';
}

const MISSING: { value: string; label: string; missing: Missing }[] = [
  { value: 'dash', label: 'Print “–” and report', missing: { print: 'dash', report: true } },
  { value: 'nothing', label: 'Print nothing', missing: { print: 'nothing', report: false } },
  { value: 'nothing-report', label: 'Print nothing and report', missing: { print: 'nothing', report: true } },
];

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

/** How each linked value of a content is written, what stands in for it, and whether a drawing may overrule it. */
function LinkRows({ parts, setParts }: { parts: Part[]; setParts: (parts: Part[]) => Outcome<object> }) {
  const properties = useBoard((board) => board.resources.properties);
  const facts = useDeskFacts();
  const [open, setOpen] = useState<number>();
  return parts.map((part, i) => {
    const property = part.kind === 'linked' ? properties.get(part.property) : undefined;
    if (part.kind !== 'linked' || !property) return null;
    const set = (change: Partial<typeof part>) =>
      setParts(parts.map((one, j) => (j === i ? { ...part, ...change } : one)));
    const others = [...properties.values()].filter((one) => one.id !== property.id);
    return (
      <Box key={i}>
        <Row label="">
          <Button
            type="button"
            look="quiet"
            aria-expanded={open === i}
            whiteSpace="normal"
            textAlign="left"
            height="auto"
            minHeight="28px"
            onClick={() => setOpen(open === i ? undefined : i)}
          >
            How {property.name} is written
          </Button>
        </Row>
        {open === i && (
          <Box borderLeft="2px solid" borderColor="plum" pl="8px">
            <DisplayRows
              type={property.type}
              unit={property.unit}
              display={part.display ?? property.display}
              example={resolveProperty(property, facts, {}).value}
              onChange={(display) => set({ display })}
            />
            <SelectRow
              label="Else"
              value={part.orElse?.[0] ?? ''}
              options={[
                { value: '', label: 'nothing else' },
                ...others.map((one) => ({ value: one.id, label: one.name })),
              ]}
              onChange={(id) => void set({ orElse: id ? [id] : undefined })}
            />
            <Row label="">
              <CheckBox checked={part.overrulable ?? false} onChange={(overrulable) => void set({ overrulable })}>
                may be overruled on a drawing
              </CheckBox>
            </Row>
          </Box>
        )}
      </Box>
    );
  });
}

function PictureRows({
  content,
  onChange,
  replace,
}: {
  content: Extract<Content, { picture: unknown }>;
  onChange: (content: Content) => Outcome<object>;
  replace: () => void;
}) {
  const properties = useBoard((board) => board.office.properties);
  const { from, scale } = content.picture;
  const pictures = properties.filter((property) => property.type === 'picture');
  const change = (part: Partial<typeof content.picture>) => onChange({ picture: { ...content.picture, ...part } });
  const mode = typeof scale === 'object' ? 'percent' : scale;
  return (
    <>
      <SelectRow
        label="Size"
        value={mode}
        options={[
          { value: 'fit', label: 'as large as the cell allows' },
          { value: 'fill', label: 'fills the cell, cut off at its edges' },
          { value: 'percent', label: 'in percent of its own' },
        ]}
        onChange={(next) => void change({ scale: next === 'percent' ? { percent: 100 } : next })}
      />
      {typeof scale === 'object' && (
        <CommitField
          label="Percent"
          value={String(scale.percent)}
          suffix="%"
          onCommit={(text) => {
            const percent = Number(text.replace(',', '.').replace('%', ''));
            return percent >= 1 && percent <= 1000 ? change({ scale: { percent } }) : refuse('1 to 1000 percent.');
          }}
        />
      )}
      <Row label="Taken from">
        <Flex gap="4px">
          <Select
            aria-label="Picture taken from"
            value={'property' in from ? from.property : ''}
            onChange={(event) =>
              event.target.value ? void change({ from: { property: event.target.value } }) : replace()
            }
          >
            <option value="">a file</option>
            {pictures.map((property) => (
              <option key={property.id} value={property.id}>
                the property {property.name}
              </option>
            ))}
          </Select>
          {'hash' in from && (
            <Button type="button" onClick={replace}>
              Replace…
            </Button>
          )}
        </Flex>
        <Box fontSize="12px" color="soft" pt="2px">
          {'hash' in from
            ? 'Drop or paste another on the cell to replace it.'
            : 'The property names a picture of the office.'}
        </Box>
      </Row>
    </>
  );
}
