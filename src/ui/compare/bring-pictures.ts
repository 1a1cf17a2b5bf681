import { readPicture, takePicture } from '../../contract/pictures';
import type { FormatDocument } from '../../core/format/document';
import { picturesUsed } from '../../core/format/pictures-used';
import { ask } from '../data/request';
import type { Outside } from './outside';

/**
 * Takes the pictures into the office that a document has come to show out of a file. Of a drawing a file has the outlines only, which
 * do not come in by themselves.
 * @throws Error in words for a picture that the office does not have and the file gives no file of
 */
export async function bringPictures(from: Outside, before: FormatDocument, after: FormatDocument): Promise<void> {
  const had = new Set(picturesUsed(before));
  for (const hash of picturesUsed(after).filter((one) => !had.has(one))) {
    const raster = from.rasters.get(hash);
    if (raster) {
      const body = new Uint8Array(await raster.file.arrayBuffer());
      await ask(takePicture, { query: { name: hash.slice(0, 8) }, body });
    } else if (!(await ask(readPicture, { params: { hash } }).catch(() => undefined)))
      throw new Error(
        'It shows a picture that the office does not have. Take the package in under Office, Packages; then take this over.',
      );
  }
}
