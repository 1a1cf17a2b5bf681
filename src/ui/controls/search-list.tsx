'use client';

import { Box, Combobox, Portal, createListCollection, useComboboxContext } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useState } from 'react';
import { matchedName } from '../../core/property/names';

export interface PickerItem {
  value: string;
  label: string;
}

export interface SearchPickerProps {
  label: string;
  /** What the choice there is is called. */
  shown: string;
  items: readonly PickerItem[];
  /** How many entries the list has beside the items. */
  more?: number;
  disabled?: boolean;
  onSearch: (text: string) => void;
  onChoose: (value: string) => void;
}

/**
 * Does something once the list has closed and the focus is back in its field, which takes a frame: what is done may give the focus
 * to another field, and would lose it again.
 */
const afterFocusing = (act: () => void) => requestAnimationFrame(() => requestAnimationFrame(act));

/** Takes the only match once Enter was pressed on it, and closes the list. */
function TakeOnly({ only, onTake }: { only: string | undefined; onTake: (value: string) => void }) {
  const { setOpen } = useComboboxContext();
  useEffect(() => {
    if (only === undefined) return;
    setOpen(false);
    onTake(only);
  });
  return null;
}

/** The only item that has what is typed in its name. */
function onlyMatch(items: readonly PickerItem[], typed: string): string | undefined {
  const wanted = matchedName(typed);
  const matches = items.filter(({ label }) => matchedName(label).includes(wanted));
  return matches.length === 1 ? matches[0]!.value : undefined;
}

/**
 * What the list shows, which stands still while an entry is pressed: an entry that moved away under the pointer, as what was searched
 * for arrives, would not be chosen.
 */
function useStill(props: SearchPickerProps) {
  const [pressed, setPressed] = useState<SearchPickerProps>();
  const onPointerDown = () => {
    setPressed(props);
    // The click comes after the pointer is up, and needs the entry where it is.
    const release = () => requestAnimationFrame(() => setPressed(undefined));
    const done = new AbortController();
    for (const end of ['pointerup', 'pointercancel']) {
      window.addEventListener(end, () => (done.abort(), release()), { signal: done.signal });
    }
  };
  return { still: pressed ?? props, onPointerDown };
}

/** The field of a search picker with its list, which opens as soon as it is there. */
export default function SearchList(props: SearchPickerProps) {
  const { still, onPointerDown } = useStill(props);
  const { label, shown, items, more = 0, disabled, onSearch, onChoose } = still;
  /** What is typed; undefined while the choice there is is shown. */
  const [typed, setTyped] = useState<string | undefined>('');
  /** Enter was pressed on what is typed, and the list has not come to one entry yet. */
  const [entered, setEntered] = useState(false);
  const only = entered && more === 0 && typed ? onlyMatch(items, typed) : undefined;
  const collection = useMemo(() => createListCollection({ items: [...items] }), [items]);
  return (
    <Combobox.Root
      collection={collection}
      value={[]}
      inputValue={typed ?? shown}
      disabled={disabled}
      defaultOpen
      openOnClick
      selectionBehavior="preserve"
      positioning={{ placement: 'bottom-start', sameWidth: false, flip: true }}
      onInputValueChange={({ inputValue, reason }) => {
        if (reason !== 'input-change') return;
        setEntered(false);
        setTyped(inputValue);
        onSearch(inputValue);
      }}
      onOpenChange={({ open }) => {
        setEntered(false);
        setTyped(open ? '' : undefined);
        // What is chosen as it closes is still one of those that were found.
        if (open) onSearch('');
      }}
      onValueChange={({ value: [chosen] }) => {
        if (chosen !== undefined) afterFocusing(() => onChoose(chosen));
      }}
    >
      <TakeOnly only={only} onTake={(value) => afterFocusing(() => onChoose(value))} />
      <Combobox.Control>
        <Combobox.Input
          autoFocus
          aria-label={label}
          placeholder={shown}
          onKeyDown={(event: KeyboardEvent<HTMLInputElement>) => {
            const isMarked = event.currentTarget.hasAttribute('aria-activedescendant');
            if (event.key === 'Enter' && typed && !isMarked) setEntered(true);
          }}
        />
        <Combobox.Trigger aria-label={`Show the list of ${label}`} tabIndex={-1}>
          <ChevronDown size={13} aria-hidden />
        </Combobox.Trigger>
      </Combobox.Control>
      <Portal>
        <Combobox.Positioner>
          <Combobox.Content aria-label={label} onPointerDownCapture={onPointerDown}>
            {items.map((item) => (
              <Combobox.Item key={item.value} item={item}>
                {item.label}
              </Combobox.Item>
            ))}
            {items.length === 0 && (
              <Box px="10px" py="4px" color="soft">
                Nothing has “{typed}” in its name.
              </Box>
            )}
            {more > 0 && (
              <Box px="10px" py="4px" color="soft" fontSize="13px">
                and {more} more; type a part of the name
              </Box>
            )}
          </Combobox.Content>
        </Combobox.Positioner>
      </Portal>
    </Combobox.Root>
  );
}
