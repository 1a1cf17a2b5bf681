'use client';

import { useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';
import type { ShelfEntry } from '../../contract/formats';
import { type PickerItem, SearchPicker } from '../controls/search-picker';
import { shelfQuery } from '../data/queries';

export const formatWords = ({ name, edition }: { name: string; edition: { number: number } }): string =>
  `${name}, edition ${edition.number}`;

/** A choice of one of the formats on the shelf, searched as one types. */
export function FormatPicker(props: {
  label: string;
  shown: string;
  first?: PickerItem;
  disabled?: boolean;
  /** The edition that drawings are made on is named, and formats without one are no choice; else the newest one is. */
  inForce?: boolean;
  /** Formats that are no choice. */
  without?: (entry: ShelfEntry) => boolean;
  onChoose: (entry: ShelfEntry | undefined) => void;
}) {
  const { label, shown, first, disabled, inForce, without, onChoose } = props;
  const [search, setSearch] = useState('');
  const { data } = useInfiniteQuery({
    ...shelfQuery(useDeferredValue(search), 'shelf'),
    placeholderData: (before) => before,
  });
  const entries = useMemo(
    () =>
      (data?.pages.flatMap((page) => page.entries) ?? []).filter(
        (entry) => !(inForce && !entry.inForce) && !without?.(entry),
      ),
    [data, inForce, without],
  );
  const items = [
    ...(first ? [first] : []),
    ...entries.map((entry) => ({
      value: entry.id,
      label: formatWords(inForce ? { ...entry, edition: entry.inForce! } : entry),
    })),
  ];
  const more = (data?.pages[0]?.total ?? 0) - (data?.pages.reduce((sum, page) => sum + page.entries.length, 0) ?? 0);
  return (
    <SearchPicker
      label={label}
      shown={shown}
      items={items}
      more={more}
      disabled={disabled}
      onSearch={setSearch}
      onChoose={(value) => onChoose(entries.find(({ id }) => id === value))}
    />
  );
}
