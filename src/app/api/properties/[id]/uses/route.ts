import { readUses } from '../../../../../contract/properties';
import { placesOfProperty } from '../../../../../server/services/dictionary';
import { handle } from '../../../handle';

export const GET = handle(readUses, ({ params }) => placesOfProperty(params.id!));
