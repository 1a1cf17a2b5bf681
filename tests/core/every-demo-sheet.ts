import { createHash } from 'node:crypto';
import { type DrawnData, drawnSheets } from '@/core/drawing/sheets';
import { withProposals } from '@/core/drawing/asking';
import type { FormatPackage } from '@/core/exchange/package';
import { profileFacts } from '@/core/profile/printed';
import type { PropertyDefinition } from '@/core/property/definition';
import { revisionTableRow } from '@/core/revision/rows';
import type { Composed } from '@/core/scene/compose';
import { composePlanned, planSheets, proofSheets } from '@/core/scene/planning';
import type { Resources } from '@/core/scene/resources';
import type { Material } from '@/core/specimen/material';
import { modelFacts } from '@/core/specimen/model-facts';
import { modelSources } from '@/core/specimen/models';
import { partsRules, partsTables } from '@/core/specimen/parts-tables';
import { seenValues } from '@/core/specimen/seen-values';
import type { Specimen } from '@/core/specimen/specimen';
import { fonts } from './fonts';

/** A drawing of the scenario as its file has it. */
export interface GivenDrawing {
  format: string;
  size: string;
  model: string;
  variant?: string;
  answers: DrawnData['answers'];
  overruled?: DrawnData['overruled'];
  revisions?: DrawnData['revisions'];
  sheets?: DrawnData['sheets'];
}

/** All that the scenario's sheets are composed from. */
export interface Scenario {
  properties: PropertyDefinition[];
  materials: Material[];
  specimens: Specimen[];
  formats: FormatPackage[];
  drawings: GivenDrawing[];
}

const surroundings = ({ organisation, project, profile, rules, sample }: FormatPackage) => ({
  organisation,
  project,
  ...profileFacts({ ...profile, rules }),
  drawing: sample.drawing,
  ...(sample.revisions && { revisions: sample.revisions.map(revisionTableRow) }),
  today: sample.today,
});

/**
 * Composes every proof of the scenario's formats, on every size and filled from every model, and every sheet of its drawings;
 * with `only` those of some models, on the main size.
 */
export function everySheet(scenario: Scenario, only?: { models: string[] }): Map<string, Composed> {
  const { properties, specimens, formats, drawings } = scenario;
  const sheets = new Map<string, Composed>();
  const put = (key: string, composed: ReturnType<typeof composePlanned>) => {
    if (!composed.ok) throw new Error(`${key}: ${composed.reason}`);
    sheets.set(key, composed);
  };
  const models = modelSources(scenario);
  const seen = seenValues(properties, specimens);
  const resourcesOf = ({ pictures }: FormatPackage): Resources => ({
    properties: models.properties,
    fonts,
    seen,
    pictures: new Map(Object.entries(pictures ?? {})),
  });
  for (const format of formats) {
    const { format: document, sample } = format;
    const resources = resourcesOf(format);
    for (const specimen of specimens.filter(({ id }) => !only || only.models.includes(id))) {
      const names = specimen.variants.map(({ name }) => name);
      for (const variant of names.length > 0 ? names : [undefined]) {
        const facts = {
          ...surroundings(format),
          ...modelFacts(specimen, variant, models),
          parts: partsTables(partsRules(document), { specimen, variant }, models).parts,
        };
        for (const { id: sizeId } of document.sizes.filter(({ id }) => !only || id === document.mainSize)) {
          for (const show of ['values', 'longest'] as const) {
            if (show === 'longest' && variant !== names[0]) continue;
            const planned = proofSheets({ document, sizeId, scale: sample.scale, facts }, resources, { show });
            for (const sheet of planned)
              put(
                [document.id, sizeId, specimen.id, variant ?? '-', show, sheet.place.number].join('/'),
                composePlanned(sheet, resources, { show }),
              );
          }
        }
      }
    }
  }
  drawings.forEach((given, i) => {
    const format = formats.find((one) => one.format.id === given.format)!;
    const { format: document, sample } = format;
    const facts = surroundings(format);
    const specimen = models.specimens.get(given.model)!;
    const proposed = withProposals({}, document.asked, {
      today: '2026-06-02',
      me: 'Standards desk',
      facts: { ...facts, drawing: undefined, ...modelFacts(specimen, given.variant, models) },
      properties,
    });
    const drawn: DrawnData = {
      number: `KD-0000${i + 1}`,
      specimen: given.model,
      variant: given.variant,
      sizeId: given.size,
      answers: { ...proposed, ...given.answers },
      overruled: given.overruled ?? {},
      revisions: given.revisions ?? [],
      items: {},
      sheets: given.sheets ?? [{ id: 'first', name: '' }],
    };
    const { document: profile } = format.profile;
    const sources = { document, facts, scale: sample.scale, others: new Map(), models, profile };
    const resources = resourcesOf(format);
    for (const sheet of planSheets(drawnSheets(drawn, sources).sheets, resources))
      put(`drawing ${i + 1}/${sheet.place.number}`, composePlanned(sheet, resources));
  });
  return sheets;
}

const rounded = (number: number) => Math.round(number * 1e6) / 1e6;

/** What only names a primitive in files: tags, which follow the names in the dictionary, and the bytes of pictures, which their hash stands for. */
const UNPRINTED = new Set(['tag', 'data']);

/** A value as JSON with its keys in order, lengths to the nanometre. */
function canonical(value: unknown): string {
  if (typeof value === 'number') return JSON.stringify(rounded(value));
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  if (Array.isArray(value)) return `[${value.map((one) => (one === undefined ? 'null' : canonical(one))).join()}]`;
  const of = value as Record<string, unknown>;
  const keys = Object.keys(of).filter((key) => of[key] !== undefined && !UNPRINTED.has(key));
  return `{${keys
    .sort()
    .map((key) => `${JSON.stringify(key)}:${canonical(of[key])}`)
    .join()}}`;
}

/** A hash of what a sheet prints: its scene without what only names it in files. */
export const printedHash = ({ scene }: Pick<Composed, 'scene'>): string =>
  createHash('sha256').update(canonical(scene)).digest('hex').slice(0, 24);
