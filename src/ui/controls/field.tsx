'use client';

import { Box, Flex, Input as TextInput, NativeSelect, chakra } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { type ComponentProps, type ReactNode, useId, useRef, useState } from 'react';
import type { Outcome } from '../../core/refusal';

export { Input as TextInput, Textarea as TextArea } from '@chakra-ui/react';

/** Where one types what a list is searched for. */
export function SearchInput(props: { label: string; hint?: string; value: string; onSearch: (text: string) => void }) {
  const { label, hint = label, value, onSearch } = props;
  return (
    <TextInput
      type="search"
      aria-label={label}
      placeholder={hint}
      value={value}
      onChange={(event) => onSearch(event.target.value)}
    />
  );
}

/** A choice from a short list, which the browser shows. */
export function Select({
  disabled,
  ...props
}: ComponentProps<typeof NativeSelect.Field> & { disabled?: boolean | undefined }) {
  return (
    <NativeSelect.Root disabled={disabled}>
      <NativeSelect.Field {...props} />
      <NativeSelect.Indicator>
        <ChevronDown size={13} aria-hidden />
      </NativeSelect.Indicator>
    </NativeSelect.Root>
  );
}

/** A label beside its control, in the columns that every pane of details keeps. */
export function Row({ label, children, htmlFor }: { label: string; children: ReactNode; htmlFor?: string }) {
  return (
    <Flex align="start" gap="8px" py="3px">
      <chakra.label htmlFor={htmlFor} color="soft" fontSize="13px" width="88px" flexShrink={0} pt="4px">
        {label}
      </chakra.label>
      <Box flex="1" minWidth={0}>
        {children}
      </Box>
    </Flex>
  );
}

/** What is wrong with what was typed, at its place. */
export function Problem({ children, id }: { children: ReactNode; id?: string }) {
  return (
    <Box id={id} role="alert" color="vermilion" fontSize="13px" pt="2px">
      ■ {children}
    </Box>
  );
}

const ready = (field: HTMLInputElement | null) => {
  if (!field) return;
  field.focus();
  field.select();
};

/**
 * A field that commits on Enter or when it is left, or, `live`, with every key that makes a value. A refused entry stays
 * as it was typed, with the reason under it; Escape goes back to the value there was.
 */
export function CommitField(props: {
  label: string;
  value: string;
  onCommit: (text: string) => Outcome<object>;
  live?: boolean;
  /** Told when the field is left. */
  onLeave?: () => void;
  suffix?: string;
  bare?: boolean;
  /** The id of a list of what is offered. */
  list?: string;
  placeholder?: string;
  disabled?: boolean;
  /** It has the focus as soon as it is there, with its text selected. */
  isReady?: boolean | undefined;
}) {
  const { label, value, onCommit, live, onLeave, suffix, bare, list, placeholder, disabled, isReady } = props;
  const id = useId();
  /** What is typed and not (yet) the value; undefined when the field shows the value. */
  const [typed, setTyped] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const start = useRef(value);
  const settle = () => {
    if (typed === undefined) return;
    const outcome = typed === value ? { ok: true as const } : onCommit(typed);
    setProblem(outcome.ok ? undefined : outcome.reason);
    if (outcome.ok) setTyped(undefined);
  };
  const field = (
    <>
      <Flex align="center" gap="6px">
        <TextInput
          id={id}
          ref={isReady ? ready : undefined}
          aria-label={bare ? label : undefined}
          value={typed ?? value}
          list={list}
          placeholder={placeholder}
          disabled={disabled}
          aria-invalid={problem !== undefined}
          aria-describedby={problem === undefined ? undefined : `${id}-problem`}
          onChange={(event) => {
            const text = event.target.value;
            setTyped(text);
            if (live && onCommit(text).ok) setProblem(undefined);
          }}
          onFocus={() => (start.current = value)}
          onBlur={() => {
            settle();
            onLeave?.();
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') settle();
            if (event.key === 'Escape') {
              if (live && value !== start.current) onCommit(start.current);
              setTyped(undefined);
              setProblem(undefined);
              event.stopPropagation();
            }
          }}
        />
        {suffix && (
          <Box color="soft" fontSize="13px" flexShrink={0}>
            {suffix}
          </Box>
        )}
      </Flex>
      {problem !== undefined && <Problem id={`${id}-problem`}>{problem}</Problem>}
    </>
  );
  return bare ? (
    field
  ) : (
    <Row label={label} htmlFor={id}>
      {field}
    </Row>
  );
}

/** A choice from a list, in a row of details. */
export function SelectRow<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  disabled?: boolean;
  onChange: (value: T) => void;
}) {
  const id = useId();
  return (
    <Row label={props.label} htmlFor={id}>
      <Select
        id={id}
        value={props.value}
        disabled={props.disabled}
        onChange={(event) => props.onChange(event.target.value as T)}
      >
        {props.options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </Select>
    </Row>
  );
}
