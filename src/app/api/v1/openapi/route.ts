import { openApi } from '../../../../contract/openapi';
import { describeInterface } from '../../../../contract/programs';
import { handle, othersThan } from '../../handle';

export const GET = handle(describeInterface, () => Promise.resolve(openApi()));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
