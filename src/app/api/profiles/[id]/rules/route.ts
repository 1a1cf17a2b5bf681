import { chooseBook } from '../../../../../contract/rule-books';
import * as service from '../../../../../server/services/rule-books';
import { handle, othersThan } from '../../../handle';

export const PUT = handle(chooseBook, ({ params, body, actor }) => service.chooseBook(actor, params.id!, body.book));

export const { GET, POST, PATCH, DELETE, OPTIONS } = othersThan('PUT');
