import { office } from '../../../server/services/formats';
import { respond } from '../respond';

export const dynamic = 'force-dynamic';

/** The shelf: every format with its newest edition, the dictionary and the specimens. */
export function GET() {
  return respond(() => office());
}
