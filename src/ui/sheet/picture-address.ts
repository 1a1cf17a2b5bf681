'use client';

import { createContext } from 'react';

/** Where the office keeps the file of a raster picture. It never changes: another file has another hash. */
export const pictureInOffice = (hash: string): string => `/api/pictures/${hash}/file`;

/** Where the sheets below find the file of a raster picture by its hash: in the office, where nothing else is said. */
export const PictureAddress = createContext(pictureInOffice);
