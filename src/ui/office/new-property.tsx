'use client';

import { Flex, chakra } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { PlaceSource } from '../../contract/places';
import { addProperty } from '../../contract/properties';
import { propertyId } from '../../core/named-id';
import { Button } from '../controls/button';
import { Problem, Select, TextInput } from '../controls/field';
import { officeQuery } from '../data/queries';
import { ask } from '../data/request';

const TYPES = [
  { value: 'text', words: 'text' },
  { value: 'picture', words: 'picture' },
  { value: 'number', words: 'number' },
  { value: 'date', words: 'date' },
  { value: 'person', words: 'person' },
] as const;

/** Adds a property of the organisation, of projects or of profiles to the dictionary. */
export function NewProperty({ source }: { source: PlaceSource | 'profile' }) {
  const client = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const { register, handleSubmit, setError, reset, formState } = useForm<{
    name: string;
    type: (typeof TYPES)[number]['value'];
  }>({ defaultValues: { name: '', type: 'text' } });
  const add = handleSubmit(async ({ name: typed, type }) => {
    const name = typed.trim();
    try {
      const definition = { id: propertyId(name), name, type, source, aliases: [] };
      await ask(addProperty, { body: { definition } });
      await client.invalidateQueries({ queryKey: officeQuery.queryKey });
      reset();
      setOpen(false);
    } catch (error) {
      setError('name', { message: (error as Error).message });
    }
  });
  const problem = formState.errors.name?.message;
  if (!isOpen)
    return (
      <Button type="button" look="quiet" fontSize="13px" onClick={() => setOpen(true)}>
        + Another property
      </Button>
    );
  return (
    <chakra.form py="4px" noValidate onSubmit={(event) => void add(event)}>
      <Flex gap="6px">
        <TextInput
          autoFocus
          aria-label="Name of the property"
          placeholder="Name"
          aria-invalid={problem !== undefined}
          {...register('name', { validate: (text) => text.trim() !== '' || 'A property needs a name.' })}
        />
        <Select aria-label="Type of the property" {...register('type')}>
          {TYPES.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
        <Button type="submit">Add</Button>
        <Button type="button" look="quiet" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </Flex>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </chakra.form>
  );
}
