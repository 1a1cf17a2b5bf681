'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { useForm } from 'react-hook-form';
import { addAccount } from '../../contract/accounts';
import { FullName, NewPassword, ROLES, type Role, SignInName, roleName } from '../../core/office/account';
import { Button } from '../controls/button';
import { Problem, Select, TextInput } from '../controls/field';
import { soundBy } from '../controls/sound-by';
import { ask } from '../data/request';
import { peopleQuery } from './queries';

const EMPTY = { name: '', signInName: '', role: 'drafter' as Role, password: '' };

/** Gives somebody an account; the people who sign drawings are offered. */
export function AddAccount({ onAdd }: { onAdd: () => void }) {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: EMPTY });
  const { data: people } = useQuery(peopleQuery);
  const [problem, setProblem] = useState<string>();
  const id = useId();
  const submit = handleSubmit(async (body) => {
    setProblem(undefined);
    try {
      await ask(addAccount, { body });
      reset();
      onAdd();
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  const wrong = Object.values(formState.errors)[0]?.message;
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Add an account" style={{ paddingTop: 10 }}>
      <Flex gap="6px" align="end" wrap="wrap">
        <Box flex="2 1 170px">
          <label htmlFor={`${id}-name`}>Name</label>
          <TextInput id={`${id}-name`} list={`${id}-people`} {...register('name', { validate: soundBy(FullName) })} />
          <datalist id={`${id}-people`}>
            {people?.map(({ person }) => !person.left && <option key={person.id} value={person.name} />)}
          </datalist>
        </Box>
        <Box flex="1 1 110px">
          <label htmlFor={`${id}-sign-in`}>Signs in as</label>
          <TextInput
            id={`${id}-sign-in`}
            autoComplete="off"
            {...register('signInName', { validate: soundBy(SignInName) })}
          />
        </Box>
        <Box flex="1 1 170px">
          <label htmlFor={`${id}-role`}>Role</label>
          <Select id={`${id}-role`} {...register('role')}>
            {ROLES.map((role) => (
              <option key={role} value={role}>
                {roleName(role)}
              </option>
            ))}
          </Select>
        </Box>
        <Box flex="1 1 150px">
          <label htmlFor={`${id}-password`}>First password</label>
          <TextInput
            id={`${id}-password`}
            autoComplete="off"
            {...register('password', { validate: soundBy(NewPassword) })}
          />
        </Box>
        <Button type="submit" disabled={formState.isSubmitting}>
          Add
        </Button>
      </Flex>
      {(wrong ?? problem) !== undefined && <Problem>{wrong ?? problem}</Problem>}
    </form>
  );
}
