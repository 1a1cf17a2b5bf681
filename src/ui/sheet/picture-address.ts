/** Where the file of a raster picture is found. It never changes: another file has another hash. */
export const pictureAddress = (hash: string): string => `/api/pictures/${hash}/file`;
