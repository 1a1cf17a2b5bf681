'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { ChevronDown } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { type Me, signOut } from '../../contract/accounts';
import { ROLE_WORDS } from '../../core/office/account';
import { Menu } from '../controls/menu';
import { ask } from '../data/request';

const AccountDialog = dynamic(() => import('./account-dialog').then((module) => module.AccountDialog), { ssr: false });

const Trigger = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '6px',
    px: '14px',
    borderLeft: '1px solid',
    borderColor: 'ink',
    fontSize: '14px',
    whiteSpace: 'nowrap',
    cursor: 'pointer',
    maxWidth: '210px',
    _hover: { bg: 'plumWash' },
  },
});

/** Who is signed in, and what they do about it. */
export function AccountMenu({ me }: { me: Me }) {
  const [isOpen, setOpen] = useState(false);
  const client = useQueryClient();
  const choose = async (entry: string) => {
    if (entry === 'account') return setOpen(true);
    // Signed out or not, nothing of it stays on the screen.
    await ask(signOut).catch(() => undefined);
    client.clear();
    window.location.assign('/sign-in');
  };
  return (
    <>
      <Menu
        placement="bottom-end"
        entries={[
          { value: 'account', words: 'Your account…' },
          { value: 'out', words: 'Sign out' },
        ]}
        onChoose={(entry) => void choose(entry)}
        trigger={(props) => (
          <Trigger type="button" title={`${me.name}, ${ROLE_WORDS[me.role].one}`} {...props}>
            <Box as="span" minWidth={0} overflow="hidden" textOverflow="ellipsis">
              {me.name}
            </Box>
            <ChevronDown size={14} aria-hidden />
          </Trigger>
        )}
      />
      {isOpen && <AccountDialog me={me} onClose={() => setOpen(false)} />}
    </>
  );
}
