import { changeHabits, readHabits } from '../../../../contract/office';
import * as service from '../../../../server/services/habits';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readHabits, () => service.habits());

export const PUT = handle(changeHabits, ({ actor, body }) => service.changeHabits(actor, body));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
