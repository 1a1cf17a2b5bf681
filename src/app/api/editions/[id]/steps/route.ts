import { readSteps } from '../../../../../contract/editions';
import { editionSteps } from '../../../../../server/services/edition-states';
import { handle, othersThan } from '../../../handle';

export const GET = handle(readSteps, ({ params }) => editionSteps(params.id!));

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
