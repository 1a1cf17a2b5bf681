'use client';

import { useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';
import type { SpecimenEntry } from '../../contract/specimens';
import { type PickerItem, SearchPicker } from '../controls/search-picker';
import type { Filled } from '../data/office';
import { specimensQuery } from '../data/queries';

/** What stands between a model's name and its variant's. */
const BETWEEN = '·';

const keyOf = ({ specimen, variant }: Filled) => `${specimen}|${variant ?? ''}`;

/** The specimens whose names have a text in them, as far as they are known, and how many more there are. */
export function useSpecimens(search: string) {
  const { data, fetchNextPage, hasNextPage, isFetching, error, refetch } = useInfiniteQuery({
    ...specimensQuery(useDeferredValue(search)),
    placeholderData: (before) => before,
  });
  const entries = useMemo(() => data?.pages.flatMap((page) => page.entries) ?? [], [data]);
  return { entries, total: data?.pages[0]?.total, fetchNextPage, hasNextPage, isFetching, error, refetch };
}

/** The choice of none, where a sheet need not be filled. */
export const NO_MODEL: PickerItem = { value: '', label: 'No model' };

/** A choice of one of the office's models, searched as one types: the model itself, or with `variants` each of them too. */
export function SpecimenPicker(props: {
  label: string;
  shown: string;
  variants?: boolean;
  /** A choice that stands before all models. */
  first?: PickerItem;
  disabled?: boolean;
  onChoose: (filled: Filled | undefined, entry: SpecimenEntry | undefined) => void;
}) {
  const { label, shown, variants, first, disabled, onChoose } = props;
  const [search, setSearch] = useState('');
  const [name = '', variant = ''] = search.split(BETWEEN);
  const { entries, total = 0 } = useSpecimens(name.trim());
  const choices = useMemo(() => {
    const wanted = variant.trim().toLowerCase();
    return entries
      .flatMap((entry) => {
        const own = { filled: { specimen: entry.id } as Filled, label: entry.name, entry };
        const others = variants
          ? entry.variants.map((one) => ({
              filled: { specimen: entry.id, variant: one },
              label: `${entry.name} ${BETWEEN} ${one}`,
              entry,
            }))
          : [];
        return [own, ...others];
      })
      .filter(({ filled }) => wanted === '' || filled.variant?.toLowerCase().includes(wanted));
  }, [entries, variants, variant]);
  const items = useMemo(
    () => [...(first ? [first] : []), ...choices.map((one) => ({ value: keyOf(one.filled), label: one.label }))],
    [first, choices],
  );
  return (
    <SearchPicker
      label={label}
      shown={shown}
      items={items}
      more={total - entries.length}
      disabled={disabled}
      onSearch={setSearch}
      onChoose={(value) => {
        const chosen = choices.find(({ filled }) => keyOf(filled) === value);
        onChoose(chosen?.filled, chosen?.entry);
      }}
    />
  );
}
