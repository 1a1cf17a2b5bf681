import { lookIntoPackage } from '../../../../contract/packages';
import { beside } from '../../../../server/beside/beside';
import { handle, othersThan } from '../../handle';

export const POST = handle(lookIntoPackage, ({ body, actor, request }) =>
  beside('lookInto', [body], { by: actor.account, signal: request.signal }),
);

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
