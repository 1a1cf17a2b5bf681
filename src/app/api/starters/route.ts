import { defaultStarter, listStarters, makeStarter } from '../../../contract/starters';
import * as service from '../../../server/services/starters';
import { handle, othersThan } from '../handle';

export const GET = handle(listStarters, ({ actor }) => service.starters(actor));
export const POST = handle(makeStarter, ({ actor, body }) => service.makeStarter(actor, body));
export const PUT = handle(defaultStarter, ({ actor, body }) => service.setDefaultStarter(actor, body));

export const { PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST', 'PUT');
