import { proveOnAll, provingStatus, stopProving } from '../../../../../server/services/proving';
import { respond } from '../../../respond';

type Context = { params: Promise<{ id: string }> };

export const dynamic = 'force-dynamic';

/** The newest run over all specimens, or null. */
export function GET(_request: Request, { params }: Context) {
  return respond(async () => (await provingStatus((await params).id)) ?? null);
}

/** Asks for a run over all specimens. */
export function POST(_request: Request, { params }: Context) {
  return respond(async () => proveOnAll((await params).id));
}

/** Stops the run. */
export function DELETE(_request: Request, { params }: Context) {
  return respond(async () => (await stopProving((await params).id)) ?? null);
}
