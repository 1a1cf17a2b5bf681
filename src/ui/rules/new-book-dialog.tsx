'use client';

import { useQueryClient } from '@tanstack/react-query';
import { type BookEntry, addBook } from '../../contract/rule-books';
import { ask } from '../data/request';
import { NewFromDialog } from '../profiles/new-from-dialog';
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
  return (
    <NewFromDialog
      title="New rule book"
      action="Make rule book"
      fromLabel="Derives from"
      start={from}
      options={books.map(({ id, name }) => ({ value: id, label: name }))}
      onClose={onClose}
      onMake={async (name, chosen) => {
        const { id } = await ask(addBook, { body: { name, from: chosen } });
        await client.invalidateQueries({ queryKey: booksQuery.queryKey });
        onMade(id);
      }}
    />
  );
}
