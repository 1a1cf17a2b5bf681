import { zipSync } from 'fflate';
import type { ProfileDocument } from '../profile/document';
import { type Outcome, refuse } from '../refusal';
import type { Report } from '../scene/report';
import type { Scene } from '../scene/scene';
import { pictureFiles, writeDxf } from './dxf';
import { writeDxfLayouts } from './dxf-layouts';
import type { DxfPrompts } from './dxf-prompts';
import type { ViewOnSheet } from './dxf-views';
import type { ExportKind } from './export-kinds';
import { type PdfDetails, writePdf } from './pdf';
import { writePng } from './png';
import type { SheetFiles } from './sheet-files';
import { writeSvg } from './svg-file';

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
 * pictures travels with them. Refused for a PNG of too many pixels.
 */
export async function writtenSheets(
  sheets: readonly NamedSheet[],
  kind: ExportKind,
  details: PdfDetails,
  sheetFiles: SheetFiles,
  profile: ProfileDocument,
): Promise<Outcome<{ file: ExportedFile }>> {
  const { title } = details;
  const base = fileName(title);
  const written = (file: ExportedFile) => ({ ok: true as const, file });
  if (kind === 'pdf')
    return written({ name: `${base}.pdf`, type: TYPES.pdf, content: await writePdf(sheets, sheetFiles, details) });
  if (kind === 'dxf layouts') {
    const layouts = sheets.map(({ scene, report, name, prompts, views = [] }) => ({
      scene,
      views,
      name: name ?? 'Sheet',
      clear: report?.clear.polygon ?? [],
      prompts,
    }));
    const pictures = sheets.flatMap(({ scene }) => pictureFiles(scene, sheetFiles));
    return written(
      fileOf(base, 'dxf', {
        [`${base}.dxf`]: new TextEncoder().encode(writeDxfLayouts(layouts, profile)),
        ...Object.fromEntries(pictures.map((one) => [one.name, one.bytes])),
      }),
    );
  }
  const ending = kind === 'report' ? 'json' : kind === 'dxf' ? 'dxf' : kind.startsWith('png') ? 'png' : 'svg';
  const files: Record<string, Uint8Array> = {};
  for (const sheet of sheets) {
    const own = sheet.name === undefined ? title : `${title}, ${sheet.name}`;
    const name = `${sheets.length === 1 ? base : fileName(own)}.${ending}`;
    const one = await contentOf(sheet, kind, own, sheetFiles, profile);
    if (!one.ok) return refuse(one.reason);
    files[name] = one.content;
    // A DXF names its raster pictures as files beside it.
    if (kind === 'dxf')
      for (const { name: picture, bytes } of pictureFiles(sheet.scene, sheetFiles)) files[picture] = bytes;
  }
  return written(fileOf(base, ending, files));
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

/** One sheet as a file of a kind; refused for a PNG of too many pixels. */
async function contentOf(
  { scene, report, prompts, views }: NamedSheet,
  kind: Exclude<ExportKind, 'pdf' | 'dxf layouts'>,
  title: string,
  files: SheetFiles,
  profile: ProfileDocument,
): Promise<Outcome<{ content: Uint8Array }>> {
  const bytes = (text: string) => ({ ok: true as const, content: new TextEncoder().encode(text) });
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
      return written.ok ? { ok: true, content: written.png } : written;
    }
  }
}

const fileName = (title: string) => title.replace(/[^\p{L}\p{N}.-]+/gu, '-');
