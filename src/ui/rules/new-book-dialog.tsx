'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type BookEntry, addBook } from '../../contract/rule-books';
import { Dialog } from '../controls/dialog';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { ask } from '../data/request';
import { booksQuery } from './queries';

/** Makes a house book that derives from another and says nothing otherwise yet. */
export function NewBookDialog(props: {
  books: readonly BookEntry[];
  from: string;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const { books, from, onClose, onMade } = props;
  const client = useQueryClient();
  const { register, handleSubmit, formState } = useForm({ defaultValues: { name: '', from } });
  const [refused, setRefused] = useState<string>();
  const make = handleSubmit(async (given) => {
    try {
      const { id } = await ask(addBook, { body: { name: given.name.trim(), from: given.from } });
      await client.invalidateQueries({ queryKey: booksQuery.queryKey });
      onMade(id);
    } catch (error) {
      setRefused((error as Error).message);
    }
  });
  const problem = formState.errors.name?.message ?? refused;
  return (
    <Dialog
      open
      title="New rule book"
      onClose={onClose}
      action={{ words: 'Make rule book', form: 'new-book', disabled: formState.isSubmitting }}
    >
      <form id="new-book" noValidate onSubmit={(event) => void make(event)}>
        <Row label="Name" htmlFor="book-name">
          <TextInput
            id="book-name"
            autoFocus
            aria-invalid={problem !== undefined}
            {...register('name', { validate: (text) => text.trim() !== '' || 'It needs a name.' })}
          />
          {problem !== undefined && <Problem>{problem}</Problem>}
        </Row>
        <Row label="Derives from" htmlFor="book-from">
          <Select id="book-from" {...register('from')}>
            {books.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Row>
      </form>
    </Dialog>
  );
}
