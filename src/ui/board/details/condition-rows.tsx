'use client';

import { Flex } from '@chakra-ui/react';
import type { Condition } from '../../../core/format/document';
import { CheckBox } from '../../controls/check-box';
import { Row, SelectRow } from '../../controls/field';
import { useBoard } from '../board-store';

const SHEETS = [
  { value: 'every', label: 'every sheet' },
  { value: 'first', label: 'the first sheet' },
  { value: 'following', label: 'following sheets' },
] as const;
const KINDS = [
  { value: 'both', label: 'parts and assemblies' },
  { value: 'part', label: 'parts' },
  { value: 'assembly', label: 'assemblies' },
] as const;

/** When something appears: on which sizes, which sheets, for what kind of model. */
export function ConditionRows({
  condition,
  onChange,
}: {
  condition: Condition;
  onChange: (condition: Condition) => void;
}) {
  const sizes = useBoard((board) => board.document.sizes);
  const chosen = condition.sizes ?? sizes.map((size) => size.id);
  const set = (part: Partial<Condition>) => {
    const next = { ...condition, ...part };
    onChange(Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined)));
  };
  return (
    <>
      <Row label="On sizes">
        <Flex wrap="wrap" gap="2px 10px" pt="3px">
          {sizes.map((size) => (
            <CheckBox
              key={size.id}
              checked={chosen.includes(size.id)}
              onChange={(checked) => {
                const next = sizes.map(({ id }) => id).filter((id) => (id === size.id ? checked : chosen.includes(id)));
                set({ sizes: next.length === sizes.length ? undefined : next });
              }}
            >
              {size.name}
            </CheckBox>
          ))}
        </Flex>
      </Row>
      <SelectRow
        label="On"
        value={condition.sheets ?? 'every'}
        options={SHEETS}
        onChange={(value) => set({ sheets: value === 'every' ? undefined : value })}
      />
      <SelectRow
        label="For"
        value={condition.kinds ?? 'both'}
        options={KINDS}
        onChange={(value) => set({ kinds: value === 'both' ? undefined : value })}
      />
    </>
  );
}
