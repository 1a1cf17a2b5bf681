import { readPlaceChanges } from '../../../../../../contract/places';
import { placeChanges } from '../../../../../../server/services/places';
import { handle } from '../../../../handle';

export const GET = handle(readPlaceChanges, ({ params }) => placeChanges(params.id!));
