'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import type { PropertyDefinition } from '../../core/property/definition';
import type { LimitValue } from '../../core/rules/document';
import type { LimitField as Field } from '../../core/rules/limits';
import { Button } from '../controls/button';
import { Problem, Select, TextArea, TextInput } from '../controls/field';
import { SearchPicker } from '../controls/search-picker';
import { officeQuery } from '../data/queries';
import { nounsQuery } from './queries';

const UNITS: Partial<Record<Field['kind'], string>> = { length: 'mm', percent: '%', lengths: 'mm' };

/** How many nouns that titles have are proposed at once. */
const PROPOSED = 12;

/** One limit of a check: a number, a pattern, a list, or properties. What cannot be read is said and stays as it was typed. */
export function LimitField(props: {
  name: string;
  field: Field;
  value: LimitValue;
  inherited: LimitValue;
  disabled: boolean;
  onChange: (value: LimitValue) => void;
}) {
  const { name, field, value, inherited, disabled, onChange } = props;
  const id = useId();
  const differs = JSON.stringify(value) !== JSON.stringify(inherited);
  return (
    <Box py="4px">
      <Flex align="baseline" gap="8px">
        <Box asChild fontSize="13px" color="soft">
          <label htmlFor={id}>{field.words}</label>
        </Box>
        {differs && !disabled && (
          <Button
            type="button"
            look="quiet"
            height="20px"
            fontSize="13px"
            aria-label={`${field.words}: back to what is inherited`}
            onClick={() => onChange(inherited)}
          >
            ↺ {shown(inherited)}
            {UNITS[field.kind] && !Array.isArray(inherited) ? ` ${UNITS[field.kind]!}` : ''}
          </Button>
        )}
      </Flex>
      {field.kind === 'property' || field.kind === 'properties' ? (
        <Properties id={id} field={field} value={value} disabled={disabled} onChange={onChange} />
      ) : (
        <Typed
          key={JSON.stringify(value)}
          id={id}
          field={field}
          value={value}
          disabled={disabled}
          onChange={onChange}
        />
      )}
      {name === 'nouns' && !disabled && <ProposedNouns value={value as string[]} onChange={onChange} />}
    </Box>
  );
}

/** A limit in a word or few. */
const shown = (value: LimitValue): string =>
  Array.isArray(value)
    ? value.length > 3
      ? `${value.length} entries`
      : value.join(', ') || 'none'
    : String(value) || 'none';

/** A limit as it is typed: lists with commas between their entries. */
const asText = (value: LimitValue): string => (Array.isArray(value) ? value.join(', ') : String(value));

/** What was typed as a limit of its kind; undefined when it is none. */
function read(text: string, { kind }: Field): LimitValue | undefined {
  const number = (one: string) => (one.trim() === '' ? Number.NaN : Number(one.trim().replace(',', '.')));
  if (kind === 'pattern') return text.trim();
  if (kind === 'texts') return [...new Set(text.split(/[,;\n]/).map((one) => one.trim()))].filter(Boolean);
  if (kind === 'lengths') {
    const numbers = text
      .split(/[;\n]|,\s+|\s+/)
      .filter((one) => one.trim() !== '')
      .map(number);
    return numbers.every(Number.isFinite) ? numbers : undefined;
  }
  return Number.isFinite(number(text)) ? number(text) : undefined;
}

function Typed(props: {
  id: string;
  field: Field;
  value: LimitValue;
  disabled: boolean;
  onChange: (value: LimitValue) => void;
}) {
  const { id, field, value, disabled, onChange } = props;
  const [text, setText] = useState(asText(value));
  const [unread, setUnread] = useState(false);
  const settle = () => {
    const next = read(text, field);
    setUnread(next === undefined);
    if (next !== undefined && JSON.stringify(next) !== JSON.stringify(value)) onChange(next);
  };
  const unit = UNITS[field.kind];
  const isLong = field.kind === 'texts' && asText(value).length > 60;
  const attributes = {
    id,
    value: text,
    disabled,
    'aria-invalid': unread,
    onBlur: settle,
    ...('hint' in field && field.hint !== undefined && { placeholder: field.hint }),
  };
  return (
    <>
      <Flex align="center" gap="6px">
        {isLong ? (
          <TextArea {...attributes} rows={4} fontSize="13px" onChange={(event) => setText(event.target.value)} />
        ) : (
          <TextInput
            {...attributes}
            maxWidth={unit ? '110px' : undefined}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') settle();
            }}
          />
        )}
        {unit && (
          <Box fontSize="13px" color="soft">
            {unit}
            {'nothing' in field && field.nothing !== undefined && `, 0: ${field.nothing}`}
          </Box>
        )}
      </Flex>
      {unread && (
        <Problem>
          {field.words}: type {field.kind === 'lengths' ? 'numbers' : 'a number'}.
        </Problem>
      )}
    </>
  );
}

function Properties(props: {
  id: string;
  field: Field;
  value: LimitValue;
  disabled: boolean;
  onChange: (value: LimitValue) => void;
}) {
  const { id, field, value, disabled, onChange } = props;
  const { data: office } = useQuery(officeQuery);
  const [search, setSearch] = useState('');
  const all: readonly PropertyDefinition[] = office?.properties ?? [];
  const nameOf = (one: string) => all.find((property) => property.id === one)?.name ?? `${one} (no longer there)`;
  if (field.kind === 'property')
    return (
      <Select id={id} value={String(value)} disabled={disabled} onChange={(event) => onChange(event.target.value)}>
        <option value="">None</option>
        {all
          .filter(({ source }) => source === 'organisation' || source === 'project' || source === 'profile')
          .map((property) => (
            <option key={property.id} value={property.id}>
              {property.name}
            </option>
          ))}
      </Select>
    );
  const chosen = value as string[];
  const found = all.filter(
    (one) => !chosen.includes(one.id) && one.name.toLowerCase().includes(search.trim().toLowerCase()),
  );
  return (
    <Box id={id} role="group" aria-label={field.words}>
      {chosen.map((one) => (
        <Flex key={one} align="center" gap="6px" fontSize="14px">
          <Box flex="1">{nameOf(one)}</Box>
          {!disabled && (
            <Button
              type="button"
              look="quiet"
              height="22px"
              aria-label={`Take ${nameOf(one)} from the list`}
              onClick={() => onChange(chosen.filter((other) => other !== one))}
            >
              ×
            </Button>
          )}
        </Flex>
      ))}
      {!disabled && (
        <SearchPicker
          label={`Add to: ${field.words}`}
          shown={chosen.length === 0 ? 'None. Add a property…' : 'Add a property…'}
          items={found.map((one) => ({ value: one.id, label: one.name }))}
          onSearch={setSearch}
          onChoose={(chosenId) => onChange([...chosen, chosenId])}
        />
      )}
      {disabled && chosen.length === 0 && <Box fontSize="14px">None</Box>}
    </Box>
  );
}

/** Words that titles of the office's models have as their noun and that the list lacks: a click adds one. */
function ProposedNouns({ value, onChange }: { value: readonly string[]; onChange: (value: LimitValue) => void }) {
  const { data: nouns = [] } = useQuery(nounsQuery);
  const known = new Set(value.map((one) => one.toLowerCase()));
  const fresh = nouns.filter(({ word }) => !known.has(word)).slice(0, PROPOSED);
  if (fresh.length === 0) return null;
  return (
    <Flex wrap="wrap" gap="4px" pt="4px" align="center" fontSize="13px">
      <Box color="soft">Seen in titles:</Box>
      {fresh.map(({ word, titles }) => (
        <Button
          key={word}
          type="button"
          height="22px"
          px="6px"
          fontSize="13px"
          aria-label={`Add ${word}`}
          title={`${titles} ${titles === 1 ? 'title' : 'titles'}`}
          onClick={() => onChange([...value, word])}
        >
          + {word}
        </Button>
      ))}
    </Flex>
  );
}
