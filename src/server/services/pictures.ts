import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { LARGEST_PICTURE, MOST_PIXELS, type PictureData } from '../../core/picture/picture';
import type { Actor } from '../actor';
import { database } from '../database';
import { findPictureFiles, findPictures, keepPicture } from '../repositories/pictures';
import { readUpload } from '../uploads/read-upload';
import { ServiceError } from './service-error';

/** Seconds that decoding a raster picture may take. */
const LONGEST_DECODING = 20;

export interface TakenPicture {
  hash: string;
  picture: PictureData;
  /** What of an SVG was not taken over, in words. */
  leftOut: string[];
}

/**
 * Takes in a picture file: PNG and JPEG as they are, SVG as its outlines. Kept once by its content.
 * @throws ServiceError with the reason for a wrong type, a damaged file, one over 10 MB or with too many pixels
 */
export async function takePicture(actor: Actor, bytes: Uint8Array, name: string): Promise<TakenPicture> {
  if (bytes.byteLength === 0) throw new ServiceError(422, 'The file is empty.');
  if (bytes.byteLength > LARGEST_PICTURE) {
    throw new ServiceError(
      422,
      `The picture is ${(bytes.byteLength / 1024 / 1024).toFixed(1)} MB; at most 10 MB are taken.`,
    );
  }
  const hash = createHash('sha256').update(bytes).digest('hex');
  const raster = rasterType(bytes);
  const { picture, leftOut } = raster
    ? { picture: await readRaster(bytes, raster), leftOut: [] }
    : await readVector(bytes, actor);
  await keepPicture(database, hash, name.slice(0, 200), picture, raster && bytes);
  return { hash, picture, leftOut };
}

/** A picture as sheets are composed with it. @throws ServiceError 404 */
export async function picture(hash: string): Promise<PictureData> {
  const found = (await findPictures(database, [hash])).get(hash);
  if (!found) throw new ServiceError(404, 'The office has no such picture.');
  return found;
}

/** The file of a raster picture. @throws ServiceError 404 */
export async function pictureFile(hash: string): Promise<{ type: string; bytes: Uint8Array }> {
  const found = await picture(hash);
  const bytes = (await findPictureFiles(database, [hash])).get(hash);
  if (found.kind !== 'raster' || !bytes) throw new ServiceError(404, 'That picture has no file of its own.');
  return { type: `image/${found.type}`, bytes };
}

function rasterType(bytes: Uint8Array): 'png' | 'jpeg' | undefined {
  if (Buffer.from(bytes.subarray(0, 8)).toString('latin1') === '\x89PNG\r\n\x1a\n') return 'png';
  return bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff ? 'jpeg' : undefined;
}

/** Reads the size from the head of the file, then decodes it once to know that it is whole. */
async function readRaster(bytes: Uint8Array, type: 'png' | 'jpeg'): Promise<PictureData> {
  const words = type === 'png' ? 'PNG' : 'JPEG';
  try {
    const image = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).timeout({
      seconds: LONGEST_DECODING,
    });
    const { width, height } = await image.metadata();
    if (width * height > MOST_PIXELS) {
      throw new ServiceError(
        422,
        `The picture has ${width} × ${height} pixels; at most ${MOST_PIXELS / 1e6} million are taken.`,
      );
    }
    await image.stats();
    return { kind: 'raster', type, width, height };
  } catch (error) {
    if (error instanceof ServiceError) throw error;
    if ((error as Error).message.includes('pixel limit')) {
      throw new ServiceError(422, `The picture has more than ${MOST_PIXELS / 1e6} million pixels. Make it smaller.`);
    }
    throw new ServiceError(422, `The ${words} file is damaged and cannot be read.`);
  }
}

async function readVector(bytes: Uint8Array, { account }: Actor): Promise<{ picture: PictureData; leftOut: string[] }> {
  const text = new TextDecoder('utf-8', { fatal: false }).decode(bytes);
  if (!/<svg[\s>]/i.test(text.slice(0, 4000))) {
    throw new ServiceError(422, 'That is no picture Zonograph takes: it takes PNG, JPEG and SVG.');
  }
  const read = await readUpload('svg picture', { text }, account);
  if (!read.ok) throw new ServiceError(422, read.reason);
  return read;
}
