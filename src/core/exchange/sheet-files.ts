/** The files that a sheet names by id or hash and that written sheets carry. */
export interface SheetFiles {
  /** A font's file by its id. */
  font: (id: string) => Uint8Array;
  /** A raster picture's file by its hash. */
  picture: (hash: string) => Uint8Array;
}
