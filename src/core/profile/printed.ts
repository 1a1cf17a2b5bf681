import { decimal, writeDecimal } from '../property/decimal';
import type { Facts } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import type { Values } from '../property/value';
import type { NamedBook } from '../rules/document';
import { standardBook } from '../rules/standard-book';
import { type ProfileDocument, inUnit } from './document';
import { LINE_GROUPS } from './lines';

/** A profile with its name, and the rule book that it names. */
export interface NamedProfile {
  name: string;
  document: ProfileDocument;
  /** Absent: the one of its standard. */
  rules?: NamedBook | undefined;
}

/** What sheets take from a profile: its values by property id, its unit and line group, its rules, and the decimal mark of every number. */
export function profileFacts({ name, document, rules }: NamedProfile): Pick<Facts, 'profile' | 'rules' | 'locale'> {
  const lineGroup = [...new Set(Object.values(LINE_GROUPS[document.lines.group]))];
  return {
    profile: { name, values: printedValues(document), unit: document.units.unit, lineGroup },
    rules: rules ?? standardBook(document.standard),
    locale: { decimalMark: document.numbers.mark },
  };
}

/** The values that a profile gives to properties, by property id: what its settings say in words, and the house's own. */
export function printedValues(profile: ProfileDocument): Values {
  const { units, edges, views, values } = profile;
  const tolerance = generalTolerance(profile);
  return {
    ...values,
    ...(tolerance !== '' && { [SUPPLIED.generalTolerance]: tolerance }),
    ...(units.note !== '' && { [SUPPLIED.unitsNote]: filled(units.note, { unit: unitWord(units.unit) }) }),
    ...(edges.note !== '' && {
      [SUPPLIED.edgesNote]: filled(edges.note, { least: size(profile, edges.least), most: size(profile, edges.most) }),
    }),
    [SUPPLIED.projectionAngle]: views.projection,
  };
}

/** The ids of the properties that a profile's settings give, which nobody types. */
export const GIVEN_BY_SETTINGS: ReadonlySet<string> = new Set([
  SUPPLIED.generalTolerance,
  SUPPLIED.unitsNote,
  SUPPLIED.edgesNote,
  SUPPLIED.projectionAngle,
]);

/** General tolerances as a sheet states them: *ISO 2768-m*, or *.X ±.1  .XX ±.03*; empty when none are stated. */
export function generalTolerance(profile: ProfileDocument): string {
  const { tolerances } = profile;
  if (tolerances.general === 'none') return '';
  if (tolerances.general === 'in words') return tolerances.words;
  if (tolerances.general === 'class') return `ISO 2768-${tolerances.class}`;
  const { mark } = profile.numbers;
  const stated = [tolerances.places1, tolerances.places2, tolerances.places3, tolerances.places4].flatMap((mm, i) => {
    if (mm === 0) return [];
    return [`${mark}${'X'.repeat(i + 1)} ±${size(profile, mm, i + 1)}`];
  });
  const angle = tolerances.angle === 0 ? [] : [`angles ±${decimal(tolerances.angle)!.toFixed()}°`.replace('.', mark)];
  return [...stated, ...angle].join('  ');
}

/** A small length in the profile's unit, to a hundred-thousandth, with so many decimals at least. */
function size({ units, numbers }: ProfileDocument, mm: number, least = 0): string {
  const value = decimal(inUnit(mm, units.unit))!;
  const trimmed = writeDecimal(value, 5, false);
  const digits = trimmed.split('.')[1]?.length ?? 0;
  const text = digits < least ? writeDecimal(value, least, true) : trimmed;
  return (numbers.leadingZero ? text : text.replace(/^0(?=.)/, '')).replace('.', numbers.mark);
}

const filled = (text: string, by: Record<string, string>) =>
  text.replace(/\{(\w+)\}/g, (all, place: string) => by[place] ?? all);

const unitWord = (unit: 'mm' | 'in') => (unit === 'in' ? 'inch' : 'mm');
