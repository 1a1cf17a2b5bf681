import { documentFonts } from '../../core/format/fonts-used';
import { database } from '../database';
import { finishedDrawings } from '../repositories/drawings';
import { findEditions, findFormat } from '../repositories/formats';
import { findPictures } from '../repositories/pictures';
import { allReleases } from '../repositories/releases';
import { fontHashes, frozenDrawingOf, frozenOf } from './frozen';
import { scenesOf } from './releasing';
import { ServiceError } from './service-error';

/** What a check of everything that is frozen came to. */
export interface Verified {
  editions: number;
  drawings: number;
  /** What is wrong, each a sentence. */
  troubles: string[];
}

/**
 * Checks everything that is frozen: that each snapshot is what its hash says, that the fonts and pictures that it names are there and
 * are the same, and that its sheets composed now are the scenes that were released.
 */
export async function verifyAll(): Promise<Verified> {
  const troubles: string[] = [];
  const releases = await allReleases(database);
  const editions = await findEditions(
    database,
    releases.map(({ editionId }) => editionId),
  );
  for (const release of releases) {
    const edition = editions.get(release.editionId)!;
    const name = `Edition ${edition.number} of “${(await findFormat(database, edition.formatId))!.name}”`;
    try {
      const frozen = (await frozenOf(database, edition))!;
      const hashOf = await fontHashes(database, documentFonts(frozen.document));
      for (const { id, hash } of frozen.fonts)
        if (hashOf(id) !== hash) troubles.push(`${name}: the font ${id} is not the one that it was released with.`);
      const pictures = await findPictures(database, frozen.pictures);
      for (const hash of frozen.pictures) if (!pictures.has(hash)) troubles.push(`${name}: a picture of it is gone.`);
      const scenes = await scenesOf(database, frozen);
      for (const { id, name: size } of frozen.document.sizes)
        if (scenes[id] !== release.scenes[id])
          troubles.push(`${name}: its sheet ${size} is not the one that was released.`);
    } catch (error) {
      if (!(error instanceof ServiceError)) throw error;
      troubles.push(error.message);
    }
  }
  const drawings = await finishedDrawings(database);
  for (const drawing of drawings) {
    try {
      await frozenDrawingOf(database, drawing);
    } catch (error) {
      if (!(error instanceof ServiceError)) throw error;
      troubles.push(error.message);
    }
  }
  return { editions: releases.length, drawings: drawings.length, troubles };
}
