'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { counted } from '../../core/counted';
import type { PropertyDefinition } from '../../core/property/definition';
import type { Correction } from '../../core/recognising/meaning';
import type { BlockFound, CellFound, Corrections } from '../../core/recognising/recognition';
import type { LookAt } from '../../core/recognising/look-at';
import { recognisedCell } from '../../core/recognising/report';
import { CheckBox } from '../controls/check-box';
import { Select } from '../controls/field';
import { SearchPicker } from '../controls/search-picker';
import { GUESS, KINDS, kindOf } from './kinds';

const CellRow = chakra('button', {
  base: {
    display: 'flex',
    gap: '7px',
    alignItems: 'baseline',
    width: '100%',
    textAlign: 'left',
    px: '12px',
    py: '3px',
    cursor: 'pointer',
    fontSize: '13px',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash' },
  },
});

/** Everything that was recognised, block by block, and what is left over; each can be put right. */
export function FoundList(props: {
  look: LookAt;
  properties: readonly PropertyDefinition[];
  corrections: Corrections;
  chosen: CellFound | undefined;
  onChoose: (cell: CellFound) => void;
  onCorrect: (corrections: Partial<Corrections>) => void;
}) {
  const { look, corrections, onCorrect } = props;
  const { recognition, report } = look;
  const guesses = recognition.blocks
    .flatMap(({ cells }) => cells)
    .filter((cell) => cell.sure < GUESS && kindOf(cell) !== 'empty');
  return (
    <Box>
      {guesses.length > 0 && (
        <Box px="12px" py="5px" fontSize="13px" color="vermilion" borderBottom="1px solid" borderColor="line">
          ? {guesses.length === 1 ? '1 guess' : `${guesses.length} guesses`}: a text under a caption that the dictionary
          does not know. Say what it is, or leave it as a fixed text.
        </Box>
      )}
      {recognition.blocks.map((block) => (
        <BlockPart key={block.id} block={block} {...props} />
      ))}
      {corrections.notBlocks.length > 0 && (
        <Box px="12px" py="5px" fontSize="13px" borderBottom="1px solid" borderColor="line">
          <CheckBox checked={false} onChange={() => onCorrect({ notBlocks: [] })}>
            {counted(corrections.notBlocks.length, 'block')} left as drawn; take{' '}
            {corrections.notBlocks.length === 1 ? 'it' : 'them'} as blocks again
          </CheckBox>
        </Box>
      )}
      <Rest look={look} corrections={corrections} onCorrect={onCorrect} />
      {report.remarks.map((remark) => (
        <Box key={remark} px="12px" py="3px" fontSize="13px" color="ochre">
          ▲ {remark}
        </Box>
      ))}
    </Box>
  );
}

function BlockPart(props: {
  block: BlockFound;
  properties: readonly PropertyDefinition[];
  corrections: Corrections;
  chosen: CellFound | undefined;
  onChoose: (cell: CellFound) => void;
  onCorrect: (corrections: Partial<Corrections>) => void;
}) {
  const { block, properties, corrections, chosen, onChoose, onCorrect } = props;
  const { name, columns, rows, cells, table, turn, id } = block;
  const filled = cells.filter((cell) => kindOf(cell) !== 'empty' || cell.caption);
  return (
    <Box as="section" aria-label={name} borderBottom="1px solid" borderColor="line" py="5px">
      <Flex px="12px" gap="8px" align="baseline" wrap="wrap">
        <Box as="h3" fontWeight={500}>
          {name}
        </Box>
        <Box color="soft" fontSize="13px">
          {columns.length} × {rows.length}, {counted(cells.length, 'cell')}
          {turn !== 0 && `, turned ${turn}°`}
        </Box>
      </Flex>
      <Flex px="12px" gap="2px 14px" wrap="wrap" fontSize="13px">
        <CheckBox checked onChange={() => onCorrect({ notBlocks: [...corrections.notBlocks, id] })}>
          a block
        </CheckBox>
        {(table || corrections.notTables.includes(id)) && (
          <CheckBox
            checked={table !== undefined}
            onChange={(checked) =>
              onCorrect({
                notTables: checked ? corrections.notTables.filter((one) => one !== id) : [...corrections.notTables, id],
              })
            }
          >
            grows from {table?.rows ?? 'data'}
            {table && `; ${counted(table.shown, 'row')} in the drawing`}
          </CheckBox>
        )}
      </Flex>
      {filled.map((cell) => (
        <CellLine
          key={`${cell.field.column} ${cell.field.row}`}
          cell={cell}
          isChosen={chosen !== undefined && chosen.box.x === cell.box.x && chosen.box.y === cell.box.y}
          properties={properties}
          corrections={corrections}
          onChoose={onChoose}
          onCorrect={onCorrect}
        />
      ))}
    </Box>
  );
}

function CellLine(props: {
  cell: CellFound;
  isChosen: boolean;
  properties: readonly PropertyDefinition[];
  corrections: Corrections;
  onChoose: (cell: CellFound) => void;
  onCorrect: (corrections: Partial<Corrections>) => void;
}) {
  const { cell, isChosen, properties, onChoose } = props;
  const row = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (isChosen) row.current?.scrollIntoView({ block: 'nearest' });
  }, [isChosen]);
  const kind = kindOf(cell);
  const { sign, colour, words } = KINDS[kind];
  const told = recognisedCell(cell);
  const isGuess = cell.sure < GUESS && kind !== 'empty';
  const question = cell.content.find(({ meaning }) => meaning.question)?.meaning.question;
  const named = question?.name ?? properties.find(({ id }) => id === told.property)?.name;
  return (
    <>
      <CellRow ref={row} type="button" aria-pressed={isChosen} onClick={() => onChoose(cell)}>
        <Box
          as="span"
          color={isGuess ? 'vermilion' : colour}
          width="24px"
          whiteSpace="nowrap"
          flexShrink={0}
          role="img"
          aria-label={isGuess ? `${words}, a guess` : words}
        >
          {sign}
          {isGuess && '?'}
        </Box>
        <Box as="span" color="soft" flexShrink={0} maxWidth="45%" truncate>
          {told.caption}
        </Box>
        <Box as="span" truncate flex="1">
          {cell.drawn ? drawnWords(cell) : told.text.replaceAll('\n', ' ')}
        </Box>
        {named !== undefined && (
          <Box as="span" color={colour} truncate maxWidth="40%">
            {named}
          </Box>
        )}
      </CellRow>
      {isChosen && <Correcting {...props} told={told} />}
    </>
  );
}

function drawnWords({ drawn }: CellFound): string {
  if (drawn?.kind === 'symbol') return `projection symbol, ${drawn.angle}`;
  return drawn?.kind === 'figure' ? `a figure of ${counted(drawn.sources.length, 'line')}` : 'a picture';
}

/** What a cell's first text is, to be put right. */
function Correcting(props: {
  cell: CellFound;
  properties: readonly PropertyDefinition[];
  corrections: Corrections;
  onCorrect: (corrections: Partial<Corrections>) => void;
  told: ReturnType<typeof recognisedCell>;
}) {
  const { cell, properties, corrections, onCorrect, told } = props;
  const [search, setSearch] = useState('');
  const [first] = cell.content;
  const source = first && first.text.sources.length > 0 ? first.text.id : cell.caption?.id;
  if (source === undefined || cell.drawn) return null;
  const set = (correction: Correction) => onCorrect({ meanings: { ...corrections.meanings, [source]: correction } });
  const caption = cell.caption;
  const found = properties.filter(({ name, aliases }) =>
    [name, ...aliases].some((one) => one.toLowerCase().includes(search.trim().toLowerCase())),
  );
  const name = told.caption || told.text || 'Asked value';
  const shown = properties.find(({ id }) => id === told.property)?.name;
  return (
    <Box px="12px" pb="5px" pl="37px">
      <Flex gap="6px" wrap="wrap">
        <Box width="130px">
          <Select
            aria-label={`What “${told.text || told.caption}” is`}
            value={told.kind === 'linked' || told.kind === 'asked' ? told.kind : 'fixed'}
            onChange={(event) => {
              const { value } = event.target;
              if (value === 'fixed') set({ kind: 'fixed' });
              else if (value === 'asked') set({ kind: 'asked', name });
              else
                set({
                  kind: 'linked',
                  property: told.property !== undefined && shown !== undefined ? told.property : properties[0]!.id,
                });
            }}
          >
            <option value="fixed">fixed text</option>
            <option value="linked">linked to</option>
            <option value="asked">asked</option>
          </Select>
        </Box>
        {told.kind === 'linked' && (
          <Box width="190px">
            <SearchPicker
              label="Property"
              shown={shown ?? '…'}
              items={found.map(({ id, name: label }) => ({ value: id, label }))}
              onSearch={setSearch}
              onChoose={(property) => set({ kind: 'linked', property })}
            />
          </Box>
        )}
      </Flex>
      <Flex gap="2px 14px" wrap="wrap" fontSize="13px" pt="2px">
        {caption && (
          <CheckBox
            checked
            onChange={() =>
              onCorrect({
                captions: {
                  ...corrections.captions,
                  ...Object.fromEntries(caption.sources.map((one) => [one, 'content'])),
                },
              })
            }
          >
            “{caption.text}” is its caption
          </CheckBox>
        )}
        {!caption && first && cell.content.length > 0 && (
          <CheckBox
            checked={false}
            onChange={() =>
              onCorrect({
                captions: {
                  ...corrections.captions,
                  ...Object.fromEntries(first.text.sources.map((one) => [one, 'caption'])),
                },
              })
            }
          >
            “{first.text.text}” is its caption
          </CheckBox>
        )}
      </Flex>
      <Box fontSize="12px" color="soft" pt="2px">
        {told.by === 'nothing' ? 'nothing tells what it is' : `found by ${told.by}`}; {Math.round(told.sure * 100)} %
        sure
      </Box>
    </Box>
  );
}

/** What belongs to nothing, what is off the sheet and what could not be read, counted. */
function Rest({
  look,
  corrections,
  onCorrect,
}: {
  look: LookAt;
  corrections: Corrections;
  onCorrect: (corrections: Partial<Corrections>) => void;
}) {
  const { figures, offSheet, notRead } = look.report.leftOver;
  const kinds = Object.entries(figures);
  const total = kinds.reduce((sum, [, count]) => sum + count, 0);
  const { looseTexts } = look.report;
  return (
    <Box as="section" aria-label="What is left over" px="12px" py="6px" fontSize="13px">
      <Box as="h3" fontWeight={500} fontSize="16px">
        What is left over
      </Box>
      {looseTexts.length > 0 && (
        <Box>
          {counted(looseTexts.length, 'text')} outside of blocks, kept as blocks of one cell without lines:{' '}
          {looseTexts.map((text) => `“${text.split('\n')[0]}”`).join(', ')}
        </Box>
      )}
      {total > 0 ? (
        <CheckBox checked={corrections.keepRest} onChange={(checked) => onCorrect({ keepRest: checked })}>
          keep {counted(total, 'figure')} that belong to nothing (
          {kinds.map(([kind, count]) => `${count} ${WORDS[kind] ?? kind}`).join(', ')}) as a picture of the sheet
        </CheckBox>
      ) : (
        <Box>Every figure on the sheet belongs to something.</Box>
      )}
      {offSheet > 0 && <Box>{counted(offSheet, 'figure')} off the sheet, left out</Box>}
      {Object.entries(notRead).map(([what, count]) => (
        <Box key={what}>
          {what}: {count}, not read
        </Box>
      ))}
      {look.recognition.mended > 0 && (
        <Box>{counted(look.recognition.mended, 'line')} mended: drawn twice, with gaps, or beyond their ends</Box>
      )}
    </Box>
  );
}

const WORDS: Record<string, string> = {
  line: 'lines',
  arc: 'arcs',
  run: 'curves',
  fill: 'fills',
  text: 'texts',
  picture: 'pictures',
};
