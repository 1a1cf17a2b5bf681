import { releasedFormats } from '../../../../contract/programs';
import * as service from '../../../../server/services/sheets-for-programs';
import { handle, othersThan } from '../../handle';

export const GET = handle(releasedFormats, () => service.releasedFormats());

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
