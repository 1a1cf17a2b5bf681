'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import type { z } from 'zod';
import type { BookChange, CountScope } from '../../contract/rule-books';
import { issueInWords } from '../../core/format/issue-words';
import { type Demand, HouseCheck, RuleWeight, houseKey } from '../../core/rules/document';
import { Button } from '../controls/button';
import { Problem, Row, SelectRow, TextInput } from '../controls/field';
import { SearchPicker } from '../controls/search-picker';
import { officeQuery } from '../data/queries';
import { WEIGHT_WORDS } from './checks';
import { LookAhead } from './look-ahead';
import type { Counts } from './use-counts';

type Change = z.infer<typeof BookChange>;
type Kind = Demand['kind'];

const KINDS: readonly { value: Kind; label: string }[] = [
  { value: 'is there', label: 'has a value' },
  { value: 'is empty', label: 'has no value' },
  { value: 'is one of', label: 'is one of' },
  { value: 'is none of', label: 'is none of' },
  { value: 'begins with', label: 'begins with one of' },
  { value: 'has the form', label: 'has the form' },
  { value: 'has at most', label: 'has so many characters at most' },
  { value: 'is at least', label: 'is at least' },
  { value: 'is at most', label: 'is at most' },
  { value: 'is the same as', label: 'is the same as' },
  { value: 'differs from', label: 'differs from' },
];

/** A check as it is typed: what it demands, with one text for whatever its kind takes. */
interface Draft {
  name: string;
  property: string;
  of: HouseCheck['of'];
  kind: Kind;
  takes: string;
  weight: RuleWeight;
  why: string;
}

const taken = (demand: Demand): string => {
  if ('texts' in demand) return demand.texts.join(', ');
  if ('pattern' in demand) return demand.pattern;
  if ('characters' in demand) return String(demand.characters);
  if ('number' in demand) return String(demand.number);
  return 'property' in demand ? demand.property : '';
};

const draftOf = (check: HouseCheck | undefined): Draft =>
  check
    ? { ...check, kind: check.demand.kind, takes: taken(check.demand) }
    : { name: '', property: '', of: 'both', kind: 'is there', takes: '', weight: 'warning', why: '' };

function demandOf({ kind, takes }: Draft): unknown {
  const texts = takes
    .split(/[,;\n]/)
    .map((one) => one.trim())
    .filter(Boolean);
  const number = Number(takes.trim().replace(',', '.') || 'none');
  switch (kind) {
    case 'is there':
    case 'is empty':
      return { kind };
    case 'is one of':
    case 'is none of':
    case 'begins with':
      return { kind, texts };
    case 'has the form':
      return { kind, pattern: takes.trim() };
    case 'has at most':
      return { kind, characters: number };
    case 'is at least':
    case 'is at most':
      return { kind, number };
    case 'is the same as':
    case 'differs from':
      return { kind, property: takes };
  }
}

/** A check that the house builds: a property, of which models, what is demanded of it, its weight, and why. */
export function HouseCheckForm(props: {
  /** Absent: a new one. */
  check?: HouseCheck;
  counts: Counts;
  scope: CountScope;
  /** How many formats and drawings are looked at. */
  things: number;
  onSave: (change: Change) => Promise<string | undefined>;
  onDone: () => void;
}) {
  const { check, counts, scope, things, onSave, onDone } = props;
  const { data: office } = useQuery(officeQuery);
  const [draft, setDraft] = useState(() => draftOf(check));
  const [id] = useState(() => check?.id ?? crypto.randomUUID());
  const [refused, setRefused] = useState<string>();
  const nameId = useId();
  const takesId = useId();
  const whyId = useId();
  const set = (part: Partial<Draft>) => {
    setRefused(undefined);
    setDraft((before) => ({ ...before, ...part }));
  };
  const read = HouseCheck.safeParse({
    id,
    name: draft.name,
    weight: draft.weight,
    property: draft.property,
    of: draft.of,
    demand: demandOf(draft),
    why: draft.why,
  });
  const change: Change | undefined = read.success ? { kind: 'house check', id, check: read.data } : undefined;
  const isNew = !check || (read.success && JSON.stringify(read.data) !== JSON.stringify(HouseCheck.parse(check)));
  const save = async (what: Change | undefined) => {
    if (!what) {
      setRefused(read.success ? undefined : issueInWords(read.error, 'The check'));
      return;
    }
    const problem = await onSave(what);
    setRefused(problem);
    if (problem === undefined) onDone();
  };
  return (
    <Box as="form" aria-label={check ? `The check ${check.name}` : 'New check of the house'}>
      <Row label="Name" htmlFor={nameId}>
        <TextInput
          id={nameId}
          autoFocus={!check}
          value={draft.name}
          placeholder="Material with its standard"
          onChange={(event) => set({ name: event.target.value })}
        />
      </Row>
      <Row label="Property">
        <PropertyPicker
          label="Property"
          chosen={draft.property}
          properties={office?.properties ?? []}
          onChoose={(property) => set({ property })}
        />
      </Row>
      <SelectRow
        label="Of"
        value={draft.of}
        options={[
          { value: 'both', label: 'parts and assemblies' },
          { value: 'parts', label: 'parts' },
          { value: 'assemblies', label: 'assemblies' },
        ]}
        onChange={(of) => set({ of })}
      />
      <SelectRow label="Demands" value={draft.kind} options={KINDS} onChange={(kind) => set({ kind, takes: '' })} />
      {draft.kind === 'is the same as' || draft.kind === 'differs from' ? (
        <Row label="">
          <PropertyPicker
            label="Other property"
            chosen={draft.takes}
            properties={office?.properties ?? []}
            onChoose={(property) => set({ takes: property })}
          />
        </Row>
      ) : draft.kind === 'is there' || draft.kind === 'is empty' ? null : (
        <Row label="" htmlFor={takesId}>
          <TextInput
            id={takesId}
            aria-label="What it takes"
            value={draft.takes}
            placeholder={PLACEHOLDERS[draft.kind]}
            onChange={(event) => set({ takes: event.target.value })}
          />
        </Row>
      )}
      <SelectRow
        label="Weight"
        value={draft.weight}
        options={RuleWeight.options.map((one) => ({ value: one, label: WEIGHT_WORDS[one] }))}
        onChange={(weight) => set({ weight })}
      />
      <Row label="Why" htmlFor={whyId}>
        <TextInput id={whyId} value={draft.why} onChange={(event) => set({ why: event.target.value })} />
      </Row>
      {isNew && change && (
        <LookAhead counts={counts} change={change} check={houseKey(id)} scope={scope} things={things} />
      )}
      {refused !== undefined && <Problem>{refused}</Problem>}
      <Flex gap="6px" pt="6px">
        <Button type="button" look="primary" disabled={!isNew} onClick={() => void save(change)}>
          {check ? 'Change the check' : 'Add the check'}
        </Button>
        {check ? (
          <Button type="button" onClick={() => void save({ kind: 'house check', id })}>
            Remove
          </Button>
        ) : (
          <Button type="button" onClick={onDone}>
            Cancel
          </Button>
        )}
      </Flex>
    </Box>
  );
}

const PLACEHOLDERS: Partial<Record<Kind, string>> = {
  'is one of': 'Galvanised, Pickled',
  'is none of': 'Paint, Primer',
  'begins with': 'KW-, KB-',
  'has the form': '[A-Z]{2}-[0-9]{4}',
  'has at most': '25',
  'is at least': '10',
  'is at most': '25',
};

function PropertyPicker(props: {
  label: string;
  chosen: string;
  properties: readonly { id: string; name: string; source: string }[];
  onChoose: (id: string) => void;
}) {
  const { label, chosen, properties, onChoose } = props;
  const [search, setSearch] = useState('');
  const own = properties.find(({ id }) => id === chosen);
  const found = properties.filter(({ name }) => name.toLowerCase().includes(search.trim().toLowerCase()));
  return (
    <SearchPicker
      label={label}
      shown={own?.name ?? (chosen === '' ? 'Choose a property…' : `${chosen} (no longer there)`)}
      items={found.map(({ id, name, source }) => ({ value: id, label: `${name}, of the ${source}` }))}
      onSearch={setSearch}
      onChoose={onChoose}
    />
  );
}
