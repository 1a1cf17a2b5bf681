'use client';

import { Box } from '@chakra-ui/react';
import type { MoveForesight } from '../../../contract/drawings';
import type { Carried, Mapping } from '../../../core/drawing/mapping';
import { valueText } from '../../../core/property/value';
import { Row, Select, SelectRow } from '../../controls/field';

/** Why a value was put where it is, in words. */
const BY: Record<NonNullable<MoveForesight['values'][number]['by']>, string> = {
  question: 'the same question',
  property: 'the same property',
  name: 'the same name',
  cell: 'the same place on the sheet',
  link: 'printed there without being asked',
};

/** Where a value is put now: where somebody has said, else where it was proposed. */
export const placeNow = ({ of, key, to }: Carried, { values = [] }: Partial<Mapping>): string | null => {
  const said = values.find((one) => one.of === of && one.key === key);
  return said ? said.to : to;
};

/** Values that do not go to the question that they answered, each with the place that is proposed for it; and sizes that are not served. */
export function PlacesForValues(props: {
  view: MoveForesight;
  mapping: Partial<Mapping>;
  onChange: (mapping: Partial<Mapping>) => void;
}) {
  const { view, mapping, onChange } = props;
  const { sizes, targets } = view;
  const values = view.values.filter((one) => one.by !== 'question' || placeNow(one, mapping) !== one.to);
  const put = ({ of, key }: Carried, to: string | null) =>
    onChange({
      ...mapping,
      values: [...(mapping.values ?? []).filter((one) => !(one.of === of && one.key === key)), { of, key, to }],
    });
  return (
    <>
      {sizes.map((one) => (
        <Box key={one.of} pb="6px">
          <Box fontSize="14px">▲ {one.words}</Box>
          <SelectRow
            label="Size there"
            value={mapping.sizes?.[one.of] ?? one.to ?? ''}
            options={[
              ...(one.to === undefined ? [{ value: '', label: 'Choose a size' }] : []),
              ...one.sizes.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(size) => onChange({ ...mapping, sizes: { ...mapping.sizes, [one.of]: size } })}
          />
        </Box>
      ))}
      {values.map((one) => {
        const to = placeNow(one, mapping);
        return (
          <Row key={`${one.of} ${one.key}`} label={one.name}>
            <Box fontSize="14px" pt="4px" overflowWrap="anywhere">
              “{valueText(one.value)}”
            </Box>
            <Select
              aria-label={`Where ${one.name} goes`}
              value={to ?? ''}
              onChange={({ target }) => put(one, target.value || null)}
            >
              <option value="">kept aside, printed nowhere</option>
              {targets.map(({ key, name }) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </Select>
            {one.by !== undefined && to === one.to && (
              <Box fontSize="12px" color="soft">
                {BY[one.by]}
              </Box>
            )}
          </Row>
        );
      })}
    </>
  );
}
