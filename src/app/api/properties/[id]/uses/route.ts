import { readUses } from '../../../../../contract/properties';
import { placesOfProperty } from '../../../../../server/services/dictionary';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readUses, ({ params, actor }) => placesOfProperty(actor, params.id!));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
