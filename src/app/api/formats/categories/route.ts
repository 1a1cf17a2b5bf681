import { listCategories } from '../../../../contract/formats';
import * as service from '../../../../server/services/formats';
import { handle, othersThan } from '../../handle';

export const GET = handle(listCategories, ({ actor }) => service.categories(actor));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
