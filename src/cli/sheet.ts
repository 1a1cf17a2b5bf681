import { existsSync } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname, extname, join } from 'node:path';
import { writeDxfLayouts } from '../core/exchange/dxf-layouts';
import { type DxfPrompts, dxfPrompts } from '../core/exchange/dxf-prompts';
import { pictureFiles, writeDxf } from '../core/exchange/dxf';
import { picturesFiles, picturesIn, readPackage } from '../core/exchange/package';
import type { ProfileDocument } from '../core/profile/document';
import { profileFacts } from '../core/profile/printed';
import { writePng } from '../core/exchange/png';
import { writePdf } from '../core/exchange/pdf';
import type { SheetFiles } from '../core/exchange/sheet-files';
import { writeSvg } from '../core/exchange/svg-file';
import { findSize } from '../core/format/sheet';
import type { Facts } from '../core/property/facts';
import { revisionTableRow } from '../core/revision/rows';
import type { Composed } from '../core/scene/compose';
import { composePlanned, planSheets } from '../core/scene/planning';
import type { Show } from '../core/scene/resources';
import { findingWords } from '../core/findings/words';
import { modelFacts } from '../core/specimen/model-facts';
import { modelSources } from '../core/specimen/models';
import { seenValues } from '../core/specimen/seen-values';
import { partsRules, partsTables } from '../core/specimen/parts-tables';
import { type Specimen, readSpecimen, variantOf } from '../core/specimen/specimen';
import { fontFile, shippedGlyphTables } from '../server/fonts';
import { Stop, json, whole } from './files';

export interface SheetOptions {
  format?: string;
  specimen?: string;
  variant?: string;
  size?: string;
  out?: string;
  show: string;
  sheet: string;
  sheets: string;
  dpi: string;
  layouts?: boolean;
}

/** Composes one sheet from a format file and a specimen file and writes it as the ending of `out` says. */
export async function writeSheet(values: SheetOptions): Promise<void> {
  const { format, size, out } = values;
  if (!format || !size || !out) throw new Stop('--format, --size and --out are needed.');
  if (!['values', 'names', 'longest', 'blank'].includes(values.show)) {
    throw new Stop(`--show takes values, names, longest or blank, not “${values.show}”.`);
  }
  const read = readPackage(await json(format));
  if (!read.ok) throw new Stop(`${format}: ${read.reason}`);
  const { format: document, properties, organisation, project, profile, rules, sample } = read.package;
  const found = findSize(document, size);
  if (!found.ok) throw new Stop(found.reason);
  const specimen = values.specimen ? await specimenFrom(values.specimen) : undefined;
  const models = specimen ? await withComponents(specimen, dirname(values.specimen!)) : [];
  if (specimen && values.variant !== undefined && !variantOf(specimen, values.variant)) {
    const names = specimen.variants.map((variant) => variant.name).join(', ') || 'none';
    throw new Stop(`${specimen.name} has no variant “${values.variant}”. It has: ${names}.`);
  }
  const sources = modelSources({ properties, specimens: models, materials: [] });
  const facts: Facts = {
    ...(specimen && {
      ...modelFacts(specimen, values.variant, sources),
      parts: partsTables(partsRules(document), { specimen, variant: values.variant }, sources).parts,
    }),
    ...(sample.revisions && { revisions: sample.revisions.map(revisionTableRow) }),
    drawing: sample.drawing,
    organisation,
    project,
    ...profileFacts({ ...profile, rules }),
    today: sample.today,
  };
  const own = picturesFiles(read.package);
  const files: SheetFiles = { font: fontFile, picture: (hash) => own.get(hash)! };
  const resources = {
    properties: new Map(properties.map((property) => [property.id, property])),
    fonts: shippedGlyphTables(),
    seen: seenValues(properties, specimen ? [specimen] : []),
    pictures: picturesIn(read.package),
  };
  const show = values.show as Show;
  const [number, total] = [whole(values.sheet, '--sheet'), whole(values.sheets, '--sheets')];
  const sheet = { document, sizeId: found.sizeId, scale: sample.scale, facts };
  const sheets = planSheets(
    Array.from({ length: total }, () => sheet),
    resources,
    { show },
  );
  const chosen = sheets[number - 1];
  if (!chosen)
    throw new Stop(`There is no sheet ${number}; there ${sheets.length > 1 ? `are ${sheets.length}` : 'is 1'}.`);
  const composed = composePlanned(chosen, resources, { show });
  if (!composed.ok) throw new Stop(composed.reason);
  const title = `${document.name}, ${composed.report.sheet.name}`;
  const details = { title, date: sample.today };
  const written = await writers(extname(out), composed, files, details, {
    profile: profile.document,
    prompts: dxfPrompts(document, resources.properties),
    dpi: whole(values.dpi, '--dpi'),
    layouts: values.layouts === true,
  });
  await mkdir(dirname(out), { recursive: true });
  await writeFile(out, written);
  if (extname(out) === '.dxf') {
    for (const { name, bytes } of pictureFiles(composed.scene, files)) await writeFile(join(dirname(out), name), bytes);
  }
  for (const finding of composed.report.findings) console.log(`${finding.weight}: ${findingWords(finding)}`);
  console.log(`wrote ${out}`);
}

async function writers(
  ending: string,
  { scene, report }: Composed,
  files: SheetFiles,
  details: { title: string; date: string },
  { profile, prompts, dpi, layouts }: { profile: ProfileDocument; prompts: DxfPrompts; dpi: number; layouts: boolean },
) {
  switch (ending) {
    case '.svg':
      return writeSvg(scene, files, details.title);
    case '.pdf':
      return writePdf([{ scene }], files, details);
    case '.png': {
      const png = await writePng(scene, files, dpi);
      if (!png.ok) throw new Stop(png.reason);
      return png.png;
    }
    case '.dxf':
      return layouts
        ? writeDxfLayouts([{ scene, name: report.sheet.name, clear: report.clear.polygon, prompts }], profile)
        : writeDxf(scene, profile, prompts);
    case '.json':
      return JSON.stringify(report, null, 2) + '\n';
    default:
      throw new Stop(`--out ends in “${ending}”; it takes .svg, .pdf, .dxf, .png or .json.`);
  }
}

async function specimenFrom(path: string) {
  const read = readSpecimen(await json(path));
  if (!read.ok) throw new Stop(`${path}: ${read.reason}`);
  return read.specimen;
}

/** A model with its components, however deep, whose files stand in the same folder; one without a file is left out. */
async function withComponents(specimen: Specimen, folder: string): Promise<Specimen[]> {
  const found = new Map([[specimen.id, specimen]]);
  const waiting = [specimen];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    for (const { specimen: id } of next.components) {
      const path = join(folder, `${id}.json`);
      if (found.has(id) || !existsSync(path)) continue;
      const component = await specimenFrom(path);
      found.set(id, component);
      waiting.push(component);
    }
  }
  return [...found.values()];
}
