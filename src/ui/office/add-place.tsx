'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { type OfficePlace, type PlaceSource, addPlace } from '../../contract/places';
import { Button } from '../controls/button';
import { Problem, TextInput } from '../controls/field';
import { ask } from '../data/request';
import { placesQuery } from './queries';

/** Adds a site, a project or a profile by its name; it begins with the values of the one that is open, when that is of its kind. */
export function AddPlace(props: {
  source: PlaceSource;
  copyOf: OfficePlace | undefined;
  onAdd: (id: string) => void;
  onClose: () => void;
}) {
  const { source, copyOf, onAdd, onClose } = props;
  const client = useQueryClient();
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { name: '' } });
  const add = handleSubmit(async ({ name }) => {
    try {
      const body = { source, name: name.trim(), copyOf: copyOf?.id };
      const added = await ask(addPlace, { body });
      await client.invalidateQueries({ queryKey: placesQuery.queryKey });
      onAdd(added.id);
    } catch (error) {
      setError('name', { message: (error as Error).message });
    }
  });
  const problem = formState.errors.name?.message;
  return (
    <chakra.form px="14px" py="4px" noValidate onSubmit={(event) => void add(event)}>
      <TextInput
        autoFocus
        aria-label="Name"
        placeholder="Name"
        aria-invalid={problem !== undefined}
        {...register('name', { validate: (text) => text.trim() !== '' || 'It needs a name.' })}
      />
      {problem !== undefined && <Problem>{problem}</Problem>}
      {copyOf && (
        <Box fontSize="12px" color="soft" pt="2px">
          It begins with the values of {copyOf.name}.
        </Box>
      )}
      <Flex gap="4px" pt="4px">
        <Button type="submit">Add</Button>
        <Button type="button" look="quiet" onClick={onClose}>
          Cancel
        </Button>
      </Flex>
    </chakra.form>
  );
}
