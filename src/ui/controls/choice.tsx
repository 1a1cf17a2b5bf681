'use client';

import { Flex, chakra } from '@chakra-ui/react';

const Segment = chakra('button', {
  base: {
    height: '26px',
    px: '9px',
    borderRight: '1px solid',
    borderColor: 'line',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    _last: { borderRight: 'none' },
    _hover: { bg: 'plumWash' },
    _checked: { bg: 'ink', color: 'onInk', _hover: { bg: 'ink' } },
  },
});

/** A few choices side by side, one of them taken. */
export function Choice<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  const { label, value, options, onChange } = props;
  const move = (by: number) => {
    const index = options.findIndex((option) => option.value === value);
    const next = options[(index + by + options.length) % options.length];
    if (next) onChange(next.value);
  };
  return (
    <Flex
      role="radiogroup"
      aria-label={label}
      border="1px solid"
      borderColor="ink"
      bg="card"
      onKeyDown={(event) => {
        if (event.key === 'ArrowRight') move(1);
        else if (event.key === 'ArrowLeft') move(-1);
        else return;
        event.preventDefault();
        event.stopPropagation();
        const group = event.currentTarget;
        requestAnimationFrame(() => group.querySelector<HTMLElement>('[aria-checked=true]')?.focus());
      }}
    >
      {options.map((option) => (
        <Segment
          key={option.value}
          type="button"
          role="radio"
          aria-checked={option.value === value}
          data-state={option.value === value ? 'checked' : undefined}
          tabIndex={option.value === value ? 0 : -1}
          onClick={() => onChange(option.value)}
        >
          {option.label}
        </Segment>
      ))}
    </Flex>
  );
}
