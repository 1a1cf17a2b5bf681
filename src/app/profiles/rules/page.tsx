import type { Metadata } from 'next';
import { ruleBooks } from '../../../server/services/rule-books';
import { booksQuery } from '../../../ui/rules/queries';
import { RulesScreen } from '../../../ui/rules/rules-screen';
import { admitting } from '../../admitted-page';
import { answered } from '../../answered';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Rule books' };

export default admitting('/profiles/rules', () =>
  answered(<RulesScreen />, (client) => [client.prefetchQuery({ ...booksQuery, queryFn: () => ruleBooks() })]),
);
