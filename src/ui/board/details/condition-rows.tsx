'use client';

import { Flex } from '@chakra-ui/react';
import type { Condition } from '../../../core/format/document';
import { isOnAdded, isOnSize, onSizes } from '../../../core/format/occasion';
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
  const chosen = sizes.flatMap(({ id }) => (isOnSize(condition, id) ? [id] : []));
  const added = isOnAdded(condition);
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
                onChange(onSizes(condition, next, sizes, added || next.length === sizes.length));
              }}
            >
              {size.name}
            </CheckBox>
          ))}
          <CheckBox checked={added} onChange={(too) => onChange(onSizes(condition, chosen, sizes, too))}>
            and those added later
          </CheckBox>
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
