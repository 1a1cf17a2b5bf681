import { readOffice } from '../../../contract/office';
import { office } from '../../../server/services/office';
import { handle } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readOffice, () => office());
