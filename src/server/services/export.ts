import { languageOf } from '../../core/property/language';
import { zipSync } from 'fflate';
import type { z } from 'zod';
import type { ExportKind } from '../../contract/export';
import type { exportSheet as ExportSheet } from '../../contract/formats';
import { pictureFiles, writeDxf } from '../../core/exchange/dxf';
import { writeDxfLayouts } from '../../core/exchange/dxf-layouts';
import { type DxfPrompts, dxfPrompts } from '../../core/exchange/dxf-prompts';
import type { ViewOnSheet } from '../../core/exchange/dxf-views';
import { type PdfDetails, writePdf } from '../../core/exchange/pdf';
import { writePng } from '../../core/exchange/png';
import type { SheetFiles } from '../../core/exchange/sheet-files';
import { writeSvg } from '../../core/exchange/svg-file';
import { type Frozen, frozenFacts } from '../../core/edition/snapshot';
import { readDocument } from '../../core/format/reading';
import type { ProfileDocument } from '../../core/profile/document';
import { composePlanned, planSheets } from '../../core/scene/planning';
import type { Report } from '../../core/scene/report';
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
import { sheetResources } from './sheet-resources';

export interface ExportedFile {
  name: string;
  type: string;
  content: Uint8Array;
}

const TYPES = {
  pdf: 'application/pdf',
  svg: 'image/svg+xml',
  dxf: 'image/vnd.dxf',
  png: 'image/png',
  json: 'application/json',
};

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

/** A composed sheet and its name among others. */
export interface NamedSheet {
  scene: Scene;
  name?: string;
  /** What is reported of it; only sheets of formats have a report. */
  report?: Report;
  /** What a DXF asks for at its places. */
  prompts: DxfPrompts;
  /** Its views, by whose scales a DXF measures. */
  views?: readonly ViewOnSheet[];
}

/**
 * Composed sheets as a file: all of them in one PDF; as SVG or DXF each in a file of its own, several in a ZIP. A DXF with raster
 * pictures travels with them.
 */
export async function writeSheets(
  sheets: readonly NamedSheet[],
  kind: ExportKind,
  details: PdfDetails,
  sheetFiles: SheetFiles,
  profile: ProfileDocument,
): Promise<ExportedFile> {
  const { title } = details;
  const base = fileName(title);
  if (kind === 'pdf')
    return { name: `${base}.pdf`, type: TYPES.pdf, content: await writePdf(sheets, sheetFiles, details) };
  if (kind === 'dxf layouts') {
    const layouts = sheets.map(({ scene, report, name, prompts, views = [] }) => ({
      scene,
      views,
      name: name ?? 'Sheet',
      clear: report?.clear.polygon ?? [],
      prompts,
    }));
    const pictures = sheets.flatMap(({ scene }) => pictureFiles(scene, sheetFiles));
    return fileOf(base, 'dxf', {
      [`${base}.dxf`]: new TextEncoder().encode(writeDxfLayouts(layouts, profile)),
      ...Object.fromEntries(pictures.map((one) => [one.name, one.bytes])),
    });
  }
  const ending = kind === 'report' ? 'json' : kind === 'dxf' ? 'dxf' : kind.startsWith('png') ? 'png' : 'svg';
  const files: Record<string, Uint8Array> = {};
  for (const sheet of sheets) {
    const own = sheet.name === undefined ? title : `${title}, ${sheet.name}`;
    const name = `${sheets.length === 1 ? base : fileName(own)}.${ending}`;
    files[name] = await contentOf(sheet, kind, own, sheetFiles, profile);
    // A DXF names its raster pictures as files beside it.
    if (kind === 'dxf')
      for (const { name: picture, bytes } of pictureFiles(sheet.scene, sheetFiles)) files[picture] = bytes;
  }
  return fileOf(base, ending, files);
}

/** One file as it is, several in a ZIP. */
function fileOf(
  base: string,
  ending: Exclude<keyof typeof TYPES, 'pdf'>,
  files: Record<string, Uint8Array>,
): ExportedFile {
  const [only, ...more] = Object.entries(files);
  return only && more.length === 0
    ? { name: only[0], type: TYPES[ending], content: only[1] }
    : { name: `${base}.zip`, type: 'application/zip', content: zipSync(files) };
}

/** One sheet as a file of a kind. @throws ServiceError 422 for a PNG of too many pixels */
async function contentOf(
  { scene, report, prompts, views }: NamedSheet,
  kind: Exclude<ExportKind, 'pdf' | 'dxf layouts'>,
  title: string,
  files: SheetFiles,
  profile: ProfileDocument,
): Promise<Uint8Array> {
  const bytes = (text: string) => new TextEncoder().encode(text);
  switch (kind) {
    case 'dxf':
      return bytes(writeDxf(scene, profile, prompts, views));
    case 'svg':
      return bytes(await writeSvg(scene, files, title, 'letters'));
    case 'report':
      return bytes(`${JSON.stringify(report, null, 2)}\n`);
    case 'svg outlines':
      return bytes(await writeSvg(scene, files, title, 'outlines'));
    default: {
      const written = await writePng(scene, files, Number(kind.replace('png ', '')));
      if (!written.ok) throw new ServiceError(422, written.reason);
      return written.png;
    }
  }
}

const fileName = (title: string) => title.replace(/[^\p{L}\p{N}.-]+/gu, '-');
