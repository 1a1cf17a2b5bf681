'use client';

import { Box } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { Suspense, lazy, useEffect, useState } from 'react';
import { TextInput } from './field';
import type { SearchPickerProps } from './search-list';
import { whenIdle } from './when-idle';

export type { PickerItem } from './search-list';

const load = () => import('./search-list');
const SearchList = lazy(load);

/**
 * A choice from a list that is too long to be shown as a whole: it is searched as one types. The list opens where there is room; what
 * it is made of is loaded when nothing else is done.
 */
export function SearchPicker(props: SearchPickerProps) {
  const [wanted, setWanted] = useState(false);
  useEffect(() => whenIdle(load), []);
  const { label, shown, disabled } = props;
  const closed = (
    <Box position="relative">
      <TextInput
        role="combobox"
        aria-label={label}
        aria-expanded={false}
        aria-haspopup="listbox"
        readOnly
        disabled={disabled}
        value={shown}
        pr="22px"
        textOverflow="ellipsis"
        cursor="pointer"
        onClick={() => setWanted(true)}
        onKeyDown={(event) => {
          if (event.key.length > 1 && event.key !== 'ArrowDown' && event.key !== 'Enter') return;
          event.stopPropagation();
          setWanted(true);
        }}
      />
      <Box position="absolute" right="5px" top="6px" color="soft" pointerEvents="none">
        <ChevronDown size={13} aria-hidden />
      </Box>
    </Box>
  );
  if (!wanted) return closed;
  return (
    <Suspense fallback={closed}>
      <SearchList {...props} />
    </Suspense>
  );
}
