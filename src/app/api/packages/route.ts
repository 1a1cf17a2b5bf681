import { takePackage } from '../../../contract/packages';
import { beside } from '../../../server/beside/beside';
import { handle, othersThan } from '../handle';

export const POST = handle(takePackage, ({ body, query, actor }) =>
  beside('takeIn', [actor, body, query.choices], { by: actor.account }),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
