'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { type Me, signIn } from '../../contract/accounts';
import { ROLE_WORDS, type Role } from '../../core/office/account';
import { Problem } from '../controls/field';
import { sentence } from '../controls/sentence';
import { ask } from '../data/request';
import { Screen } from '../shell/screen';
import { FirstAdministrator } from './first-administrator';
import { SignInForm } from './sign-in-form';

/** An account of the demo, which everybody may use. */
export interface DemoAccount {
  name: string;
  signInName: string;
  password: string;
  role: Role;
}

/** Goes on where somebody wanted to be, with nothing left of what was asked before. */
const goOn = (to: string) => () => window.location.assign(to);

/** Where somebody signs in, or becomes the first administrator of an office that has none. */
export function SignInScreen(props: { to: string; office: string; isFirst: boolean; demo: DemoAccount[] }) {
  const { to, office, isFirst, demo } = props;
  return (
    <Screen
      plate={[
        { caption: 'Office', value: office, wide: true },
        { caption: 'Screen', value: isFirst ? 'First administrator' : 'Sign in', width: '190px' },
      ]}
    >
      <Flex height="100%" overflowY="auto" justify="center" bg="desk" px="20px" py="48px">
        <Box height="fit-content" bg="card" border="1px solid" borderColor="ink" width="100%" maxWidth="720px">
          <Flex wrap="wrap">
            <Box flex="1 1 300px" px="22px" py="18px">
              <Box as="h1" fontSize="20px" fontWeight={600} pb="10px">
                {isFirst ? 'Be the first administrator' : 'Sign in'}
              </Box>
              {isFirst ? <FirstAdministrator onSignedIn={goOn(to)} /> : <SignInForm onSignedIn={goOn(to)} />}
            </Box>
            <Box flex="1 1 300px" px="22px" py="18px" borderLeft="1px solid" borderColor="line">
              {isFirst ? (
                <Box color="soft">
                  Nobody has an account yet. Whoever starts the office changes its formats, properties and values, and
                  gives everybody else an account. The password is kept as a hash only: note it where you note such
                  things.
                </Box>
              ) : demo.length > 0 ? (
                <Demo accounts={demo} onSignedIn={goOn(to)} />
              ) : (
                <Box color="soft">A standards administrator gives you an account, or a new password.</Box>
              )}
            </Box>
          </Flex>
        </Box>
      </Flex>
    </Screen>
  );
}

const As = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    border: '1px solid',
    borderColor: 'line',
    px: '10px',
    py: '6px',
    mb: '6px',
    cursor: 'pointer',
    _hover: { bg: 'plumWash', borderColor: 'ink' },
  },
});

/** The demo's accounts, each of which is signed in as by one click. */
function Demo({ accounts, onSignedIn }: { accounts: DemoAccount[]; onSignedIn: (me: Me) => void }) {
  const [problem, setProblem] = useState<string>();
  const be = ({ signInName, password }: DemoAccount) =>
    ask(signIn, { body: { signInName, password } }).then(onSignedIn, (error: Error) => setProblem(error.message));
  return (
    <Box as="section" aria-label="Accounts of the demo">
      <Box pb="8px">This is the demo: sign in as anybody.</Box>
      {accounts.map((account) => (
        <As key={account.signInName} type="button" onClick={() => void be(account)}>
          <Box as="span" fontWeight={600}>
            {account.name}
          </Box>
          , {ROLE_WORDS[account.role].one}
          <Box as="span" display="block" fontSize="13px" color="soft">
            {sentence(ROLE_WORDS[account.role].may)}
          </Box>
          <Box as="span" display="block" fontSize="13px" color="soft">
            {account.signInName} · {account.password}
          </Box>
        </As>
      ))}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}
