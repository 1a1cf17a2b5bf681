import { addBook, listBooks } from '../../../contract/rule-books';
import * as service from '../../../server/services/rule-books';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listBooks, () => service.ruleBooks());

export const POST = handle(addBook, ({ body, actor }) => service.addBook(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
