import { office } from '../../../../server/services/formats';
import { respond } from '../../respond';

/** One format with its newest edition, and all it is proved with. */
export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => office((await params).id));
}
