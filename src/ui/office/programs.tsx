'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { addProgram, listPrograms, removeProgram } from '../../contract/programs';
import { Button } from '../controls/button';
import { Problem, TextInput } from '../controls/field';
import { ask } from '../data/request';

const day = (at: string) => format(new Date(at), 'yyyy-MM-dd HH:mm');

/** Other programs that may ask for released formats and sheets of them, each by a token of its own. */
export function Programs() {
  const { data: programs, refetch } = useQuery({ queryKey: ['programs'], queryFn: () => ask(listPrograms) });
  const [name, setName] = useState('');
  const [made, setMade] = useState<{ name: string; token: string }>();
  const [problem, setProblem] = useState<string>();
  const tried = async (work: () => Promise<unknown>) => {
    setProblem(undefined);
    try {
      await work();
    } catch (error) {
      setProblem((error as Error).message);
    }
    await refetch();
  };
  const add = () =>
    tried(async () => {
      if (name.trim() === '') throw new Error('A program needs a name.');
      const { token } = await ask(addProgram, { body: { name: name.trim() } });
      setMade({ name: name.trim(), token });
      setName('');
    });
  return (
    <Box flex="1" overflowY="auto" px="18px" py="12px" tabIndex={0} role="region" aria-label="Other programs">
      <Box as="h1" fontSize="18px" fontWeight={600}>
        Other programs
      </Box>
      <Box color="soft" fontSize="14px" pb="10px" maxWidth="640px">
        A program with a token lists the released formats and has sheets of them filled from values that it sends, as
        PDF, SVG, DXF or PNG. It changes nothing. What it may ask for is described at <code>/api/v1/openapi</code>.
      </Box>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <Flex gap="6px" maxWidth="460px">
          <TextInput
            aria-label="Name of the program"
            placeholder="name"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit">Make a token</Button>
        </Flex>
      </form>
      {problem !== undefined && <Problem>{problem}</Problem>}
      {made && (
        <Box role="status" my="10px" p="10px" border="1px solid" borderColor="plum" bg="plumWash" maxWidth="640px">
          <Box>The token of {made.name}. Keep it now: it is not shown again.</Box>
          <Flex gap="6px" pt="5px">
            <TextInput
              aria-label={`Token of ${made.name}`}
              readOnly
              value={made.token}
              onFocus={(event) => event.target.select()}
            />
            <Button type="button" onClick={() => void navigator.clipboard.writeText(made.token)}>
              Copy
            </Button>
            <Button type="button" onClick={() => setMade(undefined)}>
              Done
            </Button>
          </Flex>
        </Box>
      )}
      <Box pt="12px" maxWidth="760px">
        {programs?.length === 0 && <Box color="soft">No program may ask yet.</Box>}
        {programs?.map(({ id, name: title, madeBy, madeAt, lastUsed }) => (
          <Flex key={id} gap="12px" py="5px" borderTop="1px solid" borderColor="line" align="center" wrap="wrap">
            <Box width="200px">{title}</Box>
            <Box flex="1" color="soft" fontSize="14px">
              made by {madeBy} on {day(madeAt)}; {lastUsed ? `asked last on ${day(lastUsed)}` : 'has not asked yet'}
            </Box>
            <Button type="button" look="quiet" onClick={() => void tried(() => ask(removeProgram, { params: { id } }))}>
              Take {title}’s token back
            </Button>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
