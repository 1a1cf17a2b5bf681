import { followStore, storeStatus } from '../../../server/services/model-store';
import { respond } from '../respond';

export const dynamic = 'force-dynamic';

/** What is known of the model store. */
export function GET() {
  return respond(storeStatus);
}

/** Asks the model store what has changed, and takes it over. */
export function POST() {
  return respond(followStore);
}
