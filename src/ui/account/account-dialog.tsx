'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type Me, changePassword, listMySignIns } from '../../contract/accounts';
import { NewPassword, ROLE_WORDS } from '../../core/office/account';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { soundBy } from '../controls/sound-by';
import { ask } from '../data/request';
import { Line } from './sign-in-form';
import { SignIns } from './sign-ins';

/** One's own account: a new password, and where one is signed in. */
export function AccountDialog({ me, onClose }: { me: Me; onClose: () => void }) {
  const { data, refetch } = useQuery({ queryKey: ['my sign-ins'], queryFn: () => ask(listMySignIns) });
  return (
    <Dialog open title={me.name} onClose={onClose} width="560px" footer={null}>
      <Box pb="12px">You are signed in as {ROLE_WORDS[me.role].one}.</Box>
      <ChangePassword onChange={() => void refetch()} />
      <Box as="h3" fontWeight={600} pt="14px" pb="4px">
        Where you are signed in
      </Box>
      <SignIns signIns={data} onEnd={() => void refetch()} />
    </Dialog>
  );
}

function ChangePassword({ onChange }: { onChange: () => void }) {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { password: '', newPassword: '' } });
  const [told, setTold] = useState<{ ok: boolean; words: string }>();
  const submit = handleSubmit(async (body) => {
    try {
      await ask(changePassword, { body });
      reset();
      setTold({ ok: true, words: 'The password is changed. Other places are signed out.' });
      onChange();
    } catch (error) {
      setTold({ ok: false, words: (error as Error).message });
    }
  });
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Change the password">
      <Line label="Present password" type="password" autoComplete="current-password" {...register('password')} />
      <Line
        label="New password"
        type="password"
        autoComplete="new-password"
        problem={formState.errors.newPassword?.message}
        {...register('newPassword', { validate: soundBy(NewPassword) })}
      />
      <Button type="submit" disabled={formState.isSubmitting}>
        Change the password
      </Button>
      {told && !told.ok && <Problem>{told.words}</Problem>}
      {told?.ok && (
        <Box role="status" color="pine" fontSize="13px" pt="2px">
          ● {told.words}
        </Box>
      )}
    </form>
  );
}
