import { readRegisterChoices } from '../../../../contract/drawings';
import * as service from '../../../../server/services/register';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readRegisterChoices, ({ actor }) => service.registerChoices(actor));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
