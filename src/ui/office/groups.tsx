'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Account } from '../../contract/accounts';
import { type Group, keepGroup, listGroups, removeGroup } from '../../contract/sharing';
import { type Outcome, refuse } from '../../core/refusal';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { CommitField, Problem } from '../controls/field';
import { ask } from '../data/request';

/** Accounts under one name, to which formats are limited together. */
export function Groups({ accounts }: { accounts: readonly Account[] }) {
  const { data: groups, refetch } = useQuery({ queryKey: ['groups'], queryFn: () => ask(listGroups) });
  const [problem, setProblem] = useState<string>();
  const tried = async (done: Promise<unknown>) => {
    setProblem(undefined);
    await done.catch((error: Error) => setProblem(error.message));
    await refetch();
  };
  const keep = (group: Omit<Group, 'id'> & { id?: string }): Outcome<object> => {
    if (!group.name.trim()) return refuse('A group needs a name.');
    void tried(ask(keepGroup, { body: group }));
    return { ok: true };
  };
  return (
    <Box as="section" aria-label="Groups" pt="18px" maxWidth="760px">
      <Box as="h2" fontWeight={600} pb="3px">
        Groups
      </Box>
      <Box color="soft" fontSize="13px" pb="4px">
        A format may be limited to groups: on the shelf, under “Who…”.
      </Box>
      {groups?.map((group) => (
        <Flex key={group.id} gap="10px" py="4px" borderTop="1px solid" borderColor="line" align="start">
          <Box width="180px" flexShrink={0}>
            <CommitField
              bare
              label={`Name of the group ${group.name}`}
              value={group.name}
              onCommit={(name) => keep({ ...group, name })}
            />
          </Box>
          <Flex flex="1" wrap="wrap" gap="2px 12px" pt="3px" role="group" aria-label={`Members of ${group.name}`}>
            {accounts
              .filter(({ id, removed }) => !removed || group.members.includes(id))
              .map(({ id, name }) => (
                <CheckBox
                  key={id}
                  checked={group.members.includes(id)}
                  onChange={(isIn) =>
                    void keep({
                      ...group,
                      members: isIn ? [...group.members, id] : group.members.filter((one) => one !== id),
                    })
                  }
                >
                  {name}
                </CheckBox>
              ))}
          </Flex>
          <Button
            type="button"
            look="quiet"
            aria-label={`Remove the group ${group.name}`}
            onClick={() => void tried(ask(removeGroup, { params: { id: group.id } }))}
          >
            ×
          </Button>
        </Flex>
      ))}
      <Box width="180px" pt="4px">
        <NewGroup onAdd={(name) => keep({ name, members: [] })} />
      </Box>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}

/** A field that is empty again once its group is there. */
function NewGroup({ onAdd }: { onAdd: (name: string) => Outcome<object> }) {
  const [added, setAdded] = useState(0);
  return (
    <CommitField
      key={added}
      bare
      label="Name of a new group"
      placeholder="a new group"
      value=""
      onCommit={(name) => {
        const outcome = onAdd(name);
        if (outcome.ok) setAdded(added + 1);
        return outcome;
      }}
    />
  );
}
