import { useQuery } from '@tanstack/react-query';
import type { ProfileDocument } from '../../core/profile/document';
import { booksQuery } from './queries';

/** The names of the rule books that two states of a profile name, when they are not the same. */
export function useBookChange(
  before: Pick<ProfileDocument, 'rules'> | undefined,
  now: Pick<ProfileDocument, 'rules'>,
): { was: string; is: string } | undefined {
  const { data: books = [] } = useQuery(booksQuery);
  if (!before || before.rules === now.rules) return undefined;
  const nameOf = (id: string) => books.find((one) => one.id === id)?.name ?? id;
  return { was: nameOf(before.rules), is: nameOf(now.rules) };
}
