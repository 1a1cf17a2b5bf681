import { addProfile, listProfiles } from '../../../contract/profiles';
import * as service from '../../../server/services/profiles';
import { handle, othersThan } from '../handle';

export const GET = handle(listProfiles, ({ actor }) => service.profiles(actor));

export const POST = handle(addProfile, ({ body, actor }) => service.addProfile(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
