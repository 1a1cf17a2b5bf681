'use client';

import { Box } from '@chakra-ui/react';
import type { PropertyType } from '../../core/property/definition';
import { displayTroubleWords } from '../../core/findings/words';
import { type DisplayFormat, displayValue } from '../../core/property/display';
import { knownUnit, unitsOf } from '../../core/property/units';
import type { Value } from '../../core/property/value';
import { refuse } from '../../core/refusal';
import type { Outcome } from '../../core/refusal';
import { CheckBox } from '../controls/check-box';
import { CommitField, Row, SelectRow } from '../controls/field';

/** Values to show the effect of a display format with, where nothing better is at hand. */
const EXAMPLES: Record<DisplayFormat['kind'], Value> = {
  text: 'Drum barrel',
  number: 12345.678,
  date: '2026-06-02',
  person: 'Ines Marit Sundqvist',
};

const kindFor = (type: PropertyType): DisplayFormat['kind'] =>
  type === 'number' || type === 'date' || type === 'person' ? type : 'text';

/** The display format of a type that has none of its own. */
function usual(type: PropertyType): DisplayFormat {
  const kind = kindFor(type);
  if (kind === 'date') return { kind, pattern: 'yyyy-MM-dd' };
  return kind === 'person' ? { kind, form: 'full' } : { kind };
}

/** How a value is written on the sheet, with what that gives beside it. */
export function DisplayRows(props: {
  type: PropertyType;
  unit?: string;
  display: DisplayFormat | undefined;
  onChange: (display: DisplayFormat) => Outcome<object>;
  example?: Value;
}) {
  const { type, unit, onChange } = props;
  const display = props.display ?? usual(type);
  const written = displayValue(props.example ?? EXAMPLES[display.kind], display, { decimalMark: ',' }, unit);
  const set = (part: object) =>
    onChange(
      Object.fromEntries(Object.entries({ ...display, ...part }).filter(([, v]) => v !== undefined)) as DisplayFormat,
    );
  return (
    <>
      {display.kind === 'number' && <NumberRows display={display} unit={unit} onChange={set} />}
      {display.kind === 'date' && (
        <SelectRow
          label="Written"
          value={display.pattern}
          options={(['yyyy-MM-dd', 'dd.MM.yyyy', 'dd/MM/yyyy', 'MM/dd/yyyy', 'd MMM yyyy'] as const).map((value) => ({
            value,
            label: value,
          }))}
          onChange={(pattern) => void set({ pattern })}
        />
      )}
      {display.kind === 'person' && (
        <SelectRow
          label="Written"
          value={display.form}
          options={[
            { value: 'full', label: 'in full' },
            { value: 'initial and surname', label: 'initial and SURNAME' },
            { value: 'initials', label: 'initials' },
          ]}
          onChange={(form) => void set({ form })}
        />
      )}
      {display.kind === 'text' && (
        <SelectRow
          label="Written"
          value={display.case ?? 'as written'}
          options={[
            { value: 'as written', label: 'as it is' },
            { value: 'upper', label: 'in capitals' },
            { value: 'lower', label: 'in small letters' },
          ]}
          onChange={(letterCase) => void set({ case: letterCase === 'as written' ? undefined : letterCase })}
        />
      )}
      {(['prefix', 'suffix'] as const).map((affix) => (
        <CommitField
          key={affix}
          label={affix === 'prefix' ? 'Before it' : 'After it'}
          value={display[affix] ?? ''}
          onCommit={(text) =>
            text.length > 40 ? refuse('At most 40 characters.') : set({ [affix]: text || undefined })
          }
        />
      ))}
      <Row label="Gives">
        <Box pt="4px" data-testid="display-example" color={written.ok ? undefined : 'vermilion'}>
          {written.ok ? written.text : displayTroubleWords(written.trouble)}
        </Box>
      </Row>
    </>
  );
}

function NumberRows(props: {
  display: Extract<DisplayFormat, { kind: 'number' }>;
  unit: string | undefined;
  onChange: (part: object) => Outcome<object>;
}) {
  const { display, unit, onChange } = props;
  const quantity = unit === undefined ? undefined : knownUnit(unit)?.quantity;
  return (
    <>
      {quantity && (
        <SelectRow
          label="Shown in"
          value={display.unit ?? ''}
          options={[{ value: '', label: 'as given' }, ...unitsOf(quantity).map((value) => ({ value, label: value }))]}
          onChange={(value) => void onChange({ unit: value || undefined })}
        />
      )}
      <CommitField
        label="Decimals"
        value={display.decimals === undefined ? '' : String(display.decimals)}
        onCommit={(text) => {
          const decimals = Number(text);
          if (text.trim() === '') return onChange({ decimals: undefined });
          return Number.isInteger(decimals) && decimals >= 0 && decimals <= 8
            ? onChange({ decimals })
            : refuse('0 to 8 decimals; empty for as many as there are.');
        }}
      />
      <Row label="">
        {(
          [
            ['trailingZeros', 'zeros at the end', display.trailingZeros !== false],
            ['thousands', 'thousands apart', display.thousands === true],
            ['showUnit', 'with its unit', display.showUnit === true],
          ] as const
        ).map(([key, words, on]) => (
          <Box key={key} fontSize="14px">
            <CheckBox checked={on} onChange={(checked) => void onChange({ [key]: checked })}>
              {words}
            </CheckBox>
          </Box>
        ))}
      </Row>
    </>
  );
}
