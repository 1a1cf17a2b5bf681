import { zipSync } from 'fflate';
import { pictureFiles, writeDxf } from '../../core/exchange/dxf';
import { writePdf } from '../../core/exchange/pdf';
import { writeSvg } from '../../core/exchange/svg';
import { documentFonts } from '../../core/format/fonts-used';
import { picturesUsed } from '../../core/format/pictures-used';
import { readDocument } from '../../core/format/reading';
import type { ModelKind } from '../../core/property/facts';
import { compose } from '../../core/scene/compose';
import type { Show } from '../../core/scene/resources';
import type { Scene } from '../../core/scene/scene';
import { massSources, modelFacts, seenValues } from '../../core/specimen/seen-values';
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
  content: string | Uint8Array;
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
  const model = chosen && modelFacts(chosen, request.variant, massSources(models));
  const place = request.following ? 2 : 1;
  const composed = compose(
    document,
    { sizeId: request.sizeId, sheet: { number: place, total: place, scale }, show: request.show },
    { ...facts, ...model, ...(model?.model && request.as && { model: { ...model.model, kind: request.as } }) },
    {
      properties: new Map(definitions.map((definition) => [definition.id, definition])),
      fonts: fonts.tables,
      seen: seenValues(definitions, all),
      pictures: new Map(Object.entries(await findPictures(database, picturesUsed(document)))),
    },
  );
  if (!composed.ok) throw new ServiceError(422, composed.reason);
  const { scene, report } = composed;
  const subject = [
    document.name,
    report.sheet.name,
    request.show === 'blank' ? 'blank' : chosen?.name,
    chosen && request.variant,
  ];
  const title = subject.filter(Boolean).join(', ');
  return writeSheet(scene, request.kind, title, facts.today, fonts.file);
}

/** A composed sheet as a file. A DXF with raster pictures travels with them, in a ZIP. */
export async function writeSheet(
  scene: Scene,
  kind: ExportKind,
  title: string,
  date: string,
  fontFile: (font: string) => Uint8Array,
): Promise<ExportedFile> {
  const content =
    kind === 'pdf'
      ? await writePdf(scene, fontFile, { title, date })
      : kind === 'svg'
        ? writeSvg(scene, fontFile, title)
        : writeDxf(scene);
  const base = title.replace(/[^\p{L}\p{N}.-]+/gu, '-');
  const pictures = kind === 'dxf' ? pictureFiles(scene) : [];
  if (pictures.length === 0) return { name: `${base}.${kind}`, type: TYPES[kind], content };
  // A DXF names its raster pictures as files beside it: they travel together.
  const files = Object.fromEntries([
    [`${base}.dxf`, new TextEncoder().encode(content as string)],
    ...pictures.map(({ name, bytes }) => [name, bytes]),
  ]) as Record<string, Uint8Array>;
  return { name: `${base}.zip`, type: 'application/zip', content: zipSync(files) };
}
