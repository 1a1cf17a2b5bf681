'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { Block, Growth } from '../../../core/format/document';
import { growthTrouble } from '../../../core/format/growth';
import { refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CheckBox } from '../../controls/check-box';
import { CommitField, Problem, Row, Select, SelectRow } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import type { ChangeBlock } from '../commands/change-block';
import { Section } from './details-parts';

const ROWS = [
  { value: '', label: 'does not grow' },
  { value: 'revisions', label: 'the drawing’s revisions' },
  { value: 'parts', label: 'the assembly’s parts' },
  { value: 'tolerances', label: 'general tolerances' },
  { value: 'notes', label: 'numbered notes' },
] as const;

const FULL = [
  { value: 'newest only', label: 'shows the newest, and that there are more' },
  { value: 'following sheet', label: 'goes on on the following sheet' },
  { value: 'second column', label: 'goes on in a second column' },
] as const;

const NEW: Growth = { rows: 'revisions', direction: 'down', least: 0, most: { base: 10 }, whenFull: 'following sheet' };

/** How a block grows from data: its rows, which way, how many, and what happens when it is full. */
export function GrowthSection({ block, onChange }: { block: Block; onChange: ChangeBlock }) {
  const store = useBoardStore();
  const { grow } = block;
  const sizeId = useBoard((board) => board.sizeId);
  const size = useBoard((board) => board.document.sizes.find(({ id }) => id === sizeId)?.name);
  const tell = (outcome: ReturnType<ChangeBlock>) => {
    store.getState().set({ notice: outcome.ok ? undefined : outcome.reason });
    return outcome;
  };
  /** For a field that says itself why it is refused. */
  const put = (part: Partial<Growth>) => onChange({ grow: { ...(grow ?? NEW), ...part } });
  const set = (part: Partial<Growth>) => tell(put(part));
  const trouble = grow && growthTrouble(block, grow);
  return (
    <Section title="Rows from data">
      <SelectRow
        label="Rows are"
        value={grow?.rows ?? ''}
        options={ROWS}
        onChange={(rows) =>
          rows === ''
            ? tell(onChange({ grow: null }))
            : set({
                rows,
                ...(rows === 'parts' && {
                  parts: grow?.parts ?? { kind: 'components' },
                  ...(grow?.whenFull === 'newest only' && { whenFull: 'following sheet' }),
                }),
                ...(rows === 'notes' && { notes: grow?.notes ?? [] }),
              })
        }
      />
      {trouble && <Problem>{trouble}</Problem>}
      {grow && (
        <>
          <SelectRow
            label="It grows"
            value={grow.direction}
            options={[
              { value: 'down', label: 'downward: the last row is repeated' },
              { value: 'up', label: 'upward: the first row is repeated' },
            ]}
            onChange={(direction) => set({ direction })}
          />
          <CountField label="Rows at least" value={grow.least} least={0} onChange={(least) => put({ least })} />
          <CountField
            label="At most"
            value={grow.most.base}
            least={1}
            onChange={(base) => put({ most: { ...grow.most, base } })}
          />
          <CountField
            label={`At most on ${size}`}
            value={grow.most.at?.[sizeId]}
            least={1}
            onChange={(most) => put({ most: { ...grow.most, at: { ...grow.most.at, [sizeId]: most } } })}
            clear={() => put({ most: withoutValue(grow.most, sizeId) })}
          />
          <SelectRow
            label="When full"
            value={grow.whenFull}
            options={grow.rows === 'parts' ? FULL.slice(1) : FULL}
            onChange={(whenFull) => set({ whenFull })}
          />
          {grow.rows === 'parts' && <PartsRows grow={grow} set={set} />}
          {grow.rows === 'tolerances' && <ToleranceRows grow={grow} set={set} />}
          {grow.rows === 'notes' && <NoteRows grow={grow} set={set} />}
        </>
      )}
    </Section>
  );
}

type Set = (part: Partial<Growth>) => unknown;

/** A whole number; one that may be absent is taken away by emptying its field. */
function CountField(props: {
  label: string;
  value: number | undefined;
  least: number;
  onChange: (value: number) => ReturnType<ChangeBlock>;
  clear?: () => ReturnType<ChangeBlock>;
}) {
  const { label, value, least, onChange, clear } = props;
  return (
    <CommitField
      label={label}
      value={value === undefined ? '' : String(value)}
      suffix={value === undefined ? 'as elsewhere' : 'rows'}
      onCommit={(text) => {
        if (text.trim() === '' && clear) return clear();
        const count = Number(text);
        return Number.isInteger(count) && count >= least && count <= 500
          ? onChange(count)
          : refuse(`A number of rows is a whole one from ${least} to 500.`);
      }}
    />
  );
}

function withoutValue(most: Growth['most'], sizeId: string): Growth['most'] {
  const { [sizeId]: _, ...at } = most.at ?? {};
  return Object.keys(at).length > 0 ? { base: most.base, at } : { base: most.base };
}

function PartsRows({ grow, set }: { grow: Growth; set: Set }) {
  const properties = useBoard((board) => board.office.properties);
  const parts = grow.parts ?? { kind: 'components' as const };
  return (
    <>
      <SelectRow
        label="Lists"
        value={parts.kind}
        options={[
          { value: 'components', label: 'the assembly’s own components' },
          { value: 'all parts', label: 'all parts, through its assemblies' },
          { value: 'indented', label: 'components, each with its own' },
        ]}
        onChange={(kind) => set({ parts: { ...parts, kind } })}
      />
      <SelectRow
        label="Numbered by"
        value={parts.orderBy ?? ''}
        options={[
          { value: '', label: 'the model’s own order' },
          ...properties.filter(({ source }) => source === 'model').map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChange={(orderBy) => set({ parts: { kind: parts.kind, ...(orderBy && { orderBy }) } })}
      />
      <Box fontSize="13px" color="soft">
        An item keeps its number on a drawing when others come and go.
      </Box>
    </>
  );
}

const KINDS = [
  { value: 'linear', label: 'lengths' },
  { value: 'edge', label: 'broken edges' },
  { value: 'angle', label: 'angles' },
  { value: 'places', label: 'by decimal places' },
] as const;

function ToleranceRows({ grow, set }: { grow: Growth; set: Set }) {
  const chosen = grow.tolerances ?? KINDS.map(({ value }) => value);
  return (
    <Row label="Of them">
      {KINDS.map(({ value, label }) => (
        <Box key={value} py="1px">
          <CheckBox
            checked={chosen.includes(value)}
            disabled={chosen.length === 1 && chosen[0] === value}
            onChange={(checked) =>
              set({ tolerances: checked ? [...chosen, value] : chosen.filter((one) => one !== value) })
            }
          >
            {label}
          </CheckBox>
        </Box>
      ))}
      <Box fontSize="13px" color="soft">
        They come from the drafting profile’s general tolerance.
      </Box>
    </Row>
  );
}

function NoteRows({ grow, set }: { grow: Growth; set: Set }) {
  const properties = useBoard((board) => board.office.properties);
  const asked = useBoard((board) => board.document.asked);
  const notes = grow.notes ?? [];
  const named = [
    ...properties.map(({ id, name }) => ({ id, name })),
    ...asked.filter(({ key }) => !properties.some(({ id }) => id === key)).map(({ key, name }) => ({ id: key, name })),
  ];
  return (
    <Row label="Notes are">
      {notes.map((id, i) => (
        <Flex key={id} align="center" gap="6px" py="1px">
          <Box flex="1" minWidth={0}>
            {named.find((one) => one.id === id)?.name ?? id}
          </Box>
          <Button
            type="button"
            aria-label={`Remove ${id}`}
            onClick={() => set({ notes: notes.filter((_, j) => j !== i) })}
          >
            ×
          </Button>
        </Flex>
      ))}
      <Select
        aria-label="Add a note"
        value=""
        onChange={({ target: { value } }) => value && set({ notes: [...notes, value] })}
      >
        <option value="">Add the lines of…</option>
        {named
          .filter(({ id }) => !notes.includes(id))
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </Select>
    </Row>
  );
}
