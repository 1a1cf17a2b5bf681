import { zipSync } from 'fflate';
import { pictureFiles, writeDxf } from '../../core/exchange/dxf';
import { writePdf } from '../../core/exchange/pdf';
import { writeSvg } from '../../core/exchange/svg';
import { documentFonts } from '../../core/format/fonts-used';
import { picturesUsed } from '../../core/format/pictures-used';
import { readDocument } from '../../core/format/reading';
import type { ModelKind } from '../../core/property/facts';
import { composePlanned, planSheets } from '../../core/scene/planning';
import type { SampleRows, Show } from '../../core/scene/resources';
import type { Scene } from '../../core/scene/scene';
import { partsRules, partsTables } from '../../core/specimen/parts-tables';
import { modelFacts } from '../../core/specimen/model-facts';
import { modelSources } from '../../core/specimen/models';
import { seenValues } from '../../core/specimen/seen-values';
import { database } from '../database';
import { findPictures } from '../repositories/pictures';
import { fontsFor } from './fonts';
import { proofFacts } from './formats';
import { modelsAtHand } from './models-at-hand';
import { ServiceError } from './service-error';

export type ExportKind = 'pdf' | 'svg' | 'dxf';

export interface ExportRequest {
  kind: ExportKind;
  /** The document as it is on the board. */
  document: unknown;
  sizeId: string;
  show: Show;
  rows?: SampleRows;
  specimen?: string;
  variant?: string;
  /** A following sheet, in place of the first one. */
  following?: boolean;
  /** Taken for a model of this kind, in place of the specimen's own. */
  as?: ModelKind;
}

export interface ExportedFile {
  name: string;
  type: string;
  content: Uint8Array;
}

const TYPES: Record<ExportKind, string> = { pdf: 'application/pdf', svg: 'image/svg+xml', dxf: 'image/vnd.dxf' };

/** Writes the sheet on the board as a file. */
export async function exportSheet(request: ExportRequest): Promise<ExportedFile> {
  const read = readDocument(request.document);
  if (!read.ok) throw new ServiceError(422, read.reason);
  const { document } = read;
  const [{ facts, scale }, models] = await Promise.all([proofFacts(document.id), modelsAtHand()]);
  const { specimens: all, properties: definitions } = models;
  const chosen = all.find((specimen) => specimen.id === request.specimen);
  if (request.specimen !== undefined && !chosen)
    throw new ServiceError(422, 'The specimen is no longer there. Choose another one.');
  const fonts = await fontsFor(documentFonts(document));
  const sources = modelSources(models);
  const model = chosen && modelFacts(chosen, request.variant, sources);
  const filled = {
    ...facts,
    ...model,
    ...(model?.model && request.as && { model: { ...model.model, kind: request.as } }),
    ...(chosen && {
      parts: partsTables(partsRules(document), { specimen: chosen, variant: request.variant }, sources).parts,
    }),
  };
  const resources = {
    properties: new Map(definitions.map((definition) => [definition.id, definition])),
    fonts: fonts.tables,
    seen: seenValues(definitions, all),
    pictures: new Map(Object.entries(await findPictures(database, picturesUsed(document)))),
  };
  const looks = { show: request.show, ...(request.rows !== undefined && { rows: request.rows }) };
  const sheet = { document, sizeId: request.sizeId, scale, facts: filled };
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
  const title = subject.filter(Boolean).join(', ');
  return writeSheets([{ scene }], request.kind, title, facts.today, fonts.file);
}

/** A composed sheet and its name among others. */
export interface NamedSheet {
  scene: Scene;
  name?: string;
}

/**
 * Composed sheets as a file: all of them in one PDF; as SVG or DXF each in a file of its own, several in a ZIP. A DXF with raster
 * pictures travels with them.
 */
export async function writeSheets(
  sheets: readonly NamedSheet[],
  kind: ExportKind,
  title: string,
  date: string,
  fontFile: (font: string) => Uint8Array,
): Promise<ExportedFile> {
  const base = fileName(title);
  if (kind === 'pdf')
    return { name: `${base}.pdf`, type: TYPES.pdf, content: await writePdf(sheets, fontFile, { title, date }) };
  const files: Record<string, Uint8Array> = {};
  for (const { scene, name } of sheets) {
    const own = name === undefined ? title : `${title}, ${name}`;
    const content = kind === 'svg' ? writeSvg(scene, fontFile, own) : writeDxf(scene);
    files[`${sheets.length === 1 ? base : fileName(own)}.${kind}`] = new TextEncoder().encode(content);
    // A DXF names its raster pictures as files beside it.
    if (kind === 'dxf') for (const { name: picture, bytes } of pictureFiles(scene)) files[picture] = bytes;
  }
  const [only, ...more] = Object.entries(files);
  return only && more.length === 0
    ? { name: only[0], type: TYPES[kind], content: only[1] }
    : { name: `${base}.zip`, type: 'application/zip', content: zipSync(files) };
}

const fileName = (title: string) => title.replace(/[^\p{L}\p{N}.-]+/gu, '-');
