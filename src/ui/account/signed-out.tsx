'use client';

import { Box } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useStore } from 'zustand';
import { Dialog } from '../controls/dialog';
import { useMe } from '../data/me';
import { signedOut } from '../data/signed-out';
import { SignInForm } from './sign-in-form';

/** Asks whoever was signed out in the middle of something to sign in again, over the screen that they were at. */
export function SignedOut() {
  const isOut = useStore(signedOut);
  const { me, setMe } = useMe();
  const client = useQueryClient();
  if (!isOut || !me) return null;
  return (
    <Dialog open title="You are signed out" onClose={() => signedOut.setState(false, true)} footer={null}>
      <Box pb="12px">
        Your sign-in has ended, or was ended. What you typed is kept in this browser and is saved once you are signed in
        again.
      </Box>
      <SignInForm
        onSignedIn={(now) => {
          signedOut.setState(false, true);
          // Somebody else begins with nothing of this.
          if (now.account !== me.account) return window.location.assign('/');
          setMe(now);
          void client.invalidateQueries();
        }}
      />
    </Dialog>
  );
}
