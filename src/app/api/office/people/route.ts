import { keepPerson, listPeople } from '../../../../contract/people';
import * as service from '../../../../server/services/people';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listPeople, () => service.people());

export const PUT = handle(keepPerson, ({ body, actor }) => service.keepPerson(actor, body.person, body.version));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
