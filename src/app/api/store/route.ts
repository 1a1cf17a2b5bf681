import { askStore, readStore } from '../../../contract/specimens';
import * as service from '../../../server/services/model-store';
import { handle, othersThan } from '../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readStore, () => service.storeStatus());

export const POST = handle(askStore, () => service.askStore());

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
