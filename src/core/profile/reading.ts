import { z } from 'zod';
import { issueInWords } from '../format/issue-words';
import type { PropertyDefinition } from '../property/definition';
import { valuesById } from '../property/places-by-name';
import { SUPPLIED } from '../property/supplied';
import { type Values, valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { bookOfStandard } from '../rules/standard-book';
import { type Chain, upgraded } from '../upgrading';
import { PROFILE_VERSION, ProfileDocument } from './document';
import { readGeneralTolerance } from './general-tolerances';
import { GIVEN_BY_SETTINGS, generalTolerance, printedValues } from './printed';
import { asmeProfile, isoProfile } from './starts';

/** What an upgrade goes by beside the document. */
interface Context {
  properties: Iterable<PropertyDefinition>;
}

/** A profile of version 1: the values that it gave, by property id or by name, and the decimal mark of what was filled with it. */
const Version1 = z.looseObject({
  values: z.record(z.string(), z.unknown()),
  byName: z.union([z.boolean(), z.int()]).optional(),
  mark: z.enum([',', '.']).nullish(),
  rules: z.string().optional(),
});

/** From version 1, whose values were notes: what they say is read into settings; what cannot be read is kept word by word. */
function fromVersion1(json: Record<string, unknown>, { properties }: Context): Record<string, unknown> {
  const parsed = Version1.safeParse(json);
  if (!parsed.success) return json;
  const given = parsed.data.values as Values;
  const values = parsed.data.byName ? valuesById(given, 'profile', properties) : given;
  const text = (id: string) => (values[id] === undefined ? '' : valueText(values[id]));
  const unitsNote = text(SUPPLIED.unitsNote);
  const inch = /\b(inch|inches|in)\b/i.test(unitsNote.replace(/dimensions in\b/i, ''));
  const start = inch ? asmeProfile() : isoProfile();
  const mark = parsed.data.mark ?? (inch ? '.' : ',');
  let profile: ProfileDocument = {
    ...start,
    numbers: { ...start.numbers, mark },
    units: { ...start.units, note: unitsNote.replace(inch ? /\binch\b/ : /\bmm\b/, '{unit}') },
    views: {
      ...start.views,
      projection: text(SUPPLIED.projectionAngle) === 'third angle' ? 'third angle' : 'first angle',
    },
    values: Object.fromEntries(Object.entries(values).filter(([id]) => !GIVEN_BY_SETTINGS.has(id))),
  };
  profile = { ...profile, tolerances: tolerancesOf(profile, text(SUPPLIED.generalTolerance)) };
  profile = { ...profile, edges: edgesOf(profile, text(SUPPLIED.edgesNote)) };
  return { ...profile, rules: parsed.data.rules ?? profile.rules };
}

function tolerancesOf(profile: ProfileDocument, said: string): ProfileDocument['tolerances'] {
  const { tolerances, units } = profile;
  if (said === '') return { ...tolerances, general: 'none' };
  const read = readGeneralTolerance(said);
  const mm = (value: number) => Math.round(value * (units.unit === 'in' ? 25.4 : 1) * 1e6) / 1e6;
  const at = (places: number) =>
    read && 'places' in read ? mm(read.places.find((one) => one.places === places)?.tolerance ?? 0) : 0;
  const found: ProfileDocument['tolerances'] | undefined =
    read &&
    ('class' in read
      ? { ...tolerances, general: 'class', class: read.class }
      : {
          ...tolerances,
          general: 'by decimal places',
          places1: at(1),
          places2: at(2),
          places3: at(3),
          places4: at(4),
          angle: read.angleDeg ?? 0,
        });
  if (found && generalTolerance({ ...profile, tolerances: found }) === said) return found;
  return { ...tolerances, general: 'in words', words: said };
}

function edgesOf(profile: ProfileDocument, said: string): ProfileDocument['edges'] {
  const sizes = /(\d*[.,]?\d+)(\D+?)(\d*[.,]?\d+)/.exec(said);
  if (!sizes) return { ...profile.edges, note: said };
  const mm = (digits: string) =>
    Math.round(Number(digits.replace(',', '.')) * (profile.units.unit === 'in' ? 25.4 : 1) * 1e6) / 1e6;
  const found = {
    note: said.replace(sizes[0], `{least}${sizes[2]!}{most}`),
    least: mm(sizes[1]!),
    most: mm(sizes[3]!),
  };
  const printed = printedValues({ ...profile, edges: found })[SUPPLIED.edgesNote];
  return printed === said ? found : { ...profile.edges, note: said };
}

/** From version 2, which named no rule book: that of its standard. */
function fromVersion2(json: Record<string, unknown>): Record<string, unknown> {
  const standard = ProfileDocument.shape.standard.safeParse(json.standard);
  return { ...json, rules: json.rules ?? (standard.success ? bookOfStandard(standard.data) : undefined) };
}

const CHAIN: Chain<Context> = {
  what: 'drafting profile',
  newest: PROFILE_VERSION,
  steps: { 1: fromVersion1, 2: fromVersion2 },
};

/** Reads a profile from any JSON value: its version, from which it is upgraded, and its shape. */
export function readProfile(
  json: unknown,
  properties: Iterable<PropertyDefinition> = [],
): Outcome<{ profile: ProfileDocument }> {
  const head = z.looseObject({ version: z.int() }).safeParse(json);
  if (!head.success) return refuse('This is not a drafting profile: it has no version.');
  const newest = upgraded(head.data, CHAIN, { properties });
  if (!newest.ok) return newest;
  const read = ProfileDocument.safeParse(newest.json);
  return read.success ? { ok: true, profile: read.data } : refuse(issueInWords(read.error, 'The drafting profile'));
}

/**
 * A profile that was sound when it was stored, in the newest version.
 * @throws when it is of a version that this Zonograph does not know
 */
export function storedProfile(json: unknown, properties: Iterable<PropertyDefinition>): ProfileDocument {
  const newest = upgraded(json as { version: number }, CHAIN, { properties });
  if (!newest.ok) throw new Error(newest.reason);
  return newest.json as ProfileDocument;
}
