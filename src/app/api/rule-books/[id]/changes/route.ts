import { changeBook } from '../../../../../contract/rule-books';
import * as service from '../../../../../server/services/rule-books';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(changeBook, ({ params, body, actor }) => service.changeBook(actor, params.id!, body));

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
