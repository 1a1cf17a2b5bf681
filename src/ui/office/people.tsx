'use client';

import { Box, Flex, Table, VisuallyHidden, chakra } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type PersonRow, keepPerson } from '../../contract/people';
import { Person, initialsOf } from '../../core/office/person';
import { type Outcome, refuse } from '../../core/refusal';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { CommitField, Problem, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { officeQuery } from '../data/queries';
import { ask } from '../data/request';
import { peopleQuery } from './queries';
import { LookingOnly, OnlyFor } from '../data/me';
import { sentence } from '../controls/sentence';

const MAY = [
  { key: 'mayCreate', head: 'Creates', words: 'may create drawings' },
  { key: 'mayCheck', head: 'Checks', words: 'may check drawings' },
  { key: 'mayApprove', head: 'Approves', words: 'may approve drawings' },
] as const;

/** Who signs the office's drawings: offered where a person is asked for, by what they may do. Somebody who has left is offered no more. */
export function People() {
  const { data: rows, error, refetch } = useQuery(peopleQuery);
  const client = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const keep = async (body: { person: unknown; version?: number }): Promise<Outcome<object>> => {
    try {
      await ask(keepPerson, { body });
      setProblem(undefined);
      return { ok: true };
    } catch (failure) {
      setProblem((failure as Error).message);
      return refuse((failure as Error).message);
    } finally {
      await client.invalidateQueries({ queryKey: peopleQuery.queryKey });
      await client.invalidateQueries({ queryKey: officeQuery.queryKey });
    }
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
      aria-label="People"
    >
      <Box as="h1" fontSize="18px" fontWeight={600} pb="8px">
        People
      </Box>
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      <LookingOnly role="administrator" />
      <OnlyFor role="administrator">
        <Table.Root>
          <Table.Header>
            <Table.Row>
              {['Name', 'Initials', 'E-mail', ...MAY.map(({ head }) => head), 'Has left'].map((head) => (
                <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows?.map((row) => (
              <PersonLine key={row.person.id} row={row} onKeep={keep} />
            ))}
          </Table.Body>
        </Table.Root>
        {rows?.length === 0 && (
          <Box color="soft" fontSize="14px" py="6px">
            Nobody yet: add the first.
          </Box>
        )}
        {problem !== undefined && <Problem>{problem}</Problem>}
        <NewPerson onAdd={(person) => keep({ person })} />
      </OnlyFor>
    </Box>
  );
}

function PersonLine({
  row: { person, version },
  onKeep,
}: {
  row: PersonRow;
  onKeep: (body: { person: unknown; version: number }) => Promise<Outcome<object>>;
}) {
  /** Keeps a change, unless it cannot be one. */
  const set = (change: Partial<Person>): Outcome<object> => {
    const read = Person.safeParse({ ...person, ...change });
    if (!read.success) return refuse(sentence(read.error.issues[0]!.message));
    void onKeep({ person: read.data, version });
    return { ok: true };
  };
  const field = (key: 'name' | 'initials' | 'email', label: string) => (
    <CommitField
      bare
      label={`${label} of ${person.name}`}
      value={person[key]}
      onCommit={(text) => set({ [key]: text })}
    />
  );
  return (
    <Table.Row>
      <Table.Cell minWidth="170px">{field('name', 'Name')}</Table.Cell>
      <Table.Cell width="80px">{field('initials', 'Initials')}</Table.Cell>
      <Table.Cell minWidth="170px">{field('email', 'E-mail')}</Table.Cell>
      {MAY.map(({ key, words }) => (
        <Table.Cell key={key}>
          <CheckBox checked={person[key]} onChange={(may) => void set({ [key]: may })}>
            <VisuallyHidden>
              {person.name} {words}
            </VisuallyHidden>
          </CheckBox>
        </Table.Cell>
      ))}
      <Table.Cell>
        <CheckBox checked={person.left} onChange={(left) => void set({ left })}>
          <VisuallyHidden>{person.name} has left</VisuallyHidden>
        </CheckBox>
      </Table.Cell>
    </Table.Row>
  );
}

function NewPerson({ onAdd }: { onAdd: (person: Omit<Person, 'id'>) => Promise<Outcome<object>> }) {
  const { register, handleSubmit, reset, formState, getValues, setValue } = useForm({
    defaultValues: { name: '', email: '' },
  });
  const add = handleSubmit(async ({ name, email }) => {
    // Free for the next person at once: what is typed while this one is added stays.
    reset();
    const may = { mayCreate: true, mayCheck: false, mayApprove: false };
    const added = await onAdd({ name, email, initials: initialsOf(name), ...may, left: false });
    if (added.ok || getValues('name') !== '') return;
    setValue('name', name);
    setValue('email', email);
  });
  const problem = formState.errors.name?.message;
  return (
    <chakra.form pt="10px" maxWidth="520px" noValidate onSubmit={(event) => void add(event)}>
      <Flex gap="6px">
        <TextInput
          aria-label="Name of the new person"
          placeholder="Full name"
          aria-invalid={problem !== undefined}
          {...register('name', { validate: (text) => text.trim() !== '' || 'A person needs a name.' })}
        />
        <TextInput aria-label="E-mail of the new person" placeholder="name@office.example" {...register('email')} />
        <Button type="submit">Add</Button>
      </Flex>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </chakra.form>
  );
}
