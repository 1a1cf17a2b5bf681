import { readOffice } from '../../../contract/office';
import { office } from '../../../server/services/office';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readOffice, () => office());

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
