import { takePicture } from '../../contract/pictures';
import { LARGEST_PICTURE, type PictureData } from '../../core/picture/picture';
import { type Outcome, refuse } from '../../core/refusal';
import { RequestFailed, ask } from './request';

/** Takes a picture file into the office. Refused with the server's reason; `leftOut` names what of it is not taken. */
export async function takeInPicture(
  file: File,
): Promise<Outcome<{ hash: string; picture: PictureData; leftOut: string[] }>> {
  if (file.size > LARGEST_PICTURE)
    return refuse(`The picture is ${(file.size / 1024 / 1024).toFixed(1)} MB; at most 10 MB are taken.`);
  try {
    const body = new Uint8Array(await file.arrayBuffer());
    return { ok: true, ...(await ask(takePicture, { query: { name: file.name }, body })) };
  } catch (error) {
    const away = error instanceof RequestFailed && error.status === 0;
    return refuse(away ? `${error.message} The picture is not put in; try again.` : (error as Error).message);
  }
}
