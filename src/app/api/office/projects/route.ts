import { listProjects } from '../../../../contract/places';
import { projects } from '../../../../server/services/places';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(listProjects, () => projects());

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
