import { LARGEST_STEP } from '../../../core/specimen/reading-files';
import { ServiceError } from '../../../server/services/service-error';
import { takeShape } from '../../../server/services/shapes';
import { respond } from '../respond';

/** Keeps the file that models' shapes were read from: the body is the file, `?name=` its name. */
export function POST(request: Request) {
  return respond(async () => {
    if (Number(request.headers.get('content-length') ?? 0) > LARGEST_STEP)
      throw new ServiceError(422, 'The file is over 50 MB; at most 50 MB are taken.');
    const name = new URL(request.url).searchParams.get('name')?.slice(0, 200) || 'model.step';
    return takeShape(name, new Uint8Array(await request.arrayBuffer()));
  });
}
