'use client';

import { answerer, isSignature } from '../../../core/drawing/signing';
import { askedFor } from '../../../core/format/asked';
import { readValue } from '../../../core/property/reading-value';
import type { AskedValue } from '../../../core/format/document';
import { type PropertyDefinition, PropertyType } from '../../../core/property/definition';
import { matchedName } from '../../../core/property/names';
import { patternTrouble } from '../../../core/property/pattern';
import { Quantity, unitsOf } from '../../../core/property/units';
import { valueText } from '../../../core/property/value';
import { type Outcome, refuse } from '../../../core/refusal';
import { CheckBox } from '../../controls/check-box';
import { CommitField, Row, SelectRow } from '../../controls/field';
import { DisplayRows } from '../../property/display-rows';
import { useBoard, useBoardStore } from '../board-store';

/** Without the entries that are set to nothing. */
export const cleaned = (asked: AskedValue): AskedValue =>
  Object.fromEntries(Object.entries(asked).filter(([, value]) => value !== undefined)) as AskedValue;

type Change = (part: { [K in keyof AskedValue]?: AskedValue[K] | undefined }, typing?: string) => Outcome<object>;

/** An asked value under another name; a prompt that only repeats the name follows it. */
const renamed = ({ name, prompt }: AskedValue, next: string): Partial<AskedValue> =>
  prompt === `${name}?` ? { name: next, prompt: `${next}?` } : { name: next };

/** What an asked value takes from the drawing property that has its name now, when it is not that one's already. */
function propertyCalled(asked: AskedValue, properties: readonly PropertyDefinition[]): Partial<AskedValue> | undefined {
  const called = properties.find(
    ({ name, source }) => source === 'drawing' && matchedName(name) === matchedName(asked.name),
  );
  if (!called || called.id === (asked.property ?? asked.key)) return undefined;
  const { key: _, required: __, missing: ___, ...taken } = askedFor(called);
  return { ...NOT_OF_A_PROPERTY, ...taken, property: called.id };
}

/** What a property says of an asked value, and an asked value that becomes another property's has no more. */
const NOT_OF_A_PROPERTY = {
  quantity: undefined,
  unit: undefined,
  display: undefined,
  length: undefined,
  choices: undefined,
  pattern: undefined,
  default: undefined,
  sample: undefined,
} as unknown as Partial<AskedValue>;

/** The rows of details of one asked value. */
export function AskedRows({
  asked,
  isNew,
  onChange,
}: {
  asked: AskedValue;
  /** It was just added: its name is ready to be typed. */
  isNew?: boolean;
  onChange: (part: Partial<AskedValue>, typing?: string) => Outcome<object>;
}) {
  const set = onChange as Change;
  const { endTyping } = useBoardStore().getState();
  const optional = (text: string) => text.trim() || undefined;
  const properties = useBoard((board) => board.office.properties);
  return (
    <>
      <CommitField
        label="Name"
        value={asked.name}
        live
        isReady={isNew}
        onLeave={() => {
          const taken = propertyCalled(asked, properties);
          if (taken) set(taken, 'name');
          endTyping();
        }}
        onCommit={(text) => (text.trim() ? set(renamed(asked, text.trim()), 'name') : refuse('It needs a name.'))}
      />
      <CommitField
        label="Prompt"
        value={asked.prompt}
        live
        onLeave={endTyping}
        onCommit={(text) => set({ prompt: text.slice(0, 200) }, 'prompt')}
      />
      <CommitField label="Hint" value={asked.hint ?? ''} onCommit={(text) => set({ hint: optional(text) })} />
      <SelectRow
        label="Type"
        value={asked.type}
        options={PropertyType.options.filter((type) => type !== 'picture').map((value) => ({ value, label: value }))}
        onChange={(type) =>
          void set({
            type,
            quantity: undefined,
            unit: undefined,
            choices: undefined,
            display: undefined,
            default: undefined,
          })
        }
      />
      {asked.type === 'number' && <QuantityRows asked={asked} onChange={set} />}
      {asked.type === 'choice' && (
        <CommitField
          label="Choices"
          value={asked.choices?.join(', ') ?? ''}
          onCommit={(text) => {
            const choices = text
              .split(',')
              .map((one) => one.trim())
              .filter(Boolean);
            return choices.length > 0 ? set({ choices }) : refuse('Type the choices, separated by commas.');
          }}
        />
      )}
      <DefaultRows asked={asked} onChange={set} />
      <CommitField
        label="Longest"
        value={asked.length === undefined ? '' : String(asked.length)}
        suffix="characters"
        onCommit={(text) => {
          const length = Number(text);
          if (text.trim() === '') return set({ length: undefined });
          return Number.isInteger(length) && length >= 1 && length <= 500
            ? set({ length })
            : refuse('1 to 500 characters.');
        }}
      />
      {asked.type === 'text' && (
        <CommitField
          label="Pattern"
          value={asked.pattern ?? ''}
          onCommit={(text) => {
            const trouble = patternTrouble(text);
            return trouble ? refuse(`${trouble} An example: [A-Z]{2}-[0-9]{4}.`) : set({ pattern: optional(text) });
          }}
        />
      )}
      <Row label="Required">
        <CheckBox checked={asked.required} onChange={(required) => void set({ required })}>
          before the drawing is finished
        </CheckBox>
      </Row>
      <SelectRow
        label={isSignature(asked) ? 'Signed by' : 'Answered by'}
        value={answerer(asked) ?? 'anyone'}
        options={[
          ...(isSignature(asked) ? [] : [{ value: 'anyone', label: 'whoever makes the drawing' }]),
          { value: 'drafter', label: 'drafters' },
          { value: 'checker', label: 'checkers' },
          { value: 'administrator', label: 'standards administrators' },
        ]}
        onChange={(by) => void set({ answeredBy: by === 'anyone' ? undefined : (by as 'drafter') })}
      />
      <SelectRow
        label="Unanswered"
        value={asked.missing.print}
        options={[
          { value: 'dash', label: 'prints –' },
          { value: 'nothing', label: 'prints nothing' },
          { value: 'pen line', label: 'leaves a line for the pen' },
          { value: 'text', label: 'prints a text' },
        ]}
        onChange={(print) => void set({ missing: { ...asked.missing, print } })}
      />
      {asked.missing.print === 'text' && (
        <CommitField
          label="The text"
          value={asked.missing.text ?? ''}
          onCommit={(text) => set({ missing: { ...asked.missing, text } })}
        />
      )}
      <DisplayRows
        type={asked.type}
        unit={asked.unit}
        display={asked.display}
        onChange={(display) => set({ display })}
      />
    </>
  );
}

function QuantityRows({ asked, onChange }: { asked: AskedValue; onChange: Change }) {
  return (
    <>
      <SelectRow
        label="Quantity"
        value={asked.quantity ?? 'none'}
        options={[
          { value: 'none', label: 'a plain number' },
          ...Quantity.options.map((value) => ({ value: value as string, label: value as string })),
        ]}
        onChange={(value) => {
          const quantity = value === 'none' ? undefined : (value as Quantity);
          void onChange({ quantity, unit: quantity && unitsOf(quantity)[0], default: undefined });
        }}
      />
      {asked.quantity && (
        <SelectRow
          label="Unit"
          value={asked.unit ?? ''}
          options={unitsOf(asked.quantity).map((value) => ({ value, label: value }))}
          onChange={(unit) => void onChange({ unit })}
        />
      )}
    </>
  );
}

/** What is proposed: nothing, a value, today, me, or what a property has. */
function DefaultRows({ asked, onChange }: { asked: AskedValue; onChange: Change }) {
  const properties = useBoard((board) => board.office.properties);
  const preset = asked.default;
  const kind =
    preset === undefined ? 'none' : typeof preset === 'string' ? preset : 'value' in preset ? 'value' : 'property';
  return (
    <>
      <SelectRow
        label="Proposes"
        value={kind}
        options={[
          { value: 'none', label: 'nothing' },
          { value: 'value', label: 'a value' },
          { value: 'property', label: 'what a property has' },
          ...(asked.type === 'date' ? [{ value: 'today' as const, label: 'today' }] : []),
          ...(asked.type === 'person' ? [{ value: 'me' as const, label: 'me' }] : []),
        ]}
        onChange={(next) =>
          void onChange({
            default:
              next === 'none'
                ? undefined
                : next === 'today' || next === 'me'
                  ? next
                  : next === 'value'
                    ? { value: asked.choices?.[0] ?? '' }
                    : { property: properties[0]!.id },
          })
        }
      />
      {typeof preset === 'object' && 'value' in preset && (
        <CommitField
          label="The value"
          value={valueText(preset.value)}
          onCommit={(text) => {
            const read = readValue(asked, text);
            return read.ok ? onChange({ default: { value: read.value ?? '' } }) : read;
          }}
        />
      )}
      {typeof preset === 'object' && 'property' in preset && (
        <SelectRow
          label="Property"
          value={preset.property}
          options={properties.map((property) => ({ value: property.id, label: property.name }))}
          onChange={(property) => void onChange({ default: { property } })}
        />
      )}
    </>
  );
}
