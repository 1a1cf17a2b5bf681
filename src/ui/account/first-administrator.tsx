'use client';

import { Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type Me, beFirst } from '../../contract/accounts';
import { FullName, NewPassword, SignInName } from '../../core/office/account';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { soundBy } from '../controls/sound-by';
import { ask } from '../data/request';
import { Line } from './sign-in-form';

/** Asks whoever starts an office for their name and password: they become its first standards administrator. */
export function FirstAdministrator({ onSignedIn }: { onSignedIn: (me: Me) => void }) {
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { name: '', signInName: '', password: '', again: '' },
  });
  const [problem, setProblem] = useState<string>();
  const submit = handleSubmit(async ({ name, signInName, password }) => {
    setProblem(undefined);
    try {
      onSignedIn(await ask(beFirst, { body: { name, signInName, password } }));
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  const { errors } = formState;
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="First administrator">
      <Line
        label="Your full name, as drawings print it"
        autoComplete="name"
        autoFocus
        problem={errors.name?.message}
        {...register('name', { validate: soundBy(FullName) })}
      />
      <Line
        label="Name to sign in by"
        autoComplete="username"
        autoCapitalize="none"
        problem={errors.signInName?.message}
        {...register('signInName', { validate: soundBy(SignInName) })}
      />
      <Line
        label="Password"
        type="password"
        autoComplete="new-password"
        problem={errors.password?.message}
        {...register('password', { validate: soundBy(NewPassword) })}
      />
      <Line
        label="Password, once more"
        type="password"
        autoComplete="new-password"
        problem={errors.again?.message}
        {...register('again', {
          validate: (again, { password }) => again === password || 'The two passwords are not the same.',
        })}
      />
      {problem !== undefined && <Problem>{problem}</Problem>}
      <Flex pt="6px">
        <Button look="primary" type="submit" disabled={formState.isSubmitting}>
          Become the first administrator
        </Button>
      </Flex>
    </form>
  );
}
