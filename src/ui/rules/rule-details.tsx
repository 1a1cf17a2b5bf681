'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useId, useState } from 'react';
import type { z } from 'zod';
import type { BookChange, BookView, CountScope } from '../../contract/rule-books';
import { type LimitValue, type RuleChange, RuleWeight } from '../../core/rules/document';
import { limitFields, limitTrouble } from '../../core/rules/limits';
import { Button } from '../controls/button';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { type ListedCheck, WEIGHT_WORDS } from './checks';
import { LimitField } from './limit-field';
import { LookAhead } from './look-ahead';
import type { Counts } from './use-counts';

type Change = z.infer<typeof BookChange>;

/** What a check weighs and is limited by in a book, and why the house differs. */
export function RuleDetails(props: {
  book: BookView;
  check: ListedCheck;
  counts: Counts;
  scope: CountScope;
  /** How many formats and drawings are looked at. */
  things: number;
  mayChange: boolean;
  onSave: (change: Change) => Promise<string | undefined>;
}) {
  const { book, check, counts, scope, things, mayChange, onSave } = props;
  const fields = limitFields(check.key);
  const [weight, setWeight] = useState(check.weight);
  const [limits, setLimits] = useState(check.limits);
  const [why, setWhy] = useState(check.change?.why ?? '');
  const [refused, setRefused] = useState<string>();
  const [saving, setSaving] = useState(false);
  const whyId = useId();
  const weightId = useId();
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const isNew = weight !== check.weight || !same(limits, check.limits);
  const isInherited = weight === check.inheritedWeight && same(limits, check.inheritedLimits);
  const changed: RuleChange = {
    ...(weight !== check.inheritedWeight && { weight }),
    ...(!same(limits, check.inheritedLimits) && {
      limits: Object.fromEntries(
        Object.entries(limits).filter(([name, value]) => !same(value, check.inheritedLimits[name])),
      ),
    }),
    why: why.trim(),
  };
  const change: Change = {
    kind: 'rule',
    code: check.key,
    ...(!isInherited && { change: changed }),
  };
  const trouble = Object.entries(fields)
    .map(([name, field]) => limitTrouble(field, limits[name]!))
    .find((one) => one !== undefined);
  const save = async () => {
    if (!isInherited && why.trim() === '') {
      setRefused('Say why the house differs.');
      document.getElementById(whyId)?.focus();
      return;
    }
    setSaving(true);
    setRefused(await onSave(change));
    setSaving(false);
  };
  const setLimit = (name: string, value: LimitValue) => setLimits((before) => ({ ...before, [name]: value }));
  const inheritedFrom = book.from?.name ?? book.name;
  return (
    <Box borderTop="1px solid" borderColor="line" mt="8px" pt="6px">
      <Row label="Weight" htmlFor={weightId}>
        <Flex gap="8px" align="center">
          <Box width="160px">
            <Select
              id={weightId}
              value={weight}
              disabled={!mayChange}
              onChange={(event) => setWeight(event.target.value as RuleWeight)}
            >
              {RuleWeight.options.map((one) => (
                <option key={one} value={one}>
                  {WEIGHT_WORDS[one]}
                </option>
              ))}
            </Select>
          </Box>
          {weight !== check.inheritedWeight && (
            <Button
              type="button"
              look="quiet"
              fontSize="13px"
              disabled={!mayChange}
              aria-label="Weight: back to what is inherited"
              onClick={() => setWeight(check.inheritedWeight)}
            >
              ↺ {WEIGHT_WORDS[check.inheritedWeight]} in {inheritedFrom}
            </Button>
          )}
        </Flex>
      </Row>
      {Object.entries(fields).map(([name, field]) => (
        <LimitField
          key={name}
          name={name}
          field={field}
          value={limits[name]!}
          inherited={check.inheritedLimits[name]!}
          disabled={!mayChange}
          onChange={(value) => setLimit(name, value)}
        />
      ))}
      {trouble !== undefined && <Problem>{trouble}</Problem>}
      {(!isInherited || check.change) && (
        <Row label="Why" htmlFor={whyId}>
          <TextInput
            id={whyId}
            value={why}
            disabled={!mayChange}
            placeholder={`Why the house differs from ${inheritedFrom}`}
            aria-invalid={refused !== undefined && why.trim() === ''}
            onChange={(event) => setWhy(event.target.value)}
          />
        </Row>
      )}
      {isNew && trouble === undefined && (
        <LookAhead counts={counts} change={withoutWhy(change)} check={check.key} scope={scope} things={things} />
      )}
      {refused !== undefined && <Problem>{refused}</Problem>}
      {(isNew || why.trim() !== (check.change?.why ?? '')) && (
        <Flex gap="6px" pt="4px">
          <Button type="button" look="primary" disabled={saving || trouble !== undefined} onClick={() => void save()}>
            {isInherited ? `As ${inheritedFrom} has it` : 'Change the rule'}
          </Button>
          <Button
            type="button"
            onClick={() => {
              setWeight(check.weight);
              setLimits(check.limits);
              setWhy(check.change?.why ?? '');
              setRefused(undefined);
            }}
          >
            Leave it
          </Button>
        </Flex>
      )}
    </Box>
  );
}

/** A change to look ahead at: why it is made changes nothing of what it does. */
const withoutWhy = (change: Change): Change =>
  change.kind === 'rule' && change.change ? { ...change, change: { ...change.change, why: '–' } } : change;
