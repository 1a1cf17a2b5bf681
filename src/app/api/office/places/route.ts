import { addPlace, listPlaces } from '../../../../contract/places';
import * as service from '../../../../server/services/places';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listPlaces, () => service.places());

export const POST = handle(addPlace, ({ body, actor }) => service.addPlace(actor, body));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
