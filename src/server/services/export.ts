import type { ExportedFile } from '../../core/exchange/written-sheets';
import { languageOf } from '../../core/property/language';
import type { z } from 'zod';
import type { exportSheet as ExportSheet } from '../../contract/formats';
import { dxfPrompts } from '../../core/exchange/dxf-prompts';
import { type Frozen, frozenFacts } from '../../core/edition/snapshot';
import { readDocument } from '../../core/format/reading';
import { composePlanned, planSheets } from '../../core/scene/planning';
import { resourcesFor } from '../../core/scene/resources';
import type { Scene } from '../../core/scene/scene';
import { modelFacts } from '../../core/specimen/model-facts';
import { partsRules, partsTables } from '../../core/specimen/parts-tables';
import { database } from '../database';
import { findProfile } from '../repositories/profiles';
import { findEdition, findFormat } from '../repositories/formats';
import { proofFacts } from './format-views';
import { frozenOf } from './frozen';
import { modelsAtHand } from './models-at-hand';
import { type Asker, checkThere } from './gate';
import { ServiceError } from './service-error';
import { writeSheets } from './writing';
import { sheetResources } from './sheet-resources';

/** Writes the sheet on the board as a file. */
export async function exportSheet(asker: Asker, request: z.infer<(typeof ExportSheet)['body']>): Promise<ExportedFile> {
  const models = await modelsAtHand(database, request.specimen === undefined ? [] : [request.specimen]);
  const { sources, properties } = models;
  const read = readDocument(request.document, properties);
  if (!read.ok) throw new ServiceError(422, read.reason);
  const format = await findFormat(database, read.document.id);
  if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
  await checkThere(database, asker, format.id);
  const edition = request.edition === undefined ? undefined : await findEdition(database, request.edition);
  if (edition && edition.formatId !== format.id)
    throw new ServiceError(422, 'The document belongs to another format than the edition.');
  // A released edition is written as it was frozen, whatever the office has by now.
  const frozen = edition && (await frozenOf(database, edition));
  const document = frozen?.document ?? read.document;
  const facts = frozen ? frozenFacts(frozen) : await proofFacts(database, format);
  const chosen = request.specimen === undefined ? undefined : sources.specimens.get(request.specimen);
  if (request.specimen !== undefined && !chosen)
    throw new ServiceError(422, 'The specimen is no longer there. Choose another one.');
  const model = chosen && modelFacts(chosen, request.variant, sources);
  const filled = {
    ...facts,
    ...model,
    ...(model?.model && request.as && { model: { ...model.model, kind: request.as } }),
    ...(chosen && {
      parts: partsTables(partsRules(document), { specimen: chosen, variant: request.variant }, sources).parts,
    }),
  };
  const { resources, files } = await sheetResources(database, [document], facts, properties);
  const looks = { show: request.show, ...(request.rows !== undefined && { rows: request.rows }) };
  const sheet = { document, sizeId: request.sizeId, scale: (frozen ?? format.settings).scale, facts: filled };
  const sheets = planSheets(request.following ? [sheet, sheet] : [sheet], resources, looks);
  const composed = composePlanned(sheets[request.following ? 1 : 0]!, resources, looks);
  if (!composed.ok) throw new ServiceError(422, composed.reason);
  const { scene, report } = composed;
  const subject = [
    document.name,
    report.sheet.name,
    request.show === 'blank' ? 'blank' : chosen?.name,
    chosen && request.variant,
  ];
  const details = { title: subject.filter(Boolean).join(', '), date: facts.today, language: languageOf(facts) };
  const profile = frozen?.profile.document ?? (await findProfile(database, format.profileId))!.document;
  const prompts = dxfPrompts(document, resourcesFor(facts, resources).properties);
  return writeSheets([{ scene: asReleased(scene, frozen), report, prompts }], request.kind, details, files, profile);
}

/** The scene of a sheet as it is written: of an edition that was released before corners were joined, with open ones. */
export const asReleased = (scene: Scene, frozen: Pick<Frozen, 'writing'> | undefined): Scene =>
  frozen && frozen.writing === undefined ? { ...scene, corners: 'open' } : scene;
