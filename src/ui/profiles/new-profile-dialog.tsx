'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type ProfileEntry, addProfile } from '../../contract/profiles';
import { Dialog } from '../controls/dialog';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { ask } from '../data/request';
import { profilesQuery } from './queries';

const STANDARDS = ['ISO', 'ASME', 'BS 8888'] as const;

/** Makes a profile: as a standard has it, or as a copy of another. */
export function NewProfileDialog(props: {
  profiles: readonly ProfileEntry[];
  copyOf: string;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const { profiles, copyOf, onClose, onMade } = props;
  const client = useQueryClient();
  const { register, handleSubmit, formState } = useForm({ defaultValues: { name: '', from: `copy ${copyOf}` } });
  const [refused, setRefused] = useState<string>();
  const make = handleSubmit(async ({ name, from }) => {
    const standard = STANDARDS.find((one) => one === from);
    try {
      const { id } = await ask(addProfile, {
        body: { name: name.trim(), from: standard ? { standard } : { copyOf: from.slice('copy '.length) } },
      });
      await client.invalidateQueries({ queryKey: profilesQuery.queryKey });
      onMade(id);
    } catch (error) {
      setRefused((error as Error).message);
    }
  });
  const problem = formState.errors.name?.message ?? refused;
  return (
    <Dialog
      open
      title="New profile"
      onClose={onClose}
      action={{ words: 'Make profile', form: 'new-profile', disabled: formState.isSubmitting }}
    >
      <form id="new-profile" noValidate onSubmit={(event) => void make(event)}>
        <Row label="Name" htmlFor="profile-name">
          <TextInput
            id="profile-name"
            autoFocus
            aria-invalid={problem !== undefined}
            {...register('name', { validate: (text) => text.trim() !== '' || 'It needs a name.' })}
          />
          {problem !== undefined && <Problem>{problem}</Problem>}
        </Row>
        <Row label="Begins as" htmlFor="profile-from">
          <Select id="profile-from" {...register('from')}>
            {profiles.map(({ id, name }) => (
              <option key={id} value={`copy ${id}`}>
                {name}
              </option>
            ))}
            {STANDARDS.map((standard) => (
              <option key={standard} value={standard}>
                {standard}, as the standard has it
              </option>
            ))}
          </Select>
        </Row>
      </form>
    </Dialog>
  );
}
