import { readPlaceChanges } from '../../../../../../contract/places';
import { placeChanges } from '../../../../../../server/services/places';
import { handle, othersThan } from '../../../../handle';

export const GET = handle(readPlaceChanges, ({ params }) => placeChanges(params.id!));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
