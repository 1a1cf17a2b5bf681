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

/** The question that does not take a value, which is kept aside then. */
function unfit(one: Carried, { kept, targets }: MoveForesight, mapping: Partial<Mapping>): string | undefined {
  const to = placeNow(one, mapping);
  const came = kept?.carried.find(({ of, key }) => of === one.of && key === one.key);
  return to !== null && came?.to === null ? (targets.find(({ key }) => key === to)?.name ?? to) : undefined;
}

/** The values that do not simply go to the question that they answered. */
const toPlace = (view: MoveForesight, mapping: Partial<Mapping>): MoveForesight['values'] =>
  view.values.filter(
    (one) => one.by !== 'question' || placeNow(one, mapping) !== one.to || unfit(one, view, mapping) !== undefined,
  );

/** Whether there is anything to say or to choose of where values and sizes go. */
export const hasPlaces = (view: MoveForesight, mapping: Partial<Mapping>): boolean =>
  view.sizes.length > 0 || toPlace(view, mapping).length > 0;

/** Values that do not go to the question that they answered, each with the place that is proposed for it; and sizes that are not served. */
export function PlacesForValues(props: {
  view: MoveForesight;
  mapping: Partial<Mapping>;
  onChange: (mapping: Partial<Mapping>) => void;
}) {
  const { view, mapping, onChange } = props;
  const { sizes, targets } = view;
  const values = toPlace(view, mapping);
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
            {unfit(one, view, mapping) !== undefined && (
              <Box fontSize="13px" color="ochre">
                ▲ “{unfit(one, view, mapping)}” does not take it. It is kept aside.
              </Box>
            )}
            {one.by !== undefined && to === one.to && unfit(one, view, mapping) === undefined && (
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
