'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { chooseBook } from '../../contract/rule-books';
import { Problem, Row, Select } from '../controls/field';
import { ask } from '../data/request';
import { booksQuery } from '../rules/queries';

/** The rule book that a profile names: formats and drawings with the profile are looked at by it. */
export function BookRow(props: { profile: string; book: string; onChanged: () => Promise<void> }) {
  const { profile, book, onChanged } = props;
  const client = useQueryClient();
  const { data: books = [] } = useQuery(booksQuery);
  const [refused, setRefused] = useState<string>();
  /** The one that was just chosen, until it is kept. */
  const [chosen, setChosen] = useState<string>();
  const shown = chosen ?? book;
  const choose = async (next: string) => {
    setChosen(next);
    try {
      await ask(chooseBook, { params: { id: profile }, body: { book: next } });
      await Promise.all([
        onChanged(),
        client.invalidateQueries({ queryKey: booksQuery.queryKey }),
        client.invalidateQueries({ queryKey: ['rule book'] }),
        client.invalidateQueries({ queryKey: ['format'] }),
      ]);
      setRefused(undefined);
    } catch (error) {
      setRefused((error as Error).message);
    }
    setChosen(undefined);
  };
  return (
    <Box pb="8px">
      <Row label="Rule book" htmlFor="profile-rules">
        <Flex gap="8px" align="center">
          <Box flex="1">
            <Select id="profile-rules" value={shown} onChange={(event) => void choose(event.target.value)}>
              {books.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          </Box>
          <Link href={`/profiles/rules?book=${encodeURIComponent(shown)}`} style={{ textDecoration: 'underline' }}>
            Open
          </Link>
        </Flex>
        {refused !== undefined && <Problem>{refused}</Problem>}
      </Row>
    </Box>
  );
}
