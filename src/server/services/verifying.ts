import { deepEqual } from 'fast-equals';
import { documentFonts } from '../../core/format/fonts-used';
import { drawnSheets } from '../../core/drawing/sheets';
import { type Database, database } from '../database';
import { chainedDrawings, findDrawing, finishedDrawings } from '../repositories/drawings';
import { editionStates, findEditions, findFormat } from '../repositories/formats';
import { findPictures } from '../repositories/pictures';
import { type ReleaseRow, allReleases, releasedEditions } from '../repositories/releases';
import { type Chains, ofDrawing, readChains } from './chain';
import { finishedEntry } from './changing-drawings';
import { drawingAtHand } from './drawing-sources';
import { fontHashes, frozenDrawingOf, frozenOf } from './frozen';
import { keptLines, sceneHashesOf } from './keeping-prints';
import { releasedEntry, scenesOf } from './releasing';
import { ServiceError } from './service-error';

/** What a check of everything that is frozen came to. */
export interface Verified {
  editions: number;
  drawings: number;
  /** How many entries the chains have. */
  entries: number;
  /** What is wrong, each a sentence. */
  troubles: string[];
}

/**
 * Checks everything that is frozen: that each snapshot is what its hash says, that the fonts, pictures and lines that it names are there
 * and are the same, and that its sheets composed now are the scenes that were released or finished. Whatever it meets, it goes on.
 */
export async function verifyAll(): Promise<Verified> {
  const chains = await readChains(database);
  const troubles = [...chains.troubles];
  const releases = await allReleases(database);
  const editions = await findEditions(
    database,
    releases.map(({ editionId }) => editionId),
  );
  for (const release of releases) {
    const edition = editions.get(release.editionId);
    const format = edition && (await findFormat(database, edition.formatId));
    if (!edition || !format) {
      troubles.push(`There is a record of a release whose edition or format is gone: ${release.editionId}.`);
      continue;
    }
    const name = `Edition ${edition.number} of “${format.name}”`;
    if (edition.state === 'open') troubles.push(`${name}: there is a record of its release, and it is open.`);
    troubles.push(...(await checked(name, () => releaseTroubles(database, name, release, edition))));
  }
  const known = new Set(releases.map(({ editionId }) => editionId));
  for (const { id, name } of await releasedEditions(database))
    if (!known.has(id)) troubles.push(`${name}: there is no record of its release.`);
  const drawings = await finishedDrawings(database);
  for (const { id, number, frozen } of drawings) {
    const name = `Drawing ${number}`;
    if (frozen === null) troubles.push(`${name}: it is finished, and what it printed is not kept.`);
    else troubles.push(...(await checked(name, () => drawingTroubles(database, name, id))));
  }
  troubles.push(...(await checked('The record', () => chainTroubles(database, chains, releases))));
  return { editions: releases.length, drawings: drawings.length, entries: chains.entries, troubles };
}

/** What the chains say otherwise than the tables. */
async function chainTroubles(db: Database, { bySubject }: Chains, releases: readonly ReleaseRow[]): Promise<string[]> {
  const troubles: string[] = [];
  const byEdition = new Map(releases.map((release) => [release.editionId, release]));
  const states = await editionStates(db);
  const recorded = new Set<string>();
  const drawings = new Map((await chainedDrawings(db)).map((one) => [ofDrawing(one.id), one]));
  for (const [subject, entries] of bySubject) {
    if (subject.startsWith('format ')) {
      if (entries.at(-1)!.kind === 'deleted') continue;
      for (const entry of entries) {
        if (entry.kind !== 'released') continue;
        recorded.add(entry.edition);
        const release = byEdition.get(entry.edition);
        const name = states.get(entry.edition)?.name ?? `Edition ${entry.edition}`;
        if (!release) troubles.push(`${name}: it was released, and its release is gone.`);
        else if (!deepEqual(releasedEntry(release), entry))
          troubles.push(`${name}: its release is not the one that was recorded.`);
        const last = entries.findLast((one) => 'edition' in one && one.edition === entry.edition)!;
        const state = last.kind === 'withdrawn' ? 'withdrawn' : 'released';
        if (release && states.get(entry.edition)?.state !== state)
          troubles.push(`${name}: it is ${state} by its record.`);
      }
      continue;
    }
    const drawing = drawings.get(subject);
    const last = entries.findLast(({ kind }) => kind === 'finished' || kind === 'reopened');
    if (!drawing) {
      if (last?.kind === 'finished') troubles.push(`Drawing ${last.number}: it was finished, and is gone.`);
      continue;
    }
    if (last?.kind === 'finished' && !deepEqual(finishedEntry(drawing, drawing.frozen ?? ''), last))
      troubles.push(`Drawing ${last.number}: it is not what was finished by its record.`);
    else if (last?.kind === 'finished' && drawing.state !== 'finished')
      troubles.push(`Drawing ${last.number}: it is finished by its record.`);
  }
  for (const { id, number, state, frozen, signatures } of drawings.values()) {
    const entries = bySubject.get(ofDrawing(id)) ?? [];
    const name = `Drawing ${number}`;
    for (const signature of signatures)
      if (!entries.some((one) => one.kind === 'signed' && deepEqual(one.signature, signature)))
        troubles.push(`${name}: the signature of ${signature.name} is not in its record.`);
    const last = entries.findLast(({ kind }) => kind === 'finished' || kind === 'reopened');
    if (state === 'finished' && frozen !== null && last?.kind !== 'finished')
      troubles.push(`${name}: that it was finished is not in its record.`);
  }
  for (const { editionId } of releases)
    if (!recorded.has(editionId))
      troubles.push(`${states.get(editionId)?.name ?? editionId}: its release is not in the record of its format.`);
  return troubles;
}

/** The troubles that a check finds; one that breaks off says so. */
async function checked(name: string, check: () => Promise<string[]>): Promise<string[]> {
  try {
    return await check();
  } catch (error) {
    const words = (error as Error).message;
    return [error instanceof ServiceError ? words : `${name} cannot be checked: ${words}`];
  }
}

async function releaseTroubles(
  db: Database,
  name: string,
  release: ReleaseRow,
  edition: Parameters<typeof frozenOf>[1],
): Promise<string[]> {
  const troubles: string[] = [];
  const frozen = await frozenOf(db, { ...edition, state: 'released' });
  if (!frozen) return troubles;
  const hashOf = await fontHashes(db, documentFonts(frozen.document));
  for (const { id, hash } of frozen.fonts)
    if (hashOf(id) !== hash) troubles.push(`${name}: the font ${id} is not the one that it was released with.`);
  const pictures = await findPictures(db, frozen.pictures);
  for (const hash of frozen.pictures) if (!pictures.has(hash)) troubles.push(`${name}: a picture of it is gone.`);
  const scenes = await scenesOf(db, frozen);
  for (const { id, name: size } of frozen.document.sizes)
    if (scenes[id] !== release.scenes[id])
      troubles.push(`${name}: its sheet ${size} is not the one that was released.`);
  const sizes = new Set(frozen.document.sizes.map(({ id }) => id));
  for (const id of Object.keys(release.scenes))
    if (!sizes.has(id)) troubles.push(`${name}: its release names a sheet that it does not have: ${id}.`);
  return troubles;
}

async function drawingTroubles(db: Database, name: string, id: string): Promise<string[]> {
  const troubles: string[] = [];
  const row = (await findDrawing(db, id))!;
  const printed = await frozenDrawingOf(db, row);
  const at = await drawingAtHand(db, row);
  const lines = await keptLines(db, row.number, printed?.lines ?? {});
  if (row.state !== 'finished') troubles.push(`${name}: what it printed is kept, and it is not finished.`);
  if (printed?.scenes) {
    const now = await sceneHashesOf(db, row, at, lines);
    if (now.length !== printed.scenes.length)
      troubles.push(`${name}: it has ${now.length} sheets, and was finished with ${printed.scenes.length}.`);
    now.forEach((scene, i) => {
      if (scene !== printed.scenes![i])
        troubles.push(`${name}: its sheet ${i + 1} is not the one that it was finished with.`);
    });
  }
  const { sheets } = drawnSheets(row, at.sources);
  const numbers = new Set(sheets.map(({ facts }) => facts.drawing?.values['drawing-number']));
  if (!numbers.has(row.number)) troubles.push(`${name}: it was finished under another number.`);
  const newest = sheets[0]?.facts.revisions?.at(-1)?.values.revision;
  if (newest !== row.revisions.at(-1)?.revision)
    troubles.push(`${name}: its revisions are not those that it was finished with.`);
  if (sheets.length !== row.sheets.length)
    troubles.push(`${name}: its sheets are not those that it was finished with.`);
  return troubles;
}
