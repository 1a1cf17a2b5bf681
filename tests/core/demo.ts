import { readFileSync, readdirSync } from 'node:fs';
import { type FormatPackage, readPackage } from '@/core/exchange/package';
import { profileFacts } from '@/core/profile/printed';
import type { Facts } from '@/core/property/facts';
import { revisionTableRow } from '@/core/revision/rows';
import { type Composed, compose } from '@/core/scene/compose';
import type { Resources, Show } from '@/core/scene/resources';
import type { Material } from '@/core/specimen/material';
import { modelFacts } from '@/core/specimen/model-facts';
import { type ModelSources, modelSources } from '@/core/specimen/models';
import { seenValues } from '@/core/specimen/seen-values';
import { partsRules, partsTables } from '@/core/specimen/parts-tables';
import { type Specimen, readSpecimen } from '@/core/specimen/specimen';
import { fonts } from './fonts';
import { madeOnce } from './made-once';

const json = (path: string): unknown => JSON.parse(readFileSync(path, 'utf8'));

/** A format of the demo scenario, as its file has it. */
export const demoPackage = madeOnce((name: string): FormatPackage => {
  const read = readPackage(json(`demo/formats/${name}.json`));
  if (!read.ok) throw new Error(read.reason);
  return read.package;
});

export const demoSpecimens = madeOnce((): Specimen[] =>
  readdirSync('demo/specimens').map((file) => {
    const read = readSpecimen(json(`demo/specimens/${file}`));
    if (!read.ok) throw new Error(`${file}: ${read.reason}`);
    return read.specimen;
  }),
);

export function demoSpecimen(id: string): Specimen {
  return demoSpecimens().find((specimen) => specimen.id === id)!;
}

export const demoResources = madeOnce((format: FormatPackage): Resources => ({
  properties: new Map(format.properties.map((property) => [property.id, property])),
  fonts,
  seen: seenValues(format.properties, demoSpecimens()),
  pictures: new Map(Object.entries(format.pictures ?? {})),
}));

/** The office's materials. */
export const demoMaterials = madeOnce(
  (): Material[] => (json('demo/office.json') as { materials: Material[] }).materials,
);

/** The scenario's models with the dictionary that a format brings, or others in their place. */
export const demoModels = (
  { properties }: Pick<FormatPackage, 'properties'>,
  { specimens = demoSpecimens(), materials = demoMaterials() }: { specimens?: Specimen[]; materials?: Material[] } = {},
): ModelSources => modelSources({ properties, specimens, materials });

export const demoFacts = madeOnce((format: FormatPackage, specimen?: string, variant?: string): Facts => {
  const { organisation, project, profile, rules, sample } = format;
  const models = demoModels(format);
  return {
    ...(specimen && {
      ...modelFacts(demoSpecimen(specimen), variant, models),
      parts: partsTables(partsRules(format.format), { specimen: demoSpecimen(specimen), variant }, models).parts,
    }),
    ...(sample.revisions && { revisions: sample.revisions.map(revisionTableRow) }),
    organisation,
    project,
    ...profileFacts({ ...profile, rules }),
    drawing: sample.drawing,
    today: sample.today,
  };
});

/** A sheet of a demo format; fails the test when it is refused. */
export function demoSheet(
  format: FormatPackage,
  sizeId: string,
  { specimen, variant, show = 'values' }: { specimen?: string; variant?: string; show?: Show } = {},
): Composed {
  const request = { sizeId, sheet: { number: 1, total: 1, scale: format.sample.scale }, show };
  const composed = compose(format.format, request, demoFacts(format, specimen, variant), demoResources(format));
  if (!composed.ok) throw new Error(composed.reason);
  return composed;
}

/** What a cell of a composed sheet prints. */
export const cellOf = (sheet: Composed, id: string) => sheet.report.cells.find((cell) => cell.id === id)!;
