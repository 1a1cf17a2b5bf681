import { findKnown } from '../../../../contract/specimens';
import { knownSpecimens } from '../../../../server/services/specimens';
import { handle } from '../../handle';

export const POST = handle(findKnown, ({ body }) => knownSpecimens(body.ids));
