import { readFileSync } from 'node:fs';
import { readPackage } from '@/core/exchange/package';
import type { PropertyDefinition } from '@/core/property/definition';
import type { Material } from '@/core/specimen/material';
import { readSpecimen } from '@/core/specimen/specimen';
import { demoPackage, demoSpecimens } from './demo';
import type { GivenDrawing, Scenario } from './every-demo-sheet';

const json = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as unknown;
const FORMATS = ['workshop-sheets', 'inch-sheets', 'sketch-sheet'];

function office(path: string): Pick<Scenario, 'properties' | 'materials'> {
  return json(path) as { properties: PropertyDefinition[]; materials: Material[] };
}

/** The demo scenario as its files are now. */
export const demoScenario = (): Scenario => ({
  ...office('demo/office.json'),
  formats: FORMATS.map(demoPackage),
  specimens: demoSpecimens(),
  drawings: json('demo/drawings.json') as GivenDrawing[],
});

const FROZEN = 'tests/data/version-1';

/** The demo scenario as its files of version 1 were, read as any file is. */
export const version1Scenario = (): Scenario => ({
  ...office(`${FROZEN}/office.json`),
  formats: FORMATS.map((name) => {
    const read = readPackage(json(`${FROZEN}/${name}.json`));
    if (!read.ok) throw new Error(read.reason);
    return read.package;
  }),
  specimens: (json(`${FROZEN}/specimens.json`) as unknown[]).map((one) => {
    const read = readSpecimen(one);
    if (!read.ok) throw new Error(read.reason);
    return read.specimen;
  }),
  drawings: json(`${FROZEN}/drawings.json`) as GivenDrawing[],
});

/**
 * What each sheet printed when version 1 was the newest, but for those that print better since: on the following sheets for the fairlead
 * roller the comma of its title keeps clear of the line below it (decision 0028); the longest of a choice, a scale and a revision is one of
 * theirs; the note on edges keeps clear of the outline of the title block.
 */
export const version1Prints = () =>
  Object.assign({}, json(`${FROZEN}/scenes.json`), json('tests/data/repaired-scenes.json')) as Record<string, string>;

/** The same of the files of version 1: their inch sheets ask nothing, so that their document status has no choices; their note on edges stands lower. */
export const printsOfVersion1Files = () =>
  Object.assign(version1Prints(), json('tests/data/repaired-scenes-of-version-1.json')) as Record<string, string>;
