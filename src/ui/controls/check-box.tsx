'use client';

import { Checkbox } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { COVERING } from './covering';

/** Yes or no, with its words beside it. */
export function CheckBox(props: {
  children: ReactNode;
  checked: boolean;
  disabled?: boolean;
  /** What is said of it when the pointer rests on it. */
  title?: string;
  onChange: (checked: boolean) => void;
}) {
  const { children, checked, disabled, title, onChange } = props;
  return (
    <Checkbox.Root
      checked={checked}
      disabled={disabled}
      title={title}
      onCheckedChange={(details) => onChange(details.checked === true)}
    >
      <Checkbox.HiddenInput style={COVERING} />
      <Checkbox.Control />
      <Checkbox.Label>{children}</Checkbox.Label>
    </Checkbox.Root>
  );
}
