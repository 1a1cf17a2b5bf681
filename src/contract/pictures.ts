import { z } from 'zod';
import { PictureData } from '../core/picture/picture';
import { BYTES, FILE, route } from './route';

/** Takes in a picture: the body is the file. */
export const takePicture = route({
  method: 'POST',
  path: '/api/pictures',
  query: z.object({ name: z.string().max(200).default('picture') }),
  body: BYTES,
  answer: z.object({ hash: z.string(), picture: PictureData, leftOut: z.array(z.string()) }),
});

/** A picture as sheets are composed with it; it never changes. */
export const readPicture = route({ method: 'GET', path: '/api/pictures/[hash]', answer: PictureData });

/** The file of a raster picture; it never changes. */
export const readPictureFile = route({ method: 'GET', path: '/api/pictures/[hash]/file', answer: FILE });
