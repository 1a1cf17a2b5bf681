import { z } from 'zod';
import { type Outcome, refuse } from '../refusal';
import { issueInWords } from '../format/issue-words';
import { FLAT_TITLE, ProfileDocument } from './document';
import { LAYER_PURPOSES } from './layers';
import { LINE_ROLES, type LineRole } from './lines';

/** Where a setting is in a profile: *numbers.decimals*. */
export type SettingPath = string;
export type SettingValue = string | number | boolean;

/** One setting of a profile as it is shown and typed. */
export interface Setting {
  path: SettingPath;
  words: string;
  /** What its number is of. */
  unit?: 'mm' | '°' | 'µm' | '×';
  /** What it does, where its name does not say. */
  help?: string;
  /** It has an effect only while that other setting has one of these values. */
  when?: { path: SettingPath; is: readonly SettingValue[] };
  /** It is seen in files alone. */
  files?: true;
}

export interface SettingsSection {
  id: string;
  title: string;
  settings: readonly Setting[];
}

const ROLE_WORDS: Record<LineRole, string> = {
  visible: 'Visible edge',
  hidden: 'Hidden edge',
  centre: 'Centre line',
  symmetry: 'Line of symmetry',
  cuttingPlane: 'Cutting plane',
  adjacent: 'Adjacent part',
  dimension: 'Dimension line',
  extension: 'Extension line',
  leader: 'Leader',
  hatching: 'Hatching',
  break: 'Break',
  thread: 'Thread',
  bend: 'Bend line',
};

const LAYER_WORDS: Record<(typeof LAYER_PURPOSES)[number], string> = {
  outlines: 'Outlines',
  hidden: 'Hidden edges',
  centre: 'Centre lines',
  section: 'Cutting planes',
  adjacent: 'Adjacent parts',
  fine: 'Threads, bends and breaks',
  dimensions: 'Dimensions',
  hatching: 'Hatching',
  notes: 'Notes and titles',
  frame: 'Frame',
  zones: 'Zones',
  marks: 'Centring and trimming marks',
  blocks: 'Lines of the blocks',
  captions: 'Captions',
  fixed: 'Fixed text',
  values: 'Linked and asked values',
  symbols: 'Symbols',
  pictures: 'Pictures',
};

const lettering = (of: string, words: string): Setting[] => [
  { path: `lettering.${of}.font`, words: `${words}: font` },
  { path: `lettering.${of}.height`, words: `${words}: height`, unit: 'mm' },
  { path: `lettering.${of}.letterWidth`, words: `${words}: letter width`, unit: '×' },
];

const DUAL = { path: 'units.dual', is: ['beside', 'below'] } as const;
const BY_PLACES = { path: 'tolerances.general', is: ['by decimal places'] } as const;

/** The layers whose colour and whose width the specimen drawing shows: of texts, symbols and the strip; lines have those of their roles. */
const DRAWN_BY_LAYER: Record<'colour' | 'width', readonly string[]> = {
  colour: ['section', 'dimensions', 'notes', 'blocks', 'symbols'],
  width: ['blocks'],
};

/** The settings in the order in which a drawing shows them. */
export const SECTIONS: readonly SettingsSection[] = [
  {
    id: 'units',
    title: 'Units',
    settings: [
      { path: 'units.unit', words: 'Unit of lengths' },
      { path: 'units.note', words: 'Note of the unit', help: '{unit} stands for the unit. Title blocks print it.' },
      { path: 'units.dual', words: 'Dual unit', help: 'Where a length stands in the other unit too.' },
      { path: 'units.dualBrackets', words: 'Dual unit: brackets', when: DUAL },
      { path: 'units.dualDecimals', words: 'Dual unit: decimals', when: DUAL },
      { path: 'units.dualLeadingZero', words: 'Dual unit: leading zero', when: DUAL },
      { path: 'units.dualTrailingZeros', words: 'Dual unit: trailing zeros', when: DUAL },
    ],
  },
  {
    id: 'numbers',
    title: 'Numbers',
    settings: [
      { path: 'numbers.decimals', words: 'Decimals of lengths' },
      { path: 'numbers.mark', words: 'Decimal mark', help: 'Also of what sheets print.' },
      { path: 'numbers.leadingZero', words: 'Leading zero', help: '0.5 and not .5' },
      { path: 'numbers.trailingZeros', words: 'Trailing zeros', help: '12.50 and not 12.5' },
      { path: 'numbers.angleForm', words: 'Angles' },
      { path: 'numbers.angleDecimals', words: 'Decimals of angles' },
    ],
  },
  {
    id: 'lettering',
    title: 'Lettering',
    settings: [
      ...lettering('dimensions', 'Dimensions'),
      ...lettering('notes', 'Notes'),
      ...lettering('viewTitles', 'Titles of views'),
      ...lettering('sectionLetters', 'Letters of sections'),
    ],
  },
  {
    id: 'terminators',
    title: 'Arrows',
    settings: [
      { path: 'terminators.dimensions', words: 'Ends of dimension lines' },
      { path: 'terminators.leaders', words: 'Ends of leaders' },
      { path: 'terminators.length', words: 'Length', unit: 'mm' },
      { path: 'terminators.ratio', words: 'Length to width', unit: '×' },
      { path: 'terminators.origin', words: 'Origin circle', unit: 'mm', help: 'Where running dimensions begin.' },
    ],
  },
  {
    id: 'dimensionLines',
    title: 'Dimension lines',
    settings: [
      { path: 'dimensionLines.gap', words: 'Gap at the outline', unit: 'mm' },
      { path: 'dimensionLines.overshoot', words: 'Beyond the dimension line', unit: 'mm' },
      { path: 'dimensionLines.first', words: 'Outline to first line', unit: 'mm' },
      { path: 'dimensionLines.further', words: 'Between further lines', unit: 'mm' },
      { path: 'dimensionLines.text', words: 'Text' },
      { path: 'dimensionLines.direction', words: 'Reading direction' },
      { path: 'dimensionLines.textGap', words: 'Text to line', unit: 'mm' },
    ],
  },
  {
    id: 'tolerances',
    title: 'Tolerances',
    settings: [
      { path: 'tolerances.general', words: 'General tolerances' },
      { path: 'tolerances.class', words: 'Class', when: { path: 'tolerances.general', is: ['class'] } },
      { path: 'tolerances.words', words: 'In words', when: { path: 'tolerances.general', is: ['in words'] } },
      { path: 'tolerances.places1', words: 'One decimal', unit: 'mm', when: BY_PLACES },
      { path: 'tolerances.places2', words: 'Two decimals', unit: 'mm', when: BY_PLACES },
      { path: 'tolerances.places3', words: 'Three decimals', unit: 'mm', when: BY_PLACES },
      { path: 'tolerances.places4', words: 'Four decimals', unit: 'mm', when: BY_PLACES },
      { path: 'tolerances.angle', words: 'Angles', unit: '°', when: BY_PLACES },
      { path: 'tolerances.written', words: 'Written as' },
      {
        path: 'tolerances.deviationHeight',
        words: 'Height of deviations',
        when: { path: 'tolerances.written', is: ['deviations'] },
      },
      {
        path: 'tolerances.equalPlaces',
        words: 'Equal decimals in both',
        help: '+0.20 over −0.15 and not +0.2 over −0.15',
      },
      {
        path: 'tolerances.plainZero',
        words: 'Zero without decimals',
        when: { path: 'tolerances.written', is: ['deviations'] },
      },
    ],
  },
  {
    id: 'signs',
    title: 'Signs',
    settings: [
      { path: 'signs.diameter', words: 'Diameter' },
      { path: 'signs.radius', words: 'Radius' },
      { path: 'signs.depth', words: 'Depth' },
      { path: 'signs.countersink', words: 'Countersink' },
      { path: 'signs.repeated', words: 'Repeated feature' },
      { path: 'signs.threadPitch', words: 'Pitch of threads' },
    ],
  },
  {
    id: 'surface',
    title: 'Surface and edges',
    settings: [
      { path: 'texture.parameter', words: 'Surface texture' },
      { path: 'texture.roughness', words: 'Roughness', unit: 'µm' },
      { path: 'texture.place', words: 'Where it stands' },
      {
        path: 'edges.note',
        words: 'Note of edges',
        help: '{least} and {most} stand for the sizes. Title blocks print it.',
      },
      { path: 'edges.least', words: 'Edges: least', unit: 'mm' },
      { path: 'edges.most', words: 'Edges: most', unit: 'mm' },
    ],
  },
  {
    id: 'lines',
    title: 'Lines',
    settings: [
      { path: 'lines.group', words: 'Line group', help: 'The width of its wide lines, mm.' },
      { path: 'lines.break', words: 'Break' },
      { path: 'lines.centreBeyond', words: 'Centre line beyond the outline', unit: 'mm' },
      ...LINE_ROLES.flatMap((role): Setting[] => [
        { path: `lines.roles.${role}.type`, words: `${ROLE_WORDS[role]}: type` },
        { path: `lines.roles.${role}.width`, words: `${ROLE_WORDS[role]}: width` },
        { path: `lines.roles.${role}.colour`, words: `${ROLE_WORDS[role]}: colour` },
        { path: `lines.roles.${role}.layer`, words: `${ROLE_WORDS[role]}: layer` },
      ]),
    ],
  },
  {
    id: 'views',
    title: 'Views',
    settings: [
      { path: 'views.projection', words: 'Projection' },
      { path: 'views.omitted', words: 'Letters left out' },
      { path: 'views.sectionTitle', words: 'Titles of sections', help: 'A stands for the letter: SECTION A–A.' },
      { path: 'views.detailTitle', words: 'Titles of details', help: 'A stands for the letter: DETAIL A.' },
      { path: 'views.flatTitle', words: 'Title of flat shapes' },
      { path: 'views.scale', words: 'Scale of its own' },
      { path: 'hatching.pitch', words: 'Hatching: pitch', unit: 'mm' },
      { path: 'hatching.angleDeg', words: 'Hatching: angle', unit: '°' },
    ],
  },
  {
    id: 'layers',
    title: 'Layers',
    settings: LAYER_PURPOSES.flatMap((purpose): Setting[] => [
      { path: `layers.${purpose}.name`, words: `${LAYER_WORDS[purpose]}: name`, files: true },
      {
        path: `layers.${purpose}.colour`,
        words: `${LAYER_WORDS[purpose]}: colour`,
        ...(!DRAWN_BY_LAYER.colour.includes(purpose) && { files: true }),
      },
      {
        path: `layers.${purpose}.width`,
        words: `${LAYER_WORDS[purpose]}: width`,
        ...(!DRAWN_BY_LAYER.width.includes(purpose) && { files: true }),
      },
      { path: `layers.${purpose}.printed`, words: `${LAYER_WORDS[purpose]}: printed`, files: true },
    ]),
  },
  {
    id: 'screen',
    title: 'On the screen',
    settings: [
      { path: 'screen.paper', words: 'Paper' },
      { path: 'screen.ink', words: 'Ink' },
    ],
  },
];

export const SETTINGS: ReadonlyMap<SettingPath, Setting> = new Map(
  SECTIONS.flatMap(({ settings }) => settings).map((setting) => [setting.path, setting]),
);

/** What a setting takes, read from the profile's schema. */
export type SettingField =
  | { kind: 'choice'; options: readonly string[] }
  | { kind: 'number'; least: number; most: number; whole: boolean }
  | { kind: 'switch' }
  | { kind: 'colour' }
  | { kind: 'text' };

/** What a setting takes. @throws when a profile has no such setting */
export function fieldOf(path: SettingPath): SettingField {
  let schema: z.ZodType = ProfileDocument;
  for (const key of path.split('.')) {
    const inner = schema instanceof z.ZodObject ? (schema.shape[key] as z.ZodType | undefined) : undefined;
    if (!inner) throw new Error(`a profile has no setting ${path}`);
    schema = inner;
  }
  if (schema instanceof z.ZodOptional) schema = schema.unwrap() as z.ZodType;
  if (schema instanceof z.ZodEnum) return { kind: 'choice', options: schema.options as string[] };
  if (schema instanceof z.ZodBoolean) return { kind: 'switch' };
  if (schema instanceof z.ZodNumber)
    return { kind: 'number', least: schema.minValue!, most: schema.maxValue!, whole: schema.format === 'safeint' };
  return { kind: path.endsWith('colour') || path.startsWith('screen.') ? 'colour' : 'text' };
}

/** What profiles have that say nothing of a setting, as those do that were written before it was one. */
const USUAL: Readonly<Record<string, SettingValue>> = { 'views.flatTitle': FLAT_TITLE };

/** The value of a setting in a profile. */
export function settingOf(profile: ProfileDocument, path: SettingPath): SettingValue {
  let at: unknown = profile;
  for (const key of path.split('.')) at = (at as Record<string, unknown>)[key];
  return (at ?? USUAL[path]) as SettingValue;
}

/** A profile with a setting changed, in words when it does not take the value. */
export function withSetting(
  profile: ProfileDocument,
  path: SettingPath,
  value: SettingValue,
): Outcome<{ profile: ProfileDocument }> {
  const setting = SETTINGS.get(path);
  if (!setting) return refuse(`A profile has no setting ${path}.`);
  const field = fieldOf(path);
  if (field.kind === 'number') {
    const range = `${written(field.least)} to ${written(field.most)}${setting.unit && setting.unit !== '×' ? ` ${setting.unit}` : ''}`;
    if (typeof value !== 'number' || !Number.isFinite(value))
      return refuse(`${setting.words} takes a number, ${range}.`);
    if (field.whole && !Number.isInteger(value)) return refuse(`${setting.words} takes a whole number, ${range}.`);
    if (value < field.least || value > field.most)
      return refuse(`${setting.words} cannot be ${written(value)}: it takes ${range}.`);
  }
  if (field.kind === 'choice' && !field.options.includes(value as string))
    return refuse(`${setting.words} is one of ${field.options.join(', ')}.`);
  if (path.endsWith('.name') && typeof value === 'string') {
    const twin = LAYER_PURPOSES.find(
      (purpose) =>
        `layers.${purpose}.name` !== path && profile.layers[purpose].name.toUpperCase() === value.trim().toUpperCase(),
    );
    if (twin)
      return refuse(`${LAYER_WORDS[twin]} have the layer ${profile.layers[twin].name} already. Choose another name.`);
  }
  const lacking = (PLACES[path] ?? []).filter((place) => value !== '' && !String(value).includes(`{${place}}`));
  if (lacking.length > 0)
    return refuse(
      `${setting.words} says ${lacking.map((place) => `{${place}}`).join(' and ')} where ${lacking.length === 1 ? 'that value stands' : 'those values stand'}; leave it empty to print none.`,
    );
  const changed = ProfileDocument.safeParse(put(profile, path.split('.'), value));
  if (changed.success) return { ok: true, profile: changed.data };
  if (path.endsWith('.name'))
    return refuse(
      `“${value}” is no name for a layer: a DXF takes 1 to 60 characters, none of them < > / \\ " : ; ? * | = \` or a comma.`,
    );
  return refuse(
    field.kind === 'colour'
      ? `${setting.words} takes a colour as #rrggbb.`
      : path === 'views.omitted'
        ? 'Letters left out are capitals from A to Z, and one at least stays.'
        : issueInWords(changed.error, setting.words),
  );
}

/** The places that a note has for what other settings say. */
const PLACES: Readonly<Record<SettingPath, readonly string[]>> = {
  'units.note': ['unit'],
  'edges.note': ['least', 'most'],
};

function put<T extends object>(at: T, [key, ...rest]: string[], value: SettingValue): T {
  const inner = (at as Record<string, unknown>)[key!];
  return { ...at, [key!]: rest.length === 0 ? value : put(inner as object, rest, value) };
}

const written = (value: number) => String(Math.round(value * 1e6) / 1e6).replace('-', '−');

/** Why a setting has no effect as the others are; undefined when it has. */
export function idleBecause(profile: ProfileDocument, { when }: Setting): string | undefined {
  if (!when || when.is.includes(settingOf(profile, when.path))) return undefined;
  return `Has no effect while ${SETTINGS.get(when.path)!.words.toLowerCase()} is ${settingOf(profile, when.path)}.`;
}

/** The settings in which two profiles differ, in their order. */
export function differingSettings(a: ProfileDocument, b: ProfileDocument): Setting[] {
  return [...SETTINGS.values()].filter(({ path }) => settingOf(a, path) !== settingOf(b, path));
}

/** What of a profile contradicts itself, by the setting where it is put right. */
export function contradictions(profile: ProfileDocument): { path: SettingPath; words: string }[] {
  const found: { path: SettingPath; words: string }[] = [];
  const seen = new Map<string, LineRole>();
  for (const role of LINE_ROLES) {
    const { layer, width } = profile.lines.roles[role];
    const first = seen.get(layer);
    if (first === undefined) seen.set(layer, role);
    else if (profile.lines.roles[first].width !== width)
      found.push({
        path: `lines.roles.${role}.width`,
        words: `${ROLE_WORDS[first]} and ${ROLE_WORDS[role].toLowerCase()} are on the layer ${profile.layers[layer].name} with different widths.`,
      });
  }
  for (const [path, places] of Object.entries(PLACES)) {
    const note = settingOf(profile, path) as string;
    if (note !== '' && !places.every((place) => note.includes(`{${place}}`)))
      found.push({
        path,
        words: `${SETTINGS.get(path)!.words} does not follow the settings: it says none of their values.`,
      });
  }
  const { overshoot, gap, first } = profile.dimensionLines;
  if (gap + overshoot >= first)
    found.push({
      path: 'dimensionLines.gap',
      words: `The gap and what runs beyond leave nothing of an extension line of ${written(first)} mm.`,
    });
  const { further, textGap, text } = profile.dimensionLines;
  const row = profile.lettering.dimensions.height + textGap;
  const room = profile.units.dual === 'below' ? 2 * row : text === 'above the line' ? row : row - textGap;
  if (room > further)
    found.push({
      path: 'dimensionLines.further',
      words: `The texts of dimensions need ${written(room)} mm between their lines, which are ${written(further)} mm apart.`,
    });
  if (profile.edges.least > profile.edges.most)
    found.push({ path: 'edges.least', words: 'The least edge is greater than the most.' });
  const { dimensions, viewTitles, sectionLetters } = profile.lettering;
  for (const [name, look] of [
    ['viewTitles', viewTitles],
    ['sectionLetters', sectionLetters],
  ] as const)
    if (look.height < dimensions.height)
      found.push({
        path: `lettering.${name}.height`,
        words: `${SETTINGS.get(`lettering.${name}.height`)!.words.split(':')[0]} are lower than dimensions; ISO 128-3 has them √2 higher.`,
      });
  return found;
}
