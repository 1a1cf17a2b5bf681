'use client';

import { Box, Flex, Table } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import {
  type Account,
  type Signing,
  changeAccount,
  changeSigning,
  listSignIns,
  readSigning,
  resetPassword,
} from '../../contract/accounts';
import { FullName, NewPassword, ROLES, ROLE_WORDS, type Role, roleName } from '../../core/office/account';
import { type Outcome, refuse } from '../../core/refusal';
import { SignIns } from '../account/sign-ins';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Dialog } from '../controls/dialog';
import { CommitField, Problem, Row, Select, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { sentence } from '../controls/sentence';
import { ask } from '../data/request';
import { AddAccount } from './add-account';
import { Groups } from './groups';
import { accountsQuery } from './queries';

/** Who can sign in, and as what; for administrators. */
export function Accounts() {
  const { data: accounts, error, refetch } = useQuery(accountsQuery);
  const [problem, setProblem] = useState<string>();
  const [opened, setOpened] = useState<{ dialog: 'password' | 'sign-ins'; account: Account }>();
  const change = async (account: Account, body: { name?: string; role?: Role; removed?: boolean }) => {
    setProblem(undefined);
    try {
      await ask(changeAccount, { params: { id: account.id }, body: { version: account.version, ...body } });
    } catch (failure) {
      setProblem((failure as Error).message);
    }
    await refetch();
  };
  const close = () => {
    setOpened(undefined);
    void refetch();
  };
  return (
    <Box
      flex="1"
      minWidth={0}
      overflow="auto"
      bg="card"
      px="16px"
      py="12px"
      tabIndex={0}
      role="region"
      aria-label="Accounts"
    >
      <Box as="h1" fontSize="18px" fontWeight={600} pb="8px">
        Accounts
      </Box>
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      <Table.Root>
        <Table.Header>
          <Table.Row>
            {['Name', 'Signs in as', 'Role', 'Signed in', ''].map((head) => (
              <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {accounts?.map((account) => (
            <AccountLine
              key={account.id}
              account={account}
              onChange={(body) => void change(account, body)}
              onOpen={(dialog) => setOpened({ dialog, account })}
            />
          ))}
        </Table.Body>
      </Table.Root>
      {problem !== undefined && <Problem>{problem}</Problem>}
      <AddAccount onAdd={() => void refetch()} />
      {accounts && <Groups accounts={accounts} />}
      <RolesInWords />
      <SigningRule />
      {opened?.dialog === 'password' && <NewPasswordDialog account={opened.account} onClose={close} />}
      {opened?.dialog === 'sign-ins' && <SignInsDialog account={opened.account} onClose={close} />}
    </Box>
  );
}

function AccountLine(props: {
  account: Account;
  onChange: (body: { name?: string; role?: Role; removed?: boolean }) => void;
  onOpen: (dialog: 'password' | 'sign-ins') => void;
}) {
  const { account, onChange, onOpen } = props;
  const rename = (name: string): Outcome<object> => {
    const read = FullName.safeParse(name);
    if (!read.success) return refuse(sentence(read.error.issues[0]!.message));
    onChange({ name: read.data });
    return { ok: true };
  };
  return (
    <Table.Row>
      <Table.Cell minWidth="190px">
        <CommitField bare label={`Name of ${account.name}`} value={account.name} onCommit={rename} />
      </Table.Cell>
      <Table.Cell verticalAlign="middle">{account.signInName}</Table.Cell>
      <Table.Cell width="230px">
        <Select
          aria-label={`Role of ${account.name}`}
          value={account.role}
          disabled={account.removed}
          onChange={(event) => onChange({ role: event.target.value as Role })}
        >
          {ROLES.map((role) => (
            <option key={role} value={role}>
              {roleName(role)}
            </option>
          ))}
        </Select>
      </Table.Cell>
      <Table.Cell fontSize="13px" color="soft" verticalAlign="middle">
        {signedInWords(account)}
      </Table.Cell>
      <Table.Cell>
        <Flex gap="2px" justify="flex-end">
          {account.signIns > 0 && (
            <Button type="button" look="quiet" onClick={() => onOpen('sign-ins')}>
              Sign-ins…
            </Button>
          )}
          {!account.removed && (
            <Button type="button" look="quiet" onClick={() => onOpen('password')}>
              New password…
            </Button>
          )}
          <Button
            type="button"
            look="quiet"
            aria-label={`${account.removed ? 'Take back' : 'Remove'} ${account.name}`}
            onClick={() => onChange({ removed: !account.removed })}
          >
            {account.removed ? 'Take back' : 'Remove'}
          </Button>
        </Flex>
      </Table.Cell>
    </Table.Row>
  );
}

function signedInWords({ removed, mustChoose, signIns, seenAt }: Account): string {
  if (removed) return 'removed';
  if (mustChoose) return 'chooses a password first';
  if (signIns === 0 || !seenAt) return 'nowhere';
  const places = signIns === 1 ? 'in one place' : `in ${signIns} places`;
  return `${places}, last ${formatDistanceToNow(new Date(seenAt), { addSuffix: true })}`;
}

function RolesInWords() {
  return (
    <Box pt="18px" maxWidth="620px">
      <Box as="h2" fontWeight={600} pb="3px">
        What each role may do
      </Box>
      {ROLES.map((role, i) => (
        <Row key={role} label={sentence(roleName(role)).slice(0, -1)}>
          <Box pt="4px">
            {i === 0
              ? sentence(ROLE_WORDS[role].may)
              : `All that a ${roleName(ROLES[i - 1]!)} may, and ${ROLE_WORDS[role].may}.`}
          </Box>
        </Row>
      ))}
    </Box>
  );
}

/** Whether drawings are signed, and editions released, by others than who made them. */
function SigningRule() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ['signing'], queryFn: () => ask(readSigning) });
  const { mutate, error } = useMutation({
    mutationFn: (change: Partial<Signing>) => ask(changeSigning, { body: { ...data!, ...change } }),
    onSuccess: (answer) => client.setQueryData(['signing'], answer),
  });
  return (
    <Box pt="14px">
      <Box as="h2" fontWeight={600} pb="3px">
        Signatures
      </Box>
      <CheckBox checked={data?.byOthers ?? false} disabled={!data} onChange={(byOthers) => mutate({ byOthers })}>
        Nobody checks or approves a drawing that they created
      </CheckBox>
      <CheckBox
        checked={data?.releasedByOthers ?? false}
        disabled={!data}
        onChange={(releasedByOthers) => mutate({ releasedByOthers })}
      >
        No administrator releases an edition that they have worked on
      </CheckBox>
      {error && <Problem>{error.message}</Problem>}
    </Box>
  );
}

function NewPasswordDialog({ account, onClose }: { account: Account; onClose: () => void }) {
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<string>();
  const keep = async () => {
    const read = NewPassword.safeParse(password);
    if (!read.success) return setProblem(sentence(read.error.issues[0]!.message));
    try {
      await ask(resetPassword, { params: { id: account.id }, body: { password } });
      onClose();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title={`A new password for ${account.name}`}
      onClose={onClose}
      action={{ words: 'Set it', form: 'new-password' }}
    >
      <form
        id="new-password"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <Box pb="8px">They are signed out everywhere, and choose one of their own when they sign in with this one.</Box>
        <label htmlFor="new-password-of">Password</label>
        <TextInput
          id="new-password-of"
          autoFocus
          autoComplete="off"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
        {problem !== undefined && <Problem>{problem}</Problem>}
      </form>
    </Dialog>
  );
}

function SignInsDialog({ account, onClose }: { account: Account; onClose: () => void }) {
  const { data, refetch } = useQuery({
    queryKey: ['sign-ins of', account.id],
    queryFn: () => ask(listSignIns, { params: { id: account.id } }),
  });
  return (
    <Dialog open title={`Where ${account.name} is signed in`} width="560px" onClose={onClose} footer={null}>
      <SignIns signIns={data} onEnd={() => void refetch()} />
    </Dialog>
  );
}
