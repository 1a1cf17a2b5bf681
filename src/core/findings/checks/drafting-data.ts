import { askedInOne } from '../../format/asked';
import { statedProjection } from '../../profile/projection';
import { SUPPLIED } from '../../property/supplied';
import { valueText } from '../../property/value';
import type { Check } from '../check';
import { type DraftingDatum, type Finding, noticed } from '../finding';
import { type LookedSheet, placeOn } from '../looked-at';
import { printedOn } from '../printed-on';

const PROPERTIES: Readonly<Record<DraftingDatum, string>> = {
  unit: SUPPLIED.unitsNote,
  projection: SUPPLIED.projectionAngle,
  tolerance: SUPPLIED.generalTolerance,
};

/** Unit, projection and general tolerance: that a first sheet prints them, and that nothing on a sheet says others than the profile. */
export const draftingData: Check<LookedSheet> = {
  codes: ['drafting data not printed', 'against the profile'],
  look: (sheet) => [...notPrinted(sheet), ...against(sheet)],
};

function notPrinted({ first, laid, document, facts }: LookedSheet): Finding[] {
  if (!first || !laid.some(({ block }) => block.role === 'title')) return [];
  const printed = printedOn(laid, document);
  const symbol = laid.some(({ block }) =>
    block.cells.some((cell) => cell.contents.some((one) => 'symbol' in one && one.symbol.name === 'projection')),
  );
  const table = laid.some(({ block }) => block.role === 'tolerances');
  const isPrinted = (what: DraftingDatum) =>
    printed.has(PROPERTIES[what]) || (what === 'projection' && symbol) || (what === 'tolerance' && table);
  // What the profile leaves unsaid no sheet can print.
  const values = facts.profile?.values ?? {};
  return (Object.keys(PROPERTIES) as DraftingDatum[])
    .filter((what) => values[PROPERTIES[what]] !== undefined && !isPrinted(what))
    .map((what) => noticed('drafting data not printed', { what }, {}));
}

const CLASS = /\bISO\s*2768\s*-\s*([fmcv])[HKL]?\b/i;
const ANGLE = /\b(first|third)[\s-]angle\b/i;

function against(sheet: LookedSheet): Finding[] {
  const { laid, facts } = sheet;
  const { profile, overruled = {} } = facts;
  if (!profile) return [];
  const findings: Finding[] = [];
  const stated = (what: DraftingDatum) => {
    const value = profile.values[PROPERTIES[what]];
    return value === undefined ? undefined : valueText(value);
  };
  for (const { block } of laid) {
    for (const cell of block.cells) {
      const place = placeOn(sheet, block.id, cell.id);
      for (const content of cell.contents) {
        if (!('parts' in content)) continue;
        const fixed = content.parts.map((part) => (part.kind === 'fixed' ? part.text : ' ')).join('');
        const tolerance = CLASS.exec(fixed);
        const general = stated('tolerance');
        if (
          tolerance &&
          general !== undefined &&
          CLASS.exec(general)?.[1]?.toLowerCase() !== tolerance[1]!.toLowerCase()
        )
          findings.push(
            noticed('against the profile', { what: 'tolerance', says: tolerance[0], profile: general }, place),
          );
        const angle = ANGLE.exec(fixed);
        const projection = statedProjection(facts);
        if (angle && projection !== undefined && !projection.startsWith(angle[1]!.toLowerCase()))
          findings.push(
            noticed('against the profile', { what: 'projection', says: angle[0], profile: projection }, place),
          );
        for (const what of Object.keys(PROPERTIES) as DraftingDatum[]) {
          const other = overruled[PROPERTIES[what]];
          const own = stated(what);
          if (other === undefined || own === undefined || !askedInOne(content).includes(PROPERTIES[what])) continue;
          const says = valueText(other);
          if (says.trim() !== own.trim())
            findings.push(noticed('against the profile', { what, says, profile: own }, place));
        }
      }
    }
  }
  return findings;
}
