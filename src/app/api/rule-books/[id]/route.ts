import { readBook, removeBook, renameBook } from '../../../../contract/rule-books';
import * as service from '../../../../server/services/rule-books';
import { handle, othersThan } from '../../handle';

export const GET = handle(readBook, ({ params }) => service.ruleBook(params.id!));

export const PUT = handle(renameBook, ({ params, body, actor }) => service.renameBook(actor, params.id!, body.name));

export const DELETE = handle(removeBook, async ({ params, actor }) => {
  await service.removeBook(actor, params.id!);
  return { removed: true as const };
});

export const { POST, PATCH, OPTIONS } = othersThan('GET', 'PUT', 'DELETE');
