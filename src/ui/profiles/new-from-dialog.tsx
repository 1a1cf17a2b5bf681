'use client';

import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Dialog } from '../controls/dialog';
import { Problem, Row, Select, TextInput } from '../controls/field';

/** Makes something that begins as, or derives from, something that is there: it asks for a name and for that. */
export function NewFromDialog(props: {
  title: string;
  action: string;
  fromLabel: string;
  options: readonly { value: string; label: string }[];
  start: string;
  onClose: () => void;
  /** What it throws is said under the name. */
  onMake: (name: string, from: string) => Promise<void>;
}) {
  const { title, action, fromLabel, options, start, onClose, onMake } = props;
  const { register, handleSubmit, formState } = useForm({ defaultValues: { name: '', from: start } });
  const [refused, setRefused] = useState<string>();
  const make = handleSubmit(async ({ name, from }) => {
    try {
      await onMake(name.trim(), from);
    } catch (error) {
      setRefused((error as Error).message);
    }
  });
  const problem = formState.errors.name?.message ?? refused;
  return (
    <Dialog
      open
      title={title}
      onClose={onClose}
      action={{ words: action, form: 'new-from', disabled: formState.isSubmitting }}
    >
      <form id="new-from" noValidate onSubmit={(event) => void make(event)}>
        <Row label="Name" htmlFor="new-name">
          <TextInput
            id="new-name"
            autoFocus
            aria-invalid={problem !== undefined}
            {...register('name', { validate: (text) => text.trim() !== '' || 'It needs a name.' })}
          />
          {problem !== undefined && <Problem>{problem}</Problem>}
        </Row>
        <Row label={fromLabel} htmlFor="new-from-what">
          <Select id="new-from-what" {...register('from')}>
            {options.map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </Select>
        </Row>
      </form>
    </Dialog>
  );
}
