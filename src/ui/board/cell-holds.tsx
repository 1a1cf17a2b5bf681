'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import type { Cell, Content } from '../../core/format/document';
import type { SetCell } from '../../core/format/steps/set-cell';
import { partsOf } from '../../core/format/names';
import { type Outcome, refuse } from '../../core/refusal';
import { Button } from '../controls/button';
import { CommitField, Problem, Row, Select, SelectRow } from '../controls/field';
import { useBoard } from './board-store';
import { usePartName, withParts } from './cell-content';
import { ContentEditor } from './lazy-content-editor';
import { putPicture } from './putting-pictures';

type Change = (changes: SetCell['change'], typing?: string) => Outcome<object>;
type Kind = 'text' | 'picture' | 'projection' | 'surface texture' | 'general tolerance' | 'figure';

const KINDS: { value: Kind; label: string }[] = [
  { value: 'text', label: 'Text and values' },
  { value: 'picture', label: 'A picture' },
  { value: 'projection', label: 'The projection symbol' },
  { value: 'surface texture', label: 'The surface texture symbol' },
  { value: 'general tolerance', label: 'The general tolerance mark' },
];

/** What a cell holds: text with linked values, one picture, or one symbol. */
export function CellHolds({
  block,
  cell,
  change,
  endTyping,
}: {
  block: string;
  cell: Cell;
  change: Change;
  endTyping: () => void;
}) {
  const nameOf = usePartName();
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string>();
  const [content] = cell.contents;
  const kind = kindOf(content);
  const choose = (next: Kind) => {
    if (next === 'text') change({ contents: [] });
    else if (next === 'picture') file.current?.click();
    else if (next !== 'figure')
      change({ contents: [{ symbol: { name: next } }], place: { ...cell.place, across: 'centre', up: 'middle' } });
  };
  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    const outcome = await putPicture(chosen, block, cell);
    setProblem(outcome.ok ? undefined : outcome.reason);
  };
  return (
    <>
      <SelectRow
        label="Holds"
        value={kind}
        options={kind === 'figure' ? [...KINDS, { value: 'figure', label: 'A figure' }] : KINDS}
        onChange={choose}
      />
      <input
        ref={file}
        type="file"
        accept=".png,.jpg,.jpeg,.svg,image/png,image/jpeg,image/svg+xml"
        aria-label="Picture file"
        hidden
        onChange={(event) => void take(event.target.files?.[0])}
      />
      {kind === 'text' && (
        <Row label="">
          <ContentEditor
            key={cell.id}
            parts={partsOf(cell)}
            nameOf={nameOf}
            change={(parts) => change({ contents: withParts(cell, parts) }, 'content')}
            left={endTyping}
          />
        </Row>
      )}
      {content && 'picture' in content && (
        <PictureRows content={content} change={change} replace={() => file.current?.click()} />
      )}
      {problem && (
        <Row label="">
          <Problem>{problem}</Problem>
        </Row>
      )}
    </>
  );
}

function kindOf(content: Content | undefined): Kind {
  if (!content || 'parts' in content) return 'text';
  if ('picture' in content) return 'picture';
  return 'symbol' in content ? content.symbol.name : 'figure';
}

function PictureRows({
  content,
  change,
  replace,
}: {
  content: Extract<Content, { picture: unknown }>;
  change: Change;
  replace: () => void;
}) {
  const properties = useBoard((board) => board.office.properties);
  const { from, scale } = content.picture;
  const pictures = properties.filter((property) => property.type === 'picture');
  const set = (part: Partial<typeof content.picture>) =>
    change({ contents: [{ ...content, picture: { ...content.picture, ...part } }] });
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
        onChange={(next) => void set({ scale: next === 'percent' ? { percent: 100 } : next })}
      />
      {typeof scale === 'object' && (
        <CommitField
          label="Percent"
          value={String(scale.percent)}
          suffix="%"
          commit={(text) => {
            const percent = Number(text.replace(',', '.').replace('%', ''));
            return percent >= 1 && percent <= 1000 ? set({ scale: { percent } }) : refuse('1 to 1000 percent.');
          }}
        />
      )}
      <Row label="Taken from">
        <Flex gap="4px">
          <Select
            aria-label="Picture taken from"
            value={'property' in from ? from.property : ''}
            onChange={(event) =>
              event.target.value ? void set({ from: { property: event.target.value } }) : replace()
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
