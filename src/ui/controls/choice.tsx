'use client';

import { SegmentGroup } from '@chakra-ui/react';
import { COVERING } from './covering';

/** A few choices side by side, one of them taken. */
export function Choice<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  const { label, value, options, onChange } = props;
  return (
    <SegmentGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(details) => {
        if (details.value !== null) onChange(details.value as T);
      }}
      // The arrow keys move within it, and nothing else on the screen.
      onKeyDown={(event) => {
        if (event.key.startsWith('Arrow')) event.stopPropagation();
      }}
    >
      {options.map((option) => (
        <SegmentGroup.Item key={option.value} value={option.value}>
          <SegmentGroup.ItemText>{option.label}</SegmentGroup.ItemText>
          <SegmentGroup.ItemHiddenInput style={COVERING} />
        </SegmentGroup.Item>
      ))}
    </SegmentGroup.Root>
  );
}
