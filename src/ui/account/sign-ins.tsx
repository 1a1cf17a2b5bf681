'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type SignIn, endSignIn } from '../../contract/accounts';
import { Ago } from '../controls/ago';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { ask } from '../data/request';

/** What a browser is called in what it says of itself; `another program` for what is none. */
export function browserOf(program: string): string {
  const known = ['Firefox', 'Edg', 'Chrome', 'Safari'].find((one) => program.includes(`${one}/`));
  const system = ['Windows', 'Macintosh', 'Android', 'iPhone', 'Linux'].find((one) => program.includes(one));
  const name = known === 'Edg' ? 'Edge' : known;
  return name ? [name, system].filter(Boolean).join(' on ') : 'another program';
}

/** Where an account is signed in, each to be ended. */
export function SignIns({ signIns, onEnd }: { signIns: readonly SignIn[] | undefined; onEnd: () => void }) {
  const [problem, setProblem] = useState<string>();
  const end = async (id: string) => {
    setProblem(undefined);
    try {
      await ask(endSignIn, { params: { id } });
    } catch (error) {
      setProblem((error as Error).message);
    }
    onEnd();
  };
  if (!signIns) return null;
  return (
    <Box as="ul" aria-label="Sign-ins" listStyleType="none">
      {signIns.map((one) => (
        <Flex as="li" key={one.id} align="center" gap="10px" py="3px" borderTop="1px solid" borderColor="line">
          <Box flex="1" minWidth={0}>
            {browserOf(one.program)}, from {one.address}
            <Box as="span" display="block" fontSize="13px" color="soft">
              since <Ago at={one.begunAt} />, last used <Ago at={one.seenAt} />
            </Box>
          </Box>
          {one.isThis ? (
            <Box fontSize="13px" color="soft">
              here
            </Box>
          ) : (
            <Button type="button" look="quiet" onClick={() => void end(one.id)}>
              End it
            </Button>
          )}
        </Flex>
      ))}
      {signIns.length === 0 && <Box color="soft">Nowhere.</Box>}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Box>
  );
}
