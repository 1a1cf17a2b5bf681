'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Limit, type Sharing, changeSharing, readSharing } from '../../contract/sharing';
import { CheckBox } from '../controls/check-box';
import { Choice } from '../controls/choice';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { ask } from '../data/request';

const NOBODY: Limit = { accounts: [], groups: [] };

/** By whom a format is used and changed. */
export function SharingDialog({ id, name, onClose }: { id: string; name: string; onClose: () => void }) {
  const { data, error, refetch } = useQuery({
    queryKey: ['sharing', id],
    queryFn: () => ask(readSharing, { params: { id } }),
  });
  const [changed, setChanged] = useState<Partial<Sharing>>({});
  const [problem, setProblem] = useState<string>();
  const sharing = data && { ...data.sharing, ...changed };
  const keep = async () => {
    if (!sharing) return;
    try {
      await ask(changeSharing, { params: { id }, body: sharing });
      await refetch();
      onClose();
    } catch (failure) {
      setProblem((failure as Error).message);
    }
  };
  return (
    <Dialog
      open
      title={`Who uses and changes ${name}`}
      width="560px"
      onClose={onClose}
      action={{ words: 'Save', onPerform: () => void keep(), disabled: !sharing }}
    >
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      {data && sharing && (
        <>
          <Part
            title="Drawings are made on it by"
            everybody="every drafter"
            limit={sharing.use}
            accounts={data.candidates.accounts}
            groups={data.candidates.groups}
            onChange={(use) => setChanged({ ...changed, use })}
          />
          <Part
            title="It is changed by"
            everybody="every standards administrator"
            limit={sharing.change}
            accounts={data.candidates.accounts.filter(({ isAdministrator }) => isAdministrator)}
            groups={data.candidates.groups}
            onChange={(change) => setChanged({ ...changed, change })}
          />
        </>
      )}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Dialog>
  );
}

function Part(props: {
  title: string;
  everybody: string;
  limit: Limit | null;
  accounts: readonly { id: string; name: string }[];
  groups: readonly { id: string; name: string }[];
  onChange: (limit: Limit | null) => void;
}) {
  const { title, everybody, limit, accounts, groups, onChange } = props;
  const toggled = (ids: readonly string[], id: string) =>
    ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id];
  return (
    <Box as="section" aria-label={title} pb="14px">
      <Flex align="center" gap="10px" pb="5px">
        <Box fontWeight={600}>{title}</Box>
        <Choice
          label={title}
          value={limit ? 'some' : 'all'}
          options={[
            { value: 'all', label: everybody },
            { value: 'some', label: 'only these' },
          ]}
          onChange={(whom) => onChange(whom === 'all' ? null : NOBODY)}
        />
      </Flex>
      {limit && (
        <Flex wrap="wrap" gap="3px 14px" maxHeight="170px" overflowY="auto">
          {groups.map((group) => (
            <CheckBox
              key={group.id}
              checked={limit.groups.includes(group.id)}
              onChange={() => onChange({ ...limit, groups: toggled(limit.groups, group.id) })}
            >
              group {group.name}
            </CheckBox>
          ))}
          {accounts.map((account) => (
            <CheckBox
              key={account.id}
              checked={limit.accounts.includes(account.id)}
              onChange={() => onChange({ ...limit, accounts: toggled(limit.accounts, account.id) })}
            >
              {account.name}
            </CheckBox>
          ))}
        </Flex>
      )}
    </Box>
  );
}
