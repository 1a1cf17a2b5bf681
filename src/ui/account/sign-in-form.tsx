'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { useForm } from 'react-hook-form';
import { type Me, signIn } from '../../contract/accounts';
import { NewPassword } from '../../core/office/account';
import { Button } from '../controls/button';
import { Problem, TextInput } from '../controls/field';
import { soundBy } from '../controls/sound-by';
import { RequestFailed, ask } from '../data/request';

/** A labelled line of a form about accounts. */
export function Line({
  label,
  problem,
  ...props
}: React.ComponentProps<typeof TextInput> & { label: string; problem?: string | undefined }) {
  const id = useId();
  return (
    <Box pb="10px">
      <label htmlFor={id}>{label}</label>
      <TextInput id={id} aria-invalid={problem !== undefined} {...props} />
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}

/** Signs somebody in; with a password that was set for them it asks for one of their own. */
export function SignInForm({ name, onSignedIn }: { name?: string; onSignedIn: (me: Me) => void }) {
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { signInName: name ?? '', password: '', newPassword: '' },
  });
  const [isChoosing, setChoosing] = useState(false);
  const [problem, setProblem] = useState<string>();
  const submit = handleSubmit(async ({ signInName, password, newPassword }) => {
    setProblem(undefined);
    try {
      onSignedIn(await ask(signIn, { body: { signInName, password, ...(isChoosing && { newPassword }) } }));
    } catch (error) {
      setProblem((error as Error).message);
      if (error instanceof RequestFailed && error.detail.choose === true) setChoosing(true);
    }
  });
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Sign in">
      <Line
        label="Name"
        autoComplete="username"
        autoCapitalize="none"
        autoFocus={name === undefined}
        problem={formState.errors.signInName?.message}
        {...register('signInName', { required: 'Type the name that you sign in by.' })}
      />
      <Line
        label="Password"
        type="password"
        autoComplete="current-password"
        autoFocus={name !== undefined}
        problem={formState.errors.password?.message}
        {...register('password', { required: 'Type your password.' })}
      />
      {isChoosing && (
        <Line
          label="New password"
          type="password"
          autoComplete="new-password"
          autoFocus
          problem={formState.errors.newPassword?.message}
          {...register('newPassword', { validate: soundBy(NewPassword) })}
        />
      )}
      {problem !== undefined && <Problem>{problem}</Problem>}
      <Flex pt="6px">
        <Button look="primary" type="submit" disabled={formState.isSubmitting}>
          Sign in
        </Button>
      </Flex>
    </form>
  );
}
