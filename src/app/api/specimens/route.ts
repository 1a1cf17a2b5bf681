import { specimens } from '../../../server/services/specimens';
import { respond } from '../respond';

export const dynamic = 'force-dynamic';

export function GET() {
  return respond(specimens);
}
