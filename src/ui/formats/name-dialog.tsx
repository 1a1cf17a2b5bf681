'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { Dialog } from '../controls/dialog';
import { Problem, TextInput } from '../controls/field';

const Name = z.object({ name: z.string().trim().min(1, 'It needs a name.').max(120, 'At most 120 characters.') });

/** Asks for the name of a copied or renamed format; a name that is taken is said at the field. */
export function NameDialog(props: {
  title: string;
  start: string;
  action: string;
  onClose: () => void;
  onSave: (name: string) => Promise<void>;
}) {
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { name: props.start },
    resolver: zodResolver(Name),
  });
  const [refused, setRefused] = useState<string>();
  const submit = handleSubmit(async ({ name }) => {
    try {
      await props.onSave(name);
    } catch (error) {
      setRefused((error as Error).message);
    }
  });
  return (
    <Dialog
      open
      title={props.title}
      onClose={props.onClose}
      action={{ words: props.action, form: 'name-form', disabled: formState.isSubmitting }}
    >
      <form id="name-form" onSubmit={(event) => void submit(event)}>
        <label htmlFor="format-name">Name</label>
        <TextInput
          id="format-name"
          autoFocus
          onFocus={(event) => event.target.select()}
          aria-invalid={formState.errors.name !== undefined}
          {...register('name')}
        />
        {(formState.errors.name?.message ?? refused) && <Problem>{formState.errors.name?.message ?? refused}</Problem>}
      </form>
    </Dialog>
  );
}
