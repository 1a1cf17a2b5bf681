import { addPlace, listPlaces } from '../../../../contract/places';
import * as service from '../../../../server/services/places';
import { handle } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listPlaces, () => service.places());

export const POST = handle(addPlace, ({ body, actor }) => service.addPlace(actor, body));
