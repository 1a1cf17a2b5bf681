import { findKnown } from '../../../../contract/specimens';
import { knownSpecimens } from '../../../../server/services/specimens';
import { handle, othersThan } from '../../handle';

export const POST = handle(findKnown, ({ body }) => knownSpecimens(body.ids));

export const { GET, PUT, PATCH, DELETE, OPTIONS } = othersThan('POST');
