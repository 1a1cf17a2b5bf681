import { expose } from 'comlink';
import { readOfficePackage } from '../core/exchange/office-package-zip';
import { type PackagedEdition, editionsIn } from '../core/exchange/packaged-editions';
import type { PictureData } from '../core/picture/picture';
import type { Outcome } from '../core/refusal';

/** Reads a package away from the main thread: the editions that it holds, its pictures, and the files of those that are rasters, by hash. */
const worker = {
  read(bytes: Uint8Array): Outcome<{
    editions: PackagedEdition[];
    pictures: ReadonlyMap<string, PictureData>;
    files: ReadonlyMap<string, Uint8Array>;
  }> {
    const read = readOfficePackage(bytes);
    if (!read.ok) return read;
    const { contents, pictures: files } = read.package;
    const pictures = new Map(contents.pictures.map(({ hash, picture }) => [hash, picture]));
    return { ok: true, editions: editionsIn(read.package), pictures, files };
  },
};

export type PackageWorker = typeof worker;

expose(worker);
