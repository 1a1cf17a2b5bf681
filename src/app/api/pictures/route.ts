import { LARGEST_PICTURE } from '../../../core/picture/picture';
import { takePicture } from '../../../server/services/pictures';
import { ServiceError } from '../../../server/services/service-error';
import { respond } from '../respond';

/** Takes in a picture: the body is the file, the query its name. */
export function POST(request: Request) {
  return respond(async () => {
    const declared = Number(request.headers.get('content-length') ?? 0);
    if (declared > LARGEST_PICTURE) {
      throw new ServiceError(422, `The picture is ${(declared / 1024 / 1024).toFixed(1)} MB; at most 10 MB are taken.`);
    }
    const name = new URL(request.url).searchParams.get('name') ?? 'picture';
    return takePicture(new Uint8Array(await request.arrayBuffer()), name);
  });
}
